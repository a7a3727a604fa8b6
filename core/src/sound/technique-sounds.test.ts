import { describe, expect, test } from 'vitest';
import { techniques, withTechnique, type Technique } from '../score/index.ts';
import { note, inventedScore } from '../testing/invented.ts';
import { layTimeline, type SoundEvent } from './index.ts';

/** Two notes on one string and one above the second, which carry the mark. */
function heard(change: object): SoundEvent[] {
  const [bar] = inventedScore().bars;
  if (!bar) throw new Error('no bar');
  const notes = [
    note({ tick: 0, durationTicks: 480, string: 2, fret: 3 }),
    { ...note({ tick: 480, durationTicks: 960, string: 2, fret: 3 }), ...change },
    { ...note({ tick: 480, durationTicks: 960, string: 1, fret: 3 }), ...change },
  ];
  return [...layTimeline(inventedScore({ bars: [{ ...bar, notes }] })).events];
}

/** What a mark of a slide changes is heard where there is a slide. */
const slideBefore: Readonly<Record<string, object>> = {
  slow: { slide: { from: 'below' } },
  again: { arrival: 'slide' },
};

test.each(techniques.map((each): [string, Technique] => [each.word, each]))(
  '%s is heard as its record says, or as a plain note where it says so',
  (word, technique) => {
    const plain = { ...note({}), ...slideBefore[word] };
    const change = { ...slideBefore[word], ...withTechnique(plain, technique) };
    const [without, marked] = [heard(slideBefore[word] ?? {}), heard(change)];
    if (technique.sound) expect(marked).not.toEqual(without);
    else expect(marked).toEqual(without);
  },
);

describe('under a bottleneck', () => {
  const marked = (bottleneck: object) =>
    heard({ bottleneck }).find(({ voice, startS }) => voice === 'melody' && startS > 0.3)!;
  const curveOf = (bottleneck: object) => marked(bottleneck).curve;
  test('a note stops between frets as far as it is written', () => {
    expect(curveOf({ cents: 40 })).toEqual([{ at: 0, cents: 40 }]);
    expect(curveOf({})).toEqual([]);
  });
  test('it shakes about its pitch, as wide as it is written, once it has settled', () => {
    const curve = curveOf({ cents: -30, vibratoCents: 40 });
    const cents = curve.map((point) => point.cents);
    expect(curve[1]!.at).toBeGreaterThan(0.1);
    expect(Math.max(...cents)).toBeCloseTo(-10, 6);
    expect(Math.min(...cents)).toBeCloseTo(-50, 6);
    expect(cents[0]).toBe(-30);
  });
  test('its noise is heard where it is kept', () =>
    expect(marked({ noise: 'kept' }).tones).toEqual(['glass-noise']));
});
