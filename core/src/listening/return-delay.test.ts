import { describe, expect, test } from 'vitest';
import { mulberry32 } from '../random/index.ts';
import { renderClick } from '../sound/index.ts';
import { valueOf } from '../testing/value-of.ts';
import { listeningRate } from './recording.ts';
import { returnDelay } from './return-delay.ts';

const clicksS = Array.from({ length: 8 }, (_, at) => 0.5 + 0.6 * at);

/** Claps in a room: noise that dies away at once, and a little hiss. */
function claps(atS: readonly number[], loudness = 0.5): Float32Array {
  const random = mulberry32(9);
  const samples = Float32Array.from({ length: 6.5 * listeningRate }, () => 0.002 * (random() - 0.5));
  for (const clapS of atS)
    for (let at = 0; at < 0.05 * listeningRate; at += 1) {
      const place = Math.round(clapS * listeningRate) + at;
      if (place < samples.length)
        samples[place] = (samples[place] ?? 0) + loudness * (random() - 0.5) * Math.exp(-at / 200);
    }
  return samples;
}

describe('how late a machine hears itself', () => {
  test.each([0.02, 0.14, 0.31])(
    '%d s, by claps on each click, within 10 ms, as strokes are heard',
    (delayS) => {
      const { delayMs, spreadMs } = valueOf(returnDelay(claps(clicksS.map((atS) => atS + delayS)), clicksS));
      expect(Math.abs(delayMs - 1000 * delayS)).toBeLessThan(10);
      expect(spreadMs).toBeLessThan(2);
    },
  );

  test('by claps of a person, early and late by some hundredths, two of them left out', () => {
    const off = [-20, 15, 0, 28, -12, 5, -25, 10];
    const atS = clicksS
      .map((clickS, at) => clickS + 0.12 + (off[at] ?? 0) / 1000)
      .filter((_, at) => at % 4 !== 3);
    const { delayMs, spreadMs } = valueOf(returnDelay(claps(atS), clicksS));
    expect(Math.abs(delayMs - 120)).toBeLessThan(20);
    expect(spreadMs).toBeGreaterThan(5);
  });

  test('by the click itself, where the microphone hears the headphones', () => {
    const delayS = 0.09;
    const clicks = clicksS.map((atS, beat) => ({ atS: atS + delayS, bar: 0, beat: (beat % 4) + 1 }));
    const heard = renderClick({ clicks, durationS: 6 }, listeningRate);
    expect(Math.abs(valueOf(returnDelay(heard, clicksS)).delayMs - 90)).toBeLessThan(10);
  });

  test.each([
    ['silence', []],
    ['three claps', clicksS.slice(0, 3)],
    ['claps at another pace', Array.from({ length: 8 }, (_, at) => 0.6 + 0.47 * at)],
  ])('%s: refused, with what to do', (_, atS) => {
    const answer = returnDelay(claps(atS), clicksS);
    expect(answer.ok).toBe(false);
    if (!answer.ok) expect(answer.fault.remedy).toMatch(/^Clap/);
  });
});
