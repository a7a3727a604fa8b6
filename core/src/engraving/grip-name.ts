import { withSigns } from '../pitch/index.ts';
import { soundingFrets, type PlacedGrip, type Score } from '../score/index.ts';
import { nameGrip } from '../shapes/index.ts';

type Named = Pick<Score, 'tuning' | 'key'>;

/** Grips are immutable and named on every redraw, so a name is worked out once. */
const remembered = new WeakMap<PlacedGrip, Named & { readonly name: string | null }>();

/** What the sounding tones of a grip are called in the key, in ASCII; null when there is no plain name. */
function literalName({ tuning, key }: Named, grip: PlacedGrip): string | null {
  const known = remembered.get(grip);
  if (known?.tuning === tuning && known.key === key) return known.name;
  const frets = soundingFrets(grip);
  const name = frets.some((fret) => fret !== null) ? nameGrip(tuning, frets, { key }).name : null;
  remembered.set(grip, { tuning, key, name });
  return name;
}

/**
 * The name a grip goes by here: what the teacher says it does, word for word, else what sounds, as `shown` writes it (with
 * signs, in the reader's language).
 */
export function gripName(score: Named, grip: PlacedGrip, shown: (name: string) => string): string {
  if (grip.functionName) return withSigns(grip.functionName);
  const name = literalName(score, grip);
  return name === null ? 'no name' : shown(name);
}
