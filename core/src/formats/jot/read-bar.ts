import { callLetters } from '../../directions/index.ts';
import { mediumHand } from '../../hands/index.ts';
import type { StringNumber } from '../../instrument/index.ts';
import {
  gripAt,
  techniqueNamed,
  type Bar,
  type Metre,
  type Note,
  type PlacedGrip,
  type Riff,
  type Score,
  type Ticks,
  type ToldPhrase,
  type Voice,
} from '../../score/index.ts';
import { findGrips, fretOf, parseChord } from '../../shapes/index.ts';
import { looksLikeLength, tickOfPlace, ticksOfLength, usualLength } from './lengths.ts';
import { Misread } from './misread.ts';
import { plainEnding, withMark, withoutEnding } from './note-marks.ts';
import type { Open } from './open.ts';
import { fromWord, partedAt, tokensOf, wholeNumber } from './signs.ts';

/** The guitar and the bars so far: what a grip by its name and a note without a fret are read against. */
export interface Neck extends Score {
  /** Grips that were found by the name of their chord. */
  readonly found: Map<string, PlacedGrip['frets']>;
}

const voices: Readonly<Record<string, Voice>> = { thumb: 'thumb', tune: 'melody' };

/** A bar from what stands on its own line. */
export function beginBar(before: Metre, tokens: readonly string[]): Bar {
  const bar: Open<Bar> = {
    metre: { beats: before.beats, unit: before.unit as Bar['metre']['unit'] },
    grips: [],
    notes: [],
  };
  for (const token of tokens) takeBarToken(bar, token);
  return bar;
}

function takeBarToken(bar: Open<Bar>, token: string): void {
  const metre = /^(\d{1,2})\/(\d{1,2})$/.exec(token);
  const endings = /^\[(\d(?:,\d)*)\]$/.exec(token);
  const repeat = /^:\|(\d?)$/.exec(token);
  if (metre) bar.metre = { beats: Number(metre[1]), unit: Number(metre[2]) as Bar['metre']['unit'] };
  else if (endings?.[1]) bar.endings = endings[1].split(',').map(Number);
  else if (repeat) bar.repeatTimes = repeat[1] ? Number(repeat[1]) : 2;
  else if (token === 'pickup') bar.pickup = true;
  else if (token === '|:') bar.repeatStart = true;
  else takeBarSetting(bar, token);
}

function takeBarSetting(bar: Open<Bar>, token: string): void {
  const at = token.indexOf('=');
  const [name, value] = [token.slice(0, Math.max(0, at)), fromWord(token.slice(at + 1))];
  if (value === undefined || at < 0) throw notOfABar(token);
  if (name === 'tempo') bar.tempoBpm = Number(value);
  else if (name === 'swing') bar.swingPercent = Number(value);
  else if (name === 'thumb') bar.thumbPattern = value;
  else if (name === 'as') bar.sameAs = value;
  else if (name === 'id') bar.id = value;
  else throw notOfABar(token);
}

const notOfABar = (token: string) =>
  new Misread(
    `“${token}” is nothing a bar begins with`,
    'Write a metre such as 3/4, pickup, |:, :|2, [1], tempo=92, swing=60 or thumb=by-hand',
  );

/** `bar %` and `bar % 3`: the bar before once more, or so often, with its notes, grips and words. */
export function repeatedBars(before: Bar | undefined, tokens: readonly string[]): Bar[] {
  const times = tokens.length === 0 ? 1 : wholeNumber(tokens[0], 1, 64);
  if (!before || times === undefined || tokens.length > 1)
    throw new Misread(
      'There is nothing to repeat like that',
      'Write bar % after a bar, or bar % 3 for three more',
    );
  const { metre, grips, notes, thumbPattern, beatPatterns, leftOut } = before;
  const again: Bar = {
    metre,
    grips,
    notes: notes.map(({ id: _, ...note }) => note),
    ...(thumbPattern === undefined ? {} : { thumbPattern }),
    ...(beatPatterns ? { beatPatterns } : {}),
    ...(leftOut ? { leftOut } : {}),
  };
  return Array.from({ length: times }, () => ({ ...again }));
}

