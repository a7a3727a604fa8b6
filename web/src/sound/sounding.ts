import type { Timeline } from '@jocund/core/sound';
import { placeInRound, type Round } from './places.ts';
import type { Rendered, Stems } from './render-messages.ts';

/** What can be switched while it plays. */
export type StemName = Exclude<keyof Stems, 'partner'>;

type StemBuffers = Readonly<Partial<Record<keyof Stems, AudioBuffer>>>;

/** The voices of a score, or of a stretch of it, ready to sound. */
export interface Sound {
  readonly timeline: Timeline;
  readonly stems: StemBuffers;
  /** A whole loop as it sounds from the second time on. */
  readonly again: StemBuffers | undefined;
  /** Where in the timeline the stems begin, in seconds. */
  readonly fromS: number;
  /** Seconds after which more must follow; Infinity where nothing is missing. */
  readonly openS: number;
  /** The loop it goes round in. */
  readonly round: Round | undefined;
}

export interface SoundStart {
  /** Seconds into the timeline. */
  readonly placeS: number;
  /** On the context's clock. */
  readonly at: number;
  readonly voices: Readonly<Record<StemName, boolean>>;
  /** Takes over from what sounds: it fades in. */
  readonly takesOver: boolean;
  /** Its loop was gone round already: what rings on over the end is heard at the start. */
  readonly hasGoneRound: boolean;
  readonly onEnd: () => void;
}

/** Sound under way. Times are those of the context's clock, places are seconds into the timeline. */
export interface Sounding {
  readonly sound: Sound;
  readonly startsAt: number;
  /** Undefined before it begins. A stretch that is over waits at its end for more. */
  readonly placeAt: (time: number) => number | undefined;
  readonly hasGoneRoundAt: (time: number) => boolean;
  /** The mix fades over a few milliseconds so that it does not crack. */
  readonly setVoice: (name: StemName, on: boolean, now: number) => void;
  /** Fades out from a time on. */
  readonly giveWayAt: (time: number) => void;
  readonly stop: () => void;
}

/** One sound gives way to the other in this time, in seconds: short enough to be unheard, long enough not to crack. */
const fadeS = 0.015;

const stemNames = ['thumb', 'melody', 'click', 'partner'] as const;

/** What was rendered, as the buffers the browser plays. */
export const buffersOf = (
  { stems, again }: Rendered,
  sampleRate: number,
): { readonly stems: StemBuffers; readonly again: StemBuffers | undefined } => ({
  stems: stemBuffers(stems, sampleRate),
  again: again && stemBuffers(again, sampleRate),
});

const stemBuffers = (stems: Stems, sampleRate: number): StemBuffers =>
  Object.fromEntries(
    stemNames.flatMap((name) => {
      const samples = stems[name];
      return samples ? [[name, monoBuffer(samples, sampleRate)]] : [];
    }),
  );

export function monoBuffer(samples: Float32Array<ArrayBuffer>, sampleRate: number): AudioBuffer {
  const buffer = new AudioBuffer({ length: samples.length, sampleRate, numberOfChannels: 1 });
  buffer.copyToChannel(samples, 0);
  return buffer;
}

/** Lets a sound begin at a place. */
export function startSounding(
  context: AudioContext,
  sound: Sound,
  { placeS, at, voices, takesOver, hasGoneRound, onEnd }: SoundStart,
): Sounding {
  const { stems, again, fromS, openS, round } = sound;
  const roundS = round ? round.to - round.from : 0;
  const offset = placeS < fromS ? placeS + roundS - fromS : placeS - fromS;
  const fade = new GainNode(context, { gain: 1 });
  fade.connect(context.destination);
  if (takesOver) rampAt(fade, at, 0, 1);
  const gains: Partial<Record<keyof Stems, GainNode>> = {};
  const sources = stemNames.flatMap((name) => {
    const buffer = stems[name];
    if (!buffer) return [];
    const gain = new GainNode(context, { gain: name === 'partner' || voices[name] ? 1 : 0 });
    gain.connect(fade);
    gains[name] = gain;
    const next = again?.[name];
    if (next && hasGoneRound) return [startBuffer(context, next, gain, { at, offset, loops: true })];
    const first = startBuffer(context, buffer, gain, { at, offset });
    return next
      ? [first, startBuffer(context, next, gain, { at: at + buffer.duration - offset, loops: true })]
      : [first];
  });
  const [first] = sources;
  if (first && !round && openS === Infinity) first.onended = onEnd;
  return {
    sound,
    startsAt: at,
    placeAt: (time) =>
      time < at ? undefined : placeInRound(placeS + Math.min(time - at, openS - offset), round),
    hasGoneRoundAt: (time) => round !== undefined && (hasGoneRound || placeS + time - at >= round.to),
    setVoice: (name, on, now) => gains[name]?.gain.setTargetAtTime(on ? 1 : 0, now, 0.008),
    giveWayAt: (time) => {
      rampAt(fade, time, 1, 0);
      endSources(sources, time + fadeS);
    },
    stop: () => endSources(sources),
  };
}

function rampAt({ gain }: GainNode, time: number, from: number, to: number): void {
  gain.setValueAtTime(from, time);
  gain.linearRampToValueAtTime(to, time + fadeS);
}

function endSources(sources: readonly AudioBufferSourceNode[], time?: number): void {
  for (const source of sources) {
    source.onended = null;
    source.stop(time);
  }
}

interface BufferStart {
  /** On the context's clock. */
  readonly at: number;
  /** Seconds into the buffer. */
  readonly offset?: number;
  readonly loops?: boolean;
}

export function startBuffer(
  context: AudioContext,
  buffer: AudioBuffer,
  into: AudioNode,
  { at, offset = 0, loops = false }: BufferStart,
): AudioBufferSourceNode {
  const source = new AudioBufferSourceNode(context, { buffer, loop: loops });
  source.connect(into);
  source.start(at, offset);
  return source;
}
