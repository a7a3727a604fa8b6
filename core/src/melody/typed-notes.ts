import type { Fault } from '../fault/index.ts';
import { highestFret, openMidi, stringNumbers } from '../instrument/index.ts';
import { midiOf, parseNoteNameIn, type Midi, type NameLanguage } from '../pitch/index.ts';
import {
  barStarts,
  ticksOf,
  ticksPerQuarter,
  type Clip,
  type Moment,
  type Note,
  type Score,
  type Ticks,
} from '../score/index.ts';
import { assignStrings } from './assign-strings.ts';

/** What is wrong with a typed line of notes, and the characters it is about. */
export interface NotesFault extends Fault {
  readonly from: number;
  readonly to: number;
}

export type TypedNotes =
  | { readonly ok: true; readonly clip: Clip }
  | { readonly ok: false; readonly fault: NotesFault };

/** Letters of the lengths, in quarters. */
const quartersOf: Readonly<Record<string, number>> = { w: 4, h: 2, q: 1, e: 1 / 2, s: 1 / 4 };

const lengthPattern = /^[whqes](\.|t)?(~[whqes](\.|t)?)*$/;
const pitchPattern = /^([A-H][a-z#♯♭]*)(-?\d)?$/;

/** Where a first note without an octave is looked for: about the middle of string 2 and 1. */
const usualMidi: Midi = 64;

export interface TypingOptions {
  /** Where the line begins. */
  readonly at: Moment;
  /** Length in ticks of notes before any length is typed. */
  readonly grid: Ticks;
  readonly language?: NameLanguage;
}

/**
 * Reads a line of notes, `F#4 e. A4 q r e C5+E5 h |`: a pitch as written (without an octave the one nearest to the note before), `+`
 * for notes struck together, `r` a rest; after it a length — `w h q e s`, a point for half as much again, `t` for a triplet's, `~` to
 * add lengths — which goes on until the next one; `|` must fall on a bar line. Each note gets the lowest string place that is free: the
 * engine of the hands finds a better one.
 */
export function readNotes(score: Score, text: string, { at, grid, language }: TypingOptions): TypedNotes {
  const start = ticksOf(score, at);
  const notes: { atTicks: Ticks; note: Note }[] = [];
  const tokens = [...text.matchAll(/\S+/g)];
  let [now, length, nearest] = [0, grid, usualMidi];
  for (const [index, match] of tokens.entries()) {
    const [token] = match;
    const span = { from: match.index, to: match.index + token.length };
    if (token === '|') {
      if (!isBarLine(score, start + now))
        return point('No bar line falls here', 'Mend the lengths before it, or leave it out', span);
      continue;
    }
    if (lengthPattern.test(token)) {
      if (index > 0 && isSounded(tokens[index - 1]?.[0])) continue;
      return point('A length stands without its note', 'Write the note before its length', span);
    }
    const following = tokens[index + 1]?.[0] ?? '';
    if (lengthPattern.test(following)) length = lengthOf(following);
    if (token !== 'r') {
      const midis: Midi[] = [];
      for (const part of token.split('+')) {
        const midi = midiFrom(part, midis.at(-1) ?? nearest, language);
        if (midi === undefined)
          return point(`“${part}” is no note`, 'Write a pitch such as F#4, or r for a rest', span);
        midis.push(midi);
      }
      const places = assignStrings(midis.map((midi) => placesOf(score, midi)));
      if (midis.some((_, each) => !places[each]))
        return point(
          midis.length > 1 ? 'The strings cannot hold these notes together' : 'No string holds this note',
          'Choose a note the tuning reaches',
          span,
        );
      for (const place of places)
        if (place)
          notes.push({
            atTicks: now,
            note: { tick: 0, durationTicks: length, ...place, voice: 'melody' },
          });
      nearest = midis[0] ?? nearest;
    }
    now += length;
  }
  if (now === 0)
    return point('Nothing is typed yet', 'Write a pitch such as F#4', { from: 0, to: text.length });
  return { ok: true, clip: { voice: 'melody', lengthTicks: now, notes } };
}

const point = (reason: string, remedy: string, { from, to }: { from: number; to: number }): TypedNotes => ({
  ok: false,
  fault: { reason, remedy, from, to },
});

/** Whether a length may follow: a bar line or another length takes none. */
const isSounded = (token: string | undefined): boolean =>
  token !== undefined && token !== '|' && !lengthPattern.test(token);

const lengthOf = (token: string): Ticks =>
  token
    .split('~')
    .reduce(
      (sum, part) =>
        sum +
        ((quartersOf[part[0] ?? ''] ?? 0) *
          ticksPerQuarter *
          (part.endsWith('.') ? 3 : part.endsWith('t') ? 4 / 3 : 2)) /
          2,
      0,
    );

function midiFrom(text: string, nearest: Midi, language: NameLanguage | undefined): Midi | undefined {
  const match = pitchPattern.exec(text);
  if (!match?.[1]) return undefined;
  const name = parseNoteNameIn(match[1], language ?? 'english');
  if (!name.ok) return undefined;
  if (match[2] !== undefined) return midiOf({ ...name.value, octave: Number(match[2]) });
  const low = midiOf({ ...name.value, octave: 0 });
  return low + 12 * Math.round((nearest - low) / 12);
}

const placesOf = (score: Score, midi: Midi) =>
  stringNumbers
    .map((string) => ({ string, fret: midi - openMidi(score.tuning, string) }))
    .filter(({ fret }) => fret >= 0 && fret <= highestFret(score));

/** Past the last bar, bars are counted on in its metre. */
function isBarLine(score: Score, ticks: Ticks): boolean {
  const starts = barStarts(score);
  const [last, end] = [starts.at(-2) ?? 0, starts.at(-1) ?? 0];
  return ticks > end ? (ticks - end) % (end - last) === 0 : starts.includes(ticks);
}
