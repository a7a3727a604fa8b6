import type { Tone } from '../score/index.ts';
import { centsAt, type PitchPoint } from './pitch-curve.ts';
import type { SoundEvent } from './timeline.ts';

/** A note may have ended this long before the next one on its string and still be the sound that is slid on. */
const gapS = 0.02;

/**
 * The sounds of the strings with slides as one: a note slid to goes on with the sound it comes from, its pitch under way for the
 * slide's time before it; before one that is picked again the old sound still moves up to its fret.
 */
export function joinSlides(events: readonly SoundEvent[]): SoundEvent[] {
  const sounding = new Map<number, SoundEvent>();
  const joined = new Map<SoundEvent, SoundEvent>();
  const order: SoundEvent[] = [];
  for (const event of events) {
    const head = sounding.get(event.string);
    const before = head && joined.get(head);
    const reaches =
      before !== undefined && before.endS >= event.startS - gapS && !before.tones.includes('dead');
    if (head && reaches && event.glideS > 0) {
      const moved = { ...before, curve: glide(before, event) };
      const isOn = event.attack === 'slid';
      joined.set(head, isOn ? { ...moved, endS: event.endS, tones: joinedTones(before, event) } : moved);
      if (isOn) continue;
    }
    sounding.set(event.string, event);
    joined.set(event, event);
    order.push(event);
  }
  return order.map((event) => joined.get(event) ?? event);
}

/** The palm lies where the sound ends. */
const joinedTones = (from: SoundEvent, to: SoundEvent): readonly Tone[] => [
  ...from.tones.filter((tone) => tone !== 'palm'),
  ...to.tones.filter((tone) => tone === 'palm'),
];

/** The curve of a sound that moves on to another pitch, the other's own curve behind it. */
function glide(from: SoundEvent, to: SoundEvent): PitchPoint[] {
  const at = to.startS - from.startS;
  const leaves = Math.max(0, at - to.glideS);
  const base = (to.midi - from.midi) * 100;
  const kept = from.curve.filter((point) => point.at < leaves);
  return [
    ...kept,
    { at: leaves, cents: centsAt(from.curve, leaves) },
    ...(to.curve.length > 0 && to.attack === 'slid' ? to.curve : [{ at: 0, cents: 0 }]).map((point) => ({
      at: at + point.at,
      cents: base + point.cents,
    })),
  ];
}
