import { numberOfBar, placedNotes, type Bar, type Score } from '../../score/index.ts';
import { findPattern } from '../../thumb/index.ts';
import { keyText, withSigns } from '../../pitch/index.ts';
import { shareIn, type Profile } from '../profile.ts';
import { stepFor, stepWords } from '../steps-nearer.ts';
import type { Made } from './climb.ts';
import { heldBass, moveKinds, type MoveKind } from './moves/index.ts';
import { dronesIn } from './open-bass.ts';
import type { ArrangementPlan } from './plans.ts';
import type { MovedSection } from './sections-in-register.ts';

interface Told {
  readonly score: Score;
  /** As it was laid. */
  readonly plain: Score;
  readonly plan: ArrangementPlan;
  readonly profile: Profile;
  /** Sections that lie in another octave than the tune has them. */
  readonly moved: readonly MovedSection[];
  readonly made: readonly Made[];
}

/** A sentence for each choice: the guitar, the thumb, how the bass ends, the swing, and what was done to which bars. */
export function choicesTold({ score, plain, plan, profile, moved, made }: Told): string[] {
  const { tuning, key, share } = plan.guitar;
  const steps = ['thumb-kind', 'swing', 'thumb-ending'].flatMap((trait) => stepFor(trait, profile) ?? []);
  // Without chords there is nothing to lay a thumb on.
  const hasBass = placedNotes(plain, 'thumb').length > 0;
  return [
    `${tuning.name}, ${keyText(key)} shapes: ${percent(share)} of the player’s bars are so.`,
    ...steps
      .filter(({ kind }) => kind !== 'thumb' || hasBass)
      .map((step) => `${stepWords(step)}, the player’s habit.`),
    ...moved.map(sectionTold),
    ...bassTold(score),
    ...movesTold(made, score, profile),
  ];
}

const sectionTold = ({ name, octaves }: MovedSection): string =>
  `${name || 'The bars before the first section'}: ${Math.abs(octaves) === 1 ? 'an octave' : 'two octaves'} ${octaves > 0 ? 'higher' : 'lower'} than in the tune, where the player’s tunes lie.`;

/** Where no finger was free for a grip under the tune, and what the thumb does there. */
function bassTold(score: Score): string[] {
  const drones = dronesIn(score);
  const bare = score.bars.flatMap((bar, index) => (isWithoutBass(bar) ? [index] : []));
  return [
    ...(drones.length > 0
      ? [
          `A drone: the thumb strikes the open ${withSigns(score.key.tonic)} under another chord in ${barNumbers(drones, score)}.`,
        ]
      : []),
    ...(bare.length > 0 ? [`The tune without bass, for want of a finger: ${barNumbers(bare, score)}.`] : []),
  ];
}

/** A tune over a grip whose strokes were all left out. */
const isWithoutBass = ({ notes, leftOut = [] }: Bar): boolean =>
  leftOut.length > 0 && notes.length > 0 && notes.every(({ voice }) => voice === 'melody');

/** A sentence for each kind of move, with the bars it was made in. */
export const movesTold = (made: readonly Made[], score: Score, profile: Profile): string[] =>
  moveKinds.flatMap((kind) => toldOf(kind, made, score, profile));

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** Bars with their numbers, "bars 2, 4 and 6". */
const barsOf = (made: readonly Made[], score: Score): string =>
  barNumbers([...new Set(made.flatMap(({ bars }) => bars))], score);

function barNumbers(bars: readonly number[], score: Score): string {
  const numbers = [...bars].sort((a, b) => a - b).map((bar) => String(numberOfBar(score, bar)));
  const last = numbers.at(-1) ?? '';
  return numbers.length < 2 ? `bar ${last}` : `bars ${numbers.slice(0, -1).join(', ')} and ${last}`;
}

const rhythm: Readonly<Partial<Record<MoveKind, string>>> = {
  push: 'Struck ahead of the beat and held over it',
  lag: 'Struck after the beat',
  repeat: 'A held note struck again',
  inner: 'A note of the grip struck under the tune',
  thin: 'A short note between the beats left out',
  double: 'A second string under the tune',
  place: 'On another string than the easiest',
  fill: 'The player’s own figure over a held note',
  ending: 'Ends as a piece of the player’s does',
};

function toldOf(kind: MoveKind, all: readonly Made[], score: Score, profile: Profile): string[] {
  const made = all.filter((each) => each.kind === kind);
  if (made.length === 0) return [];
  if (kind === 'touch' || kind === 'thumb')
    return [...new Set(made.map(({ word = '' }) => word))].map((word) => {
      const ones = made.filter((each) => each.word === word);
      return kind === 'touch'
        ? ornamentTold(word, ones, score, profile)
        : `Thumb: ${thumbWords(word)}, in ${barsOf(ones, score)}, as the player now and then has it.`;
    });
  return [`${rhythm[kind] ?? kind}: ${barsOf(made, score)}.`];
}

const thumbWords = (pattern: string): string =>
  pattern === heldBass ? 'one held note' : (findPattern(pattern)?.name.toLowerCase() ?? pattern);

/** How many of one ornament, and of many: "1 mordent", "3 mordents". */
const ornaments: Readonly<Record<string, readonly [string, string]>> = {
  hammer: ['hammer-on', 'hammer-ons'],
  pull: ['pull-off', 'pull-offs'],
  below: ['slide from below', 'slides from below'],
  bend: ['bent third', 'bent thirds'],
  mordent: ['mordent', 'mordents'],
  slide: ['slide', 'slides'],
};

/** "3 mordents in bars 2 and 6: the player has 13 in 100 notes." */
function ornamentTold(word: string, made: readonly Made[], score: Score, profile: Profile): string {
  const count = made.reduce((sum, { bars }) => sum + bars.length, 0);
  const [one, many] = ornaments[word] ?? [word, word];
  const inHundred = Math.round(100 * shareIn(profile, 'ornaments', word));
  return `${count} ${count === 1 ? one : many} in ${barsOf(made, score)}: the player has ${inHundred} in 100 notes.`;
}
