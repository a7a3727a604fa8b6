import { barTicks, beatTicks, gripAt, type Note, type Ticks } from '../../score/index.ts';
import { isTune, type BarAtWork } from './reduction.ts';

/** Frets that lie under the hand without moving it. */
export const handFrets = 4;

/**
 * Up to when a note may last, once what followed it is gone, without keeping the hand from where it has to go next: an open string as long as it likes; a pressed one while what comes next lies
 * under the hand. Before another grip at the bar line it leaves the last beat free; where its string is struck again it ends.
 */
export function mayLastTo({ score, index, bar }: BarAtWork, note: Note, asked: Ticks): Ticks {
  const written = note.tick + note.durationTicks;
  const struckAgain = bar.notes.filter(({ string, tick }) => string === note.string && tick > note.tick);
  const wanted = Math.min(asked, ...struckAgain.map(({ tick }) => tick));
  if (note.fret === 0 || wanted <= written) return wanted;
  const next = bar.notes.find((other) => isTune(other) && other.tick >= written && other.fret > 0);
  if (next && Math.abs(next.fret - note.fret) >= handFrets) return written;
  const length = barTicks(bar.metre);
  const [now, then] = [gripAt(score, index, note.tick)?.frets, gripAt(score, index + 1, 0)?.frets];
  const staysHeld =
    now !== undefined && then !== undefined && now.every((fret, string) => fret === then[string]);
  return staysHeld || next ? wanted : Math.max(written, Math.min(wanted, length - beatTicks(bar.metre)));
}
