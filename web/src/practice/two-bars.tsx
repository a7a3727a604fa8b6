import type { BarFingers } from '@jocund/core/engraving';
import type { Score } from '@jocund/core/score';
import { SheetLine } from '../score-view/sheet-line.tsx';
import { useTwoBars } from './use-two-bars.ts';

interface TwoBarsProps {
  readonly score: Score;
  readonly fingers: readonly BarFingers[] | undefined;
  /** From 0: the two bars with this one are shown. */
  readonly bar: number;
  readonly playing: { readonly bar: number; readonly tick: number } | undefined;
}

/** Two bars of the sheet, those that are played, as wide as the page allows. */
export function TwoBars({ score, fingers, bar, playing }: TwoBarsProps) {
  const line = useTwoBars(score, fingers, bar);
  if (!line) return null;
  const { picture, said } = line;
  return (
    <div>
      <p className="sr-only">{said}</p>
      <SheetLine score={score} picture={picture} playing={playing} />
    </div>
  );
}
