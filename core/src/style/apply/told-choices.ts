import { numberOfBar, placedNotes, type Bar, type Score } from '../../score/index.ts';
import { findPattern } from '../../thumb/index.ts';
import { keyText, withSigns } from '../../pitch/index.ts';
import { shareIn, type Profile } from '../profile.ts';
import { patternOfKind, stepFor, stepWords } from '../steps-nearer.ts';
import type { Made } from './climb.ts';
import { heldBass, moveKinds, type MoveKind } from './moves/index.ts';
import { dronesIn } from './open-bass.ts';
import type { PlayersGuitar } from './guitars.ts';
import { nowAndThen } from './players-thumbs.ts';
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
  const habits = [...(plan.thumb === undefined ? ['thumb-kind'] : []), 'swing', 'thumb-ending'];
  const steps = habits.flatMap((trait) => stepFor(trait, profile) ?? []);
  // Without chords there is nothing to lay a thumb on.
  const hasBass = placedNotes(plain, 'thumb').length > 0;
  return [
    guitarTold(plan.guitar),
    ...(plan.thumb === undefined || !hasBass ? [] : [throughoutTold(plan.thumb, profile)]),
    ...steps
      .filter(({ kind }) => kind !== 'thumb' || hasBass)
      .map((step) => `${stepWords(step)}, the player’s habit.`),
    ...moved.map(sectionTold),
    ...bassTold(score),
    ...movesTold(otherThumbs(made, score, plain), score, profile),
  ];
}

function guitarTold({ tuning, key, share, besideOf }: PlayersGuitar): string {
  const shapes = `${tuning.name}, ${keyText(key)} shapes`;
  return besideOf
    ? `${shapes}: the player has no piece like this, but plays in ${keyText(besideOf)}, a neighbouring key, in the same tuning.`
    : `${shapes}: ${percent(share)} of the player’s bars are so.`;
}

function throughoutTold(pattern: string, profile: Profile): string {
  const kind = Object.keys(patternOfKind).find((each) => patternOfKind[each] === pattern) ?? 'one held note';
  const share = shareIn(profile, 'thumb-kind', kind);
  const where = pattern === heldBass ? 'in every bar with one chord' : 'in every bar';
  return share < nowAndThen
    ? `Thumb: ${thumbWords(pattern)} ${where}: fewer strokes than the player’s, for a lighter hand.`
    : `Thumb: ${thumbWords(pattern)} ${where}; ${percent(share)} of the player’s bars are so.`;
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
  moveKinds.flatMap((kind) => toldOf(kind, lastThumbs(made), score, profile));

/** Without thumbs in bars that were given another later. */
const lastThumbs = (made: readonly Made[]): Made[] =>
  made.map((move, index) => {
    if (move.kind !== 'thumb') return move;
    const later = new Set(made.slice(index + 1).flatMap(({ kind, bars }) => (kind === 'thumb' ? bars : [])));
    return { ...move, bars: move.bars.filter((bar) => !later.has(bar)) };
  });

/** Without thumbs that came back to what was laid. */
const otherThumbs = (made: readonly Made[], score: Score, plain: Score): Made[] =>
  lastThumbs(made).map((move) =>
    move.kind === 'thumb'
      ? { ...move, bars: move.bars.filter((bar) => strokesIn(score, bar) !== strokesIn(plain, bar)) }
      : move,
  );

const strokesIn = ({ bars }: Score, bar: number): string =>
  (bars[bar]?.notes ?? [])
    .filter(({ voice }) => voice === 'thumb')
    .map(({ tick, string, fret }) => `${tick} ${string} ${fret}`)
    .join();

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
  const made = all.filter((each) => each.kind === kind && each.bars.length > 0);
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