/** A line under a bar: `tune:`, `grips:` and so on. */
export function takeBarEntry(bar: Open<Bar>, name: string, value: string, neck: Neck): void {
  const placed = () => atPlaces(bar.metre, value);
  switch (name) {
    case 'grips':
      bar.grips = [...bar.grips, ...placed().map(({ tick, token }) => gripOf(tick, token, neck))];
      return;
    case 'thumb':
      bar.thumbPattern ??= 'by-hand';
      bar.notes = [...bar.notes, ...notesOf(bar, value, 'thumb', neck)];
      return;
    case 'laid':
      bar.notes = [...bar.notes, ...notesOf(bar, value, 'thumb', neck)];
      return;
    case 'tune':
      bar.notes = [...bar.notes, ...notesOf(bar, value, 'melody', neck)];
      return;
    case 'patterns':
      bar.beatPatterns = placed().map(({ tick, token }) => ({ tick, pattern: wordOf(token) }));
      return;
    case 'left':
      bar.leftOut = tokensOf(value).map((token) => placeOf(bar.metre, token));
      return;
    case 'sung':
      bar.sung = placed().map(({ tick, token }) => {
        const [text = '', pitch] = partedAt(token, '=');
        return { tick, text: wordOf(text), ...(pitch === undefined ? {} : { pitch }) };
      });
      return;
    case 'loud':
      bar.dynamics = placed().map(({ tick, token }) => {
        const [voice = '', level = ''] = token.split('=');
        return { tick, voice: voiceOf(voice), level: level as NonNullable<Bar['dynamics']>[number]['level'] };
      });
      return;
    case 'riff':
      bar.riffs = [...(bar.riffs ?? []), riffOf(bar.metre, value)];
      return;
    case 'told':
      bar.told = [...(bar.told ?? []), toldOf(value)];
      return;
    case 'do':
    case 'why':
      bar.comment = { ...bar.comment, [name]: wordOf(value) };
      return;
    default:
      throw new Misread(
        `“${name}:” is nothing a bar has`,
        'Write grips:, thumb:, laid:, tune:, sung:, loud:, told:, do: or why:',
      );
  }
}

function toldOf(value: string): ToldPhrase {
  const [depth = '', language = '', of = '', text = ''] = tokensOf(value);
  const isOf = /^[0-9a-f]{8}$/.test(of);
  if ((depth !== 'do' && depth !== 'why') || (language !== 'english' && language !== 'german') || !isOf)
    throw new Misread(
      'This is not how a phrase is told',
      'Write told: do or why, english or german, the eight signs of what it was written for, then the words in quotation marks',
    );
  return { depth, language, of, text: wordOf(text) };
}

function wordOf(token: string): string {
  const text = fromWord(token);
  if (text === undefined)
    throw new Misread('The quotation marks do not close', 'Write " at the end too, and \\" within');
  return text;
}

function voiceOf(name: string): Voice {
  const voice = voices[name];
  if (!voice) throw new Misread(`“${name}” is no voice`, 'Write thumb or tune');
  return voice;
}

function placeOf(metre: Metre, token: string): Ticks {
  const tick = tickOfPlace(metre, token);
  if (tick === undefined)
    throw new Misread(`“${token}” is no place in a bar`, 'Write @ and a beat, such as @2 or @2.5');
  return tick;
}

/** Things at places: `@1 this @3 that`; before the first place at the bar's start. */
function atPlaces(metre: Metre, value: string): { readonly tick: Ticks; readonly token: string }[] {
  let tick: Ticks = 0;
  return tokensOf(value).flatMap((token) => {
    if (!token.startsWith('@')) return [{ tick, token }];
    tick = placeOf(metre, token);
    return [];
  });
}

function riffOf(metre: Metre, value: string): Riff {
  const match = /^(\S+) (\S+) \*(\d+) of=(\S+) from=\*(\d+)$/.exec(value);
  if (!match)
    throw new Misread('The riff cannot be read', 'Write riff: thumb @1 *960 of=(a bar’s id) from=*0');
  const [, voice = '', place = '', ticks, of = '', from] = match;
  return { voice: voiceOf(voice), tick: placeOf(metre, place), ticks: Number(ticks), of, from: Number(from) };
}

function gripOf(tick: Ticks, token: string, neck: Neck): PlacedGrip {
  const [shape = '', ...details] = partedAt(token, ':');
  const grip: Open<PlacedGrip> = { tick, frets: fretsOf(shape) ?? namedFrets(shape, neck) };
  for (const detail of details) {
    const [name = '', value = ''] = partedAt(detail, '=');
    if (name === 'fingers' && /^[1-4T-]{6}$/.test(value))
      grip.fingers = [...value].map((each) =>
        each === '-' ? null : each === 'T' ? 'T' : (Number(each) as 1),
      );
    else if (name === 'silent' && /^[1-6]*$/.test(value))
      grip.silent = [...value].map((each) => Number(each) as StringNumber);
    else if (name === 'name') grip.functionName = wordOf(value);
    else
      throw new Misread(`“${detail}” is nothing a grip has`, 'Write fingers=-32-1-, silent=5 or name="turn"');
  }
  return grip;
}

