import {
  defaultFretCount,
  defaultScaleMm,
  parseTuning,
  type Instrument,
  type Tuning,
} from '../instrument/index.ts';
import { parseKey, type Key } from '../pitch/index.ts';
import type { GripFrets } from '../score/index.ts';
import { parseChord, parseFrets, type Chord } from '../shapes/index.ts';

/** A tuning that a test knows to be readable. */
export function tuning(text: string): Tuning {
  const result = parseTuning(text);
  if (!result.ok) throw new Error(text);
  return result.value;
}

/** Frets that a test knows to be readable. */
export function frets(text: string): GripFrets {
  const result = parseFrets(text);
  if (!result.ok) throw new Error(text);
  return result.value;
}

/** A chord that a test knows to be readable. */
export function chord(text: string): Chord {
  const result = parseChord(text);
  if (!result.ok) throw new Error(text);
  return result.value;
}

/** A key that a test knows to be readable. */
export function key(text: string): Key {
  const result = parseKey(text);
  if (!result.ok) throw new Error(text);
  return result.value;
}

/** A guitar with the usual scale and twenty frets in a tuning. */
export const guitar = (name: string, over: Partial<Instrument> = {}): Instrument => ({
  tuning: tuning(name),
  capo: 0,
  scaleMm: defaultScaleMm,
  fretCount: defaultFretCount,
  ...over,
});
