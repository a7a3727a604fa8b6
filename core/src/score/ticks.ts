/** Time is integer ticks, 960 a quarter note, counted from the start of the bar unless a name says otherwise. */
export type Ticks = number;

export const ticksPerQuarter: Ticks = 960;

/** How a bar is counted: `beats` notes of 1/`unit`. */
export interface Metre {
  readonly beats: number;
  readonly unit: number;
}

export const barTicks = ({ beats, unit }: Metre): Ticks => (beats * 4 * ticksPerQuarter) / unit;

/** 6/8, 9/8 and 12/8 are felt in dotted quarters. */
export const isCompound = ({ beats, unit }: Metre): boolean => unit === 8 && beats > 3 && beats % 3 === 0;

/** Length of a felt beat: the unit, a dotted quarter in compound metres, a quarter in other eighth-note metres. */
export function beatTicks(metre: Metre): Ticks {
  if (isCompound(metre)) return 3 * (ticksPerQuarter / 2);
  return metre.unit === 8 ? ticksPerQuarter : (4 * ticksPerQuarter) / metre.unit;
}

/** Ticks of the felt beats of a bar. A last part of a beat (7/8) is not a beat of its own. */
export function beatStarts(metre: Metre): Ticks[] {
  const beat = beatTicks(metre);
  return Array.from({ length: Math.floor(barTicks(metre) / beat) }, (_, index) => index * beat);
}

/** Beat number from 1, with the fraction of a beat: 1.5 is the & of 1. */
export const beatAt = (metre: Metre, tick: Ticks): number => 1 + tick / beatTicks(metre);

const partsOfQuarter: Record<number, string> = { 240: 'e', 320: 'trip', 480: '&', 640: 'let', 720: 'a' };
const partsOfDottedQuarter: Record<number, number> = { 0: 1, 480: 2, 960: 3 };

/** What is counted aloud at a tick: "1", "&", "trip", "let", "e", "a"; 6/8 counts its eighths. Empty between them. */
export function countAt(metre: Metre, tick: Ticks): string {
  const beat = beatTicks(metre);
  const whole = Math.floor(tick / beat);
  const part = tick - whole * beat;
  if (isCompound(metre)) {
    const eighth = partsOfDottedQuarter[part];
    return eighth === undefined ? '' : String(whole * 3 + eighth);
  }
  if (part === 0) return String(whole + 1);
  return partsOfQuarter[(part * ticksPerQuarter) / beat] ?? '';
}

/** The same with its beat: "2", "2&", "2e". */
export function countedAt(metre: Metre, tick: Ticks): string {
  const count = countAt(metre, tick);
  if (isOnBeat(metre, tick) || isCompound(metre)) return count;
  return `${Math.floor(tick / beatTicks(metre)) + 1}${count}`;
}

/** Whether a tick is a felt beat. */
export const isOnBeat = (metre: Metre, tick: Ticks): boolean => tick % beatTicks(metre) === 0;
