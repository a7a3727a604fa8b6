import { parseTuning, type Tuning } from '../instrument/index.ts';
import type { GripFrets } from '../score/index.ts';
import { parseFrets } from '../shapes/index.ts';

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
