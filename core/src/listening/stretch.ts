/** A stretch of a recording, all channels alike. */
export interface SoundSlice {
  readonly channels: readonly Float32Array[];
  /** Where the first sample lies in the recording, in samples. */
  readonly offset: number;
}

export interface StretchPlan {
  /** 1 as recorded, 0.25 four times as slow; between {@link stretchSpeeds}. */
  readonly speed: number;
  /** Pitch up, in cents; the tempo stays. */
  readonly cents: number;
  /** Sample of the recording that the first output sample shows. */
  readonly start: number;
  /** Samples at which something is struck, rising: each comes through once and unstretched. */
  readonly struck: readonly number[];
}

/** What one piece hands to the next, so that no seam is heard. */
export interface StretchCarry {
  /** Where the last frame was taken from, in samples of the pitched sound. */
  readonly taken: number;
  /** The half of it that is to be blended with what follows, a channel each. */
  readonly tail: readonly Float32Array[];
}

export interface StretchedPiece {
  readonly channels: readonly Float32Array<ArrayBuffer>[];
  readonly carry: StretchCarry;
}

export const stretchSpeeds = { slowest: 0.25, fastest: 2 } as const;

/** Output samples from one frame to the next; a frame is twice as long, 23 ms at 44.1 kHz: two periods of a low E. */
export const stretchHop = 512;
const hop = stretchHop;
const frame = 2 * hop;
/** How far a frame may be moved to fit what was before it: a period of a low D at 44.1 kHz. */
const reach = 600;
/** As far only where an attack follows, 3 ms, so that it comes in time. */
const reachAtAttack = 140;
/** An attack is played as recorded for so long, 18 ms. */
const attack = 800;
/** An attack may have begun so much before it is known to, 8 ms. */
const lead = 350;
/** What follows an attack begins no earlier than this after it when it is repeated. */
const pastAttack = 150;
/** Candidates are weighed so many samples apart, then one by one. */
const coarse = 4;
/** Onsets nearer than this to the one before need no place of their own. */
const nearest = lead + frame + attack;

/** Samples of the recording that a piece needs before and after what it shows. */
export const stretchMargin = 4 * (frame + reach);

const nothing = new Float32Array(0);
const fade = Float32Array.from(
  { length: hop },
  (_, at) => 0.5 - 0.5 * Math.cos((Math.PI * (at + 0.5)) / hop),
);

/**
 * Slower or faster at the same pitch, and higher or lower at the same tempo: overlap-add of frames that are taken where they go on from the one before (WSOLA, Verhelst & Roelands 1993), with attacks left as they are and what rings between them stretched the more; the pitch by reading the recording at another rate first.
 * `fromFrame` and `frames` count output frames of {@link stretchHop} samples. The length is exact: an attack at the sample s of the recording comes out at (s − start) / speed, give or take 3 ms at 44.1 kHz.
 */
export function stretchPiece(
  slice: SoundSlice,
  plan: StretchPlan,
  { fromFrame, frames }: { readonly fromFrame: number; readonly frames: number },
  carry?: StretchCarry,
): StretchedPiece {
  const ratio = 2 ** (plan.cents / 1200);
  const pitched = pitchedSlice(slice, ratio);
  const guide = guideOf(pitched);
  const placeOf = placesOf(plan, ratio);
  const out = pitched.channels.map(() => new Float32Array(frames * hop));
  let [taken, tail] = [carry?.taken, carry?.tail];
  for (let index = 0; index < frames; index += 1) {
    const place = placeOf(fromFrame + index);
    const at =
      taken === undefined
        ? Math.round(place.wanted)
        : place.goesOn
          ? taken + hop
          : bestFit(guide, pitched.offset, taken + hop, place);
    const before = tail;
    tail = pitched.channels.map((samples, channel) =>
      layFrame(
        samples,
        at - pitched.offset,
        (out[channel] ?? nothing).subarray(index * hop),
        before?.[channel],
      ),
    );
    taken = at;
  }
  return { channels: out, carry: { taken: taken ?? 0, tail: tail ?? [] } };
}

/** Blends the first half of a frame with the tail of the one before; answers its own tail. */
function layFrame(
  samples: Float32Array,
  from: number,
  into: Float32Array,
  before: Float32Array | undefined,
): Float32Array {
  const tail = new Float32Array(hop);
  for (let each = 0; each < hop; each += 1) {
    const rising = samples[from + each] ?? 0;
    into[each] = before ? (before[each] ?? 0) + rising * (fade[each] ?? 0) : rising;
    tail[each] = (samples[from + hop + each] ?? 0) * (1 - (fade[each] ?? 0));
  }
  return tail;
}

