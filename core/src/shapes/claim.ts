import { highestFret, openMidi, stringsLowToHigh, type Instrument } from '../instrument/index.ts';
import { modulo, noteNameIn, spellInKey, type Key, type NameLanguage } from '../pitch/index.ts';
import type { GripFrets } from '../score/index.ts';
import { chordClasses, chordText, classOfDegree, degreeNote, type Chord } from './chord.ts';
import { gripTones } from './grip.ts';

/** One string fretted otherwise: `fret` null is not played, 0 open. */
interface StringChange {
  readonly string: number;
  readonly fret: number | null;
}

/** Whether a grip is what it is called, and the nearest grip that would be. */
export interface CheckedClaim {
  readonly holds: boolean;
  /** Tones of the claimed chord that do not sound; a missing fifth alone does not break a claim. */
  readonly missing: readonly string[];
  /** Sounding tones that the claimed chord does not have. */
  readonly foreign: readonly string[];
  /** The fewest strings to change, nearest frets first; empty when the claim holds or nothing near helps. */
  readonly changes: readonly StringChange[];
  /** "contains no B, so not G; nearest grip: string 5 fret 2" */
  readonly sentence: string;
}

const mostChanges = 3;
/** How far a string's fret may move in the search for the nearest grip. */
const nearby = 3;

/** Checks a teacher's name for a grip against what sounds. */
export function checkClaim(
  instrument: Instrument,
  frets: GripFrets,
  claimed: Chord,
  language: NameLanguage = 'english',
  key?: Key,
): CheckedClaim {
  const { missing, foreign } = faultsOf(instrument, frets, claimed);
  const missingNames = missing.map((degree) => noteNameIn(degreeNote(claimed, degree), language));
  const foreignNames = foreign.map((pitchClass) =>
    noteNameIn(spellInKey(pitchClass, key ?? { tonic: 'C', mode: 'major' }), language),
  );
  const holds = breaks(missing, foreign) === 0;
  const changes = holds ? [] : nearestChanges(instrument, frets, claimed);
  const name = chordText(claimed, language);
  return {
    holds,
    missing: missingNames,
    foreign: foreignNames,
    changes,
    sentence: holds
      ? missingNames.length > 0
        ? `${name} without its ${missingNames.join(', ')}`
        : `${name}: every tone of it sounds and no other`
      : sentenceFor(name, missingNames, foreignNames, changes),
  };
}

function sentenceFor(
  name: string,
  missing: readonly string[],
  foreign: readonly string[],
  changes: readonly StringChange[],
): string {
  const faults = [
    missing.length > 0 ? `contains no ${missing.join(', no ')}` : '',
    foreign.length > 0 ? `contains ${foreign.join(', ')}` : '',
  ].filter((part) => part !== '');
  const nearest =
    changes.length === 0
      ? 'no grip near it would be'
      : `nearest grip: ${changes.map(changeWords).join(', ')}`;
  return `${faults.join(' and ')}, so not ${name}; ${nearest}`;
}

const changeWords = ({ string, fret }: StringChange): string =>
  fret === null
    ? `string ${string} not played`
    : fret === 0
      ? `string ${string} open`
      : `string ${string} fret ${fret}`;

function faultsOf({ tuning }: Instrument, frets: GripFrets, claimed: Chord) {
  const classes = chordClasses(claimed);
  const sounding = new Set(gripTones(tuning, frets).map(({ midi }) => modulo(midi, 12)));
  const missing = claimed.kind.degrees.filter(
    (degree) => !claimed.without.includes(degree) && !sounding.has(classOfDegree(claimed, degree)),
  );
  const foreign = [...sounding].filter((pitchClass) => !classes.has(pitchClass));
  return { missing, foreign };
}

/** A fifth may be left out; anything else missing, and any foreign tone, breaks the name. */
const breaks = (missing: readonly string[], foreign: readonly number[]): number =>
  missing.filter((degree) => degree !== '5').length + foreign.length;

/** The fewest strings to fret otherwise so that the claim holds; among those the least way in frets. */
function nearestChanges(instrument: Instrument, frets: GripFrets, claimed: Chord): StringChange[] {
  const options = stringsLowToHigh.flatMap((string, index) =>
    fretOptions(instrument, frets, claimed, index, openMidi(instrument.tuning, string)).map(
      ({ fret, way }) => ({
        string,
        index,
        fret,
        way,
      }),
    ),
  );
  type Option = (typeof options)[number];
  let best: { chosen: Option[]; way: number } | undefined;
  const search = (from: number, chosen: Option[], left: number): void => {
    const way = chosen.reduce((sum, option) => sum + option.way, 0);
    if (best && way >= best.way) return;
    if (left === 0) {
      const changed = frets.map((fret, index) => {
        const option = chosen.find((each) => each.index === index);
        return option ? option.fret : fret;
      });
      const { missing, foreign } = faultsOf(instrument, changed, claimed);
      if (changed.some((fret) => fret !== null) && breaks(missing, foreign) === 0) best = { chosen, way };
      return;
    }
    options.forEach((option, at) => {
      if (at < from || chosen.some((each) => each.index === option.index)) return;
      search(at + 1, [...chosen, option], left - 1);
    });
  };
  for (let count = 1; count <= mostChanges && !best; count += 1) search(0, [], count);
  return (best?.chosen ?? []).map(({ string, fret }) => ({ string, fret }));
}

/** What a string could do instead: a chord tone nearby, open, or nothing. Not playing it is the last resort. */
function fretOptions(instrument: Instrument, frets: GripFrets, claimed: Chord, index: number, open: number) {
  const classes = chordClasses(claimed);
  const now = frets[index] ?? null;
  const pressed = frets.filter((fret): fret is number => fret !== null && fret > 0);
  const centre = now ?? (pressed.length > 0 ? Math.min(...pressed) : 0);
  const options: { fret: number | null; way: number }[] = [];
  const low = Math.max(0, centre - nearby);
  for (let fret = low; fret <= Math.min(highestFret(instrument), centre + nearby); fret += 1) {
    if (fret !== now && classes.has(modulo(open + fret, 12)))
      options.push({ fret, way: Math.abs(fret - centre) + (now === null ? 1.5 : 0) });
  }
  if (now !== null && now > nearby && classes.has(modulo(open, 12))) options.push({ fret: 0, way: 3.5 });
  if (now !== null) options.push({ fret: null, way: 4 });
  return options;
}
