import { modulo } from '../../pitch/index.ts';
import { gripAt, soundingFrets, type Score, type Ticks } from '../../score/index.ts';
import { gripTones } from '../../shapes/index.ts';

/** Pitch classes of the grip that is held at a moment, over the open strings without the capo; none where none is held. Bars from 0. */
export function heldTones(score: Score, bar: number, tick: Ticks): ReadonlySet<number> {
  const grip = gripAt(score, bar, tick);
  const tones = grip ? gripTones(score.tuning, soundingFrets(grip)) : [];
  return new Set(tones.map(({ midi }) => modulo(midi, 12)));
}
