import type { Hand } from '../../hands/index.ts';
import type { Tune } from '../../melody/index.ts';
import { withoutBrokenTies, type Score, type Voice } from '../../score/index.ts';
import { within } from '../../steps/index.ts';
import { applyThumb } from '../../thumb/index.ts';
import { distanceOf, traitDistances, type DistanceSettings } from '../distance.ts';
import { evidenceOf, type PieceEvidence } from '../evidence.ts';
import { ownDistances } from '../own-distances.ts';
import { profileOf, type Profile } from '../profile.ts';
import { stepFor, takeStep } from '../steps-nearer.ts';
import { aimAt } from './aim.ts';
import { withoutClashes } from './clashes.ts';
import { climb, type ClimbSettings, type Made } from './climb.ts';
import { closenessOf, usualCloseness, type Closeness } from './closeness.ts';
import { fingererFor, type Fingerer } from './fingerer.ts';
import { whereHandCan } from './hand-can.ts';
import { affordable } from './hand-price.ts';
import { layTuneSteps, type LaidTune, type LaySettings } from './lay-tune.ts';
import { bendsTheTune, heldBass, heldThroughout, moveKinds, type MoveKind } from './moves/index.ts';
import { withKeptBars, withKeptVoice, withTiedFrom, type KeptParts } from './kept-parts.ts';
import { isAmongBass, octavesFor } from './register.ts';
import { inRegister, type MovedSection } from './sections-in-register.ts';
import { arrangementPlans, mostArrangements, type ArrangementPlan } from './plans.ts';
import { thumbsOf } from './players-thumbs.ts';
import { withoutBrokenSlurs } from './broken-slurs.ts';
import { withProposedChords, type ProposedChord } from './propose-chords.ts';
import { choicesTold } from './told-choices.ts';
import { withGlass } from './with-glass.ts';

/** A tune as a player might play it, with a sentence for each choice. */
export interface Restyled {
  readonly score: Score;
  readonly plan: ArrangementPlan;
  /** Half steps the tune was moved. */
  readonly transpose: number;
  /** From the player’s pieces: 0 alike to 1. */
  readonly distance: number;
  /** What both hands do, in mm. */
  readonly costMm: number;
  readonly choices: readonly string[];
  /** Chords that the tune did not bring. */
  readonly proposed: readonly ProposedChord[];
}

export interface RestyleSettings extends Pick<DistanceSettings, 'pool'> {
  /** Whom it is after from now on. */
  readonly player: string;
  readonly hand: Hand;
  readonly seed?: number;
  readonly closeness?: Closeness;
  /** The thumb keeps one pattern throughout. */
  readonly keepsThumb?: boolean;
  /** The tune keeps its notes and their places in the bar. */
  readonly keepsRhythm?: boolean;
  readonly kept?: KeptParts;
  /** In mm; absent: a usual steel-string guitar. */
  readonly scaleMm?: number;
  readonly fretCount?: number;
}

const usualGuitar = { scaleMm: 650, fretCount: 20 };

/**
 * Lays a tune as a player might: in a tuning and key of that player’s, over that player’s grips and thumb, ended and swung so. Then bar by bar, and in all bars that are alike, whatever brings it nearer to the player for the least it takes from the tune and asks of the hands: notes struck before their beat, held notes struck again, notes of the grip under the tune, ornaments, another thumb, the player’s own figures over held notes.
 * Every note of the tune that falls on a beat sounds on it. A tune without chords is given some first. Yields the share done, 0 to 1. Undefined where there is no tune, or it has no place that a hand could play.
 */
