import { fail, ok, type Result } from '../fault/index.ts';
import {
  modulo,
  parseNoteName,
  parsePitch,
  pitchAtMidi,
  pitchClassOf,
  pitchText,
  type Midi,
} from '../pitch/index.ts';
import { numberOfBar } from './bar-numbers.ts';
import { shapeMidi } from './heard.ts';
import type { Bar, Note, Score, Voice } from './schema.ts';
import { barTicks, beatAt, beatTicks, type Ticks } from './ticks.ts';

/** A syllable where it is sung; one whose word goes on ends in a hyphen. */
export interface SungWord {
  readonly tick: Ticks;
  readonly text: string;
  /** "F#4", where the singer sings another pitch than the guitar plays: named as the shapes are, without the capo. */
  readonly pitch?: string | undefined;
}

/** Bars from 0, both included. */
export interface BarRange {
  readonly first: number;
  readonly last: number;
}

/** Everything sung in a bar, on its notes and beside them, in order: at one moment what the melody’s note has, else the thumb’s, else beside; a pitch of the singer’s own is always beside. */
export function wordsOf({ notes, sung = [] }: Pick<Bar, 'notes' | 'sung'>): SungWord[] {
  const of = (voice: Voice) =>
    notes.flatMap(({ tick, lyric, voice: own }) =>
      lyric === undefined || own !== voice ? [] : [{ tick, text: lyric }],
    );
  const all = new Map<Ticks, SungWord>();
  const words: readonly SungWord[] = [...of('melody'), ...of('thumb'), ...sung];
  for (const word of words) {
    const onNote = all.get(word.tick);
    if (!onNote) all.set(word.tick, word);
    else if (word.pitch !== undefined) all.set(word.tick, { ...onNote, pitch: word.pitch });
  }
  return [...all.values()].sort((a, b) => a.tick - b.tick);
}

/** Whether the singer has a pitch of their own in a bar. */
export const hasSungPitch = (bar: Pick<Bar, 'notes' | 'sung'>): boolean =>
  wordsOf(bar).some(({ pitch }) => pitch !== undefined);

/** A bar that sings given words: on its melody’s notes where one is struck at that moment, beside them elsewhere; a pitch of the singer’s own is kept beside them, too. */
export function withWordsOf(bar: Bar, words: readonly SungWord[]): Bar {
  const notes = singable(bar, 'melody');
  const wordAt = (tick: Ticks) => words.find((word) => word.tick === tick)?.text;
  return singing(
    bar,
    new Map(notes.map((note) => [note, wordAt(note.tick)])),
    words.filter(({ tick, pitch }) => pitch !== undefined || !notes.some((note) => note.tick === tick)),
  );
}

/** A bar with these words alone. */
function singing(
  { sung: _, ...bar }: Bar,
  onNotes: ReadonlyMap<Note, string | undefined>,
  beside: readonly SungWord[],
): Bar {
  const notes = bar.notes.map((note): Note => {
    const { lyric: __, ...bare } = note;
    const text = onNotes.get(note);
    return text === undefined ? bare : { ...bare, lyric: text };
  });
  const sung = [...beside].sort((one, other) => one.tick - other.tick);
  return { ...bar, notes, ...(sung.length > 0 ? { sung } : {}) };
}

/** Notes of a voice that can have a syllable: struck in written time, at each moment the one on the thinnest string. */
function singable({ notes }: Bar, voice: Voice): Note[] {
  const own = notes.filter((note) => note.voice === voice && !note.tied && !note.grace && !note.dead);
  return own
    .filter(({ tick, string }) => !own.some((other) => other.tick === tick && other.string < string))
    .sort((a, b) => a.tick - b.tick);
}

/**
 * The words of some bars as one line: syllables by blanks, a hyphen behind one whose word goes on, `*` for a note without one, `|` at
 * each bar line, `~` between words on one note, `word@2.5` for a word sung on that beat beside the voice’s notes, `word=A4` behind either for
 * another pitch than the guitar’s. The other signs are those of ABC’s `w:` lines (standard 2.1, 5.1).
 */
export function wordLine({ bars }: Pick<Score, 'bars'>, { first, last }: BarRange, voice: Voice): string {
  return bars
    .slice(first, last + 1)
    .map((bar) => {
      const notes = singable(bar, voice);
      const words = wordsOf(bar);
      const onNotes = notes.map(({ tick }) => ({
        tick,
        text: typed(words.find((word) => word.tick === tick)),
      }));
      const beside = words
        .filter(({ tick }) => !notes.some((note) => note.tick === tick))
        .map((word) => ({
          tick: word.tick,
          text: typed(word, `@${shortBeat(beatAt(bar.metre, word.tick))}`),
        }));
      const all = [...onNotes, ...beside].sort((a, b) => a.tick - b.tick).map(({ text }) => text);
      return all.slice(0, all.findLastIndex((text) => text !== '*') + 1).join(' ');
    })
    .join(' | ')
    .replace(/(?:\s*\|)+\s*$/, '')
    .replaceAll(/\s+/g, ' ');
}

