import { fingerScore, placeMelodySteps } from '../../fingering/index.ts';
import { barChords } from '../../form/index.ts';
import type { Hand } from '../../hands/index.ts';
import { openMidi } from '../../instrument/index.ts';
import { fitTuneSteps, type Tune } from '../../melody/index.ts';
import { keyText, modulo, pitchClassOf, tonicOf, transposeKey } from '../../pitch/index.ts';
import type { Score } from '../../score/index.ts';
import { parseFrets } from '../../shapes/index.ts';
import { applyThumb } from '../../thumb/index.ts';
import { distanceOf, traitDistances, type DistanceSettings } from '../distance.ts';
import { evidenceOf, type PieceEvidence } from '../evidence.ts';
import { profileOf, type Profile } from '../profile.ts';
import { stepFor, stepWords, takeStep } from '../steps-nearer.ts';
import { gripsIn, guitarsOf, type PlayersGuitar } from './guitars.ts';
import { plainTune } from './plain-tune.ts';
import { adorn, ornamentSentence } from './adorn.ts';

/** A tune as a player might play it, with a sentence for each choice. */
export interface Restyled {
  readonly score: Score;
  /** From the player’s pieces: 0 alike to 1. */
  readonly distance: number;
  /** What both hands do, in mm. */
  readonly costMm: number;
  readonly choices: readonly string[];
}

export interface RestyleSettings extends Pick<DistanceSettings, 'pool'> {
  /** Whom it is after from now on. */
  readonly player: string;
  readonly hand: Hand;
  /** Most arrangements; 1 to 3. */
  readonly limit?: number;
  readonly seed?: number;
}

/** Most arrangements unless told: one for each of the player’s usual guitars. */
const mostArrangements = 3;

/**
 * Lays a piece’s tune as another player might: in a tuning and key of that player’s, over that player’s grips and thumb, ended and swung so, with as many ornaments.
 * Every note of the tune keeps its place in the bar; its pitches move together. Yields the share done, 0 to 1; the nearest arrangement is first. Empty where there is no tune, the player has no tuning that is known, or the tune has no place in them.
 */
export function* restyleSteps(
  score: Score,
  pieces: readonly PieceEvidence[],
  settings: RestyleSettings,
): Generator<number, Restyled[]> {
  const { hand, pool, limit = mostArrangements } = settings;
  const tune = plainTune(score);
  if (tune.bars.every(({ notes }) => notes.length === 0)) return [];
  const profile = profileOf(pieces, { pool });
  const all = guitarsOf(pieces);
  const sameMode = all.filter(({ key }) => key.mode === tune.key.mode);
  const guitars = (sameMode.length > 0 ? sameMode : all).slice(0, limit);
  const found: Restyled[] = [];
  for (const [index, guitar] of guitars.entries()) {
    const laid = yield* layOn(tune, guitar, profile, pieces, { score, hand });
    if (laid) found.push(asThePlayer(laid, profile, pieces, { ...settings, guitar }));
    yield (index + 1) / guitars.length;
  }
  return found.sort((a, b) => a.distance - b.distance);
}

/** A way to lay a tune, and what the hands make of it. */
interface Laid {
  readonly score: Score;
  readonly costMm: number;
  /** Notes that no finger is free for. */
  readonly unplayed: number;
}

/** The tune on a guitar of the player's, over the player's grips, in the octave the hand has least trouble with; undefined where it has no place. */
function* layOn(
  tune: Tune,
  guitar: PlayersGuitar,
  profile: Profile,
  pieces: readonly PieceEvidence[],
  { score, hand }: { readonly score: Score; readonly hand: Hand },
): Generator<number, Score | undefined> {
  const by = modulo(pitchClassOf(tonicOf(guitar.key)) - pitchClassOf(tonicOf(tune.key)), 12);
  const ways: Laid[] = [];
  for (const transpose of octavesFor(tune, by, openMidi(guitar.tuning, 1))) {
    const laid = yield* layIn(tune, transpose, guitar, profile, { pieces, score, hand });
    if (!laid) continue;
    const { costMm, notes } = fingerScore(laid, { hand });
    const unplayed = [...notes.values()].filter(({ isUnplayed }) => isUnplayed).length;
    ways.push({ score: laid, costMm, unplayed });
  }
  const [best] = ways.sort((a, b) => a.unplayed - b.unplayed || a.costMm - b.costMm);
  return best?.unplayed === 0 ? best.score : undefined;
}

