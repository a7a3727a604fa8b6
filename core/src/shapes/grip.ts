import { fail, ok, type Result } from '../fault/index.ts';
import { openMidi, stringsLowToHigh, type StringNumber, type Tuning } from '../instrument/index.ts';
import type { Midi } from '../pitch/index.ts';
import type { GripFrets } from '../score/index.ts';

/** One sounding string of a grip. `midi` is as written: the capo is not counted in. */
export interface GripTone {
  readonly string: StringNumber;
  readonly fret: number;
  readonly midi: Midi;
}

const howToWrite =
  'Write six frets from string 6 to string 1, x for a string not played: x32010, or x-10-9-10-x-x';

/** Reads frets as teachers write them: "x32010", "x-10-9-10-x-x", "x 10 9 10 x x". */
export function parseFrets(text: string, highestFret = 24): Result<GripFrets> {
  const trimmed = text.trim().toLowerCase();
  const tokens = /[\s,-]/.test(trimmed) ? trimmed.split(/[\s,-]+/) : [...trimmed];
  const junk = tokens.findIndex((token) => !/^(x|\d{1,2})$/.test(token));
  if (tokens.length !== 6)
    return fail(`A grip has six strings, “${text.trim()}” gives ${tokens.length}`, howToWrite);
  if (junk >= 0) return fail(`“${tokens[junk] ?? ''}” is not a fret`, howToWrite, { string: 6 - junk });
  const frets = tokens.map((token) => (token === 'x' ? null : Number(token)));
  const past = frets.findIndex((fret) => fret !== null && fret > highestFret);
  if (past >= 0) {
    return fail(
      `Fret ${frets[past] ?? ''} is past the last fret, ${highestFret}`,
      'Choose a fret on the neck',
      { string: 6 - past },
    );
  }
  if (frets.every((fret) => fret === null)) return fail('No string of the grip is played', howToWrite);
  return ok(frets);
}

/** The shortest way to write frets down: "x32010", with hyphens when a fret has two digits. */
export const fretsText = (frets: GripFrets): string => {
  const tokens = frets.map((fret) => (fret === null ? 'x' : String(fret)));
  return tokens.join(tokens.some((token) => token.length > 1) ? '-' : '');
};

/** The sounding strings of a grip from string 6 to string 1. */
export const gripTones = (tuning: Tuning, frets: GripFrets): GripTone[] =>
  stringsLowToHigh.flatMap((string, index) => {
    const fret = frets[index];
    return fret === null || fret === undefined
      ? []
      : [{ string, fret, midi: openMidi(tuning, string) + fret }];
  });

/** Fret of a string in a grip; null when the string is not played. */
export const fretOf = (frets: GripFrets, string: StringNumber): number | null => frets[6 - string] ?? null;

/** Lowest and highest pressed fret, or undefined for a grip of open strings only. */
export function pressedRange(
  frets: GripFrets,
): { readonly lowest: number; readonly highest: number } | undefined {
  const pressed = frets.filter((fret) => fret !== null && fret > 0) as number[];
  return pressed.length > 0 ? { lowest: Math.min(...pressed), highest: Math.max(...pressed) } : undefined;
}
