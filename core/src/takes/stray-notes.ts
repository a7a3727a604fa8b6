import { likelihoodOf, type HeardNote, type KnownStroke } from '../listening/index.ts';
import type { Midi } from '../pitch/index.ts';
import type { LevelSigns } from './level-signs.ts';
import type { LikelyStray, TakeHearing } from './take-ear.ts';

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

/** What may have been played beside a study: none of its notes. */
export function possibleStrays(
  { ear }: TakeHearing,
  asked: readonly KnownStroke[],
  pitches: readonly Midi[],
  levels: LevelSigns,
): LikelyStray[] {
  return ear.mayBeStruck(pitches, levels).flatMap(({ startS, midi, signs, isAtOnset }) => {
    const isAsked = asked.some(
      (note) =>
        note.midi === midi && startS > note.atS - sameNoteS.before && startS < note.atS + sameNoteS.after,
    );
    if (isAsked) return [];
    const isPartial = asked.some(
      (note) => Math.abs(note.atS - startS) < togetherS && partials.has(midi - note.midi),
    );
    return [{ startS, midi, signs: [...signs, Number(isPartial), ...levels.at(midi, startS)], isAtOnset }];
  });
}

/** The notes that may have been played beside a study, none less likely than {@link leastLikely}, each once. */
export function strayNotes(
  hearing: TakeHearing,
  asked: readonly KnownStroke[],
  pitches: readonly Midi[],
  levels: LevelSigns,
): HeardNote[] {
  const possible = possibleStrays(hearing, asked, pitches, levels)
    .map((each) => ({ ...each, sureness: likelihoodOf(each.signs, hearing.ear.weighing.stray) }))
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
