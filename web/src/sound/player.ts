import { layTimeline, spanOfBars, type Feel, type Moment, type Timeline } from '@jocund/core/sound';
import type { Study } from '@jocund/core/score';
import { createRenderClient, type Rendering } from './render-client.ts';
import type { Stems } from './render-messages.ts';

export type StemName = keyof Stems;

export interface PlayerState {
  readonly status: 'idle' | 'rendering' | 'playing';
  /** Share of the rendering done, 0 to 1. */
  readonly share: number;
  /** What sounds now; undefined while nothing plays. */
  readonly moment: Moment | undefined;
  readonly fault: string | undefined;
}

/** What to play: a study at a tempo, from a bar, looping bars or not. Bars count from 0, `toBar` is included. */
export interface PlayOrder {
  readonly study: Study;
  readonly feel: Feel;
  readonly fromBar: number;
  readonly loop: { readonly fromBar: number; readonly toBar: number } | undefined;
  readonly voices: Readonly<Record<StemName, boolean>>;
}

const idle: PlayerState = { status: 'idle', share: 0, moment: undefined, fault: undefined };

/** Plays studies through Web Audio: one for each bench. It keeps the last rendering, so that a second start is at once. */
export class Player {
  #state = idle;
  readonly #listeners = new Set<() => void>();
  readonly #client = createRenderClient();
  #context: AudioContext | undefined;
  #rendering: Rendering | undefined;
  #rendered: { study: Study; feel: Feel; stems: Stems; timeline: Timeline } | undefined;
  #sources: AudioBufferSourceNode[] = [];
  #gains: Partial<Record<StemName, GainNode>> = {};
  #frame = 0;

  readonly getState = (): PlayerState => this.#state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  async play(order: PlayOrder): Promise<void> {
    this.stop();
    this.#context ??= new AudioContext();
    await this.#context.resume();
    const rendered = await this.#renderedFor(order);
    if (rendered) this.#start(rendered, order);
  }

  stop(): void {
    this.#rendering?.cancel();
    this.#rendering = undefined;
    cancelAnimationFrame(this.#frame);
    for (const source of this.#sources) {
      source.onended = null;
      source.stop();
    }
    this.#sources = [];
    this.#set(idle);
  }

  /** Switches a voice while it plays; the mix fades over a few milliseconds so that it does not crack. */
  setVoice(name: StemName, on: boolean): void {
    this.#gains[name]?.gain.setTargetAtTime(on ? 1 : 0, this.#context?.currentTime ?? 0, 0.008);
  }

  close(): void {
    this.stop();
    this.#client.close();
    void this.#context?.close();
    this.#context = undefined;
  }

  async #renderedFor({ study, feel }: PlayOrder) {
    const kept = this.#rendered;
    if (
      kept?.study === study &&
      kept.feel.tempoBpm === feel.tempoBpm &&
      kept.feel.swingPercent === feel.swingPercent
    )
      return kept;
    this.#set({ ...idle, status: 'rendering' });
    const rendering = this.#client.render(study, feel, this.#context?.sampleRate ?? 44100, (share) =>
      this.#set({ ...this.#state, share }),
    );
    this.#rendering = rendering;
    try {
      const stems = await rendering.stems;
      this.#rendered = { study, feel, stems, timeline: layTimeline(study, feel) };
      return this.#rendered;
    } catch (error) {
      if (!(error instanceof DOMException && error.name === 'AbortError'))
        this.#set({ ...idle, fault: 'The sound could not be made. Try again.' });
      return undefined;
    }
  }

  #start(
    { stems, timeline }: { stems: Stems; timeline: Timeline },
    { fromBar, loop, voices }: PlayOrder,
  ): void {
    const context = this.#context;
    if (!context) return;
    const startS = spanOfBars(timeline, fromBar, fromBar).from;
    const loopS = loop && spanOfBars(timeline, loop.fromBar, loop.toBar);
    const offset = loopS && (startS < loopS.from || startS >= loopS.to) ? loopS.from : startS;
    const startAt = context.currentTime + 0.05;
    this.#sources = (['thumb', 'melody', 'click'] as const).map((name) =>
      this.#startStem(context, name, stems[name], voices[name], startAt, offset, loopS),
    );
    const [first] = this.#sources;
    if (first) first.onended = () => this.stop();
    this.#follow(timeline, () => positionS(context.currentTime - startAt + offset, loopS));
  }

  #startStem(
    context: AudioContext,
    name: StemName,
    samples: Float32Array<ArrayBuffer>,
    on: boolean,
    startAt: number,
    offset: number,
    loopS: { from: number; to: number } | undefined,
  ) {
    const buffer = context.createBuffer(1, samples.length, context.sampleRate);
    buffer.copyToChannel(samples, 0);
    const source = new AudioBufferSourceNode(context, {
      buffer,
      loop: loopS !== undefined,
      ...(loopS ? { loopStart: loopS.from, loopEnd: loopS.to } : {}),
    });
    const gain = new GainNode(context, { gain: on ? 1 : 0 });
    this.#gains[name] = gain;
    source.connect(gain).connect(context.destination);
    source.start(startAt, offset);
    return source;
  }

  /** Steps the playhead from moment to moment, not from frame to frame: the page only redraws where something changes. */
  #follow(timeline: Timeline, now: () => number): void {
    const step = () => {
      const moment = momentAt(timeline.moments, now());
      if (moment !== this.#state.moment || this.#state.status !== 'playing')
        this.#set({ ...idle, status: 'playing', moment });
      this.#frame = requestAnimationFrame(step);
    };
    step();
  }

  #set(state: PlayerState): void {
    this.#state = state;
    for (const listener of this.#listeners) listener();
  }
}

function positionS(elapsed: number, loop: { from: number; to: number } | undefined): number {
  if (!loop || elapsed < loop.to) return elapsed;
  return loop.from + ((elapsed - loop.from) % (loop.to - loop.from));
}

/** The last moment at or before a time (binary search). */
export function momentAt(moments: readonly Moment[], atS: number): Moment | undefined {
  let [low, high] = [0, moments.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((moments[middle]?.atS ?? Infinity) <= atS + 1e-6) low = middle + 1;
    else high = middle;
  }
  return moments[low - 1];
}
