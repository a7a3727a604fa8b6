import { modulo, pitchClassOf, tonicOf, transposeKey, type Key } from '../pitch/index.ts';

/** The key heard when shapes of `shapeKey` are played with a capo: each fret raises by one semitone. */
export const soundingKey = (shapeKey: Key, capo: number): Key => transposeKey(shapeKey, capo);

/** The capo fret, 0 to 11, at which shapes of `shapeKey` sound in `wanted`. */
export const capoFor = (shapeKey: Key, wanted: Key): number =>
  modulo(pitchClassOf(tonicOf(wanted)) - pitchClassOf(tonicOf(shapeKey)), 12);
