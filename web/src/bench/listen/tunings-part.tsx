import { shippedTuningOf, tuningLetters } from '@jocund/core/instrument';
import { pitchText, spellMidi } from '@jocund/core/pitch';
import { keptTuning, type Score } from '@jocund/core/score';
import type { LikelyTuning } from '@jocund/core/transcription';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { useNames } from '../../ui/use-names.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { changesSound, RetuneQuestion } from '../tuning/retune-question.tsx';

/** The tunings the recording was likely played in, with what speaks for each. */
export function TuningsPart({ likely }: { likely: readonly LikelyTuning[] }) {
  const { score, edit } = useBench();
  const named = useNames();
  const [asked, setAsked] = useState<Score['tuning'] | undefined>();
  const shown = likely.slice(0, 3);
  if (shown.length === 0) return null;
  const use = ({ tuning, shift }: LikelyTuning) => {
    const { a4Hz } = score.tuning;
    const next = keptTuning({ ...tuning, wholeSemitones: Math.min(0, shift), a4Hz });
    const capo = Math.max(0, shift);
    if (changesSound(score, next)) setAsked(next);
    else edit((before) => ({ ...before, tuning: next, capo }));
  };
  return (
    <MarginPart title="Likely tunings">
      <ul className="divide-y divide-ink1-40">
        {shown.map((each) => (
          <li
            key={`${each.tuning.name} ${each.shift}`}
            className="flex items-start justify-between gap-2 py-1.5"
          >
            <div>
              <p>
                <strong className="font-serif">{each.tuning.name}</strong>{' '}
                <span className="narrow text-note">
                  {named(tuningLetters(each.tuning))}
                  {each.shift > 0
                    ? `, capo ${each.shift}`
                    : each.shift < 0
                      ? `, ${-each.shift} half ${each.shift === -1 ? 'step' : 'steps'} down`
                      : ''}
                </span>
              </p>
              <p className="narrow text-note text-ink1-80">
                {reasonsOf(each, named(pitchText(spellMidi(each.lowest, score.key))))}
              </p>
            </div>
            {isInUse(score, each) ? (
              <span className="text-note">in use</span>
            ) : (
              <Button look="plain" aria-label={`Use ${each.tuning.name}`} onClick={() => use(each)}>
                Use
              </Button>
            )}
          </li>
        ))}
      </ul>
      {asked && <RetuneQuestion tuning={asked} onDone={() => setAsked(undefined)} />}
    </MarginPart>
  );
}

const isInUse = ({ tuning, capo }: Score, likely: LikelyTuning): boolean =>
  (shippedTuningOf(tuning)?.name ?? tuning.name) === likely.tuning.name &&
  capo + (tuning.wholeSemitones ?? 0) === likely.shift;

function reasonsOf({ below, low, openLow, openHeard, lowestIsOpen }: LikelyTuning, lowest: string): string {
  const reasons = [
    lowestIsOpen ? `lowest note ${lowest}, an open string` : `lowest note ${lowest}`,
    `${openLow} of ${low} low notes open`,
    openHeard === 6 ? 'all six strings heard open' : `${openHeard} strings heard open`,
  ];
  if (below > 0) reasons.unshift(`${below} notes lie below it`);
  return reasons.join(', ');
}
