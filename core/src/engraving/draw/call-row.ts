import type { CallEntry } from '../../directions/index.ts';
import { countOf, inPlayingOrder, wordsOf, type Score } from '../../score/index.ts';
import {
  callDigitSize,
  callDigitsWidth,
  countedTicks,
  countSize,
  lyricSize,
  sungSize,
  plusSize,
} from '../bar-moments.ts';
import { callDigits } from '../call-digits.ts';
import { text, type Ink, type Shape } from '../shape.ts';
import { textWidth } from '../text-width.ts';
import type { BarFrame } from './frame.ts';

const verbSize = 14.5;

/**
 * What the teacher says, each word on its note's x, the count below it, the sung words below that, and under a word the pitch it is sung on where
 * that is not the guitar's.
 */
export function drawCallRow(
  frame: BarFrame,
  entries: readonly CallEntry[],
  bars: Score['bars'],
  shown: (names: string) => string,
): Shape[] {
  const { bar, index, rows, x } = frame;
  const said = new Map(entries.map((entry) => [entry.tick, entry]));
  const crowds = (other: CallEntry | undefined, entry: CallEntry) =>
    other !== undefined &&
    Math.abs(x(other.tick) - x(entry.tick)) < (verbWidth(other) + verbWidth(entry)) / 2 + 5;
  /** Between the beats there is no room for "hammer": its letter stands there instead, as on the slur. */
  const isShort = (entry: CallEntry, position: number) =>
    entry.voice === 'melody' &&
    entry.verb !== '' &&
    (crowds(entries[position - 1], entry) || crowds(entries[position + 1], entry));
  const words = entries.flatMap((entry, position): Shape[] => [
    ...drawVerb(entry, frame, isShort(entry, position)),
    ...drawCallDigits(frame, entry.tick),
  ]);
  const counts = countedTicks(bar).map((tick) => {
    const entry = said.get(tick);
    const ink: Ink = entry?.voice === 'melody' ? 'ink2-deep' : entry ? 'ink1' : 'ink1-65';
    return text(x(tick), rows.countBase, countOf(bars, index, tick), {
      size: countSize,
      weight: entry ? 700 : 400,
      ink,
    });
  });
  const lyrics = wordsOf(bar).flatMap(({ tick, text: word, pitch }) => [
    text(x(tick), rows.lyricBase, word, { face: 'serif', italic: true, size: lyricSize }),
    ...(pitch === undefined
      ? []
      : [text(x(tick), rows.sungBase, shown(pitch), { face: 'serif', weight: 700, size: sungSize })]),
  ]);
  return [...words, ...counts, ...lyrics];
}

const verbWidth = ({ verb }: CallEntry): number => textWidth(verb, verbSize, 'narrow');

function drawVerb({ verb, voice, tick }: CallEntry, { rows, x }: BarFrame, isShort: boolean): Shape[] {
  if (verb === '') return [];
  if (isShort)
    return [
      text(x(tick), rows.verbBase, verb.slice(0, 1), {
        size: 14,
        italic: true,
        weight: 600,
        ink: 'ink2-deep',
      }),
    ];
  return [
    text(x(tick), rows.verbBase, verb, {
      size: verbSize,
      face: 'narrow',
      weight: voice === 'both' ? 700 : 400,
    }),
  ];
}

/** Thumb strings upright, melody strings slanted and red, joined by a plus when they are struck together. */
export function drawCallDigits({ bar, rows, x }: BarFrame, tick: number, onBrass = false): Shape[] {
  const said = bar.notes.filter((note) => note.tick === tick && !note.tied).sort(inPlayingOrder);
  const digits = callDigits(said);
  const look = { face: 'narrow', weight: 700, anchor: 'start' } as const;
  const base = rows.digitBase;
  let at = x(tick) - callDigitsWidth(digits) / 2;
  const shapes: Shape[] = [];
  const set = (words: string, size: number, ink: Ink, italic: boolean) => {
    if (words === '') return;
    // The measured width is an upper bound: each part is centred in its own.
    const width = textWidth(words, size, 'narrow');
    shapes.push(text(at + width / 2, base, words, { ...look, anchor: 'middle', size, ink, italic }));
    at += width;
  };
  set(digits.thumb, callDigitSize, 'ink1', false);
  if (digits.plus) set('+', plusSize, 'ink1', false);
  set(digits.melody, callDigitSize, onBrass ? 'ink2-deep' : 'ink2', true);
  return shapes;
}
