import { openMidi, type StringNumber, type Tuning } from '../../instrument/index.ts';
import { modulo, pitchClassOf, tonicOf, transposeKey, type Key } from '../../pitch/index.ts';
import type { PlayersGuitar } from './guitars.ts';

/** A fourth and a fifth up, in half steps: keys that have most of their chords in common with the first. */
const neighbours = [5, 7] as const;
const fifth = 7;
/** The thumb’s strings. */
const bassStrings = [6, 5, 4] as const;
/** The chord’s root is looked for up to this fret: further up the bass takes the hand away from the tune. */
const furthestRoot = 3;

/** Keys a fourth and a fifth from a player’s own, in the same tuning, that the player has no piece in. Only those a hand is at home in: the root lies low on a string of the thumb’s, and it or its fifth is an open string of the thumb’s or the third (common practice). */
export function neighbourGuitars(own: readonly PlayersGuitar[]): PlayersGuitar[] {
  const found: PlayersGuitar[] = [];
  for (const { tuning, key: besideOf } of own)
    for (const by of neighbours) {
      const key = transposeKey(besideOf, by);
      const isKnown = [...own, ...found].some(
        (each) => each.tuning.name === tuning.name && sameTonic(each.key, key),
      );
      if (!isKnown && isAtHome(tuning, key)) found.push({ tuning, key, share: 0, besideOf });
    }
  return found;
}

const sameTonic = (one: Key, other: Key): boolean =>
  pitchClassOf(tonicOf(one)) === pitchClassOf(tonicOf(other));

function isAtHome(tuning: Tuning, key: Key): boolean {
  const tonic = pitchClassOf(tonicOf(key));
  const up = (string: StringNumber): number => modulo(tonic - openMidi(tuning, string), 12);
  const isOpen = (string: StringNumber): boolean => up(string) === 0 || up(string) === 12 - fifth;
  return (
    bassStrings.some((string) => up(string) <= furthestRoot) && ([...bassStrings, 3] as const).some(isOpen)
  );
}
