import type { StringNumber, Tuning } from '../instrument/index.ts';
import type { GripFrets } from '../score/index.ts';
import { gripTones, nameGrip } from '../shapes/index.ts';
type HomeRole = 'low' | 'alternate' | 'other-low';

/** Strings the thumb prefers for a role, by the string of the low bass (common practice: 6-4-5-4, 5-4-6-4, 4-3-5-3). */
const preferred: Record<'alternate' | 'other-low', Partial<Record<StringNumber, readonly StringNumber[]>>> = {
  alternate: { 6: [4, 5, 3], 5: [4, 6, 3], 4: [3, 5, 2], 3: [2, 4] },
  'other-low': { 6: [5], 5: [6], 4: [5], 3: [4] },
};

/**
 * The thumb's strings on a grip. The low bass is the grip's thickest sounding string — so a slash grip keeps its bass —
 * except where that string holds the fifth and the next one the root, as in C with G below it: then the root leads and
 * the fifth is the other low. A role no string can take falls back to the low bass.
 */
export function bassStrings(tuning: Tuning, frets: GripFrets): BassStrings {
  const known = remembered.get(frets);
  if (known?.tuning === tuning) return known.strings;
  const strings = chooseStrings(tuning, frets);
  remembered.set(frets, { tuning, strings });
  return strings;
}

type BassStrings = Record<HomeRole, StringNumber> | undefined;

/** Values are immutable, so the answer for the same grip in the same tuning stays: a pattern asks on every beat. */
const remembered = new WeakMap<GripFrets, { readonly tuning: Tuning; readonly strings: BassStrings }>();

function chooseStrings(tuning: Tuning, frets: GripFrets): BassStrings {
  const tones = gripTones(tuning, frets);
  if (tones.length === 0) return undefined;
  const named = nameGrip(tuning, frets).tones;
  const [thickest, next] = named;
  if (!thickest) return undefined;
  const rootNext = thickest.degree === '5' && next?.degree === '1' && next.string >= 4;
  const low = rootNext ? next.string : thickest.string;
  const sounding = new Set(tones.map(({ string }) => string));
  const choose = (role: 'alternate' | 'other-low') =>
    (preferred[role][low] ?? []).find((string) => sounding.has(string)) ?? low;
  return { low, alternate: choose('alternate'), 'other-low': choose('other-low') };
}
