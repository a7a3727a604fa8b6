import { listeningRate, type Activations, type NoteListener } from '../listening/index.ts';

/** What the model takes at once and gives back (Bittner and others, A Lightweight Instrument-Agnostic Model for Polyphonic Note Transcription, ICASSP 2022): two seconds less one frame of samples at 22,050 a second, 172 frames of 88 pitches from A0. */
const windowSamples = 43_844;
const frameSamples = 256;
export const framesOfWindow = 172;
const pitches = 88;
const lowest = 21;
/** The ends of a window are heard without what lies around them: half of what neighbours share is left out on each side. */
const margin = 15;
const step = windowSamples - 2 * margin * frameSamples;
const framesKept = framesOfWindow - 2 * margin;

/** What the middle frames of one window say of each pitch, frame after frame. */
export interface HeardWindow {
  readonly sounding: Float32Array<ArrayBuffer>;
  readonly struck: Float32Array<ArrayBuffer>;
}

/** Hears one window of samples; it takes some tenths of a second. */
export type WindowEar = (window: Float32Array) => HeardWindow;

/** Hears windows somewhere else at the same time, one after the other. One that cannot hear never answers. */
export interface EarHelper {
  readonly hear: (window: Float32Array<ArrayBuffer>, done: (heard: HeardWindow) => void) => void;
}

/** Without the ends of the window, of all frames the model answers. */
export const middleFrames = (frames: Float32Array): Float32Array<ArrayBuffer> =>
  frames.slice(margin * pitches, (framesOfWindow - margin) * pitches);

/** So many windows a helper has before it, so that it need not wait for the next. */
const givenAtOnce = 2;

/** Listens to a recording window after window, in steps. Helpers begin at its end; what they have not answered when the first one gets there, it hears itself. Their answers have to be let in between two steps. */
export const listenerOf = (ear: WindowEar, helpers: readonly EarHelper[] = []): NoteListener =>
  function* (samples): Generator<number, Activations> {
    const count = Math.max(1, Math.ceil(samples.length / step));
    const size = framesKept * pitches;
    const [struck, sounding] = [new Float32Array(count * size), new Float32Array(count * size)];
    const heard = new Set<number>();
    const keep = (window: number, here: HeardWindow) => {
      heard.add(window);
      struck.set(here.struck, window * size);
      sounding.set(here.sounding, window * size);
    };
    /** The window that is heard here, and the first of those that were given away. */
    let [own, given] = [0, count];
    const give = (helper: EarHelper) => {
      if (given - 1 <= own) return;
      given -= 1;
      const window = given;
      helper.hear(windowFrom(samples, window), (here) => {
        keep(window, here);
        give(helper);
      });
    };
    for (let round = 0; round < givenAtOnce; round += 1) helpers.forEach(give);
    for (; own < count; own += 1) {
      if (!heard.has(own)) keep(own, ear(windowFrom(samples, own)));
      yield heard.size / count;
    }
    return { timesS: frameTimes(count), lowest, pitches, struck, sounding };
  };

function windowFrom(samples: Float32Array, window: number): Float32Array<ArrayBuffer> {
  const from = window * step - margin * frameSamples;
  const cut = new Float32Array(windowSamples);
  cut.set(samples.subarray(Math.max(0, from), from + windowSamples), Math.max(0, -from));
  return cut;
}

function frameTimes(windows: number): Float64Array {
  const timesS = new Float64Array(windows * framesKept);
  for (let window = 0; window < windows; window += 1)
    for (let frame = 0; frame < framesKept; frame += 1)
      timesS[window * framesKept + frame] = (window * step + frame * frameSamples) / listeningRate;
  return timesS;
}
