import { alternatesFrom } from '@jocund/core/fingering';
import { usualSchool } from '@jocund/core/score';
import { Choice } from '../../ui/choice.tsx';
import { useSettings } from '../../ui/settings.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { ReaderField } from '../reader-field.tsx';
import { NotationChoice } from '../notation-choice.tsx';
import { useHand } from '../use-check.ts';
import { SchoolField } from '../school-field.tsx';
import { OtherHand } from './other-hand.tsx';

/** The picking hand's school, whose fingers the sheet shows, and what both hands cost. */
export function HandsPart() {
  const { score, edit, check } = useBench();
  const [settings, set] = useSettings();
  const hand = useHand();
  const { checked } = check;
  const school = score.pickingSchool ?? usualSchool;
  const alternation = alternatesFrom(score.tempoBpm, school);
  return (
    <MarginPart>
      <div className="flex flex-col gap-2">
        <SchoolField
          label="Picking hand"
          value={school}
          onChange={(pickingSchool) => edit((each) => ({ ...each, pickingSchool }))}
        />
        <div className="flex items-center justify-between gap-2">
          <span className="text-note">Fingers shown</span>
          <Choice
            label="Fingers shown"
            value={settings.fingers}
            options={[
              { value: 'none', label: 'none' },
              { value: 'picking', label: 'i m a' },
              { value: 'both', label: 'both' },
            ]}
            onChange={(fingers) => set({ fingers })}
          />
        </div>
        <NotationChoice />
        <ReaderField label="Fingered for" />
        <OtherHand />
        {checked && checked.fingers.length > 0 && (
          <dl className="grid grid-cols-[1fr_auto] gap-x-3 text-note" aria-busy={check.isWorking}>
            {alternation && (
              <>
                <dt>alternate on one string</dt>
                <dd>from {alternation}</dd>
              </>
            )}
            <dt>Both hands cost</dt>
            <dd className="figure">{Math.round(checked.costMm)} mm</dd>
            <dt className="text-ink1-80">fretting, picking</dt>
            <dd className="figure">
              {Math.round(checked.frettingMm)} + {Math.round(checked.pickingMm)}
            </dd>
            <dt className="text-ink1-80">widest reach, {hand.size} hand</dt>
            <dd className="figure">{Math.round(checked.spanMaxMm)} mm</dd>
            <dt className="text-ink1-80">shifts along the neck</dt>
            <dd className="figure">{checked.shiftCount}</dd>
          </dl>
        )}
      </div>
    </MarginPart>
  );
}
