import { tuningLetters, tuningTable } from '@jocund/core/instrument';
import type { Score } from '@jocund/core/score';
import type { FoundTuning } from '@jocund/core/tuning-finder';
import { Button } from '../ui/button.tsx';
import { tuningOf, tuningText } from '../ui/guitar.ts';
import { ErrorNote } from '../ui/notice.tsx';
import { useSettings } from '../ui/settings.ts';
import { useNames } from '../ui/use-names.ts';
import { useWork } from '../work/use-work.ts';

const highestCapo = 5;
const mostShown = 4;

interface OtherTuningsProps {
  /** The tune as it was laid first: its pitches are weighed in every tuning. */
  readonly score: Score;
  readonly onChoose: (found: FoundTuning) => void;
}

/** Which tuning and capo would suit the tune best at the pitch it was moved to. */
export function OtherTunings({ score, onChoose }: OtherTuningsProps) {
  const [settings] = useSettings();
  const shown = useNames();
  const { state, start, cancel } = useWork('findTunings');
  return (
    <div>
      {state.kind === 'working' ? (
        <p className="flex items-center justify-between" role="status">
          <span>
            weighing tunings, <span className="figure">{Math.round(state.share * 100)} %</span>
          </span>
          <Button onClick={cancel}>Cancel</Button>
        </p>
      ) : (
        <Button
          onClick={() =>
            start({
              score,
              tunings: tuningTable,
              today: tuningOf(settings.today),
              maxCapo: highestCapo,
              maxTranspose: 0,
            })
          }
        >
          Weigh other tunings
        </Button>
      )}
      {state.kind === 'failed' && (
        <ErrorNote title="The weighing broke off" text="Nothing was changed. Weigh again." />
      )}
      {state.kind === 'done' && (
        <ul aria-label="Tunings for this tune" className="mt-2">
          {state.output.slice(0, mostShown).map((found) => (
            <li
              key={`${tuningText(found.tuning)} ${found.capo}`}
              className="flex items-center justify-between gap-3 border-t border-ink1-22 py-1.5"
            >
              <span>
                <b>{found.tuning.name}</b> {shown(tuningLetters(found.tuning))}
                {found.capo > 0 ? `, capo ${found.capo}` : ''}
                <span className="narrow text-note block text-ink1-80">{found.reasons.join('; ')}</span>
              </span>
              <Button onClick={() => onChoose(found)}>Choose</Button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
