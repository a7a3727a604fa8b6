import { startWork } from '../work/work-client.ts';

/** The strings that sound together: the one being tuned, and what it is held against. */
export type SoundingName = 'string' | 'reference';

interface Sounding {
  readonly source: AudioBufferSourceNode;
  readonly renderedHz: number;
}

const ringS = 9;

/**
 * Plucks the strings of the simulated guitar through Web Audio. A string that is turned while it sounds is bent along with
 * it, so that its beats slow down as they are listened to.
 */
export class StringSounder {
  #context: AudioContext | undefined;
  readonly #sounding = new Map<SoundingName, Sounding>();
  #startedAt = 0;

  /** Plucks some strings at once; what sounded before is damped. Answers when they have begun to sound. */
  async pluck(tones: Readonly<Partial<Record<SoundingName, number>>>): Promise<void> {
    this.#context ??= new AudioContext();
    const context = this.#context;
    await context.resume();
    const rendered = await Promise.all(
      Object.entries(tones).map(async ([name, hz]) => ({
        name: name as SoundingName,
        hz,
        samples: await startWork('soundString', { hz, seconds: ringS, sampleRate: context.sampleRate }),
      })),
    );
    this.damp();
    const at = context.currentTime + 0.03;
    for (const { name, hz, samples } of rendered) {
      const buffer = context.createBuffer(1, samples.length, context.sampleRate);
      buffer.copyToChannel(samples, 0);
      const source = new AudioBufferSourceNode(context, { buffer });
      source.connect(new GainNode(context, { gain: 0.8 })).connect(context.destination);
      source.start(at);
      this.#sounding.set(name, { source, renderedHz: hz });
    }
    this.#startedAt = at;
  }

  /** Bends a sounding string to where it is now; one that does not sound is left alone. */
  bend(name: SoundingName, hz: number): void {
    const sounding = this.#sounding.get(name);
    if (sounding && this.#context)
      sounding.source.detune.setTargetAtTime(
        1200 * Math.log2(hz / sounding.renderedHz),
        this.#context.currentTime,
        0.02,
      );
  }

  /** Seconds since the strings were plucked; undefined when they have died away. */
  elapsedS(): number | undefined {
    if (!this.#context || this.#sounding.size === 0) return undefined;
    const elapsed = this.#context.currentTime - this.#startedAt;
    return elapsed >= 0 && elapsed < ringS ? elapsed : undefined;
  }

  damp(): void {
    for (const { source } of this.#sounding.values()) source.stop();
    this.#sounding.clear();
  }

  close(): void {
    this.damp();
    void this.#context?.close();
    this.#context = undefined;
  }
}
