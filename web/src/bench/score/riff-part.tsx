import { breakRiff, dropRiffDifference, riffsAt } from '@jocund/core/form';
import { countedAt, numberOfBar, type Voice } from '@jocund/core/score';
import { Button } from '../../ui/button.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useBench } from '../bench-context.tsx';

/** Of a riff under the cursor: where it comes from, whether it is the same as there, and its way out. */
export function RiffPart({ voice }: { voice: Voice }) {
  const { score, cursor, edit, undo } = useBench();
  const say = useSay();
  const states = riffsAt(score, cursor.bar, cursor.tick).filter(({ riff }) => riff.voice === voice);
  return states.map(({ riff, from, isSame }) => {
    const metre = score.bars[from]?.metre ?? { beats: 4, unit: 4 };
    const place = `bar ${numberOfBar(score, from)}, on ${countedAt(metre, riff.from)}`;
    return (
      <div key={`${riff.tick} ${riff.of}`} role="group" aria-label={`Riff of ${place}`} className="pt-2">
        <p>
          A riff of {place}:{' '}
          <span className="font-semibold">{isSame ? 'the same' : 'with a difference'}</span>
        </p>
        <p className="flex flex-wrap gap-x-4 gap-y-1 pt-1">
          <Button
            look="plain"
            className="text-note"
            onClick={() => {
              edit((each) => breakRiff(each, cursor.bar, riff));
              say('The riff goes its own way.', undo);
            }}
          >
            Let it go its own way
          </Button>
          {!isSame && (
            <Button
              look="plain"
              className="text-note"
              onClick={() => {
                edit((each) => dropRiffDifference(each, cursor.bar, riff));
                say(`It plays again what ${place} plays.`, undo);
              }}
            >
              Play it as there
            </Button>
          )}
        </p>
      </div>
    );
  });
}
