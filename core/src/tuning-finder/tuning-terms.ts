import {
  familiarShapes,
  openMidiLowToHigh,
  planRetuning,
  standardTuning,
  type Tuning,
} from '../instrument/index.ts';
import { modulo, pitchClassOf, tonicOf, type Key } from '../pitch/index.ts';
import { nameGrip } from '../shapes/index.ts';
import { tuningCosts } from './costs.ts';
import type { TuningTerm } from './found-tuning.ts';
import { openFunctions } from './open-functions.ts';
import type { Passage } from './passage.ts';

/** What a tuning costs a player before a note is laid: its key, its open strings, what is to be learned and what it does to the strings. */
export function ownTerms(tuning: Tuning, shapeKey: Key, passage: Passage): TuningTerm[] {
  const away = awayFromStandard(tuning);
  return [
    { name: 'unfamiliar key', mm: unfamiliarMm(tuning, shapeKey) },
    {
      name: 'open strings off the key’s chord',
      mm: passage.noteCount === 0 ? 0 : offChord(tuning, shapeKey) * tuningCosts.openOffChord,
    },
    {
      name: 'strings unlike standard tuning',
      mm: unlikeStandardMm(away),
    },
    {
      name: 'no chord under the bottleneck',
      mm: liesAcross(tuning) ? 0 : underGlass(passage) * tuningCosts.noChordAcross,
    },
    {
      name: 'strings above their usual pitch',
      mm: away.filter((semitones) => semitones > 0).length * tuningCosts.raisedPitch,
    },
  ];
}

/** By how many semitones each string is away from standard tuning, from string 6. */
const awayFromStandard = (tuning: Tuning): number[] => {
  const standard = openMidiLowToHigh(standardTuning);
  return openMidiLowToHigh(tuning).map(
    (midi, index) => midi + (tuning.wholeSemitones ?? 0) - (standard[index] ?? midi),
  );
};

/** Frets to be learned, string by string; or all strings away by the same, as in a guitar tuned down as a whole, and the rest learned. */
const unlikeStandardMm = (away: readonly number[]): number =>
  Math.min(
    ...away.map((whole) => {
      const strange = away.filter((semitones) => semitones !== whole).length;
      return strange * tuningCosts.strangeString + (whole === 0 ? 0 : tuningCosts.tunedAway);
    }),
  );

/** The way from one tuning to another. */
export function retuningMm(today: Tuning, tuning: Tuning): number {
  const turned = planRetuning(today, tuning).strings.filter(({ cents }) => cents !== 0);
  return turned.reduce(
    (sum, { cents, direction }) =>
      sum +
      (Math.abs(cents) / 100) * tuningCosts.semitone +
      tuningCosts.turnedString +
      (direction === 'up' ? tuningCosts.raisedString : 0),
    0,
  );
}

/**
 * Keys whose bass lies open are familiar; so are the everyday keys wherever strings 4 to 1 lie as in standard or with string 1
 * a whole step down, as players bring those grips along. A tuning that spells a chord is played in that chord's key, now and then
 * on its fourth or fifth degree, hardly elsewhere; one that spells a suspended chord is at home on its fourth, too (common practice).
 */
function unfamiliarMm(tuning: Tuning, key: Key): number {
  const byBass = tuningCosts.familiarity[openFunctions(tuning, key).length] ?? 0;
  const home = openStringsChord(tuning);
  const isEveryday = familiarShapes[key.mode].some((tonic) => tonic === key.tonic);
  if (home === undefined)
    return isEveryday && keepsGrips(tuning) ? Math.min(byBass, tuningCosts.everydayKey) : byBass;
  const step = modulo(pitchClassOf(tonicOf(key)) - home.root, 12);
  if (step === 0 || (step === 5 && home.isSuspended)) return byBass;
  return byBass + (step === 5 || step === 7 ? tuningCosts.besideHome : tuningCosts.awayFromHome);
}

function keepsGrips(tuning: Tuning): boolean {
  const [, , fourth = 0, third = 0, second = 0] = openMidiLowToHigh(tuning);
  return third - fourth === 5 && second - third === 4;
}

/** A major or minor triad, a fifth or a suspended one, over any of its tones. */
const plainChord = /^[A-G][#b]?(m|5|sus[24])?(\/[A-G][#b]?)?$/;

/** What a tuning's open strings spell, its root as a pitch class; undefined where they spell no plain chord. */
function openStringsChord(
  tuning: Tuning,
): { readonly root: number; readonly isSuspended: boolean } | undefined {
  const { name, tones } = nameGrip(tuning, [0, 0, 0, 0, 0, 0]);
  const root = tones.find(({ degree }) => degree === '1');
  return name === null || root === undefined || !plainChord.test(name)
    ? undefined
    : { root: modulo(root.midi, 12), isSuspended: name.includes('sus') };
}

/** Whether a straight bottleneck has a major or minor chord under it. */
function liesAcross(tuning: Tuning): boolean {
  const { name } = nameGrip(tuning, [0, 0, 0, 0, 0, 0]);
  return name !== null && straightChord.test(name);
}

const straightChord = /^[A-G][#b]?m?(\/[A-G][#b]?)?$/;

/** Share of a passage's notes that are played with a bottleneck. */
function underGlass({ moments, noteCount }: Passage): number {
  const glass = moments.flatMap(({ notes }) => notes).filter(({ source }) => source.bottleneck !== undefined);
  return noteCount === 0 ? 0 : glass.length / noteCount;
}

/** Open strings that are no tone of the chord on the key's first degree: an open tuning is at home in its own key. */
function offChord(tuning: Tuning, key: Key): number {
  const tonic = pitchClassOf(tonicOf(key));
  const chord = [0, key.mode === 'minor' ? 3 : 4, 7].map((step) => modulo(tonic + step, 12));
  return openMidiLowToHigh(tuning).filter((midi) => !chord.includes(modulo(midi, 12))).length;
}
