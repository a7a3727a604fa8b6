import { setWasmPaths } from '@tensorflow/tfjs-backend-wasm';
import { loadGraphModel, type GraphModel } from '@tensorflow/tfjs-converter';
import {
  dispose,
  ready,
  setBackend,
  tensor3d,
  tensor4d,
  type io,
  type NamedTensorMap,
  type Tensor,
} from '@tensorflow/tfjs-core';
import type { NoteListener } from '../listening/index.ts';
import { binsHeard, harmonicsHeard, stackedHarmonics } from './harmonic-stack.ts';
import { framesOfWindow, listenerOf, middleFrames, type HeardWindow, type WindowEar } from './windows.ts';

/** The files the model is made of, wherever they were read. */
export interface NoteModelFiles {
  /** model.json as it ships with the model, parsed. */
  readonly topology: io.ModelJSON;
  /** Its one file of weights. */
  readonly weights: ArrayBuffer;
  /** Where the WebAssembly of the arithmetic lies: a folder, ending in a slash, or an address for each file. */
  readonly wasm: string | Readonly<Record<string, string>>;
}

const [soundingName, struckName] = ['Identity_1', 'Identity_2'];
/** Between these two of its nodes the model lays the partials of each pitch beside each other, once for what sounds and once for what is struck. WebAssembly takes more than half of a window's time for it. */
const spectrumName = 'StatefulPartitionedCall/model_1/batch_normalization/FusedBatchNormV3';
const stackNames = ['harmonic_stacking', 'harmonic-stacking-diff'].map(
  (name) => `StatefulPartitionedCall/model_1/${name}/strided_slice_7`,
);

/** Loads the trained model; what comes back hears one window of samples. Rejected where there is no WebAssembly or the files are not the model's. */
export async function loadWindowEar(files: NoteModelFiles): Promise<WindowEar> {
  const model = await loadModel(files);
  return (window) => listenTo(model, window);
}

/** The model as it ships. */
export async function loadModel({ topology, weights, wasm }: NoteModelFiles): Promise<GraphModel> {
  setWasmPaths(wasm);
  if (!(await setBackend('wasm'))) throw new Error('There is no WebAssembly here');
  await ready();
  return loadGraphModel({
    load: () =>
      Promise.resolve({
        modelTopology: topology.modelTopology,
        weightSpecs: topology.weightsManifest.flatMap((group) => group.weights),
        weightData: weights,
      }),
  });
}

/** Loads the trained model as {@link loadWindowEar} does; what comes back listens to samples of one channel at the listening rate. */
export const loadNoteModel = async (files: NoteModelFiles): Promise<NoteListener> =>
  listenerOf(await loadWindowEar(files));

/** The middle frames of one window. */
function listenTo(model: GraphModel, window: Float32Array): HeardWindow {
  const [spectrum = new Float32Array()] = answered(model, tensor3d(window, [1, window.length, 1]), [
    spectrumName,
  ]);
  const stack = tensor4d(stackedHarmonics(spectrum), [1, framesOfWindow, binsHeard, harmonicsHeard]);
  const stacks = Object.fromEntries(stackNames.map((name) => [name, stack]));
  const [sounding, struck] = answered(model, stacks, [soundingName, struckName]);
  if (!sounding || !struck) throw new Error('The model gave no answer');
  return { sounding: middleFrames(sounding), struck: middleFrames(struck) };
}

/** What the model has at these nodes, given what goes in, which is then let go. */
function answered(
  model: GraphModel,
  given: Tensor | NamedTensorMap,
  names: readonly string[],
): Float32Array[] {
  const output = model.execute(given, [...names]);
  const tensors = Array.isArray(output) ? output : [output];
  const values = tensors.map((each) => each.dataSync<'float32'>());
  dispose([given, tensors]);
  return values;
}