interface FramePlace {
  /** In samples of the pitched sound. */
  readonly wanted: number;
  /** Whether it follows the frame before without a break. */
  readonly goesOn: boolean;
  /** Where it may be taken from. */
  readonly lowest: number;
  readonly highest: number;
}

interface Anchor {
  /** In output samples. */
  readonly out: number;
  /** In samples of the pitched sound. */
  readonly at: number;
}

/** Where each output frame is taken from: around an attack as recorded, between two attacks evenly. */
function placesOf({ start, speed, struck }: StretchPlan, ratio: number): (index: number) => FramePlace {
  const begin: Anchor = { out: 0, at: start / ratio };
  const anchors: Anchor[] = [];
  for (const sample of struck) {
    const anchor = { out: (sample - start) / speed, at: sample / ratio };
    const before = anchors.at(-1) ?? begin;
    if (Math.min(anchor.out - before.out, anchor.at - before.at) >= nearest) anchors.push(anchor);
  }
  const step = speed / ratio;
  let next = 0;
  return (index) => {
    const out = index * hop;
    while (next > 0 && (anchors[next - 1]?.out ?? 0) + attack > out) next -= 1;
    while (next < anchors.length && (anchors[next]?.out ?? 0) + attack <= out) next += 1;
    const coming = anchors[next];
    const last = anchors[next - 1];
    const from = last ? { out: last.out + attack, at: last.at + attack } : begin;
    const lowest = last ? last.at + pastAttack : -Infinity;
    if (coming && out >= coming.out - lead - frame) {
      const wanted = coming.at + out - coming.out;
      return {
        wanted,
        goesOn: out - hop >= coming.out - lead - frame && out > 0,
        lowest: Math.max(lowest, wanted - reachAtAttack),
        highest: wanted + reachAtAttack,
      };
    }
    const before = lead + frame;
    const slope = coming ? (coming.at - before - from.at) / (coming.out - before - from.out) : step;
    const wanted = from.at + (out - from.out) * slope;
    return {
      wanted,
      goesOn: Math.abs(slope - 1) < 1e-9,
      lowest: Math.max(lowest, wanted - reach),
      highest: Math.min(wanted + reach, coming ? coming.at - before : Infinity),
    };
  };
}

/** The recording read at another rate: a tone of 100 Hz is one of 100 × ratio. Cubic between samples (Catmull & Rom 1974). */
function pitchedSlice({ channels, offset }: SoundSlice, ratio: number): SoundSlice {
  if (ratio === 1) return { channels, offset };
  const first = Math.ceil((offset + 1) / ratio);
  const length = Math.max(0, Math.floor(((channels[0]?.length ?? 0) - 4) / ratio));
  return {
    offset: first,
    channels: channels.map((samples) => {
      const read = new Float32Array(length);
      for (let each = 0; each < length; each += 1) {
        const at = (first + each) * ratio - offset;
        const whole = Math.floor(at);
        const part = at - whole;
        const a = samples[whole - 1] ?? 0;
        const b = samples[whole] ?? 0;
        const c = samples[whole + 1] ?? 0;
        const d = samples[whole + 2] ?? 0;
        read[each] =
          b + 0.5 * part * (c - a + part * (2 * a - 5 * b + 4 * c - d + part * (3 * (b - c) + d - a)));
      }
      return read;
    }),
  };
}

/** All channels are moved alike, by what they have together. */
function guideOf({ channels }: SoundSlice): Float32Array {
  const [first = new Float32Array(0), ...others] = channels;
  if (others.length === 0) return first;
  const sum = Float32Array.from(first);
  for (const samples of others)
    for (let at = 0; at < sum.length; at += 1) sum[at] = (sum[at] ?? 0) + (samples[at] ?? 0);
  return sum;
}

/** The place within its bounds whose sound is most like how the frame before would have gone on. */
function bestFit(
  guide: Float32Array,
  offset: number,
  natural: number,
  { wanted, lowest, highest }: FramePlace,
): number {
  if (Math.abs(wanted - natural) <= 1) return natural;
  const weigh = (at: number, stride: number): number => {
    let [product, energy] = [0, 1e-9];
    for (let each = 0; each < hop; each += stride) {
      const mine = guide[at - offset + each] ?? 0;
      product += mine * (guide[natural - offset + each] ?? 0);
      energy += mine * mine;
    }
    return product / Math.sqrt(energy);
  };
  const search = (from: number, to: number, apart: number, stride: number): number => {
    let best = Math.round(wanted);
    let most = -Infinity;
    for (let at = from; at <= to; at += apart) {
      const fits = weigh(at, stride);
      if (fits > most) [best, most] = [at, fits];
    }
    return best;
  };
  const near = search(Math.ceil(lowest), Math.floor(highest), coarse, coarse);
  return search(near - coarse + 1, near + coarse - 1, 1, 1);
}
