import { describeFault, fail, ok, type Result } from '../fault/index.ts';
import { addSectionAs, sectionAt, sectionName, sectionsOf } from '../form/index.ts';
import { mediumHand, type Hand } from '../hands/index.ts';
import { dealRounds, mulberry32 } from '../random/index.ts';
import { numberOfBar, type Score } from '../score/index.ts';
import type { Figure } from './figure.ts';
import { layFigure } from './lay-figure.ts';
import { toPlace } from './targets.ts';
import { waysToMove } from './ways.ts';

/** How a pool of figures is dealt. */
export interface FigureDeal {
  readonly pool: readonly Figure[];
  /** Where the figures go: a bar of the section that is played again, from 0. */
  readonly bar: number;
  /** How often the section is played, each time with another figure. */
  readonly times: number;
  /** The same seed deals the same order. */
  readonly seed: number;
  readonly newId: () => string;
  readonly hand?: Hand;
}

export interface DealtFigures {
  readonly score: Score;
  /** The names of the figures, as they come. */
  readonly order: readonly string[];
}

/**
 * Plays the section of a bar so many times more, each time with the next figure of a shuffled pool laid from that bar on, in the easiest way that keeps
 * its notes: every figure once before one comes again, none twice running. The new sections follow the first one but for the figure. Refused where a figure
 * has no way there, reaches past the section, or the piece would grow too long.
 */
export function dealFigures(
  score: Score,
  { pool, bar, times, seed, newId, hand = mediumHand }: FigureDeal,
): Result<DealtFigures> {
  const section = sectionAt(score, bar);
  if (!section || pool.length < 2 || times < 1)
    return fail('A pool is two figures or more', 'Put another figure into the pool');
  const fitted = new Map<Figure, Figure>();
  for (const figure of pool) {
    const { title, bars } = figure.score;
    if (bar + bars.length - 1 > section.last)
      return fail(
        `“${title}” reaches past the end of ${sectionName(section, score)}`,
        'Choose an earlier bar, or take it out of the pool',
      );
    const [way] = waysToMove(figure, toPlace(figure, score, bar), { hand, piece: score });
    if (!way)
      return fail(`“${title}” has no place there`, 'Take it out of the pool', {
        bar: numberOfBar(score, bar),
      });
    fitted.set(figure, way.figure);
  }
  const order = dealRounds(pool, Math.ceil(times / pool.length), mulberry32(seed)).slice(0, times);
  let dealt = score;
  const names = new Set(sectionsOf(score).map(({ name }) => name));
  let round = 0;
  const freeName = (): string => {
    do round += 1;
    while (names.has(`Round ${round}`));
    return `Round ${round}`;
  };
  for (const figure of order) {
    const first = dealt.bars.length;
    const longer = addSectionAs(dealt, section, freeName(), newId);
    if (!longer.ok) return longer;
    const laid = layFigure(longer.value, first + bar - section.first, fitted.get(figure) ?? figure);
    if (!laid.ok)
      return fail(`“${figure.score.title}”: ${describeFault(laid.fault)}`, 'Take it out of the pool');
    dealt = laid.value.score;
  }
  return ok({ score: dealt, order: order.map(({ score: { title } }) => title) });
}
