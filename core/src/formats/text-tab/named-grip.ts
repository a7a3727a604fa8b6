import { mediumHand } from '../../hands/index.ts';
import type { Instrument } from '../../instrument/index.ts';
import type { GripFrets, Note } from '../../score/index.ts';
import { findGrips, fretOf, parseChord, type FoundGrip } from '../../shapes/index.ts';

/** How many of a chord's easiest grips are held against the frets of the tab. */
const gripsHeldAgainst = 60;
/** More chords than any piece has: what keeps a nonsense file from taking long. */
const mostNames = 24;

export type GripByName = (
  name: string,
  played: readonly Pick<Note, 'string' | 'fret'>[],
) => GripFrets | undefined;

/** Grips with the bass the name says and every tone of the chord; the others where there are none. */
function wholeFirst(found: readonly FoundGrip[]): GripFrets[] {
  const whole = found.filter(
    ({ missing, terms }) => missing.length === 0 && !terms.some(({ name, mm }) => name === 'bass' && mm > 0),
  );
  return (whole.length > 0 ? whole : found).map(({ frets }) => frets);
}

/**
 * Finds a grip for a chord name whose frets the tab does not show: of the chord's easiest grips the one that gives the most of the
 * frets played under the name, the easier of two that give as many. Undefined for what is no chord.
 */
export function gripsByName(instrument: Instrument): GripByName {
  const known = new Map<string, readonly GripFrets[]>();
  const gripsOf = (name: string): readonly GripFrets[] => {
    const chord = parseChord(name);
    if (!chord.ok) return [];
    const found =
      known.get(name) ??
      (known.size < mostNames
        ? wholeFirst(findGrips(chord.value, { instrument, hand: mediumHand, limit: gripsHeldAgainst }))
        : []);
    known.set(name, found);
    return found;
  };
  return (name, played) => {
    const given = (frets: GripFrets) =>
      played.filter(({ string, fret }) => fretOf(frets, string) === fret).length;
    const [best] = gripsOf(name)
      .map((frets) => ({ frets, fits: given(frets) }))
      .sort((a, b) => b.fits - a.fits);
    return best?.frets;
  };
}
