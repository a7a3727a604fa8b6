import { describe, expect, test } from 'vitest';
import { mulberry32 } from '../random/index.ts';
import { finished } from '../steps/index.ts';
import { bandAt, bandSpectraSteps, loudest, looksPerSecond } from './band-spectra.ts';
import { pitchLevelsSteps, type KnownStroke } from './pitch-levels.ts';
import { listeningRate } from './recording.ts';

const hzOf = (midi: number) => 440 * 2 ** ((midi - 69) / 12);

/** Plucked tones of ten partials that die away, laid over a little hiss. */
function plucked(strokes: readonly KnownStroke[], seconds: number, cents = 0): Float32Array {
  const random = mulberry32(5);
  const samples = Float32Array.from({ length: seconds * listeningRate }, () => (random() - 0.5) / 2000);
  for (const { midi, atS } of strokes) {
    const hz = hzOf(midi + cents / 100);
    for (let at = Math.round(atS * listeningRate); at < samples.length; at += 1) {
      const passedS = at / listeningRate - atS;
      let sum = 0;
      for (let partial = 1; partial <= 10 && partial * hz < listeningRate / 2; partial += 1)
        sum += Math.sin(2 * Math.PI * partial * hz * passedS) / partial ** 1.2;
      samples[at] = (samples[at] ?? 0) + 0.1 * sum * Math.exp(-2 * passedS);
    }
  }
  return samples;
}

describe('narrow bands', () => {
  test.each([0, 30, -45])('a tone is loudest in its own band, %d cents off as well', (cents) => {
    const samples = Float32Array.from({ length: listeningRate }, (_, at) =>
      Math.sin((2 * Math.PI * hzOf(69 + cents / 100) * at) / listeningRate),
    );
    const { looks, bands, values } = finished(bandSpectraSteps(samples, cents));
    const look = looks >> 1;
    const row = [...values.subarray(look * bands, (look + 1) * bands)];
    const most = Math.max(...row);
    expect(Math.abs(row.indexOf(most) - bandAt(440))).toBeLessThanOrEqual(1);
    expect(most).toBeGreaterThan(0.9 * loudest);
  });

  test('silence and next to nothing are told as such', () => {
    const silent = finished(bandSpectraSteps(new Float32Array(listeningRate), 0));
    expect(silent.looks).toBe(Math.floor(looksPerSecond));
    expect(new Set(silent.values).size).toBe(1);
    expect(finished(bandSpectraSteps(new Float32Array(100), 0)).looks).toBe(0);
  });
});

/** E and the E an octave above it, by turns and together; the last time the study asks for both and the low one alone is played. */
const low = [0.5, 1.5, 2.5, 4.5].map((atS) => ({ midi: 52, atS }));
const high = [1, 1.5, 2, 2.5].map((atS) => ({ midi: 64, atS }));
const asked = [...low, ...high, { midi: 64, atS: 4.5 }];
const pitches = Array.from({ length: 25 }, (_, at) => 45 + at);

describe('how loud pitches sound', () => {
  const rise = (levels: ReadonlyMap<number, Float64Array>, midi: number, atS: number): number => {
    const own = levels.get(midi) ?? new Float64Array(0);
    const look = Math.round(atS * looksPerSecond);
    return Math.max(...own.subarray(look, look + 6)) - Math.min(...own.subarray(look - 6, look - 1));
  };
  const levelsOf = (samples: Float32Array) =>
    finished(pitchLevelsSteps(finished(bandSpectraSteps(samples, 0)), asked, pitches));

  test('an octave over a bass note is told from the partials of the bass note alone', () => {
    const levels = levelsOf(plucked([...low, ...high], 6));
    for (const { midi, atS } of [...low, ...high])
      expect(rise(levels, midi, atS)).toBeGreaterThan(0.4 * rise(levels, midi, midi === 52 ? 0.5 : 1));
    expect(rise(levels, 64, 4.5)).toBeLessThan(0.1 * rise(levels, 64, 1));
  });

  test('a pitch that was not asked for is found where it sounds', () => {
    const levels = levelsOf(plucked([...low, ...high, { midi: 57, atS: 3.5 }], 6));
    const rises = pitches.map((midi) => rise(levels, midi, 3.5));
    expect(pitches[rises.indexOf(Math.max(...rises))]).toBe(57);
  });

  test('of no strokes, no looks and silence there are levels all the same', () => {
    expect(
      finished(pitchLevelsSteps(finished(bandSpectraSteps(new Float32Array(10), 0)), asked, [52])).get(52),
    ).toHaveLength(0);
    const silent = levelsOf(new Float32Array(3 * listeningRate));
    expect([...silent.values()].every((own) => own.every(Number.isFinite))).toBe(true);
    const spectra = finished(bandSpectraSteps(plucked(low, 2), 0));
    expect(
      finished(pitchLevelsSteps(spectra, [], [52]))
        .get(52)
        ?.every(Number.isFinite),
    ).toBe(true);
  });
});
