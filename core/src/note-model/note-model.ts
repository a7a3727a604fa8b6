import { setWasmPaths } from '@tensorflow/tfjs-backend-wasm';
import { loadGraphModel, type GraphModel } from '@tensorflow/tfjs-converter';
import { ready, setBackend, tensor3d, type io, type Tensor } from '@tensorflow/tfjs-core';
import type { NoteListener } from '../listening/index.ts';
import { listenerOf, middleFrames, type HeardWindow, type WindowEar } from './windows.ts';

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

/** Loads the trained model; what comes back hears one window of samples. Rejected where there is no WebAssembly or the files are not the model's. */
export async function loadWindowEar({ topology, weights, wasm }: NoteModelFiles): Promise<WindowEar> {
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
  return (window) => listenTo(model, window);
}

/** Loads the trained model as {@link loadWindowEar} does; what comes back listens to samples of one channel at the listening rate. */
export const loadNoteModel = async (files: NoteModelFiles): Promise<NoteListener> =>
  listenerOf(await loadWindowEar(files));

/** The middle frames of one window. */
function listenTo(model: GraphModel, window: Float32Array): HeardWindow {
  const input = tensor3d(window, [1, window.length, 1]);
  const output = model.execute(input, [soundingName, struckName]) as Tensor[];
  const [sounding, struck] = output.map((each) => middleFrames(each.dataSync<'float32'>()));
  for (const each of [input, ...output]) each.dispose();
  if (!sounding || !struck) throw new Error('The model gave no answer');
  return { sounding, struck };
}
