import type { CallEntry } from '../../directions/index.ts';
import { countOf, inPlayingOrder, wordsOf, type Score } from '../../score/index.ts';
import {
  callDigitSize,
  callDigitsWidth,
  callFretGap,
  callFretSize,
  type CallDepth,
  countedTicks,
  countSize,
  lyricSize,
  sungSize,
  plusSize,
} from '../bar-moments.ts';
import { callDigits, type CallPart } from '../../directions/index.ts';
import { text, type Ink, type Shape, type TextLook } from '../shape.ts';
import { textWidth } from '../text-width.ts';
import type { BarFrame } from './frame.ts';

const verbSize = 14.5;

interface CallOptions {
  readonly shown: (names: string) => string;
  readonly call?: CallDepth | undefined;
}

/**
 * What the teacher says, each word on its note's x, the count below it, the sung words below that, and under a word the pitch it is sung on where
 * that is not the guitar's.
 */
export function drawCallRow(
  frame: BarFrame,
  entries: readonly CallEntry[],
  bars: Score['bars'],
  { shown, call = 'strings' }: CallOptions,
): Shape[] {
  const { bar, index, rows, x } = frame;
  const said = new Map(entries.map((entry) => [entry.tick, entry]));
  const looks = verbLooks(entries, x);
  const words = (call === 'none' ? [] : entries).flatMap((entry, position): Shape[] => [
    ...drawVerb(entry, frame, looks[position] ?? 'word'),
    ...drawCallDigits(frame, entry.tick, { call }),
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

type VerbLook = 'word' | 'letter' | 'none';
const widthOf: Readonly<Record<VerbLook, (verb: string) => number>> = {
  word: (verb) => textWidth(verb, verbSize, 'narrow'),
  letter: (verb) => textWidth(verb.slice(0, 1), letterSize, 'narrow'),
  none: () => 0,
};
const letterSize = 14;
/** Between two words; where a word would have to go for it, they may come nearer. */
const verbGap = 5;
const leastGap = 1;

/**
 * How each verb is written so that none runs into another. Between the beats there is no room for "hammer": its letter stands there instead, as on the slur.
 * Where "thumb" and "pinch" would still touch they are left out, the later first: an upright digit says the thumb, a plus the pinch.
 */
function verbLooks(entries: readonly CallEntry[], x: (tick: number) => number): VerbLook[] {
  const looks = entries.map((): VerbLook => 'word');
  const touches = (a: number, b: number, gap: number): boolean => {
    const [one, other] = [entries[a], entries[b]];
    const [look, otherLook] = [looks[a], looks[b]];
    if (!one?.verb || !other?.verb || !look || !otherLook || look === 'none' || otherLook === 'none')
      return false;
    const room = Math.abs(x(other.tick) - x(one.tick));
    return room < (widthOf[look](one.verb) + widthOf[otherLook](other.verb)) / 2 + gap;
  };
  const before = (at: number) => looks.findLastIndex((look, index) => index < at && look !== 'none');
  entries.forEach(({ voice, verb }, at) => {
    const mayShrink = voice === 'melody' || (verb !== 'thumb' && verb !== 'pinch');
    if (mayShrink && (touches(at - 1, at, verbGap) || touches(at, at + 1, verbGap))) looks[at] = 'letter';
  });
  entries.forEach(({ verb }, at) => {
    if (
      (verb === 'thumb' || verb === 'pinch') &&
      (touches(before(at), at, leastGap) ||
        (touches(at, at + 1, leastGap) && entries[at + 1]?.voice === 'melody'))
    )
      looks[at] = 'none';
  });
  return looks;
}

/** A verb of the melody alone is slanted and red, as its strings are, where the thumb strikes under it. */
function drawVerb({ verb, voice, tick, moves }: CallEntry, { rows, x }: BarFrame, look: VerbLook): Shape[] {
  if (verb === '' || look === 'none') return [];
  const isOfMelody = voice === 'melody' || moves === 'melody';
  if (look === 'letter')
    return [
      text(x(tick), rows.verbBase, verb.slice(0, 1), {
        size: letterSize,
        italic: isOfMelody,
        weight: 600,
        ink: isOfMelody ? 'ink2-deep' : 'ink1',
      }),
    ];
  return [
    text(x(tick), rows.verbBase, verb, {
      size: verbSize,
      face: 'narrow',
      weight: voice === 'both' ? 700 : 400,
      ...(moves === 'melody' ? { italic: true, ink: 'ink2-deep' as const } : {}),
    }),
  ];
}

/** A fret stands a little lower than its string. */
const fretDrop = 4.5;

/** Thumb strings upright, melody strings slanted and red, joined by a plus when they are struck together. */
export function drawCallDigits(
  { bar, rows, x }: BarFrame,
  tick: number,
  { call, onBrass = false }: { readonly call: CallDepth; readonly onBrass?: boolean },
): Shape[] {
  if (call === 'none') return [];
  const said = bar.notes.filter((note) => note.tick === tick && !note.tied).sort(inPlayingOrder);
  const digits = callDigits(said, call === 'frets');
  const base = rows.digitBase;
  let at = x(tick) - callDigitsWidth(digits) / 2;
  const shapes: Shape[] = [];
  const set = (words: string, size: number, { y = base, ...look }: TextLook & { readonly y?: number }) => {
    // The measured width is an upper bound: each part is centred in its own.
    const width = textWidth(words, size, look.face ?? 'narrow');
    shapes.push(text(at + width / 2, y, words, { face: 'narrow', weight: 700, size, ...look }));
    at += width;
  };
  const say = (parts: readonly CallPart[], ink: Ink, italic: boolean) => {
    for (const { digits: string, fret } of parts) {
      set(string, callDigitSize, { ink, italic });
      if (fret === '') continue;
      at += callFretGap;
      set(fret, callFretSize, { ink, face: 'serif', y: base + fretDrop });
    }
  };
  say(digits.thumb, 'ink1', false);
  if (digits.plus) set('+', plusSize, { ink: 'ink1' });
  say(digits.melody, onBrass ? 'ink2-deep' : 'ink2', true);
  return shapes;
}
