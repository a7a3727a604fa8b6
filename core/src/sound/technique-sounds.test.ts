import { expect, test } from 'vitest';
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
