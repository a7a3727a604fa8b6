import { barTicks, beatTicks, isCompound, type Bar, type Metre, type Ticks } from '../../score/index.ts';

/** What is said between two numbers of a count, as parts of what is counted. */
const parts: Readonly<Record<string, number>> = {
  '&': 1 / 2,
  '+': 1 / 2,
  and: 1 / 2,
  e: 1 / 4,
  a: 3 / 4,
  t: 1 / 3,
  trip: 1 / 3,
  l: 2 / 3,
  let: 2 / 3,
};

/** What the numbers of a count count: felt beats, the eighths of compound metres. */
const countedTicks = (metre: Metre): Ticks => (isCompound(metre) ? 480 : beatTicks(metre));

/** Where a bar's count begins: a pickup is counted to the end of the bar it belongs to. */
export const countOffset = (bar: Pick<Bar, 'metre' | 'pickup'>, whole: Metre): Ticks =>
  bar.pickup ? Math.max(0, barTicks(whole) - barTicks(bar.metre)) : 0;

/** The number last counted at or before a tick, from the start of the bar that is counted. */
export const numberBefore = (metre: Metre, tick: Ticks): Ticks => tick - (tick % countedTicks(metre));

const writtenParts = ['&', 'e', 'a', 't', 'l'];

/**
 * The count of a tick, so that it can be read back exactly: a number, its usual part (`&`, `e`, `a`, `t`, `l`), or what has passed since the
 * number as a fraction of the beat, `3/8`. Where no number stands before it, it says the number, too: `4+1/2`. `metre` is what is counted,
 * `tick` from the start of its bar.
 */
export function typedCount(metre: Metre, tick: Ticks, isFirst = false): string {
  const counted = countedTicks(metre);
  const past = tick % counted;
  if (past === 0) return String(tick / counted + 1);
  const shared = greatestDivisor(past, counted);
  const fraction = `${past / shared}/${counted / shared}`;
  if (isFirst) return `${(tick - past) / counted + 1}+${fraction}`;
  const usual = writtenParts.find((part) => Math.round((parts[part] ?? 0) * counted) === past);
  return usual ?? fraction;
}

const greatestDivisor = (a: number, b: number): number => (b === 0 ? a : greatestDivisor(b, a % b));

/**
 * Ticks by a line of counts, for each column that carries one; undefined when they do not go on in order. `offset` is where the count
 * begins: a pickup may begin with the & of 4.
 */
export function countedTimes(line: string, metre: Metre, offset: Ticks): Map<number, Ticks> | undefined {
  const counted = countedTicks(metre);
  const times = new Map<number, Ticks>();
  let last = numberBefore(metre, offset);
  let latest = 0;
  for (const match of line.matchAll(
    /(?:(\d{1,3})\+)?(\d{1,4})\/(\d{1,4})|(\d{1,3})|&|\+|trip|let|and|e|a|t|l/g,
  )) {
    const [word, base, past, of, number] = match;
    if (base ?? number) last = (Number(base ?? number) - 1) * counted;
    const share = of === undefined ? (parts[word] ?? 0) : Number(past) / Math.max(1, Number(of));
    const tick = Math.round(last + share * counted);
    if (tick < latest) return undefined;
    latest = tick;
    times.set(match.index, tick);
  }
  return times;
}

const values: Readonly<Record<string, Ticks>> = { w: 3840, h: 1920, q: 960, e: 480, s: 240, t: 120 };

/** Times by a line of note values, "Q E E Q.": each begins where the one before ends. */
export function valuedTimes(line: string): Map<number, Ticks> | undefined {
  const times = new Map<number, Ticks>();
  let now = 0;
  for (const match of line.matchAll(/([WHQESTwhqest])(\.?)(3?)/g)) {
    const [, letter = '', dot, triplet] = match;
    times.set(match.index, Math.round(now));
    now += (values[letter.toLowerCase()] ?? 0) * (dot ? 1.5 : 1) * (triplet ? 2 / 3 : 1);
  }
  return times.size > 0 ? times : undefined;
}

/** A line of a system is never longer. */
const longestRhythm = 2000;

/** No count and no run of note values has longer words. Words are bounded, so that none can be tried in too many ways. */
const longestWord = 12;
const countWord = /^(?:(?:\d{1,3}\+)?\d{1,4}\/\d{1,4}|(?:\d|&|\+|and|trip|let|[eatl.()|])*)$/;
const valueWord = /^(?:[WHQESTwhqest]\.?3?)+$/;

/**
 * A line of counts or note values with everything else blanked out, columns kept; undefined for any other line. Words may follow the
 * counts ("play twice"), and a name may stand before them.
 */
export function asRhythmLine(line: string): string | undefined {
  if (line.length > longestRhythm || /[-[]/.test(line)) return undefined;
  const named = /^\s*(?:counts?|rhythm)\b:?/i.exec(line)?.[0] ?? '';
  const body = ' '.repeat(named.length) + line.slice(named.length);
  const words = [...body.matchAll(/\S+/g)];
  const isTold = (word: string) =>
    word.length <= longestWord && (countWord.test(word) || valueWord.test(word));
  const firstOther = words.findIndex(([word]) => !isTold(word));
  const told = firstOther < 0 ? words : words.slice(0, firstOther);
  const last = told.at(-1);
  const others = words.length - told.length;
  if (!last || !told.some(([word]) => /[\dWHQESTwhqst]/.test(word))) return undefined;
  if (others > 0 && told.length < Math.max(3, others)) return undefined;
  return body.slice(0, last.index + last[0].length);
}
