import {
  likelihoodOf,
  strokesBetween,
  strokeSigns,
  type HeardNote,
  type PossibleStroke,
} from '../listening/index.ts';
import type { Midi } from '../pitch/index.ts';
import type { ModelHearing } from './model-hearing.ts';

/** How much each sign speaks for a note that nobody asked for, in the order of the signs, then whether it is a partial of a note of the study at its moment: logistic regression over takes with many such notes of every other piece of the demo, by fluidsynth, two deals of them (`npm run bench -- asked` prints what one deal gives: nearly the same). */
const weighing = {
  constant: -9.699,
  weights: [1.978, 3.193, -2.858, -0.596, -0.844, 0.76, -0.635, -0.258, 0.09, -3.541],
};
/** What is less sure than this is no note. */
const leastSure = 0.6;
/** An onset at which it is no less likely than this is where it was struck. */
const sureAtOnset = 0.2;
/** A note of the study is itself so long before its time and after it, in seconds, and strays of one pitch so near to each other are one: a model hears low strings a little before they are struck, too. */
const sameNoteS = { before: 0.13, after: 0.09, stray: 0.12 };
/** Partials of a note begin with it, in seconds. */
const togetherS = 0.05;
/** Half steps from a note to its second to sixth partial. */
const partials: ReadonlySet<number> = new Set([12, 19, 24, 28, 31]);

/** A note of the study, where it was played or was to be. */
export interface AskedMoment {
  readonly midi: Midi;
  readonly atS: number;
}

/** A stroke that may be one, with the signs of it; whether it lies at an onset. */
type PossibleStray = PossibleStroke & { readonly isAtOnset: boolean };

/** What may have been played beside a study. */
export function possibleStrays(
  { onsets, activations }: ModelHearing,
  asked: readonly AskedMoment[],
  pitches: readonly Midi[],
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
    return [{ startS, midi, signs: [...signs, Number(isPartial)], isAtOnset }];
  });
}

/** The notes that were likely played beside a study. */
export function strayNotes(
  hearing: ModelHearing,
  asked: readonly AskedMoment[],
  pitches: readonly Midi[],
): HeardNote[] {
  const possible = possibleStrays(hearing, asked, pitches)
    .map((each) => ({ ...each, sureness: likelihoodOf(each.signs, weighing) }))
    .filter(({ sureness }) => sureness >= sureAtOnset)
    .sort((a, b) => b.sureness - a.sureness);
  const found: HeardNote[] = [];
  for (const { midi, startS, sureness } of possible) {
    if (sureness < leastSure) break;
    const isNear = (each: { readonly midi: Midi; readonly startS: number }, reachS: number) =>
      each.midi === midi && Math.abs(each.startS - startS) < reachS;
    if (found.some((each) => isNear(each, sameNoteS.stray))) continue;
    const onset = possible.find((each) => each.isAtOnset && isNear(each, sameNoteS.stray));
    found.push({ startS: onset?.startS ?? startS, endS: null, midi, velocity: null, sureness });
  }
  return found;
}
