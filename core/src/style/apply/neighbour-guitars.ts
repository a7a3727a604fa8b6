import { openMidi, type Tuning } from '../../instrument/index.ts';
import { modulo, pitchClassOf, tonicOf, transposeKey, type Key } from '../../pitch/index.ts';
import type { PlayersGuitar } from './guitars.ts';

/** A fourth and a fifth up, in half steps: keys that have most of their chords in common with the first. */
const neighbours = [5, 7] as const;
const fifth = 7;
/** The thumb’s strings and the one above them. */
const lowStrings = [6, 5, 4, 3] as const;

/** Keys a fourth and a fifth from a player’s own, in the same tuning, that the player has no piece in. Only those whose tonic or fifth is an open string of the thumb’s, or the third (common practice: an open bass leaves the hand free for the tune). */
export function neighbourGuitars(own: readonly PlayersGuitar[]): PlayersGuitar[] {
  const found: PlayersGuitar[] = [];
  for (const { tuning, key: besideOf } of own)
    for (const by of neighbours) {
      const key = transposeKey(besideOf, by);
      const isKnown = [...own, ...found].some(
        (each) => each.tuning.name === tuning.name && sameTonic(each.key, key),
      );
      if (!isKnown && hasOpenBass(tuning, key)) found.push({ tuning, key, share: 0, besideOf });
    }
  return found;
}

const sameTonic = (one: Key, other: Key): boolean =>
  pitchClassOf(tonicOf(one)) === pitchClassOf(tonicOf(other));

function hasOpenBass(tuning: Tuning, key: Key): boolean {
  const tonic = pitchClassOf(tonicOf(key));
  return lowStrings.some((string) => {
    const over = modulo(openMidi(tuning, string) - tonic, 12);
    return over === 0 || over === fifth;
  });
}
