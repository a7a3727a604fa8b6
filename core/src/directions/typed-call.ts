import { fail, ok, type Fault } from '../fault/index.ts';
import { highestFret, isStringNumber, type StringNumber } from '../instrument/index.ts';
import {
  barTicks,
  beatStarts,
  gripAt,
  inPlayingOrder,
  techniqueNamed,
  techniquesOf,
  withTechnique,
  type Bar,
  type Note,
  type Score,
  type Ticks,
  type Voice,
} from '../score/index.ts';
import { fretOf } from '../shapes/index.ts';

/** What is wrong with a typed call, and the characters it is about. */
export interface CallFault extends Fault {
  readonly from: number;
  readonly to: number;
}

export type TypedCall =
  | { readonly ok: true; readonly bar: Bar }
  | { readonly ok: false; readonly fault: CallFault };

/** Letters before a string: how it is reached, and which hand takes it where. */
export const callLetters: Readonly<Record<string, string>> = {
  h: 'hammer',
  p: 'pull',
  s: 'slide',
  x: 'dead',
  b: 'bend',
};

interface Part {
  readonly string: StringNumber;
  readonly fret: number | undefined;
  readonly voice: Voice;
  /** The thumb plays in this very slot instead of on the next beat. */
  readonly isHere: boolean;
  readonly words: readonly string[];
}

/** The thumb's strings where no letter says otherwise. */
const isThumbString = (string: StringNumber): boolean => string >= 4;

const partPattern = /^([tmhpsxb]*)([1-9])(?:\/(\d{1,2}))?((?::[a-z]+)*)$/;

/**
 * Reads a bar typed as it is called: `6+1/2 4 1 6 3 4/2 3` — strings in order, a fret after a slash, a plus for what is struck
 * together, a point to wait a slot. Strings 6 to 4 are the thumb's and fall on the next beat; the others follow in slots of `grid`
 * ticks. `t` before a string is the thumb in this very slot, `m` the melody; `h p s x b` hammer, pull, slide, mute, bend; further
 * words follow a colon (`1/3:ring:accent`). Without a fret the grip's is taken, else the open string. Bass notes end as the piece's do. Both voices of the bar are
 * written anew; its thumb is by hand from then on.
 */
export function readCall(score: Score, barIndex: number, text: string, grid: Ticks): TypedCall {
  const bar = score.bars[barIndex];
  if (!bar) return point('There is no such bar', 'Go to a bar of the piece', 0, text.length);
  const length = barTicks(bar.metre);
  const beats = beatStarts(bar.metre);
  const notes: Note[] = [];
  let slot = 0;
  for (const match of text.matchAll(/\S+/g)) {
    const [token] = match;
    const [from, to] = [match.index, match.index + token.length];
    if (token === '.') {
      slot += grid;
      continue;
    }
    const parts = readToken(token);
    if (!parts.ok) return point(parts.fault.reason, parts.fault.remedy, from, to);
    const isThumb = parts.value.some(({ voice, isHere }) => voice === 'thumb' && !isHere);
    const at = isThumb ? beats.find((tick) => tick >= slot) : slot;
    if (at === undefined || at >= length)
      return point(
        isThumb ? 'No beat of the bar is left for this thumb stroke' : 'The bar is full before this note',
        'Take something out before it, or go on in the next bar',
        from,
        to,
      );
    for (const part of parts.value) {
      const note = noteOf(score, barIndex, at, part);
      if (note.fret > highestFret(score))
        return point(
          `Fret ${note.fret} is past the last fret`,
          `Choose a fret up to ${highestFret(score)}`,
          from,
          to,
        );
      notes.push(note);
    }
    slot = at + grid;
  }
  const laid = notes.map((note) => ({ ...note, durationTicks: untilNext(note, notes, length) - note.tick }));
  const { leftOut: _, ...rest } = bar;
  return { ok: true, bar: { ...rest, thumbPattern: 'by-hand', notes: laid.sort(inPlayingOrder) } };
}

/** A fault with the characters it is about. */
export const point = (reason: string, remedy: string, from: number, to: number): TypedCall => ({
  ok: false,
  fault: { reason, remedy, from, to },
});

