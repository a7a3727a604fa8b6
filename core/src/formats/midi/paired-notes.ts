import type { HeardNote } from '../../listening/index.ts';

/** A key that goes down, or up (velocity 0). */
export interface KeyMove {
  readonly atS: number;
  /** 0 to 15. */
  readonly channel: number;
  readonly midi: number;
  readonly velocity: number;
}

/** Each key down with the next up of the same pitch and channel, in the order of the ups; what is down at the end ends there. */
export function pairedNotes(moves: readonly KeyMove[], endS: number): HeardNote[] {
  const sounding = new Map<string, KeyMove[]>();
  const notes: HeardNote[] = [];
  const end = (key: string, atS: number) => {
    const [first, ...rest] = sounding.get(key) ?? [];
    if (!first) return;
    sounding.set(key, rest);
    const { midi, velocity } = first;
    notes.push({ startS: first.atS, endS: atS, midi, velocity, sureness: 1 });
  };
  for (const move of moves) {
    const key = `${move.channel} ${move.midi}`;
    if (move.velocity > 0) sounding.set(key, [...(sounding.get(key) ?? []), move]);
    else end(key, move.atS);
  }
  for (const [key, stack] of sounding) for (let left = stack.length; left > 0; left -= 1) end(key, endS);
  return notes;
}
