import type { Note } from '../../score/index.ts';

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
const bendMs = 140;
const slideInMs = 110;
const usualApproachFrets = 2;

/**
 * The pitch bend of a note from `at` to `end` in ticks, on top of `offsetCents`: bends and releases, slides from nowhere, and the
 * fraction of a semitone a harmonic needs. It ends at the middle again.
 */
export function bendsOf(
  note: Note,
  offsetCents: number,
  at: number,
  end: number,
  ticksOfMs: (ms: number) => number,
): BendStep[] {
  const points = curveOf(note, end - at, ticksOfMs);
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

interface Point {
  readonly tick: number;
  readonly cents: number;
}

function curveOf(
  { bendCents, bendShape, slide, fret }: Note,
  length: number,
  ticksOfMs: (ms: number) => number,
): Point[] {
  if (bendCents !== undefined) {
    const quick = Math.min(ticksOfMs(bendMs), Math.round(length / 2));
    const back = [
      { tick: Math.round(length / 2), cents: bendCents },
      { tick: Math.round(length / 2) + quick, cents: 0 },
    ];
    switch (bendShape) {
      case 'pre-bend':
        return [{ tick: 0, cents: bendCents }];
      case 'pre-bend-release':
        return [{ tick: 0, cents: bendCents }, ...back];
      case 'release':
        return [{ tick: 0, cents: 0 }, { tick: quick, cents: bendCents }, ...back];
      case undefined:
        return [
          { tick: 0, cents: 0 },
          { tick: quick, cents: bendCents },
        ];
    }
  }
  if (!slide?.from) return [];
  const from =
    slide.approachFret ?? fret + (slide.from === 'below' ? -usualApproachFrets : usualApproachFrets);
  const time = slide.overTicks ?? (slide.slow ? Math.round(length / 2) : ticksOfMs(slideInMs));
  return [
    { tick: 0, cents: (from - fret) * 100 },
    { tick: Math.min(time, length), cents: 0 },
  ];
}