function fretsOf(text: string): PlacedGrip['frets'] | undefined {
  const tokens = text.includes('-') ? text.split('-') : [...text];
  if (tokens.length !== 6 || !tokens.every((token) => /^(x|\d{1,2})$/.test(token))) return undefined;
  return tokens.map((token) => (token === 'x' ? null : Number(token)));
}

/** The grip that a teacher shows first for a chord; looked for once. */
function namedFrets(name: string, neck: Neck): PlacedGrip['frets'] {
  const known = neck.found.get(name);
  if (known) return [...known];
  const chord = parseChord(name);
  if (!chord.ok)
    throw new Misread(
      `“${name}” is neither a grip nor a chord`,
      'Write six frets from string 6, such as x32010, or a chord such as C7',
    );
  const [first] = findGrips(chord.value, { instrument: neck, hand: mediumHand, limit: 1 });
  if (!first)
    throw new Misread(
      `No grip for ${name} lies under a hand in this tuning`,
      'Write its six frets from string 6',
    );
  neck.found.set(name, first.frets);
  return [...first.frets];
}

/** Notes of one voice in order: notes, rests, lengths that go on until the next, groups of three in the time of two, places. */
function notesOf(bar: Bar, value: string, voice: Voice, neck: Neck): Note[] {
  const notes: Note[] = [];
  let [now, length, share] = [0, usualLength(voice, bar.metre), 1];
  const tokens = tokensOf(value);
  for (const [index, token] of tokens.entries()) {
    if (token.startsWith('@')) now = placeOf(bar.metre, token);
    else if (token === '(3') share = 2 / 3;
    else if (token === ')') share = 1;
    else if (!looksLikeLength(token)) {
      const following = tokens[index + 1] ?? '';
      if (looksLikeLength(following)) length = ticksOfLength(following) ?? length;
      const slot = Math.round(length * share);
      if (token !== 'r')
        notes.push(
          ...partedAt(token, '+').map((part) =>
            noteOf(part, { tick: now, durationTicks: slot, voice }, bar, neck),
          ),
        );
      now += slot;
    } else if (
      index === 0 ||
      ['(3', ')'].includes(tokens[index - 1] ?? '') ||
      looksLikeLength(tokens[index - 1] ?? '') ||
      !ticksOfLength(token)
    )
      throw new Misread(
        `The length “${token}” stands without its note`,
        'Write it after the note it belongs to',
      );
  }
  return notes;
}

function noteOf(
  text: string,
  at: Pick<Note, 'tick' | 'durationTicks' | 'voice'>,
  bar: Bar,
  neck: Neck,
): Note {
  const [place = '', ...marks] = partedAt(text, ':');
  const match = /^([hpsxb]*)([1-6])(?:\/(\d{1,2}))?$/.exec(place);
  if (!match)
    throw new Misread(`“${place}” is no note`, 'Write string and fret, such as 1/3, or r for a rest');
  const string = Number(match[2]) as StringNumber;
  const fret = match[3] === undefined ? heldFret(string, at.tick, bar, neck) : Number(match[3]);
  const ending = at.voice === 'thumb' ? neck.bassEnding : undefined;
  let note: Note = { ...at, string, fret, ...(ending ? { ending } : {}) };
  for (const mark of [...[...(match[1] ?? '')].flatMap((letter) => callLetters[letter] ?? []), ...marks]) {
    const length = mark.startsWith('for=') ? wholeNumber(mark.slice(4), 1, 61440) : undefined;
    const marked =
      length !== undefined
        ? { ...note, durationTicks: length }
        : mark === plainEnding
          ? withoutEnding(note)
          : withMark(note, mark);
    if (!marked)
      throw new Misread(
        `“${mark}” is no mark of a note`,
        `Write a mark such as hammer, ring, bend=100, finger=2 or lyric="oh"${techniqueNamed(mark) ? ' with its amount' : ''}`,
      );
    note = marked;
  }
  return note;
}

/** What the grip gives on a string, else the open string. */
function heldFret(string: StringNumber, tick: Ticks, bar: Bar, neck: Neck): number {
  const bars = [...neck.bars.slice(0, -1), bar];
  const grip = gripAt({ ...neck, bars }, bars.length - 1, tick);
  return grip ? (fretOf(grip.frets, string) ?? 0) : 0;
}
