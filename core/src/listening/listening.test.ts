import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { beatRateHz } from '../instrument/index.ts';
import { frequencyHz } from '../pitch/index.ts';
import { renderStringTones } from '../sound/index.ts';
import {
  createTuner,
  drawDrill,
  foldOctaves,
  judgeDrill,
  steadyCents,
  tunerWindow,
  type TunerReading,
} from './index.ts';

/** The generator of Park & Miller 1988, so that every run plucks alike. */
function randomFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 48271) % 2147483647;
    return state / 2147483647;
  };
}
const rate = 48000;
const plucked = (hz: number, seconds = 1) =>
  renderStringTones([{ hz, atS: 0 }], seconds, rate, randomFrom(11));
const windowAt = (samples: Float32Array, seconds: number) =>
  samples.slice(Math.round(seconds * rate), Math.round(seconds * rate) + tunerWindow);

describe('the tuner', () => {
  const tuner = createTuner(rate);
  test.each([36, 38, 40, 45, 50, 55, 59, 64])(
    'a plucked string at MIDI %i is read within 2 cents, sharp and flat, down to C2',
    (midi) => {
      for (const detune of [-40, -7, 0, 12]) {
        const reading = tuner.read(
          windowAt(plucked(frequencyHz(midi + detune / 100)), 0.3),
          frequencyHz(midi),
        );
        expect(reading.kind).toBe('pitch');
        expect(reading.kind === 'pitch' && Math.abs(reading.cents - detune)).toBeLessThan(2);
      }
    },
  );
  test('a partial heard for the note is folded back by octaves', () => {
    const sine = Float32Array.from({ length: tunerWindow }, (_, index) =>
      Math.sin((2 * Math.PI * frequencyHz(52.05) * index) / rate),
    );
    const reading = tuner.read(sine, frequencyHz(40));
    expect(reading).toMatchObject({ kind: 'pitch', octavesFolded: 1 });
    expect(reading.kind === 'pitch' && reading.cents).toBeCloseTo(5, 0);
    expect(foldOctaves(-1190)).toEqual({ cents: 10, octavesFolded: -1 });
    expect(foldOctaves(650)).toEqual({ cents: 650, octavesFolded: 0 });
  });
  test('silence and faint hum are silent, noise is unclear, too short a stretch is silent', () => {
    const random = randomFrom(5);
    expect(tuner.read(new Float32Array(tunerWindow), 100)).toEqual({ kind: 'silent' });
    const hum = Float32Array.from({ length: tunerWindow }, (_, index) => 0.001 * Math.sin(index / 20));
    expect(tuner.read(hum, 100)).toEqual({ kind: 'silent' });
    const noise = Float32Array.from({ length: tunerWindow }, () => random() - 0.5);
    expect(tuner.read(noise, 100)).toEqual({ kind: 'unclear' });
    expect(tuner.read(plucked(110).slice(0, 100), 110)).toEqual({ kind: 'silent' });
  });
  test('one slip does not move the needle, and two readings are not enough to show', () => {
    const at = (cents: number): TunerReading => ({ kind: 'pitch', hz: 100, cents, octavesFolded: 0 });
    expect(steadyCents([at(3), at(4), at(300), at(3), at(5)])).toBe(4);
    expect(steadyCents([at(3), { kind: 'unclear' }, at(4)])).toBeUndefined();
    expect(steadyCents([])).toBeUndefined();
  });
});

/** Strength of one frequency in a stretch of samples (Goertzel 1958). */
function strengthAt(samples: Float32Array, hz: number): number {
  const step = 2 * Math.cos((2 * Math.PI * hz) / rate);
  let [before, last] = [0, 0];
  for (const sample of samples) [before, last] = [last, sample + step * last - before];
  return Math.sqrt(before * before + last * last - step * before * last);
}

describe('the beats of two plucked strings are in the samples', () => {
  /** The strongest rate at which the partial where the two strings meet grows and fades, from 0.3 to 5 a second. */
  function measuredBeatHz(samples: Float32Array, hz: number): number {
    const perSecond = 50;
    const length = Math.round(rate * 0.08);
    const levels: number[] = [];
    for (let start = 0; start + length < samples.length; start += rate / perSecond)
      levels.push(Math.log(strengthAt(samples.subarray(start, start + length), hz)));
    const flat = levels.map((level, index) => {
      const line = levels[0]! + ((levels.at(-1)! - levels[0]!) * index) / (levels.length - 1);
      return level - line;
    });
    const mean = flat.reduce((sum, level) => sum + level, 0) / flat.length;
    let [best, strongest] = [0, 0];
    for (let beatHz = 0.3; beatHz <= 5; beatHz += 0.02) {
      const turn = (index: number) => (2 * Math.PI * beatHz * index) / perSecond;
      const [real, imaginary] = [Math.cos, Math.sin].map((wave) =>
        flat.reduce((sum, level, index) => sum + (level - mean) * wave(turn(index)), 0),
      );
      const strength = Math.hypot(real!, imaginary!);
      if (strength > strongest) [best, strongest] = [beatHz, strength];
    }
    return best;
  }
  test.each([
    [54, 54, 'unison', 14],
    [55, 55, 'unison', -10],
    [38, 50, 'octave', 20],
    [45, 57, 'octave', -12],
  ] as const)('MIDI %i against %i, %s, %i cents off', (midi, reference, relation, detune) => {
    const seconds = 6;
    const samples = renderStringTones(
      [
        { hz: frequencyHz(midi + detune / 100), atS: 0 },
        { hz: frequencyHz(reference), atS: 0 },
      ],
      seconds,
      rate,
      randomFrom(3),
    );
    const measured = measuredBeatHz(samples, frequencyHz(Math.max(midi, reference)));
    expect(Math.abs(measured - beatRateHz(midi + detune / 100, reference, relation))).toBeLessThan(0.12);
  });
});

describe('the ear drill', () => {
  test('every drill can be counted: half a beat to four beats a second, and beats as fast as it says', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2147483646 }), (seed) => {
        const drill = drawDrill(randomFrom(seed));
        expect(drill.beatHz).toBeGreaterThan(0.4);
        expect(drill.beatHz).toBeLessThan(4.3);
        expect(Math.abs(drill.detuneCents)).toBeGreaterThan(0.5);
        const rateOf = beatRateHz(
          drill.targetMidi + drill.detuneCents / 100,
          drill.referenceMidi,
          drill.relation,
        );
        expect(drill.beatHz).toBeCloseTo(rateOf, 9);
      }),
    );
  });
  test('a count is judged in beats, hertz and cents', () => {
    const drill = {
      ...drawDrill(randomFrom(7)),
      relation: 'unison' as const,
      targetMidi: 54,
      referenceMidi: 54,
    };
    const real = { ...drill, detuneCents: 10, beatHz: beatRateHz(54.1, 54, 'unison'), seconds: 6 };
    const counted = judgeDrill(real, 6);
    expect(counted.realBeats).toBeCloseTo(6 * 185 * (2 ** (10 / 1200) - 1), 1);
    expect(counted.isRight).toBe(true);
    expect(judgeDrill(real, 12).isRight).toBe(false);
    expect(judgeDrill(real, 6 * real.beatHz + 6 * beatRateHz(54.01, 54, 'unison')).errorCents).toBeCloseTo(
      1,
      6,
    );
  });
});
