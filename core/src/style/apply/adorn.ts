import { mulberry32 } from '../../random/index.ts';
import { placedNotes, type Note, type Score } from '../../score/index.ts';
import type { Profile } from '../profile.ts';
import { touchesOf, withTouch, type Touch } from './touches.ts';

/** Ornaments of one kind: how many were put in, and how many of 100 notes the player has. */
export interface PutOrnaments {
  readonly word: string;
  readonly count: number;
  readonly inHundred: number;
}

/** Ornaments of which the player has fewer in 100 notes are no habit. */
const leastInHundred = 2;
/** Who has the bottleneck on so many notes plays everything with it. */
const bottleneckPlayer = 0.3;

/**
 * Puts in as many ornaments of each kind as the player has in as many notes, where the hand can play them: first on degrees the player adorns so, the rest dealt from the seed; each note takes one. Who plays with a
 * bottleneck plays every fretted note of the tune with it.
 */
export function adorn(
  score: Score,
  profile: Profile,
  seed: number,
): { readonly score: Score; readonly ornaments: readonly PutOrnaments[] } {
  const shareOf = (trait: string, value: string): number =>
    profile.traits.find((each) => each.trait.id === trait)?.values.find(({ name }) => name === value)
      ?.value ?? 0;
  const glassed = shareOf('ornaments', 'glass') > bottleneckPlayer ? withBottleneck(score) : score;
  const notes = placedNotes(glassed, 'melody').filter(({ note }) => !note.tied).length;
  const random = mulberry32(seed);
  const order = touchesOf(glassed)
    .map((touch) => ({ touch, fits: shareOf('ornament-degrees', touch.onDegree), at: random() }))
    .sort((a, b) => b.fits - a.fits || a.at - b.at);
  const words = [...new Set(order.map(({ touch }) => touch.word))];
  const left = new Map(words.map((word) => [word, Math.round(notes * shareOf('ornaments', word))]));
  const taken: Touch[] = [];
  for (const { touch, fits } of order) {
    const inHundred = 100 * shareOf('ornaments', touch.word);
    const isTaken = taken.some(({ note, bar }) => note === touch.note && bar === touch.bar);
    if (fits === 0 || inHundred < leastInHundred || isTaken || (left.get(touch.word) ?? 0) === 0) continue;
    left.set(touch.word, (left.get(touch.word) ?? 0) - 1);
    taken.push(touch);
  }
  return {
    score: taken.reduce(withTouch, glassed),
    ornaments: words.flatMap((word) => {
      const count = taken.filter((touch) => touch.word === word).length;
      return count === 0 ? [] : [{ word, count, inHundred: 100 * shareOf('ornaments', word) }];
    }),
  };
}

const withBottleneck = (score: Score): Score => ({
  ...score,
  bars: score.bars.map((bar) => ({
    ...bar,
    notes: bar.notes.map((note): Note =>
      note.voice === 'melody' && note.fret > 0 && !note.dead ? { ...note, bottleneck: {} } : note,
    ),
  })),
});

const plurals: Readonly<Record<string, string>> = {
  hammer: 'hammer-ons',
  pull: 'pull-offs',
  below: 'slides from below',
  bend: 'bent thirds',
  mordent: 'mordents',
};

/** "3 mordents: the player has 13 in 100 notes." */
export const ornamentSentence = ({ word, count, inHundred }: PutOrnaments): string =>
  `${count} ${plurals[word] ?? word}: the player has ${Math.round(inHundred)} in 100 notes.`;