export function* arrangeSteps(
  given: Tune,
  plan: ArrangementPlan,
  pieces: readonly PieceEvidence[],
  settings: RestyleSettings,
): Generator<number, Restyled | undefined> {
  const { hand, pool, scaleMm = usualGuitar.scaleMm, fretCount = usualGuitar.fretCount } = settings;
  const kept = settings.kept && withTiedFrom(settings.kept);
  if (given.bars.every(({ notes }) => notes.length === 0)) return undefined;
  const { tune, proposed } = withProposedChords(given);
  const profile = profileOf(pieces, { pool });
  const aim = aimAt(pieces, pool, new Set(tune.bars.map(({ metre }) => `${metre.beats}/${metre.unit}`)));
  const thumbs = thumbsOf(profile);
  const lay: LaySettings = {
    hand,
    pieces,
    thumbPattern: plan.thumb === undefined || plan.thumb === heldBass ? thumbs.usual : plan.thumb,
    scaleMm,
    fretCount,
  };
  const { mmForSpread, tuneWeight } = closenessOf(settings.closeness ?? usualCloseness);
  const own = ownDistances(pieces, { pool, withoutSettings: true });
  const spread = own.length === 0 ? usualSpread : own.reduce((sum, each) => sum + each, 0) / own.length;
  const octaves = kept ? [kept.of.transpose] : octavesFor(tune, plan.guitar, pieces);
  const planned = yield* layPlanned(tune, plan, lay, octaves);
  if (!planned) return undefined;
  const { laid, moved } = planned;
  const under = plan.thumb === heldBass ? heldThroughout(laid.score) : laid.score;
  yield 0.5;
  const finger = fingererFor(hand, laid.fingering);
  const plain = withKeptBars(
    dressed(withKeptVoice(under, kept), profile, { player: settings.player, finger }),
    kept,
  );
  const keptBars = new Set(kept?.bars);
  const climbing: ClimbSettings = {
    aim,
    figures: pieces.flatMap(({ figures }) => figures),
    thumbs: plan.thumb === undefined ? thumbs.others : [],
    without: forbidden(settings),
    kept: keptBars,
    tuneWeight,
    seed: settings.seed ?? 1,
  };
  const price = { aim, finger, mmForSpread, spread, kept: keptBars };
  const first = yield* within(0.5, 0.8, climb(plain, climbing));
  const firstPaid = affordable(first.draft, plain, price);
  // A bar that was put back had one change too many: the small ones are tried again.
  const second = yield* within(
    0.8,
    0.9,
    climb(firstPaid.score, {
      ...climbing,
      without: new Set([...climbing.without, ...moveKinds.filter((kind) => !small.has(kind))]),
      kept: new Set([...keptBars, ...changedBars(firstPaid.score, plain)]),
    }),
  );
  const made = [...stillMade(first.made, plain, firstPaid.score), ...second.made];
  const paid = affordable(second.draft, plain, price);
  const mended = withoutBrokenSlurs(withoutBrokenTies(withoutClashes(applyThumb(paid.score))));
  const others = kept ? [plain, kept.of.score] : [plain, under];
  const score = withoutBrokenTies(withKeptBars(whereHandCan(mended, others, finger), kept));
  return {
    score,
    plan,
    transpose: laid.transpose,
    distance: distanceOf(traitDistances([evidenceOf(score)], pieces, { pool, withoutSettings: true })),
    costMm: finger(score).costMm,
    proposed,
    choices: choicesTold({ score, plain, plan, profile, moved, made: stillMade(made, plain, score) }),
  };
}

/** Moves that ask nothing new of the hands but how one note is struck. */
const small: ReadonlySet<MoveKind> = new Set(['touch']);

/** Bars, from 0, that differ from what they were. */
const changedBars = ({ bars }: Score, before: Score): number[] =>
  bars.flatMap((bar, index) => (bar === before.bars[index] ? [] : [index]));

/** Plans one after the other, until there are so many arrangements that differ. */
export function* restyleSteps(
  tune: Tune,
  pieces: readonly PieceEvidence[],
  { limit = mostArrangements, ...settings }: RestyleSettings & { readonly limit?: number },
): Generator<number, Restyled[]> {
  const found: Restyled[] = [];
  let share = 0;
  for (const plan of arrangementPlans(tune, pieces)) {
    const arranging = arrangeSteps(tune, plan, pieces, settings);
    let step = arranging.next();
    while (!step.done) {
      // A plan that comes to nothing does not take back what was shown.
      share = Math.max(share, (found.length + step.value) / limit);
      yield share;
      step = arranging.next();
    }
    const made = step.value;
    if (made && !found.some((other) => isMuchAlike(other.score, made.score))) found.push(made);
    if (found.length === limit) break;
  }
  return found.sort(nearestFirst);
}