/** Words on one note are joined as they are typed; a note without one is a star. */
const typed = (word: SungWord | undefined, at = ''): string =>
  word ? `${word.text.replaceAll(/\s+/g, '~')}${at}${word.pitch === undefined ? '' : `=${word.pitch}`}` : '*';

const shortBeat = (beat: number): string => String(Math.round(beat * 1000) / 1000);

/** Lays a line of words on the notes of a voice, in place of what was sung in these bars. Refused where a bar has more words than notes. */
export function withWordLine(
  score: Score,
  { first, last }: BarRange,
  voice: Voice,
  line: string,
): Result<Score> {
  const parts = line.split('|').map((part) => part.trim());
  if (parts.length > last - first + 1)
    return fail(
      `The line has ${parts.length} bars, there are ${last - first + 1}`,
      'Take a | out, or choose a longer section',
    );
  let bars = score.bars;
  for (const [index, bar] of score.bars.slice(first, last + 1).entries()) {
    const laid = withWords(score, bar, voice, parts[index] ?? '');
    if (!laid.ok)
      return fail(laid.fault.reason, laid.fault.remedy, { bar: numberOfBar(score, first + index) });
    bars = bars.with(first + index, laid.value);
  }
  return ok({ ...score, bars });
}

const longestWord = 60;
const mostWords = 64;

function withWords(score: Score, bar: Bar, voice: Voice, part: string): Result<Bar> {
  const tokens = part
    .replaceAll(/(=[A-Ga-g][#b♯♭]?\d?)-/g, '-$1 ')
    .replaceAll(/-(?=[^\s@=-])/g, '- ')
    .split(/\s+/)
    .filter(Boolean);
  const notes = singable(bar, voice);
  const onNotes = new Map<Note, string>();
  const sung: SungWord[] = [];
  let next = 0;
  for (const token of tokens) {
    const [, text = token, beatText, pitchName] =
      /^(.*?)(?:@([\d.]+))?(?:=([A-Ga-g](?:[#b♯♭])?\d?))?$/.exec(token) ?? [];
    if (text.length > longestWord) return fail('A word is too long', 'Part it into syllables with hyphens');
    if (beatText !== undefined) {
      const tick = Math.round((Number(beatText) - 1) * beatTicks(bar.metre));
      if (!(tick >= 0 && tick < barTicks(bar.metre)) || text === '')
        return fail(
          `The bar has no beat ${beatText} to sing on`,
          'Write the beat behind the word, such as rain@2.5',
        );
      sung.push(sungAt(score, bar, { tick, text: text.replaceAll('~', ' ') }, pitchName));
      continue;
    }
    const note = notes[next];
    next += 1;
    if (!note)
      return fail(
        `There is no note left for “${token}”`,
        'Put a | where the next bar begins, or write the beat it is sung on behind it, such as rain@2.5',
      );
    if (token === '*' || token === '_' || text === '') continue;
    const word = { tick: note.tick, text: text.replaceAll('~', ' ') };
    onNotes.set(note, word.text);
    if (pitchName !== undefined) sung.push(sungAt(score, bar, word, pitchName));
  }
  if (sung.length > mostWords)
    return fail('There are too many words beside the notes', 'Write fewer words in a bar');
  return ok(singing(bar, onNotes, sung));
}

/** Where nothing of the tune tells the octave: about the middle of most voices. */
const middleMidi = 64;

/** A word on a pitch of its own. A name without octave is the one nearest to the tune’s note there, or before. */
function sungAt(score: Score, bar: Bar, word: SungWord, name: string | undefined): SungWord {
  if (name === undefined) return word;
  const pitch = parsePitch(name);
  if (pitch.ok) return { ...word, pitch: pitchText(pitch.value) };
  const note = parseNoteName(name);
  if (!note.ok) return word;
  const before = singable(bar, 'melody').findLast(({ tick }) => tick <= word.tick);
  const near = before ? shapeMidi(score, before) : middleMidi;
  return { ...word, pitch: pitchText(pitchAtMidi(note.value, nearestTo(near, pitchClassOf(note.value)))) };
}

/** The pitch of a class nearest to another, the higher of two that are as near. */
function nearestTo(near: Midi, pitchClass: number): Midi {
  const above = near + modulo(pitchClass - near, 12);
  return above - near <= 6 ? above : above - 12;
}
