import { setWasmPaths } from '@tensorflow/tfjs-backend-wasm';
import { loadGraphModel, type GraphModel } from '@tensorflow/tfjs-converter';
import { ready, setBackend, tensor3d, type io, type Tensor } from '@tensorflow/tfjs-core';
import { listeningRate, type Activations, type NoteListener } from '../listening/index.ts';

/** The files the model is made of, wherever they were read. */
export interface NoteModelFiles {
  /** model.json as it ships with the model, parsed. */
  readonly topology: io.ModelJSON;
  /** Its one file of weights. */
  readonly weights: ArrayBuffer;
  /** Where the WebAssembly of the arithmetic lies: a folder, ending in a slash, or an address for each file. */
  readonly wasm: string | Readonly<Record<string, string>>;
}

/** What the model takes at once and gives back (Bittner and others, A Lightweight Instrument-Agnostic Model for Polyphonic Note Transcription, ICASSP 2022): two seconds less one frame of samples at 22,050 a second, 172 frames of 88 pitches from A0. */
const windowSamples = 43_844;
const frameSamples = 256;
const framesOfWindow = 172;
const pitches = 88;
const lowest = 21;
/** The ends of a window are heard without what lies around them: half of what neighbours share is left out on each side. */
const margin = 15;
const step = windowSamples - 2 * margin * frameSamples;
const framesKept = framesOfWindow - 2 * margin;
const [soundingName, struckName] = ['Identity_1', 'Identity_2'];

/** Loads the trained model; what comes back listens to samples of one channel at the listening rate. Rejected where there is no WebAssembly or the files are not the model's. */
export async function loadNoteModel({ topology, weights, wasm }: NoteModelFiles): Promise<NoteListener> {
  setWasmPaths(wasm);
  if (!(await setBackend('wasm'))) throw new Error('There is no WebAssembly here');
  await ready();
  const model = await loadGraphModel({
    load: () =>
      Promise.resolve({
        modelTopology: topology.modelTopology,
        weightSpecs: topology.weightsManifest.flatMap((group) => group.weights),
        weightData: weights,
      }),
  });
  return (samples) => activationSteps(model, samples);
}

/** One window after the other; each takes some tenths of a second. */
function* activationSteps(model: GraphModel, samples: Float32Array): Generator<number, Activations> {
  const count = Math.max(1, Math.ceil(samples.length / step));
  const timesS = new Float64Array(count * framesKept);
  const struck = new Float32Array(count * framesKept * pitches);
  const sounding = new Float32Array(count * framesKept * pitches);
  for (let window = 0; window < count; window += 1) {
    const from = window * step - margin * frameSamples;
    for (let frame = 0; frame < framesKept; frame += 1)
      timesS[window * framesKept + frame] = (window * step + frame * frameSamples) / listeningRate;
    const [soundingHere, struckHere] = listenTo(model, samplesFrom(samples, from));
    sounding.set(soundingHere, window * framesKept * pitches);
    struck.set(struckHere, window * framesKept * pitches);
    yield (window + 1) / count;
  }
  return { timesS, lowest, pitches, struck, sounding };
}

function samplesFrom(samples: Float32Array, from: number): Float32Array {
  const window = new Float32Array(windowSamples);
  window.set(samples.subarray(Math.max(0, from), from + windowSamples), Math.max(0, -from));
  return window;
}

/** The middle frames of one window: what sounds, what is struck. */
function listenTo(model: GraphModel, window: Float32Array): [Float32Array, Float32Array] {
  const input = tensor3d(window, [1, windowSamples, 1]);
  const output = model.execute(input, [soundingName, struckName]) as Tensor[];
  const [sounding, struck] = output.map((each) =>
    each.dataSync<'float32'>().slice(margin * pitches, (framesOfWindow - margin) * pitches),
  );
  for (const each of [input, ...output]) each.dispose();
  if (!sounding || !struck) throw new Error('The model gave no answer');
  return [sounding, struck];
}
