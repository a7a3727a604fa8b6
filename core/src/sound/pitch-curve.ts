import { soundOf, usualOrnamentFrets, type Note, type Ticks } from '../score/index.ts';

/** A point of a pitch's way: how long after the note is struck, and how far from its fret, in cents. Straight between points. */
export interface PitchPoint {
  readonly at: number;
  readonly cents: number;
}

/** Times are from memory, chosen by ear. */
const bendMs = 140;
const slideInMs = 110;
const slideOutMs = 160;
const mordentMs = 70;
/** How long a hammered fret takes to speak. */
const fretMs = 6;
const usualApproachFrets = 2;
/** How far a slide to nowhere goes before it cannot be heard. */
const slideOutFrets = 4;

/** Makes milliseconds and ticks into the unit a curve is wanted in. */
export interface CurveUnit {
  readonly ofMs: (ms: number) => number;
  readonly ofTicks: (ticks: Ticks) => number;
}

/**
 * The way of a note's pitch while it sounds: bends and their release, slides from nowhere and away, mordents and turns. `length` is
 * the note's own, in the unit of the answer's times. Empty for a note that stays on its fret.
 */
export function pitchCurve(note: Note, length: number, unit: CurveUnit): PitchPoint[] {
  const curve = fingerCurve(note, length, unit);
  return soundOf(note).ways.includes('glass') ? glassCurve(note, curve, length, unit) : curve;
}

/** When a bottleneck begins to shake, and how often a second (common practice: a slow shake; times from memory). */
const vibratoAfterMs = 180;
const vibratoMs = 1000 / 5;
const pointsPerShake = 8;

/** The way of a note under a bottleneck: off its fret as far as it is written, and to and fro once it has settled. */
function glassCurve(
  { bottleneck: { cents = 0, vibratoCents = 0 } = {} }: Note,
  curve: readonly PitchPoint[],
  length: number,
  { ofMs }: CurveUnit,
): PitchPoint[] {
  if (cents === 0 && vibratoCents === 0) return [...curve];
  const from = ofMs(vibratoAfterMs);
  const off = (at: number) => cents + (curve.length > 0 ? centsAt(curve, at) : 0);
  const still = [...curve.filter(({ at }) => at < from).map(({ at }) => at), 0]
    .sort((a, b) => a - b)
    .map((at) => ({ at, cents: off(at) }));
  if (vibratoCents === 0 || from >= length)
    return [...still, ...curve.filter(({ at }) => at >= from).map(({ at }) => ({ at, cents: off(at) }))];
  const step = ofMs(vibratoMs) / pointsPerShake;
  const shakes = Array.from({ length: Math.floor((length - from) / step) + 1 }, (_, index) => {
    const at = from + index * step;
    return { at, cents: off(at) + (vibratoCents / 2) * Math.sin((2 * Math.PI * index) / pointsPerShake) };
  });
  return [...still, ...shakes];
}

function fingerCurve(note: Note, length: number, unit: CurveUnit): PitchPoint[] {
  const { ways } = soundOf(note);
  if (ways.includes('bend')) return bendCurve(note, length, unit);
  const curve = ways.includes('turn')
    ? ornamentCurve(note, length, unit)
    : ways.includes('slide-in')
      ? slideInCurve(note, length, unit)
      : [];
  if (!ways.includes('slide-away')) return curve;
  const time = Math.min(unit.ofMs(slideOutMs), length / 2);
  const sign = note.slide?.out === 'below' ? -1 : 1;
  return [
    ...(curve.length > 0 ? curve.filter(({ at }) => at < length - time) : [{ at: 0, cents: 0 }]),
    { at: length - time, cents: 0 },
    { at: length, cents: sign * slideOutFrets * 100 },
  ];
}

function bendCurve(
  { bendShape, bendCents: cents = 0 }: Note,
  length: number,
  { ofMs }: CurveUnit,
): PitchPoint[] {
  const quick = Math.min(ofMs(bendMs), length / 2);
  const push = [
    { at: 0, cents: 0 },
    { at: quick, cents },
  ];
  const back = [
    { at: length / 2, cents },
    { at: length / 2 + quick, cents: 0 },
  ];
  switch (bendShape) {
    case 'pre-bend':
      return [{ at: 0, cents }];
    case 'pre-bend-release':
      return [{ at: 0, cents }, ...back];
    case 'release':
      return [...push, ...back];
    case undefined:
      return push;
  }
}

function slideInCurve(note: Note, length: number, { ofMs, ofTicks }: CurveUnit): PitchPoint[] {
  const { slide, fret } = note;
  const beside = slide?.from === 'below' ? -usualApproachFrets : usualApproachFrets;
  const from = Math.max(0, slide?.approachFret ?? fret + beside);
  const time = slide?.overTicks
    ? ofTicks(slide.overTicks)
    : soundOf(note).slow
      ? length / 2
      : ofMs(slideInMs);
  return [
    { at: 0, cents: (from - fret) * 100 },
    { at: Math.min(time, length), cents: 0 },
  ];
}

/** Up and back: at once for a mordent, in thirds of the note's time for a turn. */
function ornamentCurve(
  { ornament, ornamentFrets = usualOrnamentFrets }: Note,
  length: number,
  { ofMs }: CurveUnit,
): PitchPoint[] {
  const third = ornament === 'mordent' ? Math.min(ofMs(mordentMs), length / 3) : length / 3;
  const [quick, cents] = [Math.min(ofMs(fretMs), third / 2), ornamentFrets * 100];
  return [
    { at: 0, cents: 0 },
    { at: third, cents: 0 },
    { at: third + quick, cents },
    { at: 2 * third, cents },
    { at: 2 * third + quick, cents: 0 },
  ];
}

/** The cents of a curve at a time; before its first point and after its last they stay. */
export function centsAt(curve: readonly PitchPoint[], at: number): number {
  const after = curve.findIndex((point) => point.at > at);
  if (after < 0) return curve.at(-1)?.cents ?? 0;
  const [from, to] = [curve[after - 1], curve[after]];
  if (!from || !to) return to?.cents ?? 0;
  return from.cents + ((at - from.at) * (to.cents - from.cents)) / (to.at - from.at);
}

/** How long a finger is under way to a note slid into from another fret, in the unit of `length`, the note's it comes from. */
export function slideTime(note: Note, length: number, { ofMs, ofTicks }: CurveUnit): number {
  const { slow } = soundOf(note);
  const { overTicks } = note.slide ?? {};
  const time = slow ? length : overTicks ? ofTicks(overTicks) : ofMs(slideInMs);
  return Math.min(time, slow ? length : length / 2);
}
