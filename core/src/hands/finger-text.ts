import { fail, ok, type Result } from '../fault/index.ts';
import type { GripFrets } from '../score/index.ts';
import type { FrettingFinger } from './hand.ts';
import type { GripFingers } from './presses.ts';

const howToWrite =
  'Write a finger for each string from 6 to 1, 1 to 4 or T, and - where none presses: -32-1-';

/** Reads fingers as teachers write them over frets, "-32-1-" or "T--213", against the frets they are for. */
export function parseFingers(text: string, frets: GripFrets): Result<GripFingers> {
  const tokens = [...text.toLowerCase().replace(/\s+/g, '')];
  const junk = tokens.find((token) => !/[1-4t\-x0.]/.test(token));
  if (junk !== undefined) return fail(`“${junk}” is not a finger`, howToWrite);
  if (tokens.length !== 6)
    return fail(`A grip has six strings, “${text.trim()}” gives ${tokens.length}`, howToWrite);
  const fingers = tokens.map((token): FrettingFinger | null => {
    if (token === 't') return 'T';
    const finger = Number(token);
    return finger >= 1 && finger <= 4 ? (finger as FrettingFinger) : null;
  });
  const idle = fingers.findIndex((finger, index) => finger !== null && (frets[index] ?? 0) === 0);
  if (idle >= 0)
    return fail(`String ${6 - idle} is not pressed, so it needs no finger`, 'Write - for it', {
      string: 6 - idle,
    });
  return ok(fingers);
}

/** "-32-1-": the fingers from string 6 to string 1. */
export const fingersText = (fingers: GripFingers): string => fingers.map((finger) => finger ?? '-').join('');
