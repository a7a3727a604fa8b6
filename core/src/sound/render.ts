import { mulberry32 } from '../random/index.ts';
import type { Voice } from '../score/index.ts';
import { soundBody } from './body.ts';
import { joinSlides } from './join-slides.ts';
import { addKnock, type Knock } from './knock.ts';
import { addPluck, type Pluck } from './plucked-string.ts';
import type { SoundEvent, Timeline } from './timeline.ts';

/** Left after the last beat so that ringing strings can die away. */
export const tailS = 1.5;

/** What sounds, without clicks and moments. */
type Sounding = Pick<Timeline, 'events' | 'durationS'>;

/** Samples of a whole timeline, tail included. */
export const samplesOf = ({ durationS }: Pick<Timeline, 'durationS'>, sampleRate: number): number =>
  Math.ceil((durationS + tailS) * sampleRate);

/**
 * Renders one voice alone, mono, −1 to 1. A generator so that a worker can report and stop: it yields the share done,
 * 0 to 1, and returns the samples. The same timeline always gives the same samples, and an excerpt those of the whole.
 */
export function* renderVoice(
  timeline: Sounding,
  voice: Voice,
  sampleRate: number,
): Generator<number, Float32Array<ArrayBuffer>> {
  const out = new Float32Array(samplesOf(timeline, sampleRate));
  const events = joinSlides(timeline.events).filter((event) => event.voice === voice);
  for (const [index, event] of events.entries()) {
    const random = mulberry32(seedOf(event));
    const start = Math.round(event.startS * sampleRate);
    addPluck(out, start, pluckOf(event), sampleRate, random);
    const knock = knockOf(event);
    if (knock) addKnock(out, start, knock, sampleRate, random);
    if (index % 16 === 15) yield index / events.length;
  }
  soundBody(out, sampleRate);
  return out;
}

/** By where a note stands in the piece: an excerpt has the samples of the whole. */
const seedOf = ({ played, tick, string, midi }: SoundEvent): number =>
  (played * 4099 + tick) * 7919 + string * 31 + Math.round(midi);

/** Where the voices stand between left and right, 0 to 1: a little apart, so that both sides together are still mono. */
const panning: Readonly<Record<Voice, number>> = { thumb: 0.42, melody: 0.58 };

/** Two channels, −1 to 1, of equal length. */
export interface Stereo {
  readonly left: Float32Array<ArrayBuffer>;
  readonly right: Float32Array<ArrayBuffer>;
}

/**
 * Mixes both voices of a timeline for two ears; yields the share done, 0 to 1. Every voice reaches both sides with the same phase:
 * nothing is lost in mono.
 */
export function* renderStereo(timeline: Sounding, sampleRate: number): Generator<number, Stereo> {
  const left = new Float32Array(samplesOf(timeline, sampleRate));
  const right = new Float32Array(left.length);
  for (const [index, voice] of (['thumb', 'melody'] as const).entries()) {
    const steps = renderVoice(timeline, voice, sampleRate);
    let step = steps.next();
    while (!step.done) {
      yield (index + step.value) / 2;
      step = steps.next();
    }
    const angle = (panning[voice] * Math.PI) / 2;
    const [toLeft, toRight] = [Math.cos(angle), Math.sin(angle)];
    step.value.forEach((sample, at) => {
      left[at] = (left[at] ?? 0) + sample * toLeft;
      right[at] = (right[at] ?? 0) + sample * toRight;
    });
  }
  return { left, right };
}

/** The click: a short sine on every beat, higher on the first of the bar. */
export function renderClick(
  timeline: Pick<Timeline, 'clicks' | 'durationS'>,
  sampleRate: number,
): Float32Array<ArrayBuffer> {
  const out = new Float32Array(samplesOf(timeline, sampleRate));
  const length = Math.round(0.035 * sampleRate);
  for (const { atS, beat } of timeline.clicks) {
    const start = Math.round(atS * sampleRate);
    const omega = (2 * Math.PI * (beat === 1 ? 1760 : 1175)) / sampleRate;
    for (let index = 0; index < length && start + index < out.length; index += 1) {
      out[start + index] = 0.4 * Math.sin(omega * index) * (1 - index / length) ** 2;
    }
  }
  return out;
}

/**
 * Thumb strokes are darker and fuller, fingers brighter; the palm shortens and darkens; a dead note is a thud; a touched string is
 * mellow; one that is pulled off the neck cracks. Where on the guitar it is picked stays, so it is nearer the middle of a fretted string.
 */
function pluckOf(event: SoundEvent): Pluck {
  const { tones } = event;
  const thumb = event.voice === 'thumb';
  const natural = 7 * 2 ** (-(event.midi - 40) / 20);
  const soft = event.attack === 'fretting-hand' ? 0.6 : 1;
  const pluck: Pluck = {
    midi: event.midi,
    heldS: Math.max(0.02, event.endS - event.startS),
    level: (thumb ? 0.5 : 0.55) * loudness(event.velocity),
    brightness: (thumb ? 0.3 : 0.5) * soft,
    decayS: natural,
    pickPosition: Math.min(0.5, (thumb ? 0.18 : 0.13) / event.stringShare),
    curve: event.curve,
  };
  if (tones.includes('dead') || tones.includes('slap'))
    return { ...pluck, decayS: 0.07, heldS: 0.06, brightness: 0.2 };
  if (tones.includes('palm')) return { ...pluck, decayS: 0.45, brightness: pluck.brightness * 0.6 };
  if (tones.includes('harmonic'))
    return { ...pluck, decayS: natural * 1.4, brightness: 0.2, pickPosition: 0.5 };
  if (tones.includes('glass') || tones.includes('glass-noise'))
    return { ...pluck, decayS: pluck.decayS * 1.3, brightness: Math.min(1, pluck.brightness * 1.3) };
  if (tones.includes('snap')) return { ...pluck, level: pluck.level * 1.2, brightness: 0.9 };
  return pluck;
}

/** The noise beside the tone: a slap thuds on the strings, a snapped string cracks against the frets. Chosen by ear. */
function knockOf({ tones, velocity }: SoundEvent): Knock | undefined {
  if (tones.includes('slap')) return { level: 0.3 * loudness(velocity), decayS: 0.09, brightness: 0.12 };
  if (tones.includes('glass-noise'))
    return { level: 0.04 * loudness(velocity), decayS: 0.2, brightness: 0.9 };
  if (tones.includes('snap')) return { level: 0.16 * loudness(velocity), decayS: 0.03, brightness: 0.7 };
  return undefined;
}

/** Level of a velocity beside the usual one, 80: 6 dB for each doubling, as General MIDI players do (common practice). */
const loudness = (velocity: number): number => velocity / 80;
