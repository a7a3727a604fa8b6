import { tellBar } from '@jocund/core/directions';
import { fingersOf, type BarFingers } from '@jocund/core/engraving';
import { orderWords } from '@jocund/core/form';
import type { Score } from '@jocund/core/score';
import { useNames } from '../ui/use-names.ts';

interface BarsInWordsProps {
  readonly score: Score;
  readonly fingers: readonly BarFingers[] | undefined;
  /** From 0. */
  readonly first: number;
  readonly last: number;
}

/** The sheet for those who do not see it: bar by bar under headings, beat by beat, everything that is needed to play it. */
export function BarsInWords({ score, fingers, first, last }: BarsInWordsProps) {
  const shown = useNames();
  const isWhole = first === 0 && last === score.bars.length - 1;
  const order = isWhole ? orderWords(score) : undefined;
  const bars = score.bars.slice(first, last + 1).map((bar, index) => {
    const at = first + index;
    return { ...tellBar(score, at, (note) => fingersOf(fingers?.[at], note)), comment: bar.comment };
  });
  return (
    <div>
      <p>
        {score.tuning.name}
        {score.capo > 0 ? `, capo at fret ${score.capo}` : ''}, {score.tempoBpm} beats a minute. Strings are
        counted from the thinnest, 1, to the thickest, 6.
      </p>
      {order !== undefined && <p>Played: {order}.</p>}
      {bars.map(({ number, moments, comment }) => (
        <section key={number} aria-labelledby={`told-${number}`} className="pt-4">
          <h2 id={`told-${number}`} className="text-head">
            Bar {number}
          </h2>
          {comment && <p className="italic">{[comment.do, comment.why].filter(Boolean).join(' ')}</p>}
          {moments.length === 0 && <p>Nothing is struck.</p>}
          <ol>
            {moments.map(({ tick, count, words }) => (
              <li key={tick} className="flex gap-3 border-b border-ink1-22 py-1">
                <span className="figure w-16 flex-none">{count}</span>
                <span>{shown(words.join('; '))}.</span>
              </li>
            ))}
          </ol>
        </section>
      ))}
    </div>
  );
}
