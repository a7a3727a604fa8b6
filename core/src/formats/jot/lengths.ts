import { beatTicks, ticksPerQuarter, type Metre, type Ticks, type Voice } from '../../score/index.ts';

const letters: readonly (readonly [string, Ticks])[] = [
  ['w', 4 * ticksPerQuarter],
  ['h', 2 * ticksPerQuarter],
  ['q', ticksPerQuarter],
  ['e', ticksPerQuarter / 2],
  ['s', ticksPerQuarter / 4],
];

/** Every single length by its letters: plain, dotted, of a triplet. */
const single = new Map(
  letters.flatMap(([letter, ticks]) => [
    [letter, ticks] as const,
    [`${letter}.`, (ticks * 3) / 2] as const,
    [`${letter}t`, (ticks * 2) / 3] as const,
  ]),
);
const byTicks = new Map([...single].map(([text, ticks]) => [ticks, text]));

/** What a length looks like; not whether it is one. */
export const looksLikeLength = (token: string): boolean =>
  /^([whqes][.t]?(~[whqes][.t]?)*|\*\d+)$/.test(token);

/** Ticks of `q`, `e.`, `q~e`, `et` (of a triplet) or `*400` (ticks); undefined where it is none, or nothing at all. */
export function ticksOfLength(token: string): Ticks | undefined {
  if (!looksLikeLength(token)) return undefined;
  if (token.startsWith('*')) return Number(token.slice(1)) || undefined;
  return token.split('~').reduce((sum, part) => sum + (single.get(part) ?? 0), 0);
}

/** The shortest way to write a length: one value, two tied, else its ticks. */
export function lengthText(ticks: Ticks): string {
  const one = byTicks.get(ticks);
  if (one !== undefined) return one;
  for (const [first, text] of byTicks) {
    const second = byTicks.get(ticks - first);
    if (second !== undefined && first > ticks - first) return `${text}~${second}`;
  }
  return `*${ticks}`;
}

/** What lasts until a length is written: a beat for the thumb, an eighth for the tune. */
export const usualLength = (voice: Voice, metre: Metre): Ticks =>
  voice === 'thumb' ? beatTicks(metre) : ticksPerQuarter / 2;

/** "@2", "@2.5", or beat and ticks: "@2+320". */
export function placeText(metre: Metre, tick: Ticks): string {
  const beat = beatTicks(metre);
  const whole = Math.floor(tick / beat);
  const rest = tick - whole * beat;
  if (rest === 0) return `@${whole + 1}`;
  const quarters = (rest * 4) / beat;
  if (Number.isInteger(quarters)) return `@${whole + 1 + quarters / 4}`;
  return `@${whole + 1}+${rest}`;
}

/** The tick of a place; undefined where it is none. */
export function tickOfPlace(metre: Metre, token: string): Ticks | undefined {
  const match = /^@(\d{1,3}(?:\.\d{1,6})?)(?:\+(\d{1,5}))?$/.exec(token);
  if (!match) return undefined;
  const tick = Math.round((Number(match[1]) - 1) * beatTicks(metre)) + Number(match[2] ?? 0);
  return tick >= 0 ? tick : undefined;
}
