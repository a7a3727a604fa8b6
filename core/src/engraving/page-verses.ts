import {
  compareBars,
  sectionLinks,
  sectionName,
  sectionsOf,
  type ComparedBar,
  type Section,
} from '../form/index.ts';
import { numberOfBar, type Score } from '../score/index.ts';
import { heading, headingHeight, type PageBlock } from './page-block.ts';
import { lineHeight, wrap } from './page-text.ts';
import { text } from './shape.ts';
import { gutter } from './sheet-rows.ts';
import { drawSideBySide, type SideBySide } from './side-by-side.ts';

const wordSize = 15;
/** Left of the strings, for A and B. */
const signRoom = 30;
/** Under the strings, for the rest of the thumb’s stems. */
const stemRoom = 14;
/** Over the strings, for numbers of bars. */
const numberRoom = 14;
/** A verse that differs in more of its bars is another piece of music: nothing is won by setting it beside the first. */
const mostOther = 0.75;

/** A section and the one it was made from, or the first of its kind. */
interface Verses {
  readonly before: Section;
  readonly now: Section;
  readonly bars: readonly ComparedBar[];
}

/** Later verses under the earlier ones they vary: only the bars that differ, one above the other, and what differs in words; what stands in one list stays together. Nothing where no section varies another. */
export function drawVerses(score: Score, shown: (name: string) => string, width: number): PageBlock[][] {
  return versesOf(score).flatMap(({ before, now, bars }): PageBlock[][] => {
    const other = bars.filter(isOther);
    const [was, is] = [sectionName(before, score), sectionName(now, score)];
    const words =
      other.length === 0
        ? `${is}: played as ${was}`
        : `${is} (B) beside ${was} (A): ${other.length} of ${bars.length} bars ${other.length === 1 ? 'differs' : 'differ'}`;
    const head: PageBlock = { height: headingHeight, shapes: [heading(words)] };
    const pairs = other.map(({ a, b }) => ({
      a: a === undefined ? undefined : score.bars[a],
      b: b === undefined ? undefined : score.bars[b],
    }));
    const systems = drawSideBySide({ a: score, b: score }, pairs, shown, width - signRoom - gutter);
    if (systems.length === 0) return [[head]];
    return systems.map((system, index) => {
      const said = system.pairs.flatMap((pair) => other[pair] ?? []);
      return [
        ...(index === 0 ? [head] : []),
        drawLine(system, 'a', said, score),
        drawLine(system, 'b', said, score),
        drawSaid(said, score, width),
      ];
    });
  });
}

/** One line of bars with their numbers over them. */
function drawLine(
  system: SideBySide,
  side: 'a' | 'b',
  said: readonly ComparedBar[],
  score: Score,
): PageBlock {
  const { y, height, shapes } = system[side];
  const origin = { x: -signRoom, y: y - numberRoom };
  const numbers = system.layout.bars.flatMap((bar, index) => {
    const at = said[index]?.[side];
    return at === undefined
      ? []
      : [
          text(gutter + bar.x + 4, y - 2, `bar ${numberOfBar(score, at)}`, {
            face: 'narrow',
            anchor: 'start',
          }),
        ];
  });
  return {
    height: numberRoom + height + stemRoom,
    origin,
    says: `${side.toUpperCase()}: ${said.flatMap((each) => (each[side] === undefined ? [] : [`bar ${numberOfBar(score, each[side])}`])).join(', ')}`,
    shapes: [
      text(origin.x, y + height / 2, side.toUpperCase(), {
        size: 18,
        face: 'serif',
        weight: 700,
        anchor: 'start',
      }),
      ...numbers,
      ...shapes,
    ],
  };
}

/** What differs, bar by bar. */
function drawSaid(said: readonly ComparedBar[], score: Score, width: number): PageBlock {
  const lines = said.flatMap((each) => wrap(inWords(each, score), width - signRoom, wordSize));
  return {
    height: lines.length * lineHeight + 22,
    shapes: lines.map((words, index) =>
      text(signRoom, 14 + index * lineHeight, words, { size: wordSize, face: 'narrow', anchor: 'start' }),
    ),
  };
}

const isOther = ({ a, said }: ComparedBar): boolean => a === undefined || said.length > 0;

const inWords = ({ a, b, said }: ComparedBar, score: Score): string =>
  `bar ${numberOfBar(score, b ?? 0)}: ${a === undefined ? 'only here' : said.map(({ words }) => words).join('; ')}`;

/** Each later section with the one it is linked to; one without links with the first that has as many bars and much the same music. */
function versesOf(score: Score): Verses[] {
  const sections = sectionsOf(score);
  /** Bars of the later section; what only the earlier one has is left aside. */
  const compared = (before: Section, now: Section) =>
    compareBars({ score, ...before }, { score, ...now }, sectionLinks(score, now).indent).filter(
      ({ b }) => b !== undefined,
    );
  return sections.flatMap((now, index) => {
    const { base } = sectionLinks(score, now);
    const linked = sections
      .slice(0, index)
      .find(({ first, last }) => base !== undefined && first <= base.first && base.first <= last);
    const length = ({ first, last }: Section) => last - first;
    const alike = sections.slice(0, index).find((each) => {
      if (length(each) !== length(now)) return false;
      const bars = compared(each, now);
      return bars.filter(isOther).length <= mostOther * bars.length;
    });
    const before = linked ?? alike;
    return before ? [{ before, now, bars: compared(before, now) }] : [];
  });
}
