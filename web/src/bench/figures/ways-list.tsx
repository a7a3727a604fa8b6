import { layFigure, type Figure, type FigureWay, type LaidFigure } from '@jocund/core/figures';
import { ok } from '@jocund/core/fault';
import { numberOfBar, type Score } from '@jocund/core/score';
import { Button } from '../../ui/button.tsx';
import { useSay } from '../../ui/toast.tsx';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import { useAttempt } from '../use-attempt.ts';
import type { Heard } from '../use-preview.ts';
import { FigurePicture } from './figure-picture.tsx';

/** Lays figures in the piece, and says what came of it. */
export function useLay(): (figure: Figure, bar: number) => void {
  const { score, undo } = useBench();
  const attempt = useAttempt();
  const say = useSay();
  return (figure, bar) => {
    let laid: LaidFigure | undefined;
    const done = attempt((each) => {
      const result = layFigure(each, bar, figure);
      if (!result.ok) return result;
      laid = result.value;
      return ok(result.value.score);
    });
    if (done && laid) say(laidWords(score, bar, figure, laid), undo);
  };
}

function laidWords(score: Score, bar: number, { score: { title } }: Figure, laid: LaidFigure): string {
  const { linked, isRiff, leftOut } = laid;
  return [
    `“${title}” laid in bar ${numberOfBar(score, bar)}.`,
    ...(leftOut > 0 ? [`${counted(leftOut, 'note')} not laid: the other voice is on that string.`] : []),
    ...(isRiff ? ['It follows the same notes in an earlier place.'] : []),
    ...(linked.length > 0
      ? [`${counted(linked.length, 'bar')} linked to an earlier one that is alike.`]
      : []),
  ].join(' ');
}

interface WaysProps {
  readonly ways: readonly FigureWay[];
  readonly bar: number;
  /** Not while they are worked out anew for another bar. */
  readonly canLay: boolean;
  readonly heard: Heard | undefined;
  readonly onHear: (figure: Figure) => void;
  readonly onKeep: (figure: Figure) => void;
}

/** Two bars and more take the whole width. */
const isLong = ({ figure }: FigureWay): boolean => figure.score.bars.length > 1;

/** The ways to play a figure, side by side: tab, what is done, what changes, what it asks of the hands. */
export function WaysList({ ways, bar, canLay, heard, onHear, onKeep }: WaysProps) {
  const { score } = useBench();
  const lay = useLay();
  if (ways.length === 0)
    return (
      <p role="status" className="text-note pt-3">
        The neck has no place for it there. Choose another chord, or another tuning.
      </p>
    );
  return (
    <ol className={`grid gap-x-6 pt-1 ${ways.some(isLong) ? '' : 'md:grid-cols-2'}`}>
      {ways.map((way, index) => (
        <li key={`${way.how} ${index}`} className="border-b border-ink1-22 pt-3 pb-2">
          <p className="flex items-baseline justify-between gap-2">
            <span className="figure">{way.how}</span>
            <span
              className="narrow text-note whitespace-nowrap"
              title="what both hands have to move, hold and reach"
            >
              <span className="figure text-base">{way.mm}</span> mm of work
            </span>
          </p>
          <FigurePicture figure={way.figure} />
          {way.told.length > 0 ? (
            <ul className="text-note">
              {way.told.map((each) => (
                <li key={each} className={each.includes('cannot be') ? 'font-semibold' : ''}>
                  {each}
                </li>
              ))}
            </ul>
          ) : (
            <p className="text-note">nothing else changes</p>
          )}
          <p className="flex flex-wrap gap-2 pt-2">
            <Button
              look={index === 0 ? 'solid' : 'outline'}
              disabled={!canLay}
              {...(index === 0 ? { 'aria-keyshortcuts': 'F' } : {})}
              onClick={() => lay(way.figure, bar)}
            >
              Lay in bar {numberOfBar(score, bar)}
              {index === 0 && <kbd className="figure pl-1.5">F</kbd>}
            </Button>
            <Button aria-pressed={heard === way.figure} onClick={() => onHear(way.figure)}>
              {heard === way.figure ? 'Stop' : 'Hear it'}
            </Button>
            <Button look="plain" className="text-note ml-auto" onClick={() => onKeep(way.figure)}>
              Keep it
            </Button>
          </p>
        </li>
      ))}
    </ol>
  );
}