/** Orders arrangements: those on the player’s own guitars first, then by distance. */
export const nearestFirst = (a: Restyled, b: Restyled): number =>
  Number(a.plan.guitar.besideOf !== undefined) - Number(b.plan.guitar.besideOf !== undefined) ||
  a.distance - b.distance;

/** A spread where the player has too few pieces to take one from (from memory). */
const usualSpread = 0.06;
/** A voice with more than this share of its notes in common is the same voice: a bass on two strings for one on three is, a bass on two for one on one is not. */
const alike = 0.6;

/** Whether two arrangements are one to a listener: in each voice most notes at the same place, on the same string and fret. */
export function isMuchAlike(one: Score, other: Score): boolean {
  if (one.tuning.name !== other.tuning.name || one.key.tonic !== other.key.tonic) return false;
  return (['thumb', 'melody'] as const).every((voice) => {
    const [places, others] = [placesOf(one, voice), new Set(placesOf(other, voice))];
    const common = places.filter((place) => others.has(place)).length;
    return common >= alike * Math.max(places.length, others.size);
  });
}

const placesOf = ({ bars }: Score, voice: Voice): string[] =>
  bars.flatMap(({ notes }, bar) =>
    notes
      .filter((note) => note.voice === voice)
      .map(({ tick, string, fret }) => `${bar} ${tick} ${string} ${fret}`),
  );

/** The tune in the octave the plan asks for, counted among those it can be played in; in the best one, each section where the player’s tunes lie. The next is none where the tune would lie among the bass. */
function* layPlanned(
  tune: Tune,
  { guitar, octave }: ArrangementPlan,
  lay: LaySettings,
  octaves: readonly number[],
): Generator<number, { readonly laid: LaidTune; readonly moved: readonly MovedSection[] } | undefined> {
  let found = 0;
  for (const [index, transpose] of octaves.entries()) {
    if (index > 0 && octave === 'next' && isAmongBass(tune, guitar, transpose)) continue;
    const { tune: placed, moved } =
      octave === 'best' ? inRegister(tune, guitar, lay.pieces, transpose) : { tune, moved: [] };
    const laying = layTuneSteps(placed, guitar, transpose, lay);
    let step = laying.next();
    while (!step.done) {
      yield (0.5 * (index + step.value)) / octaves.length;
      step = laying.next();
    }
    if (step.value) found += 1;
    if (step.value && found === (octave === 'best' || octaves.length === 1 ? 1 : 2))
      return { laid: step.value, moved };
  }
  return undefined;
}

/** Ended and swung as the player does, with a bottleneck where the player has one and the hand can hold it. */
function dressed(
  laid: Score,
  profile: Profile,
  { player, finger }: { readonly player: string; readonly finger: Fingerer },
): Score {
  const steps = ['swing', 'thumb-ending'].flatMap((trait) => stepFor(trait, profile) ?? []);
  const bare = steps.reduce(takeStep, laid);
  return { ...whereHandCan(withGlass(bare, profile), [bare], finger), player };
}

const forbidden = ({
  keepsThumb = false,
  keepsRhythm = false,
  kept,
}: RestyleSettings): ReadonlySet<MoveKind> =>
  new Set([
    ...(keepsRhythm ? bendsTheTune : []),
    ...(keepsThumb || kept?.voice === 'thumb' ? (['thumb', 'ending'] as const) : []),
    ...(kept?.voice === 'melody' ? moveKinds.filter((kind) => kind !== 'thumb') : []),
  ]);

/** Moves whose bars were not put back. */
const stillMade = (made: readonly Made[], plain: Score, score: Score): Made[] =>
  made.flatMap(({ bars, ...move }) => {
    const left = bars.filter((bar) => score.bars[bar] !== plain.bars[bar]);
    return left.length === 0 ? [] : [{ ...move, bars: left }];
  });