function* layIn(
  tune: Tune,
  transpose: number,
  { tuning }: PlayersGuitar,
  profile: Profile,
  {
    pieces,
    score,
    hand,
  }: { readonly pieces: readonly PieceEvidence[]; readonly score: Score; readonly hand: Hand },
): Generator<number, Score | undefined> {
  const pattern = stepFor('thumb-kind', profile);
  const instrument = { tuning, capo: 0, scaleMm: score.scaleMm, fretCount: score.fretCount };
  const fitted = yield* fitTuneSteps(
    tune,
    {
      instrument,
      hand,
      transpose,
      ...(pattern?.kind === 'thumb' ? { thumbPattern: pattern.pattern } : {}),
    },
    () => undefined,
  );
  if (!fitted.ok) return undefined;
  const own = gripsIn(pieces, tuning.name);
  const roughly = { ...fitted.value.score, key: transposeKey(tune.key, transpose) };
  const gripped = applyThumb({
    ...roughly,
    bars: roughly.bars.map((bar, index) => ({
      ...bar,
      grips: bar.grips.map((grip) => {
        const name = barChords(roughly, index).find(({ tick }) => tick === grip.tick)?.name;
        const frets = name === undefined ? undefined : heldFor(name, own);
        const read = frets === undefined ? undefined : parseFrets(frets);
        return read?.ok ? { tick: grip.tick, frets: read.value } : grip;
      }),
    })),
  });
  return (yield* placeMelodySteps(gripped, { hand })).score;
}

/** The player's grip for a chord; where the player holds only its seventh, or only the chord without it, that one (common practice). */
const heldFor = (name: string, own: ReadonlyMap<string, string>): string | undefined =>
  own.get(name) ?? (name.endsWith('7') ? own.get(name.slice(0, -1)) : own.get(`${name}7`));

/** The two octaves in which the tune lies highest without passing the first frets of string 1. */
function octavesFor(tune: Tune, by: number, openFirst: number | undefined): number[] {
  const highest = Math.max(...tune.bars.flatMap(({ notes }) => notes.map(({ midi }) => midi)));
  const most = (openFirst ?? 0) + highestFret;
  let transpose = by;
  while (highest + transpose > most) transpose -= 12;
  while (highest + transpose + 12 <= most) transpose += 12;
  return [transpose, transpose - 12];
}

/** The tune lies within the first frets of string 1 (common practice). */
const highestFret = 8;

/** Bars in which no finger is free for a note are left as they were before the ornaments came. */
function plainWhereHard(adorned: Score, plain: Score, hand: Hand): Score {
  const { notes } = fingerScore(adorned, { hand });
  const isHard = (bar: Score['bars'][number]) => bar.notes.some((note) => notes.get(note)?.isUnplayed);
  if (!adorned.bars.some(isHard)) return adorned;
  return {
    ...adorned,
    bars: adorned.bars.map((bar, index) => (isHard(bar) ? (plain.bars[index] ?? bar) : bar)),
  };
}

/** Ended and swung as the player does, with as many ornaments. */
function asThePlayer(
  laid: Score,
  profile: Profile,
  pieces: readonly PieceEvidence[],
  { pool, hand, player, seed = 1, guitar }: RestyleSettings & { readonly guitar: PlayersGuitar },
): Restyled {
  const steps = ['swing', 'thumb-ending'].flatMap((trait) => stepFor(trait, profile) ?? []);
  const plain = steps.reduce(takeStep, laid);
  const adorned = adorn(plain, profile, seed);
  const score = { ...plainWhereHard(adorned.score, plain, hand), player };
  const thumb = stepFor('thumb-kind', profile);
  // Without chords there is nothing to lay a thumb on.
  const hasBass = score.bars.some(({ notes }) => notes.some(({ voice }) => voice === 'thumb'));
  return {
    score,
    distance: distanceOf(traitDistances([evidenceOf(score)], pieces, { pool, withoutSettings: true })),
    costMm: fingerScore(score, { hand }).costMm,
    choices: [
      `${guitar.tuning.name}, ${keyText(guitar.key)} shapes: ${Math.round(guitar.share * 100)} % of the player’s bars are so.`,
      ...[...(thumb && hasBass ? [thumb] : []), ...steps].map(
        (step) => `${stepWords(step)}, the player’s habit.`,
      ),
      ...adorned.ornaments.map(ornamentSentence),
    ],
  };
}
