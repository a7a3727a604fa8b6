import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname } from 'node:path';
import { tensor3d, type Tensor } from '@tensorflow/tfjs-core';
import { expect, test } from 'vitest';
import { mulberry32 } from '../random/index.ts';
import { stackedHarmonics } from './harmonic-stack.ts';
import { loadWindowEar, type NoteModelFiles } from './index.ts';
import { loadModel } from './note-model.ts';
import { middleFrames } from './windows.ts';

const require = createRequire(import.meta.url);
const weightsPath = require.resolve('@spotify/basic-pitch/model/group1-shard1of1.bin');
const files: NoteModelFiles = {
  topology: require('@spotify/basic-pitch/model/model.json') as NoteModelFiles['topology'],
  weights: new Uint8Array(readFileSync(weightsPath)).buffer,
  wasm: `${dirname(require.resolve('@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm.wasm'))}/`,
};

test('a tone stands at each bin it is a partial of, and nowhere else', () => {
  const [bins, heard, harmonics] = [309, 264, 8];
  const tone = 150;
  const stack = stackedHarmonics(new Float32Array(2 * bins).fill(1, bins + tone, bins + tone + 1));
  const found = [...stack.keys()].filter((at) => stack[at] === 1);
  // In bins of a third of a semitone: an octave 36, a fifth above it 57, two octaves 72, the third 84, the fifth 93, the natural seventh 101.
  const below = [-36, 0, 36, 57, 72, 84, 93, 101];
  const expected = below.map((shift, harmonic) => (heard + tone - shift) * harmonics + harmonic);
  expect(found).toEqual(expected.toSorted((a, b) => a - b));
});

test('with it the model answers what it answers by itself, to the last bit', async () => {
  const [ear, model] = [await loadWindowEar(files), await loadModel(files)];
  const random = mulberry32(5);
  const window = Float32Array.from({ length: 43_844 }, () => random() - 0.5);
  const alone = model.execute(tensor3d(window, [1, window.length, 1]), ['Identity_1', 'Identity_2']);
  const [sounding, struck] = (alone as Tensor[]).map((each) => middleFrames(each.dataSync<'float32'>()));
  const heard = ear(window);
  expect(Math.max(...heard.sounding)).toBeGreaterThan(0.1);
  expect(heard.sounding.every((value, at) => value === sounding?.[at])).toBe(true);
  expect(heard.struck.every((value, at) => value === struck?.[at])).toBe(true);
});
