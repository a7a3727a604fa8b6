import { fail, ok, type Result } from '../fault/index.ts';
import {
  concertA4Hz,
  letters,
  midiOf,
  modulo,
  parseNoteNameIn,
  parsePitch,
  pitchAtMidi,
  pitchClassOf,
  pitchText,
  spellAs,
  withoutOctave,
  type Hertz,
  type Midi,
  type NameLanguage,
  type NoteName,
  type Pitch,
} from '../pitch/index.ts';
import { lowToHighIndex, type StringNumber } from './strings.ts';
import { standardPitches, tuningTable, type ShippedTuning } from './tuning-table.ts';

/**
 * Six open pitches from string 6 to string 1 in scientific notation ("D2", …), and what the tuning is called. Shapes are
 * named by `pitches`; a guitar that is tuned lower as a whole, or to another concert pitch, sounds elsewhere.
 */
export interface Tuning {
  readonly name: string;
  readonly pitches: readonly string[];
  /** Semitones by which every string lies above (+) or below (−) `pitches`, to match a record. Absent: none. */
  readonly wholeSemitones?: number | undefined;
  /** Frequency of A4 the guitar is tuned to. Absent: 440 Hz. */
  readonly a4Hz?: Hertz | undefined;
}

export const standardTuning: Tuning = { name: 'Standard', pitches: standardPitches };

/** Lowest and highest open pitch a guitar string is asked for: A0 and E5. */
const lowestOpenMidi = 21;
const highestOpenMidi = 76;

/** The spelled open pitch of a string. Throws on a tuning that was not checked: a bug. */
export function openPitch(tuning: Tuning, string: StringNumber): Pitch {
  const pitch = parsePitch(tuning.pitches[lowToHighIndex(string)] ?? '');
  if (!pitch.ok) throw new Error(`tuning ${tuning.name} has no pitch for string ${string}`);
  return pitch.value;
}

export function openMidi(tuning: Tuning, string: StringNumber): Midi {
  const known = openMidis.get(tuning.pitches) ?? [];
  openMidis.set(tuning.pitches, known);
  return (known[string] ??= midiOf(openPitch(tuning, string)));
}

/** Pitches are text and asked for with every note: each list of them is read once, string by string. */
const openMidis = new WeakMap<readonly string[], (Midi | undefined)[]>();

/** The open string's real pitch: as written, moved by as much as the whole guitar is tuned away. */
export const realMidi = (tuning: Tuning, string: StringNumber): Midi =>
  openMidi(tuning, string) + (tuning.wholeSemitones ?? 0);

export const concertPitchHz = (tuning: Pick<Tuning, 'a4Hz'>): Hertz => tuning.a4Hz ?? concertA4Hz;

/** Real pitch of an open string, spelled; a guitar tuned away as a whole is spelled with flats going down. */
export function realPitch(tuning: Tuning, string: StringNumber): Pitch {
  const whole = tuning.wholeSemitones ?? 0;
  const written = openPitch(tuning, string);
  if (whole === 0) return written;
  const midi = midiOf(written) + whole;
  const names: NoteName[] = letters
    .map((letter) => spellAs(letter, modulo(midi, 12)))
    .filter(({ alter }) => alter === 0 || alter === Math.sign(whole));
  const plain = names.find(({ alter }) => alter === 0) ?? names[0] ?? written;
  return pitchAtMidi(plain, midi);
}

export const realPitchText = (tuning: Tuning, string: StringNumber): string =>
  pitchText(realPitch(tuning, string));

/** Open strings from 6 to 1 as MIDI numbers. */
export const openMidiLowToHigh = (tuning: Tuning): Midi[] =>
  ([6, 5, 4, 3, 2, 1] as const).map((string) => openMidi(tuning, string));

/** "D A D F# A D": the open strings' names from string 6 to string 1, without octaves. */
export const tuningLetters = (tuning: Tuning): string => tuning.pitches.map(withoutOctave).join(' ');

/**
 * Reads a known name or alias (`open-d`, `drop D`), six pitches from string 6 to string 1 (`D2A2D3F#3A3D4`), or six
 * note names (`DADF#AD`), each set in the octave nearest to the standard string. Names may be German: `DADFisAD`, `EADGHE`.
 */
