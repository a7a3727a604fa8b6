import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { beforeAll, describe, expect, test } from 'vitest';
import {
  hearSteps,
  listeningRate,
  noteSteps,
  resampled,
  type HeardNote,
  type NoteListener,
} from '../listening/index.ts';
import { finished } from '../steps/index.ts';
import { judgeRecordingSteps } from '../takes/index.ts';
import { recorded, soundOf } from '../testing/recorded.ts';
import { valueOf } from '../testing/value-of.ts';
import { written } from '../testing/written.ts';
import { loadNoteModel, type NoteModelFiles } from './index.ts';

const require = createRequire(import.meta.url);
const folder = dirname(require.resolve('@spotify/basic-pitch/model/model.json'));
const files = (): NoteModelFiles => ({
  topology: JSON.parse(readFileSync(join(folder, 'model.json'), 'utf8')) as NoteModelFiles['topology'],
  weights: new Uint8Array(readFileSync(join(folder, 'group1-shard1of1.bin'))).buffer,
  wasm: `${dirname(require.resolve('@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm.wasm'))}/`,
});

let listener: NoteListener;
beforeAll(async () => {
  listener = await loadNoteModel(files());
});

const study = written(
  [
    't5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1 m1:0@1/1 m2:1@2.5/0.5 m1:3@3/1 m1:0@4.5/0.5',
    't6:3@1/1 t4:0@2/1 t6:3@3/1 t4:0@4/1 m1:3@1/1 m2:0@2.5/0.5 m3:0@3/1 m2:1@4.5/0.5',
    't5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1 m2:1@1/4',
  ],
  { title: 'Heard', tempoBpm: 96 },
);
const { take, samples } = recorded(study);
const pitches = Array.from({ length: 56 }, (_, at) => 33 + at);
const heardIn = (sound: Float32Array, by: NoteListener | undefined): HeardNote[] =>
  finished(noteSteps(sound, finished(hearSteps(sound)), { pitches, listener: by }));

/** Twice the right ones over those told and those there, at 50 ms; the recording may run at another pace. */
function f1(told: readonly HeardNote[], pace = 1): number {
  const right = take.notes.filter((note) =>
    told.some(({ midi, startS }) => midi === note.midi && Math.abs(startS * pace - note.startS) < 0.05),
  );
  return (2 * right.length) / (told.length + take.notes.length);
}

describe('a take of it, judged by the trained ear', () => {
  const barOf = ({ bar, tick, midi }: { bar: number; tick: number; midi: number }) =>
    `${bar} ${tick} ${midi}`;
  const judgedOf = (samplesOfTake: Float32Array) =>
    valueOf(finished(judgeRecordingSteps(study, samplesOfTake, { listener })));

  test('played as written, nothing is wrong or added, and one note in twenty at most is missed', () => {
    const { missed, wrong, extra, hits } = judgedOf(samples);
    expect({ wrong, extra }).toEqual({ wrong: 0, extra: 0 });
    expect(missed).toBeLessThanOrEqual(Math.ceil(take.notes.length / 20));
    expect(hits + missed).toBe(take.notes.length);
  });

  test('what was left out is missed, and little else', () => {
    const isLeftOut = ({ bar, voice, tick }: { bar: number; voice: string; tick: number }) =>
      (voice === 'thumb' && tick === 960 && bar === 1) || (voice === 'melody' && tick === 0 && bar === 0);
    const left = take.sounds.filter((sound) => !isLeftOut(sound));
    const report = judgedOf(soundOf({ ...take, sounds: left }));
    const missed = report.notes.filter(({ verdict }) => verdict === 'missed').map(barOf);
    expect(missed).toEqual(expect.arrayContaining(['0 0 64', '1 960 50']));
    expect(missed.length).toBeLessThanOrEqual(3);
    expect(report.notJudged.join(' ')).toContain('nine are right, and of ten faults');
  });
});

describe('the trained ear', () => {
  test('hears nearly every note of a study and hardly any partial, better than partials alone tell it', () => {
    const by = f1(heardIn(samples, listener));
    expect(by).toBeGreaterThan(0.85);
    expect(by).toBeGreaterThan(f1(heardIn(samples, undefined)));
  });

  test('a recording 45 cents flat is heard as well, at its own times', () => {
    const cents = -45;
    const pace = 2 ** (cents / 1200);
    expect(
      f1(heardIn(resampled(samples, listeningRate * pace, listeningRate), listener), pace),
    ).toBeGreaterThan(0.85);
  });

  test('says how far it is, and finds nothing in silence or in a moment of sound', () => {
    const shares = [...listener(samples.subarray(0, 3 * listeningRate))];
    expect(shares.length).toBeGreaterThan(1);
    expect(shares.every((share, at) => share > (shares[at - 1] ?? 0))).toBe(true);
    expect(shares.at(-1)).toBe(1);
    expect(heardIn(new Float32Array(2 * listeningRate), listener)).toEqual([]);
    expect(heardIn(samples.subarray(0, 200), listener)).toEqual([]);
    expect(heardIn(new Float32Array(0), listener)).toEqual([]);
  });

  test('frames follow each other without a gap, also from one window to the next', () => {
    const {
      timesS,
      struck,
      sounding,
      pitches: count,
    } = finished(listener(samples.subarray(0, 3 * listeningRate)));
    const gaps = Array.from(timesS.slice(1), (at, index) => at - (timesS[index] ?? 0));
    expect(Math.min(...gaps)).toBeGreaterThan(0);
    expect(Math.max(...gaps)).toBeLessThanOrEqual(256 / listeningRate + 1e-9);
    expect(struck).toHaveLength(timesS.length * count);
    expect(sounding).toHaveLength(timesS.length * count);
  });

  test('files that are not the model’s are refused', async () => {
    await expect(loadNoteModel({ ...files(), weights: new ArrayBuffer(8) })).rejects.toThrow();
  });
});
