import { barChords } from '../form/index.ts';
import { openMidi, type StringNumber, type Tuning } from '../instrument/index.ts';
import { modulo, pitchClassOf } from '../pitch/index.ts';
import type { Figure } from './figure.ts';
import type { FigureTarget } from './figure-target.ts';
import type { OldPlace, Place } from './relocate.ts';

/** Half steps a tone is moved by beside the figure as a whole. */
export type Tweak = (old: OldPlace) => number;

/** On the same string, so many half steps higher. */
export const alongPlace =
  (by: number, tuning: Tuning, tweak: Tweak) =>
  (old: OldPlace): Place => ({
    string: old.string,
    fret: old.midi + by + tweak(old) - openMidi(tuning, old.string),
  });

/** So many strings nearer to string 1, so many half steps higher. */
export const acrossPlace =
  (strings: number, by: number, tuning: Tuning, tweak: Tweak = () => 0) =>
  (old: OldPlace): Place => {
    const string = old.string - strings;
    if (string < 1 || string > 6) return { string, fret: 0 };
    return { string, fret: old.midi + by + tweak(old) - openMidi(tuning, string as StringNumber) };
  };

/** How many half steps higher a figure sounds on other strings when its thickest string keeps its frets. */
export function raiseAcross({ score }: Figure, strings: number, tuning: Tuning): number {
  const thickest = Math.max(...score.bars.flatMap(({ notes }) => notes.map(({ string }) => string)));
  const to = Math.min(6, Math.max(1, thickest - strings)) as StringNumber;
  return openMidi(tuning, to) - openMidi(score.tuning, thickest as StringNumber);
}

/** The thumb’s tones on an open bass string that has them, in whatever octave (common practice); everything else as it lies. */
export function openBassPlace(figure: Figure, by: number, tuning: Tuning, along: (old: OldPlace) => Place) {
  return (old: OldPlace): Place => {
    if (old.note ? old.note.voice !== 'thumb' : !isThumbString(figure, old)) return along(old);
    const wanted = old.midi + by;
    const open = bassStrings
      .filter((string) => modulo(openMidi(tuning, string) - wanted, 12) === 0)
      .sort((a, b) => Math.abs(openMidi(tuning, a) - wanted) - Math.abs(openMidi(tuning, b) - wanted))[0];
    return open === undefined ? along(old) : { string: open, fret: 0 };
  };
}

const bassStrings: readonly StringNumber[] = [6, 5, 4];

const isThumbString = ({ score }: Figure, { bar, string, fret }: OldPlace): boolean =>
  score.bars[bar]?.notes.some(
    (note) => note.voice === 'thumb' && note.string === string && note.fret === fret,
  ) ?? false;

/** What lies on the third of the chord held there goes down or up with it. */
export function thirdTweak({ score }: Figure, third: FigureTarget['third']): Tweak {
  if (third === undefined) return () => 0;
  const interval = third === 'lowered' ? 4 : 3;
  const roots = score.bars.map((_, index) =>
    barChords(score, index).map((chord) => ({
      tick: chord.tick,
      pitchClass: chord.root && pitchClassOf(chord.root),
    })),
  );
  return ({ midi, bar, tick }) => {
    const root = roots[bar]?.findLast((each) => each.tick <= tick)?.pitchClass ?? roots[bar]?.[0]?.pitchClass;
    if (root === undefined || modulo(midi - root, 12) !== interval) return 0;
    return third === 'lowered' ? -1 : 1;
  };
}