function readToken(token: string) {
  const parts: Part[] = [];
  for (const text of token.split('+')) {
    const match = partPattern.exec(text);
    const string = Number(match?.[2]);
    if (!match)
      return fail(`“${text}” is not a string`, 'Write a string 1 to 6, then / and a fret, such as 4/2');
    if (!isStringNumber(string))
      return fail(`There is no string ${string}`, 'Strings are 1, the thinnest, to 6');
    if (parts.some((other) => other.string === string))
      return fail(`String ${string} is struck twice at once`, 'Leave one of them out');
    const words = match[4]?.split(':').filter(Boolean) ?? [];
    const unknown = words.find((word) => !techniqueNamed(word));
    if (unknown)
      return fail(`“${unknown}” is no technique`, 'Write one word of the list of marks, such as ring');
    const signs = [...(match[1] ?? '')];
    parts.push({
      string,
      fret: match[3] === undefined ? undefined : Number(match[3]),
      voice: signs.includes('t') || (!signs.includes('m') && isThumbString(string)) ? 'thumb' : 'melody',
      isHere: signs.includes('t'),
      words: [...signs.flatMap((sign) => callLetters[sign] ?? []), ...words],
    });
  }
  return ok(parts);
}

function noteOf(score: Score, bar: number, tick: Ticks, { string, fret, voice, words }: Part): Note {
  const grip = gripAt(score, bar, tick);
  const plain: Note = {
    tick,
    durationTicks: 1,
    string,
    fret: fret ?? (grip ? (fretOf(grip.frets, string) ?? 0) : 0),
    voice,
    ...(voice === 'thumb' && score.bassEnding ? { ending: score.bassEnding } : {}),
  };
  return words.reduce<Note>((note, word) => {
    const technique = techniqueNamed(word);
    if (!technique) return note;
    const marked = Object.entries({ ...note, ...withTechnique(note, technique) });
    return Object.fromEntries(marked.filter(([, value]) => value !== undefined)) as Note;
  }, plain);
}

/** Where a note ends that sounds until the next of its voice, or the end of the bar. */
export const untilNext = (note: Note, notes: readonly Note[], length: Ticks): Ticks =>
  Math.min(
    length,
    ...notes.filter(({ voice, tick }) => voice === note.voice && tick > note.tick).map(({ tick }) => tick),
  );

const lettersOf = new Map(Object.entries(callLetters).map(([letter, word]) => [word, letter]));

/**
 * A bar as it is typed: the inverse of {@link readCall}, lengths left out. Undefined when a note falls between the slots.
 */
export function writeCall({ bars, bassEnding }: Score, barIndex: number, grid: Ticks): string | undefined {
  const bar = bars[barIndex];
  if (!bar || bar.notes.some(({ tick }) => tick % grid !== 0)) return undefined;
  const beats = new Set(beatStarts(bar.metre));
  const tokens: string[] = [];
  let slot = 0;
  for (const tick of [...new Set(bar.notes.map((note) => note.tick))].sort((a, b) => a - b)) {
    const here = bar.notes.filter((note) => note.tick === tick).sort(inPlayingOrder);
    const goesToBeat =
      here.some(({ voice, string }) => voice === 'thumb' && isThumbString(string)) && beats.has(tick);
    const nextBeat = [...beats].find((beat) => beat >= slot);
    while (slot < tick && !(goesToBeat && nextBeat === tick)) {
      tokens.push('.');
      slot += grid;
    }
    tokens.push(here.map((note) => partOf(withoutUsualEnding(note, bassEnding), !goesToBeat)).join('+'));
    slot = tick + grid;
  }
  return tokens.join(' ');
}

/** How the piece's bass notes end goes without saying. */
function withoutUsualEnding(note: Note, usual: Score['bassEnding']): Note {
  if (note.voice !== 'thumb' || note.ending !== usual) return note;
  const { ending: _, ...rest } = note;
  return rest;
}

function partOf(note: Note, isHere: boolean): string {
  const words = techniquesOf(note).map(({ word }) => word);
  const signs = words.flatMap((word) => lettersOf.get(word) ?? []).join('');
  const hand =
    note.voice === 'thumb'
      ? isHere || !isThumbString(note.string)
        ? 't'
        : ''
      : isThumbString(note.string)
        ? 'm'
        : '';
  const rest = words.filter((word) => !lettersOf.has(word)).map((word) => `:${word}`);
  return `${hand}${signs}${note.string}/${note.fret}${rest.join('')}`;
}
