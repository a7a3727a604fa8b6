import { Fold } from '../../ui/fold.tsx';
import { highestFret } from '@jocund/core/instrument';
import { writeNote, type Voice } from '@jocund/core/score';
import { Button } from '../../ui/button.tsx';
import { useBench } from '../bench-context.tsx';
import { moveBySlot } from './cursor-moves.ts';
import { changeLength } from './note-keys.ts';

/** Frets, lengths and the next slot for fingers: all that digits, points and arrows do. */
export function FretsToTap({ voice }: { voice: Voice }) {
  const { score, edit, cursor, setCursor, grid } = useBench();
  const place = { ...cursor, voice };
  const frets = Array.from({ length: Math.min(highestFret(score), 15) + 1 }, (_, fret) => fret);
  return (
    <Fold title="Frets to tap">
      {() => (
        <>
          <div
            className="mt-2 grid grid-cols-4 gap-1.5"
            role="group"
            aria-label={`Fret on string ${cursor.string}`}
          >
            {frets.map((fret) => (
              <Button
                key={fret}
                className="figure min-h-11"
                aria-label={fret === 0 ? 'Open string' : `Fret ${fret}`}
                onClick={() => edit((each) => writeNote(each, place, fret, grid))}
              >
                {fret}
              </Button>
            ))}
          </div>
          <p className="mt-1.5 grid grid-cols-4 gap-1.5">
            <Button
              className="min-h-11"
              aria-label="A slot back"
              onClick={() => setCursor(moveBySlot(score, cursor, grid, -1))}
            >
              ←
            </Button>
            <Button
              className="min-h-11"
              aria-label="A slot on"
              onClick={() => setCursor(moveBySlot(score, cursor, grid, 1))}
            >
              →
            </Button>
            <Button
              className="narrow min-h-11 px-1"
              onClick={() => edit((each) => changeLength(each, place, grid, -1))}
            >
              shorter
            </Button>
            <Button
              className="narrow min-h-11 px-1"
              onClick={() => edit((each) => changeLength(each, place, grid, 1))}
            >
              longer
            </Button>
          </p>
        </>
      )}
    </Fold>
  );
}
