import topologyUrl from '@spotify/basic-pitch/model/model.json?url';
import weightsUrl from '@spotify/basic-pitch/model/group1-shard1of1.bin?url';
import simdUrl from '@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm-simd.wasm?url';
import threadedUrl from '@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm-threaded-simd.wasm?url';
import plainUrl from '@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm.wasm?url';
import { loadWindowEar, type NoteModelFiles, type WindowEar } from '@jocund/core/note-model';

let loading: Promise<WindowEar> | undefined;

/** The trained model, fetched from our own server at the first need. Rejected where this browser cannot run it. */
export function windowEar(): Promise<WindowEar> {
  loading ??= load().catch((error: unknown) => {
    loading = undefined;
    throw error;
  });
  return loading;
}

async function load(): Promise<WindowEar> {
  const [topology, weights] = await Promise.all([
    fetched(topologyUrl).then((answer) => answer.json() as Promise<NoteModelFiles['topology']>),
    fetched(weightsUrl).then((answer) => answer.arrayBuffer()),
  ]);
  return loadWindowEar({
    topology,
    weights,
    wasm: {
      'tfjs-backend-wasm.wasm': plainUrl,
      'tfjs-backend-wasm-simd.wasm': simdUrl,
      'tfjs-backend-wasm-threaded-simd.wasm': threadedUrl,
    },
  });
}

async function fetched(url: string): Promise<Response> {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error(`${url}: ${answer.status}`);
  return answer;
}
