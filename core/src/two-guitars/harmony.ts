import { barChords } from '../form/index.ts';
import { soundingShift } from '../instrument/index.ts';
import { modulo, type Degree } from '../pitch/index.ts';
import { barTicks, type Score, type Ticks } from '../score/index.ts';
import { chordClasses, parseChord } from '../shapes/index.ts';

/** A chord as long as it is held within one bar. */
export interface HeldHarmony {
  /** From 0. */
  readonly bar: number;
  /** From the start of the bar. */
  readonly from: Ticks;
  readonly to: Ticks;
  /** As the grip is named, "A7"; undefined where it has no plain name. */
  readonly name: string | undefined;
  /** What is heard of it: pitch classes with the degree each is. */
  readonly classes: ReadonlyMap<number, Degree>;
}

/** The chords of a bar, each from its grip to the next. */
export function harmonyOfBar(score: Score, bar: number): HeldHarmony[] {
  const metre = score.bars[bar]?.metre;
  if (!metre) return [];
  const shift = soundingShift(score);
  const chords = barChords(score, bar);
  return chords.map(({ tick, name }, index) => {
    const chord = name === undefined ? undefined : parseChord(name);
    return {
      bar,
      from: tick,
      to: chords[index + 1]?.tick ?? barTicks(metre),
      name: chord?.ok ? name : undefined,
      classes: chord?.ok
        ? new Map([...chordClasses(chord.value)].map(([each, degree]) => [modulo(each + shift, 12), degree]))
        : new Map(),
    };
  });
}

export const isThird = (degree: Degree | undefined): boolean => degree === '3' || degree === 'b3';
export const isSeventh = (degree: Degree | undefined): boolean =>
  degree === 'b7' || degree === '7' || degree === 'bb7';
