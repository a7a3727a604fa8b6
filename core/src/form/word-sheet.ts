import { wordsOf, type Score } from '../score/index.ts';
import { barChords } from './bar-chords.ts';
import type { Section } from './sections.ts';

/** A piece of a sung line under the chord that comes in with it. */
interface WordSheetPart {
  /** Empty where no chord comes in. */
  readonly chord: string;
  readonly words: string;
}

/** Four bars at most: chords over the words sung meanwhile. */
export interface WordSheetLine {
  /** From 0. */
  readonly firstBar: number;
  readonly parts: readonly WordSheetPart[];
}

const barsToLine = 4;

/** The words of a section with its chords over them, as singers read them: a line for each four bars. */
export function wordSheet(score: Score, { first, last }: Section): WordSheetLine[] {
  const lines: WordSheetLine[] = [];
  for (let bar = first; bar <= last; bar += barsToLine) {
    const until = Math.min(last, bar + barsToLine - 1);
    const parts = range(bar, until).flatMap((index) => partsOfBar(score, index, index === first));
    const isParted =
      range(bar, until)
        .flatMap((index) => wordsOfBar(score, index))
        .at(-1)
        ?.text.endsWith('-') ?? false;
    lines.push({ firstBar: bar, parts: withHyphen(joined(parts), isParted) });
  }
  return lines;
}

const range = (from: number, to: number): number[] =>
  Array.from({ length: to - from + 1 }, (_, each) => from + each);

const wordsOfBar = ({ bars }: Score, index: number) => {
  const bar = bars[index];
  return bar ? wordsOf(bar) : [];
};

/** A word that goes on in the next line is parted by a hyphen. */
const withHyphen = (parts: readonly WordSheetPart[], isParted: boolean): WordSheetPart[] =>
  parts.map((part, index) =>
    isParted && index === parts.length - 1 ? { ...part, words: `${part.words}-` } : part,
  );

/** At each moment of a bar with a chord coming in, or a word, what there is. */
function partsOfBar(score: Score, index: number, isFirst: boolean): WordSheetPart[] {
  const bar = score.bars[index];
  if (!bar) return [];
  const chords = barChords(score, index).filter(({ isCarried }) => !isCarried || isFirst);
  const words = wordsOfBar(score, index);
  const ticks = [...new Set([...chords, ...words].map(({ tick }) => tick))].sort((a, b) => a - b);
  return ticks.map((tick) => ({
    chord: chords.find((chord) => chord.tick === tick)?.name ?? '',
    words: spoken(words.find((word) => word.tick === tick)?.text ?? ''),
  }));
}

/** Syllables of one word are joined again; a word ends in a blank. */
const spoken = (text: string): string =>
  text === '' ? '' : text.endsWith('-') ? text.slice(0, -1) : `${text} `;

/** What comes without a chord belongs to the part before. */
function joined(parts: readonly WordSheetPart[]): WordSheetPart[] {
  const lines: WordSheetPart[] = [];
  for (const part of parts) {
    const before = lines.at(-1);
    if (part.chord === '' && before)
      lines[lines.length - 1] = { ...before, words: before.words + part.words };
    else lines.push(part);
  }
  return lines;
}
