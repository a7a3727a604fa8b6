import { expect, test } from 'vitest';
import { strokesBetween, type Activations } from '../listening/index.ts';
import type { LevelSigns } from './level-signs.ts';
import { modelEar } from './model-ear.ts';
import type { TakeHearing } from './take-ear.ts';
import { strayNotes } from './stray-notes.ts';

const framesPerSecond = 86;
const seconds = 3;
const lowest = 40;
const pitches = 40;

interface Struck {
  readonly midi: number;
  readonly atS: number;
  readonly struck?: number;
  readonly sounds?: number;
}

/** What a model would hear of some notes: a peak where each is struck, then it sounds for half a second. */
function heard(notes: readonly Struck[]): Activations {
  const count = seconds * framesPerSecond;
  const timesS = Float64Array.from({ length: count }, (_, frame) => frame / framesPerSecond);
  const struck = new Float32Array(count * pitches).fill(0.01);
  const sounding = new Float32Array(count * pitches).fill(0.01);
  for (const { midi, atS, struck: most = 0.9, sounds = 0.8 } of notes) {
    const frame = Math.round(atS * framesPerSecond);
    [0.4, 1, 0.4].forEach((share, at) => {
      struck[(frame - 1 + at) * pitches + midi - lowest] = most * share;
    });
    for (let each = frame; each < Math.min(count, frame + framesPerSecond / 2); each += 1)
      sounding[each * pitches + midi - lowest] = sounds;
  }
  return { timesS, lowest, pitches, struck, sounding };
}
const hearingOf = (onsets: TakeHearing['onsets'], activations: Activations): TakeHearing => ({
  onsets,
  spectra: { looks: 0, bands: 0, values: new Float32Array(0) },
  ear: modelEar(onsets, activations),
});
/** Levels that speak neither for a stroke nor against it: each rises as it does as a rule. */
const plain: LevelSigns = { at: () => [0, 0, -3.9, -1.5, 0, 0, 0], riseAt: () => 1 };
const onset = (atS: number) => ({ atS, strength: 1 });
const wanted = Array.from({ length: pitches }, (_, at) => lowest + at);

test('a soft stroke soon after a loud one is heard between the onsets; at an onset nothing is between', () => {
  const activations = heard([
    { midi: 48, atS: 1 },
    { midi: 62, atS: 1.1, struck: 0.7 },
  ]);
  const found = strokesBetween([onset(1)], activations, wanted);
  expect(found.map(({ midi }) => midi)).toEqual([62]);
  expect(found[0]!.startS).toBeCloseTo(1.1, 1);
  expect(strokesBetween([onset(1), onset(1.1)], activations, wanted)).toEqual([]);
  expect(strokesBetween([onset(1)], activations, [48, 100])).toEqual([]);
});

test('what the study asks for is no stray, nor is a partial that is heard with it; what nobody asked for is', () => {
  const activations = heard([
    { midi: 48, atS: 1 },
    { midi: 60, atS: 1, struck: 0.5, sounds: 0.3 },
    { midi: 50, atS: 2 },
  ]);
  const hearing = hearingOf([onset(1), onset(2)], activations);
  const strays = (asked: Parameters<typeof strayNotes>[1]) =>
    strayNotes(hearing, asked, wanted, plain).map(({ midi }) => midi);
  expect(strays([{ midi: 48, atS: 1.03 }])).toEqual([50]);
  expect(
    strays([
      { midi: 48, atS: 1 },
      { midi: 50, atS: 2.05 },
    ]),
  ).toEqual([]);
});

test('one stroke is one stray, at an onset and between', () => {
  const activations = heard([{ midi: 55, atS: 1.5 }]);
  const hearing = hearingOf([onset(1.452)], activations);
  expect(strayNotes(hearing, [], wanted, plain)).toHaveLength(1);
});

test('a model that heard nothing tells nothing', () => {
  const nothing: Activations = {
    timesS: new Float64Array(0),
    lowest,
    pitches,
    struck: new Float32Array(0),
    sounding: new Float32Array(0),
  };
  expect(strayNotes(hearingOf([onset(1)], nothing), [], wanted, plain)).toEqual([]);
});
