import { fail, ok, type Result } from '../fault/index.ts';
import { highestFret, isStringNumber, type StringNumber } from '../instrument/index.ts';
import {
  barTicks,
  beatTicks,
  countAt,
  countedAt,
  inPlayingOrder,
  techniqueNamed,
  withTechnique,
  type Metre,
  type Note,
  type Score,
  type Ticks,
  type Voice,
} from '../score/index.ts';
import type { CallVerb } from './call-line.ts';
import { point, untilNext, type TypedCall } from './typed-call.ts';

/** What a verb does to the notes it is said of; of a voice where it says one. */
const verbs: Readonly<Record<CallVerb, { readonly word?: string; readonly voice?: Voice }>> = {
  pinch: {},
  thumb: { voice: 'thumb' },
  walk: { voice: 'thumb' },
  hammer: { word: 'hammer' },
  pull: { word: 'pull' },
  slide: { word: 'slide' },
  mute: { word: 'dead' },
  brush: { word: 'brush' },
  roll: { word: 'roll' },
  drag: { word: 'drag' },
  slap: { word: 'slap' },
  snap: { word: 'snap' },
  bend: { word: 'bend' },
  blue: { word: 'bend' },
  turn: { word: 'turn' },
  chime: { word: 'harmonic' },
};

const isVerb = (word: string): word is CallVerb => Object.hasOwn(verbs, word);

/** Movements that go back where their strings are said from the thin ones. */
const backWords: Readonly<Record<string, string>> = { brush: 'brushback', roll: 'rollback' };

/** The metre a bar is counted in, and at which of its ticks the bar begins: a pickup is the end of a full bar. */
export function countedIn(
  bars: Score['bars'],
  index: number,
): { readonly metre: Metre; readonly from: Ticks } {
  const metre = bars[index]?.metre ?? { beats: 4, unit: 4 };
  const whole = bars[index]?.pickup ? bars[index + 1]?.metre : undefined;
  return whole ? { metre: whole, from: barTicks(whole) - barTicks(metre) } : { metre, from: 0 };
}

/** Shortest distance of two counts that have a name. */
const step = 20;

/** How the count of a moment is told after another: by its part of the beat alone where the beat goes on, else with its beat. */
export function toldCount(metre: Metre, tick: Ticks, before: Ticks | undefined): string {
  const beat = (at: Ticks) => Math.floor(at / beatTicks(metre));
  return before !== undefined && beat(before) === beat(tick) ? countAt(metre, tick) : countedAt(metre, tick);
}

/** Whether a text is said in full, moment by moment, rather than typed string by string. */
export const isSpoken = (text: string): boolean =>
  text.includes(';') || text.split(/[\s,]+/).some((word) => isVerb(word));

interface SpokenPart {
  readonly string: StringNumber;
  readonly fret: number;
  readonly words: readonly string[];
  readonly voice: Voice | undefined;
}

/**
 * Reads a bar said in full, as the piece in words tells it: `1 pinch 6/3+1/0; & 1/3; 2 thumb 4/2, slide 2/5`. Each moment stands between semicolons: its
 * count, then what is done with which strings and frets. What stands before in sentences of its own, such as the grip, is passed over. A pinch leaves its thickest string to the thumb; a movement
 * over many strings is read with the frets behind it.
 */
export function readSpokenCall(score: Score, barIndex: number, text: string): TypedCall {
  const bar = score.bars[barIndex];
  if (!bar) return point('There is no such bar', 'Go to a bar of the piece', 0, text.length);
  const counted = countedIn(score.bars, barIndex);
  const head = /^.*(?:\. |: )/s.exec(text.replace(/\.\s*$/, ''))?.[0].length ?? 0;
  const notes: Note[] = [];
  let before: Ticks | undefined;
  for (const match of text.slice(head).matchAll(/[^;]+/g)) {
    const said = match[0].trim().replace(/\.$/, '');
    if (said === '') continue;
    const [from, to] = [head + match.index, head + match.index + match[0].length];
    const [, count = '', rest = ''] = /^(\S+)\s+(.*)$/.exec(said) ?? [];
    const tick = tickOf(counted, count, before);
    if (tick === undefined)
      return point(
        `“${count || said}” is no count that comes next in this bar`,
        'Begin each moment with its count, such as 1 or 2&',
        from,
        to,
      );
    const read = readMoment(score, rest);
    if (!read.ok) return point(read.fault.reason, read.fault.remedy, from, to);
    notes.push(...read.value.map((note) => ({ ...note, tick: tick - counted.from })));
    before = tick;
  }
  const length = barTicks(bar.metre);
  const laid = notes.map((note) => ({ ...note, durationTicks: untilNext(note, notes, length) - note.tick }));
  const { leftOut: _, ...kept } = bar;
  return { ok: true, bar: { ...kept, thumbPattern: 'by-hand', notes: laid.sort(inPlayingOrder) } };
}

