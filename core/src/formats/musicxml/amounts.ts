import type { Note } from '../../score/index.ts';

/**
 * Amounts of marks for which MusicXML has no place: written as `other-technical`, a word and a whole number, which Jocund reads back
 * and others may ignore.
 */
const amounts: Readonly<
  Record<
    string,
    {
      readonly of: (note: Note) => number | undefined;
      readonly set: (marks: Partial<Note>, value: number) => Partial<Note>;
      readonly low: number;
      readonly high: number;
    }
  >
> = {
  'slide-from-fret': {
    of: ({ slide }) => slide?.approachFret,
    set: (marks, approachFret) => ({ ...marks, slide: { ...marks.slide, approachFret } }),
    low: 0,
    high: 24,
  },
  'slide-over-ticks': {
    of: ({ slide }) => slide?.overTicks,
    set: (marks, overTicks) => ({ ...marks, slide: { ...marks.slide, overTicks } }),
    low: 1,
    high: 7680,
  },
  'turn-frets': {
    of: ({ ornamentFrets }) => ornamentFrets,
    set: (marks, ornamentFrets) => ({ ...marks, ornamentFrets }),
    low: 1,
    high: 5,
  },
  'glass-angle': {
    of: ({ bottleneck }) => bottleneck?.angleDegrees,
    set: (marks, angleDegrees) => ({ ...marks, bottleneck: { ...marks.bottleneck, angleDegrees } }),
    low: -45,
    high: 45,
  },
  'glass-cents': {
    of: ({ bottleneck }) => bottleneck?.cents,
    set: (marks, cents) => ({ ...marks, bottleneck: { ...marks.bottleneck, cents } }),
    low: -90,
    high: 90,
  },
  'glass-vibrato-cents': {
    of: ({ bottleneck }) => bottleneck?.vibratoCents,
    set: (marks, vibratoCents) => ({ ...marks, bottleneck: { ...marks.bottleneck, vibratoCents } }),
    low: 5,
    high: 150,
  },
};

/** "slide-from-fret 3", one for each amount a note says. */
export const amountWords = (note: Note): string[] =>
  Object.entries(amounts).flatMap(([word, { of }]) => {
    const value = of(note);
    return value === undefined ? [] : [`${word} ${value}`];
  });

/** The marks with an amount read back; undefined when the text is no amount, or out of its range. */
export function withAmount<Marks extends Partial<Note>>(marks: Marks, text: string): Marks | undefined {
  const match = /^([a-z-]+) (-?\d{1,4})$/.exec(text);
  const known = match?.[1] === undefined ? undefined : amounts[match[1]];
  const value = Number(match?.[2]);
  if (!known || value < known.low || value > known.high) return undefined;
  return { ...marks, ...known.set(marks, value) };
}