export function parseTuning(text: string, language: NameLanguage = 'english'): Result<Tuning> {
  const known = findTuning(text);
  if (known) return ok({ name: known.name, pitches: known.pitches });
  const tokens = text.replace(/[\s,–-]+/g, '').match(notePatterns[language]) ?? [];
  if (tokens.join('') !== text.replace(/[\s,–-]+/g, '')) {
    return fail(
      `“${text}” is neither a known tuning nor note names`,
      'Write a name such as open-d, or six notes from string 6 to string 1, such as DADF#AD',
    );
  }
  if (tokens.length !== 6) {
    return fail(
      `A tuning has six strings, “${text}” names ${tokens.length}`,
      'Write one note for each string, from string 6 to string 1',
    );
  }
  const pitches: string[] = [];
  for (const [index, token] of tokens.entries()) {
    const pitch = parseOpenPitch(token, index, language);
    if (!pitch.ok) return pitch;
    pitches.push(pitchText(pitch.value));
  }
  return checkTuning({ name: tuningNameFor(pitches), pitches });
}

/** One note of a tuning in either language, with or without its octave. */
const notePatterns: Readonly<Record<NameLanguage, RegExp>> = {
  english: /[A-Ga-g](?:##|bb|[#b♯♭])?\d?/g,
  german: /(?:[AEae](?:ses|s)|[A-Ha-h](?:isis|is|eses|es)|[A-Ha-h])\d?/g,
};

/** An open pitch as written; without an octave the one nearest to the standard string. */
function parseOpenPitch(token: string, index: number, language: NameLanguage): Result<Pitch> {
  const octave = /\d$/.exec(token)?.[0];
  const name = parseNoteNameIn(octave === undefined ? token : token.slice(0, -1), language);
  if (!name.ok) return name;
  return octave === undefined
    ? nearestToStandard(name.value, index)
    : ok({ ...name.value, octave: Number(octave) });
}

/** Checks six readable pitches within reach of a guitar string. */
export function checkTuning(tuning: Tuning): Result<Tuning> {
  if (tuning.pitches.length !== 6) {
    return fail(
      `A tuning has six strings, “${tuning.name}” has ${tuning.pitches.length}`,
      'Give one pitch for each string, from string 6 to string 1',
    );
  }
  for (const [index, text] of tuning.pitches.entries()) {
    const pitch = parsePitch(text);
    const place = { string: 6 - index };
    if (!pitch.ok) return fail(pitch.fault.reason, pitch.fault.remedy, place);
    const midi = midiOf(pitch.value);
    if (midi < lowestOpenMidi || midi > highestOpenMidi) {
      return fail(`${text} is out of reach of a guitar string`, 'Choose an open pitch from A0 to E5', place);
    }
  }
  return ok(tuning);
}

/**
 * What is odd about a readable tuning, in plain words: strings that cross (a thicker string above a thinner one) or that
 * share a pitch. Neither is forbidden; both surprise whoever expects each string to lie above the one before.
 */
export const tuningRemarks = (tuning: Tuning): string[] =>
  ([6, 5, 4, 3, 2] as const).flatMap((string) => {
    const next = (string - 1) as StringNumber;
    const step = openMidi(tuning, next) - openMidi(tuning, string);
    if (step > 0) return [];
    return step === 0
      ? [`strings ${string} and ${next} are at the same pitch`]
      : [`string ${string} lies above string ${next}, so one of them may be an octave off`];
  });

/** The shipped tuning with exactly these pitches (by sound, however spelled), if there is one. */
export function shippedTuningOf(tuning: Pick<Tuning, 'pitches'>): ShippedTuning | undefined {
  const midis = tuning.pitches.map(midiOfText);
  return tuningTable.find(({ pitches }) =>
    pitches.every((pitch, index) => midiOfText(pitch) === midis[index]),
  );
}

const tuningNameFor = (pitches: readonly string[]): string =>
  shippedTuningOf({ pitches })?.name ?? tuningLetters({ name: '', pitches });

const midiOfText = (text: string): Midi | undefined => {
  const pitch = parsePitch(text);
  return pitch.ok ? midiOf(pitch.value) : undefined;
};

const slug = (text: string) =>
  text
    .trim()
    .toLowerCase()
    .replace(/[\s_]+/g, '-');

function findTuning(text: string): ShippedTuning | undefined {
  const wanted = slug(text);
  return tuningTable.find(({ id, name, aliases }) => [id, slug(name), ...aliases.map(slug)].includes(wanted));
}

function nearestToStandard(name: NoteName, index: number): Result<Pitch> {
  const standard = parsePitch(standardPitches[index] ?? '');
  if (!standard.ok) return standard;
  return ok(pitchAtMidi(name, nearestMidi(name, midiOf(standard.value))));
}

function nearestMidi(name: NoteName, target: Midi): Midi {
  const pitchClass = pitchClassOf(name);
  const above = target + ((((pitchClass - target) % 12) + 12) % 12);
  return above - target <= 5 ? above : above - 12;
}
