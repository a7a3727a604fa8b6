import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { NoteListener } from '@jocund/core/listening';
import { loadNoteModel, type NoteModelFiles } from '@jocund/core/note-model';

/** The trained model out of the installed packages. */
export function installedNoteModel(): Promise<NoteListener> {
  const require = createRequire(import.meta.url);
  const topologyFile = require.resolve('@spotify/basic-pitch/model/model.json');
  const weights = readFileSync(join(dirname(topologyFile), 'group1-shard1of1.bin'));
  return loadNoteModel({
    topology: JSON.parse(readFileSync(topologyFile, 'utf8')) as NoteModelFiles['topology'],
    weights: weights.buffer.slice(weights.byteOffset, weights.byteOffset + weights.length),
    wasm: `${dirname(require.resolve('@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm.wasm'))}/`,
  });
}