function tickOf(
  { metre, from }: { readonly metre: Metre; readonly from: Ticks },
  count: string,
  before: Ticks | undefined,
): Ticks | undefined {
  if (count === '') return undefined;
  for (let tick = before === undefined ? from : before + step; tick < barTicks(metre); tick += step)
    if (toldCount(metre, tick, before) === count || countedAt(metre, tick) === count) return tick;
  return undefined;
}

/** What is done at one moment: parts between commas, a verb before its strings, words that go for all of them alone. */
function readMoment(score: Score, said: string): Result<Note[]> {
  const parts: SpokenPart[] = [];
  const also: string[] = [];
  for (const each of said.split(', ')) {
    const words = each.split(' ');
    const verb = words.length > 1 && isVerb(words[0] ?? '') ? (words.shift() as CallVerb) : undefined;
    const strings = words.join(' ');
    if (verb === undefined && parts.length > 0 && techniqueNamed(strings)) {
      also.push(strings);
      continue;
    }
    const read = readStrings(strings, verb);
    if (!read.ok) return read;
    parts.push(...read.value);
  }
  const struck = new Set(parts.map(({ string }) => string));
  if (struck.size < parts.length) return fail('A string is struck twice at once', 'Leave one of them out');
  const tooHigh = parts.find(({ fret }) => fret > highestFret(score));
  if (tooHigh)
    return fail(`Fret ${tooHigh.fret} is past the last fret`, `Choose a fret up to ${highestFret(score)}`);
  return ok(parts.map((part) => noteOf(part, part.voice === 'thumb' ? [] : also, score)));
}

function noteOf({ string, fret, voice, words }: SpokenPart, also: readonly string[], score: Score): Note {
  const plain: Note = {
    tick: 0,
    durationTicks: 1,
    string,
    fret,
    voice: voice ?? 'melody',
    ...(voice === 'thumb' && score.bassEnding ? { ending: score.bassEnding } : {}),
  };
  return [...words, ...also].reduce<Note>((note, word) => {
    const technique = techniqueNamed(word);
    return technique ? { ...note, ...withTechnique(note, technique) } : note;
  }, plain);
}

const rangePattern = /^([1-6])[–-]([1-6]) \(frets ([\dx ]+)\)$/;
const stringPattern = /^([1-9])\/(\d{1,2}|x)$/;

/** Strings with frets behind one verb: `6/3+1/0`, or `6–1 (frets 3 2 0 0 0 3)`. */
function readStrings(text: string, verb: CallVerb | undefined): Result<SpokenPart[]> {
  const { word, voice } = verb ? verbs[verb] : {};
  const range = rangePattern.exec(text);
  if (range) return readRange([Number(range[1]), Number(range[2])], (range[3] ?? '').split(' '), word);
  const parts: SpokenPart[] = [];
  for (const each of text.split('+')) {
    const match = stringPattern.exec(each);
    const string = Number(match?.[1]);
    if (!match || !isStringNumber(string))
      return fail(
        `“${each}” is not a string with its fret`,
        'Write such as 4/2: string, then / and the fret',
      );
    const words = [...(word ? [word] : []), ...(match[2] === 'x' ? ['dead'] : [])];
    parts.push({ string, fret: match[2] === 'x' ? 0 : Number(match[2]), words: [...new Set(words)], voice });
  }
  return ok(verb === 'pinch' ? inBothHands(parts) : parts);
}

/** Of a pinch the thumb has the thickest string, the fingers the others (common practice). */
function inBothHands(parts: readonly SpokenPart[]): SpokenPart[] {
  const thickestFirst = [...parts].sort((a, b) => b.string - a.string);
  return thickestFirst.map((part, index) => ({
    ...part,
    voice: index === 0 ? 'thumb' : 'melody',
  }));
}

function readRange(
  [from, to]: readonly [number, number],
  frets: string[],
  word = 'brush',
): Result<SpokenPart[]> {
  const way = from > to ? -1 : 1;
  const count = Math.abs(from - to) + 1;
  if (frets.length !== count)
    return fail(
      `Strings ${from} to ${to} need ${count} frets`,
      'Write a fret for each string, in their order',
    );
  const technique = way > 0 ? (backWords[word] ?? word) : word;
  return ok(
    frets.flatMap((fret, index): SpokenPart[] => {
      const string = from + index * way;
      return isStringNumber(string)
        ? [
            {
              string,
              fret: fret === 'x' ? 0 : Number(fret),
              words: fret === 'x' ? [technique, 'dead'] : [technique],
              voice: string >= 4 ? 'thumb' : undefined,
            },
          ]
        : [];
    }),
  );
}
