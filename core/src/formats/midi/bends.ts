import type { Note } from '../../score/index.ts';
import { pitchCurve } from '../../sound/index.ts';

/** Pitch bend reaches this far either way; a bend of the score is at most 4 semitones. */
export const bendRangeSemitones = 12;

/** A pitch bend event: −8192 to 8191 over the range. */
interface BendStep {
  readonly at: number;
  readonly value: number;
}

const valueOf = (cents: number): number =>
  Math.max(-8192, Math.min(8191, Math.round((cents / 100 / bendRangeSemitones) * 8192)));

const stepMs = 15;

/**
 * The pitch bend of a note from `at` to `end` in ticks, on top of `offsetCents`: bends and releases, slides from
 * nowhere, and the fraction of a semitone a harmonic needs. Turns are hammered, not pushed, and left out. It ends at the middle again.
 */
export function bendsOf(
  note: Note,
  offsetCents: number,
  at: number,
  end: number,
  ticksOfMs: (ms: number) => number,
): BendStep[] {
  const unit = { ofMs: ticksOfMs, ofTicks: (ticks: number) => ticks };
  const points = pitchCurve(pushed(note), end - at, unit).map((point) => ({
    tick: Math.round(point.at),
    cents: point.cents,
  }));
  if (points.length === 0 && offsetCents === 0) return [];
  const step = Math.max(1, ticksOfMs(stepMs));
  const steps: BendStep[] = [{ at, value: valueOf(offsetCents + (points[0]?.cents ?? 0)) }];
  points.slice(1).forEach((to, index) => {
    const from = points[index];
    if (!from) return;
    for (let tick = from.tick + step; tick < to.tick; tick += step) {
      const share = (tick - from.tick) / (to.tick - from.tick);
      steps.push({
        at: at + tick,
        value: valueOf(offsetCents + from.cents + share * (to.cents - from.cents)),
      });
    }
    steps.push({ at: at + to.tick, value: valueOf(offsetCents + to.cents) });
  });
  return [...steps.filter((each) => each.at < end), { at: end, value: 0 }];
}

function pushed({ ornament: _, slide, ...note }: Note): Note {
  if (!slide) return note;
  const { out: __, ...into } = slide;
  return { ...note, slide: into };
}
