import {
  likelihoodOf,
  strokesBetween,
  strokeSigns,
  type HeardNote,
  type KnownStroke,
  type PossibleStroke,
} from '../listening/index.ts';
import type { Midi } from '../pitch/index.ts';
import type { LevelSigns } from './level-signs.ts';
import type { ModelHearing } from './model-hearing.ts';

/** How much each sign speaks for a note that nobody asked for, in the order of the signs, then whether it is a partial of a note of the study at its moment, then in the order of the signs by levels: logistic regression over takes with many such notes of every other piece of the demo, by fluidsynth, two deals of them (`npm run bench -- asked` prints what one deal gives: nearly the same). */
const weighing = {
  constant: -1.495,
  weights: [
    1.976, 2.536, -2.642, 0.372, -1.626, 0.739, 0.006, -0.159, 0.257, -3.492, 1.203, -0.716, 0.864, 0.968,
    0.48, -0.027, 0.087,
  ],
};
/** What is less likely than this is no note, whatever speaks for it beside what is heard. */
const leastLikely = 0.05;
/** An onset at which it is no less likely than this is where it was struck. */
const sureAtOnset = 0.2;
/** A note of the study is itself so long before its time and after it, in seconds, and strays of one pitch so near to each other are one: a model hears low strings a little before they are struck, too. */
const sameNoteS = { before: 0.13, after: 0.09, stray: 0.12 };
/** Partials of a note begin with it, in seconds. */
const togetherS = 0.05;
/** Half steps from a note to its second to sixth partial. */
const partials: ReadonlySet<number> = new Set([12, 19, 24, 28, 31]);

/** A stroke that may be one, with the signs of it; whether it lies at an onset. */
type PossibleStray = PossibleStroke & { readonly isAtOnset: boolean };

/** What may have been played beside a study. */
export function possibleStrays(
  { onsets, activations }: ModelHearing,
  asked: readonly KnownStroke[],
  pitches: readonly Midi[],
  levelSigns: LevelSigns,
): PossibleStray[] {
  const atOnsets = strokeSigns(onsets, activations, pitches).flatMap((struck, index) =>
    struck.map((each) => ({ ...each, startS: onsets[index]?.atS ?? 0, isAtOnset: true })),
  );
  const between = strokesBetween(onsets, activations, pitches).map((each) => ({ ...each, isAtOnset: false }));
  return [...atOnsets, ...between].flatMap(({ startS, midi, signs, isAtOnset }) => {
    const isAsked = asked.some(
      (note) =>
        note.midi === midi && startS > note.atS - sameNoteS.before && startS < note.atS + sameNoteS.after,
    );
    if (isAsked) return [];
    const isPartial = asked.some(
      (note) => Math.abs(note.atS - startS) < togetherS && partials.has(midi - note.midi),
    );
    return [{ startS, midi, signs: [...signs, Number(isPartial), ...levelSigns(midi, startS)], isAtOnset }];
  });
}

/** The notes that may have been played beside a study, none less likely than {@link leastLikely}, each once. */
export function strayNotes(
  hearing: ModelHearing,
  asked: readonly KnownStroke[],
  pitches: readonly Midi[],
  levelSigns: LevelSigns,
): HeardNote[] {
  const possible = possibleStrays(hearing, asked, pitches, levelSigns)
    .map((each) => ({ ...each, sureness: likelihoodOf(each.signs, weighing) }))
    .filter(({ sureness }) => sureness >= leastLikely)
    .sort((a, b) => b.sureness - a.sureness);
  const found: HeardNote[] = [];
  for (const { midi, startS, sureness } of possible) {
    const isNear = (each: { readonly midi: Midi; readonly startS: number }, reachS: number) =>
      each.midi === midi && Math.abs(each.startS - startS) < reachS;
    if (found.some((each) => isNear(each, sameNoteS.stray))) continue;
    const onset = possible.find(
      (each) => each.isAtOnset && each.sureness >= sureAtOnset && isNear(each, sameNoteS.stray),
    );
    found.push({ startS: onset?.startS ?? startS, endS: null, midi, velocity: null, sureness });
  }
  return found;
}
