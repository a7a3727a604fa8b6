import type { Hand } from '../../hands/index.ts';
import { dealRounds, mulberry32 } from '../../random/index.ts';
import { withoutBrokenTies, type Score } from '../../score/index.ts';
import { distanceOf, traitDistances, type DistanceSettings } from '../distance.ts';
import { evidenceOf, metresOf, type PieceEvidence } from '../evidence.ts';
import { profileOf, shareIn } from '../profile.ts';
import { aimAt } from './aim.ts';
import { withoutBrokenSlurs } from './broken-slurs.ts';
import { withoutClashes } from './clashes.ts';
import type { Made } from './climb.ts';
import { draftOf } from './draft.ts';
import { fingererFor } from './fingerer.ts';
import { whereHandCan } from './hand-can.ts';
import type { MoveKind } from './moves/index.ts';
import { thumbsOf } from './players-thumbs.ts';
import { movesTold } from './told-choices.ts';
import { weighedMoves, type WeighedMove } from './weigh-moves.ts';

/** How much of a passage is varied: a quarter of its bars, half of them, three in four. */
export const variedShares = { little: 0.25, half: 0.5, much: 0.75 } as const;
export type VariedShare = keyof typeof variedShares;

export interface VarySettings extends Pick<DistanceSettings, 'pool'> {
  readonly hand: Hand;
  readonly share: VariedShare;
  /** Another seed, another verse. */
  readonly seed: number;
  /** The thumb stays as it is. */
  readonly keepsThumb?: boolean;
}

/** A passage varied as a player would. */
export interface Varied {
  readonly score: Score;
  /** A sentence for each kind of change. */
  readonly choices: readonly string[];
  /** Of the whole piece from the player: 0 alike to 1. */
  readonly distance: { readonly before: number; readonly after: number };
}

/** A change that takes a bar no further than this from the player is one the player could make. */
const strayed = 0.01;
/** Of the moves in a bar, one of the best so many is dealt. */
const dealtFrom = 4;
/** An ornament that the player has in fewer notes than this is not the player's. */
const ownOrnament = 0.01;
/** Not heard as another turn: the same note on another string, less of the tune, the ending. */
const unheard: ReadonlySet<MoveKind> = new Set(['place', 'thin', 'ending']);

/**
 * Plays a passage once more with other turns, as the player would: in a share of its bars something is struck early, late or again, ornamented, doubled or answered by one of the player’s figures. The tune’s notes on the beats, the chords and the last bar stay. Yields the share done, 0 to 1. Undefined where no bar could be varied. Bars count from 0, both included.
 */
export function* varySteps(
  score: Score,
  { first, last }: { readonly first: number; readonly last: number },
  pieces: readonly PieceEvidence[],
  { hand, share, seed, pool, keepsThumb = false }: VarySettings,
): Generator<number, Varied | undefined> {
  const profile = profileOf(pieces);
  const isTheirs = ({ move: { kind, word = '' } }: WeighedMove): boolean =>
    kind !== 'touch' || shareIn(profile, 'ornaments', word) >= ownOrnament;
  const settings = {
    aim: aimAt(pieces, pool, metresOf([evidenceOf(score)])),
    figures: pieces.flatMap(({ figures }) => figures),
    thumbs: keepsThumb ? [] : thumbsOf(profile).others,
    without: unheard,
    kept: new Set([...score.bars.keys()].filter((index) => index < first || index >= last)),
    tuneWeight: 1,
  };
  const random = mulberry32(seed);
  // The last bar is the cadence: it stays.
  const bars = Array.from({ length: last - first }, (_, index) => first + index);
  const wanted = Math.max(1, Math.round((bars.length + 1) * variedShares[share]));
  let draft = draftOf(score, settings.aim);
  const made: Made[] = [];
  for (const [turn, bar] of dealRounds(bars, 1, random).entries()) {
    if (made.length === wanted) break;
    const moves = weighedMoves(draft, [bar], settings)
      .filter((each) => each.worth > -strayed && isTheirs(each))
      .sort((a, b) => b.worth - a.worth)
      .slice(0, dealtFrom);
    const taken = moves[Math.floor(random() * moves.length)];
    if (taken) {
      draft = taken.draft;
      made.push({ kind: taken.move.kind, word: taken.move.word, bars: [bar] });
    }
    yield (0.9 * (turn + 1)) / bars.length;
  }
  const mended = whereHandCan(
    withoutBrokenSlurs(withoutBrokenTies(withoutClashes(draft.score), score)),
    [score],
    fingererFor(hand),
  );
  const varied = withoutBrokenTies(
    {
      ...score,
      bars: score.bars.map((bar, index) =>
        first <= index && index < last ? (mended.bars[index] ?? bar) : bar,
      ),
    },
    score,
  );
  const left = made.filter(({ bars: [bar = 0] }) => varied.bars[bar] !== score.bars[bar]);
  if (left.length === 0) return undefined;
  const from = (each: Score) =>
    distanceOf(traitDistances([evidenceOf(each)], pieces, { pool, withoutSettings: true }));
  return {
    score: varied,
    choices: movesTold(left, varied, profile),
    distance: { before: from(score), after: from(varied) },
  };
}
