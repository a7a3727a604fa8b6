import { tuneOctavesInWords, type EasierPlace } from '@jocund/core/grading';
import type { Score } from '@jocund/core/score';
import { keyWords } from '@jocund/core/tuning-finder';
import { useState } from 'react';
import { useStudioWeights } from '../../api/grade-sayings.ts';
import { Button } from '../../ui/button.tsx';
import { tuningOf } from '../../ui/guitar.ts';
import { ErrorNote } from '../../ui/notice.tsx';
import { useSettings } from '../../ui/settings.ts';
import { useNames } from '../../ui/use-names.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { StripsBeside } from '../strips-beside.tsx';
import { useKnownTunings } from '../use-known-tunings.ts';
import { VersionActions } from './version-actions.tsx';

const mostCapo = 5;
/** Semitones the key may move either way: as far as there is. */
const mostTranspose = 6;
const mostPlaces = 12;

/** Where all notes of the piece are easier than here: another tuning, a capo, another key. Nothing is given up for it. */
export function EasierPlaces() {
  const { score } = useBench();
  const [settings] = useSettings();
  const weights = useStudioWeights();
  const tunings = useKnownTunings();
  const { state, start, cancel } = useWork('easierPlaces');
  const [answer, setAnswer] = useState<{ of: Score; places: readonly EasierPlace[] } | undefined>();
  const ask = () =>
    start(
      {
        score,
        settings: {
          tunings,
          today: tuningOf(settings.today),
          maxCapo: mostCapo,
          maxTranspose: mostTranspose,
          limit: mostPlaces,
          weights,
        },
      },
      (places) => setAnswer({ of: score, places }),
    );
  return (
    <section aria-labelledby="easier-places" className="mt-6 border-t-[2.5px] border-ink1 pt-3">
      <h3 id="easier-places" className="text-lg">
        Every note, elsewhere on the guitar
      </h3>
      <p className="max-w-[68ch] pt-1 pb-2">
        The same piece in another tuning, with a capo or in another key, or with its tune an octave away,
        where it is easier and loses no note.
      </p>
      {state.kind === 'working' ? (
        <p role="status" className="text-note flex items-center gap-3">
          <span>
            laying it out in {tunings.length} tunings, {Math.round(state.share * 100)} %
          </span>
          <Button onClick={cancel}>Cancel</Button>
        </p>
      ) : (
        <Button onClick={ask}>Look for an easier place</Button>
      )}
      {state.kind === 'failed' && (
        <ErrorNote title="The search broke off" text="The piece is as it was. Look again." />
      )}
      {answer && state.kind !== 'working' && (
        <Places places={answer.places} isCurrent={answer.of === score} />
      )}
    </section>
  );
}

function Places({ places, isCurrent }: { places: readonly EasierPlace[]; isCurrent: boolean }) {
  const shown = useNames();
  const [open, setOpen] = useState(0);
  if (places.length === 0)
    return <p className="pt-3">It lies as easily here as anywhere. An easier version gives something up.</p>;
  return (
    <ol className="pt-3">
      {places.map(({ score, grade, found, tuneOctaves }, index) => (
        <li
          key={`${found.tuning.name} ${found.capo} ${found.transpose} ${tuneOctaves}`}
          className="border-b border-ink1-40"
        >
          <button
            type="button"
            aria-expanded={open === index}
            onClick={() => setOpen(open === index ? -1 : index)}
            className="flex w-full flex-wrap items-baseline gap-x-3 py-1.5 text-left hover:bg-ink1-12"
          >
            <span className="figure text-lg">{grade.points.toFixed(1)}</span>
            <span className="figure">{found.tuning.name}</span>
            <span className="narrow">{shown(keyWords(found))}</span>
            {tuneOctaves !== 0 && <span className="text-note">{tuneOctavesInWords(tuneOctaves)}</span>}
            {found.transpose !== 0 && <span className="text-note">{pitchWords(found.transpose)}</span>}
          </button>
          {open === index && (
            <div className="pb-3">
              <StripsBeside other={score} signs={['A', 'B']} names={['The piece', 'The easier place']} />
              <VersionActions
                version={score}
                isCurrent={isCurrent}
                laidAs={
                  tuneOctaves === 0 ? `in ${found.tuning.name}` : `with ${tuneOctavesInWords(tuneOctaves)}`
                }
              />
            </div>
          )}
        </li>
      ))}
    </ol>
  );
}

const pitchWords = (by: number): string =>
  `sounds ${Math.abs(by)} half ${Math.abs(by) === 1 ? 'step' : 'steps'} ${by > 0 ? 'higher' : 'lower'}`;
