import { standardTuning, tuningTable, type Tuning } from '../../instrument/index.ts';
import { parseKey, type Key } from '../../pitch/index.ts';
import { countsOf, type PieceEvidence } from '../evidence.ts';

/** How a player sets up a guitar, and in how many of the bars, 0 to 1. */
export interface PlayersGuitar {
  readonly tuning: Tuning;
  /** Of the shapes. */
  readonly key: Key;
  readonly share: number;
  /** No guitar of the player’s: the player’s key that this one lies beside. */
  readonly besideOf?: Key;
}

/** Tunings and keys as the pieces have them together, the commonest first; tunings that do not ship are left out. What is only said has no bars with both. */
export function guitarsOf(pieces: readonly PieceEvidence[]): PlayersGuitar[] {
  const found = new Map<string, number>();
  let bars = 0;
  for (const piece of pieces.filter(({ isSaid }) => !isSaid))
    for (const bar of piece.bars) {
      const setting = `${String(bar.get('tuning')?.[0])}|${String(bar.get('key')?.[0])}`;
      found.set(setting, (found.get(setting) ?? 0) + 1);
      bars += 1;
    }
  return [...found]
    .sort((a, b) => b[1] - a[1])
    .flatMap(([setting, count]): PlayersGuitar[] => {
      const [name, keyName = ''] = setting.split('|');
      const tuning = tuningTable.find((each) => each.name === name);
      const key = parseKey(keyName);
      return tuning && key.ok ? [{ tuning, key: key.value, share: count / bars }] : [];
    });
}

/** How the guitar is set up by what is said of a player without pieces: standard and the tune's own key where nothing is said of them. */
export function saidGuitar(pieces: readonly PieceEvidence[], own: Key): PlayersGuitar {
  const saidOf = (trait: string) =>
    [...countsOf(pieces, trait)].sort((a, b) => b[1] - a[1]).map(([value]) => String(value))[0];
  const tuning = tuningTable.find(({ name }) => name === saidOf('tuning')) ?? standardTuning;
  const key = parseKey(saidOf('key') ?? '');
  return { tuning, key: key.ok ? key.value : own, share: 1 };
}

/** The frets a player holds most for each chord in a tuning, by the chord's name. */
export function gripsIn(pieces: readonly PieceEvidence[], tuning: string): ReadonlyMap<string, string> {
  const counts = new Map<string, Map<string, number>>();
  for (const { bars } of pieces)
    for (const bar of bars)
      if (bar.get('tuning')?.[0] === tuning)
        for (const value of bar.get('grips') ?? []) {
          const [name = '', frets = ''] = String(value).split(' ');
          const of = counts.get(name) ?? new Map<string, number>();
          counts.set(name, of.set(frets, (of.get(frets) ?? 0) + 1));
        }
  return new Map([...counts].map(([name, of]) => [name, [...of].sort((a, b) => b[1] - a[1])[0]?.[0] ?? '']));
}
