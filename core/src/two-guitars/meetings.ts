import { modulo, type Degree, type Midi } from '../pitch/index.ts';
import type { Ticks } from '../score/index.ts';
import { meetingCosts } from './cost-table.ts';
import { isThird } from './harmony.ts';
import type { SoundingTone } from './sounding-tones.ts';

/** How two tones of two guitars stand to each other, where that is worth a word. */
export type MeetingKind = 'half-step' | 'blue-third' | 'whole-step' | 'same-note' | 'doubled-third';

/** Tones that meet for less than this do not rub: a passing note. A share of a felt beat. */
export const shortestMeeting = 0.5;

/**
 * Names how two tones stand to each other under a chord. A half step rubs in every octave, but for a major seventh between two tones of the
 * chord (common practice).
 */
export function meetingOf(
  one: Midi,
  other: Midi,
  classes: ReadonlyMap<number, Degree>,
): MeetingKind | undefined {
  const apart = Math.abs(one - other);
  const [classOne, classOther] = [modulo(one, 12), modulo(other, 12)];
  const areBothOfChord = classes.has(classOne) && classes.has(classOther);
  if (classes.get(classOther) === '3' && modulo(classOther - classOne, 12) === 1) return 'blue-third';
  if (apart % 12 === 1) return 'half-step';
  if (apart % 12 === 11) return areBothOfChord ? undefined : 'half-step';
  if (apart === 0) return 'same-note';
  if (classOne === classOther && isThird(classes.get(classOne))) return 'doubled-third';
  if (apart === 2) return 'whole-step';
  return undefined;
}

/** How long two tones sound at once, in ticks. */
export const overlapOf = (
  a: Pick<SoundingTone, 'from' | 'to'>,
  b: Pick<SoundingTone, 'from' | 'to'>,
): Ticks => Math.max(0, Math.min(a.to, b.to) - Math.max(a.from, b.from));

const costOf: Readonly<Record<MeetingKind, number>> = {
  'half-step': meetingCosts.halfStep.value,
  'blue-third': meetingCosts.blueThird.value,
  'whole-step': meetingCosts.wholeStep.value,
  'same-note': meetingCosts.sameNote.value,
  'doubled-third': meetingCosts.doubledThird.value,
};

/** A tone of the first guitar while one of the second sounds, for so many felt beats. */
export interface Against {
  readonly midi: Midi;
  readonly voice: SoundingTone['voice'];
  readonly beats: number;
}

/** What a tone of the second guitar costs against all that sounds with it: by the beat, up to one; a bass counts half and only where it rubs. */
export function meetingCost(
  midi: Midi,
  against: readonly Against[],
  classes: ReadonlyMap<number, Degree>,
): number {
  let cost = 0;
  for (const { midi: other, voice, beats } of against) {
    const kind = meetingOf(other, midi, classes);
    if (!kind || (voice === 'thumb' && kind === 'whole-step')) continue;
    cost += costOf[kind] * Math.min(1, beats) * (voice === 'thumb' ? 0.5 : 1);
  }
  return cost;
}
