import type { Alternative } from '@jocund/core/fingering';
import { highestFret } from '@jocund/core/instrument';
import {
  changeNote,
  type Note,
  type NoteChange,
  type NotePlace,
  type PickingDigit,
} from '@jocund/core/score';
import { Button } from '../../ui/button.tsx';
import { Stepper } from '../../ui/stepper.tsx';
import { useBench } from '../bench-context.tsx';
import { fingersOf } from '@jocund/core/engraving';
import { moreWords, reasonWords } from './cost-words.ts';

interface FingerChoiceProps {
  readonly note: Note;
  readonly place: NotePlace;
  /** Easiest first; empty for open strings and while they are weighed. */
  readonly fingers: readonly Alternative[];
}

const digits: readonly PickingDigit[] = ['p', 'i', 'm', 'a'];

/** Both hands' fingers on one note: which the search chose, what others would cost, and a way to hold one fast. */
export function FingerChoice({ note, place, fingers }: FingerChoiceProps) {
  const { score, edit, check } = useBench();
  const found = fingersOf(check.fingers[place.bar], note);
  const position = check.checked?.moments.find(
    ({ bar, tick }) => bar === place.bar && tick === place.tick,
  )?.position;
  const set = (change: Pick<NoteChange, 'finger' | 'picking' | 'position'>) =>
    edit((each) => changeNote(each, place, () => change));
  const isStruck = !note.arrival && !note.tied && note.stroke !== 'slap';
  const byFinger = [...fingers].sort((a, b) => String(a.finger).localeCompare(String(b.finger)));
  return (
    <div className="flex flex-col gap-3">
      {note.fret > 0 && !note.dead && (
        <div>
          <p className="text-note pb-1">
            Fretting finger{' '}
            <span className="narrow text-ink1-80">
              {note.finger ? 'chosen by you' : 'chosen by the search'}
            </span>
          </p>
          <ul className="flex border-[1.2px] border-ink1 bg-white" aria-label="Fretting finger">
            {byFinger.map((each) => (
              <li key={each.finger} className="flex-1 border-l-[1.2px] border-ink1 first:border-l-0">
                <button
                  type="button"
                  aria-pressed={found?.finger === each.finger}
                  title={reasonWords(each.reasons)}
                  disabled={each.obstacle !== undefined}
                  className="flex w-full flex-col items-center py-1 hover:bg-ink1-12 disabled:text-ink1-65 aria-pressed:bg-ink1 aria-pressed:text-paper"
                  onClick={() => each.finger && set({ finger: each.finger })}
                >
                  <span className="figure text-base leading-tight">{each.finger}</span>
                  <span className="narrow text-label">
                    {each.isCurrent
                      ? 'now'
                      : each.obstacle === undefined
                        ? moreWords(each.moreMm)
                        : 'not free'}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
      {isStruck && (
        <div>
          <p className="text-note pb-1">
            Picking hand{' '}
            <span className="narrow text-ink1-80">
              {note.picking ? 'chosen by you' : 'chosen by the search'}
            </span>
          </p>
          <ul className="flex border-[1.2px] border-ink1 bg-white" aria-label="Picking digit">
            {digits.map((digit) => (
              <li key={digit} className="flex-1 border-l-[1.2px] border-ink1 first:border-l-0">
                <button
                  type="button"
                  aria-pressed={found?.picking === digit}
                  className="figure w-full py-1 text-base italic hover:bg-ink1-12 aria-pressed:bg-ink1 aria-pressed:text-paper"
                  onClick={() => set({ picking: digit })}
                >
                  {digit}
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
      {note.fret > 0 &&
        !note.dead &&
        (note.position !== undefined ? (
          <Stepper
            label="Index finger over fret"
            value={note.position}
            low={1}
            high={highestFret(score)}
            onChange={(fret) => set({ position: fret })}
          />
        ) : (
          position !== undefined &&
          position > 0 && (
            <p className="text-note flex items-center justify-between gap-2">
              Position {position}
              <Button look="plain" className="text-note" onClick={() => set({ position })}>
                Hold it here
              </Button>
            </p>
          )
        ))}
      {(note.finger ?? note.picking ?? note.position) && (
        <Button
          look="plain"
          className="text-note self-start"
          onClick={() => set({ finger: undefined, picking: undefined, position: undefined })}
        >
          Let the search choose
        </Button>
      )}
    </div>
  );
}
