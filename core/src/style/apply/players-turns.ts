import type { Hand } from '../../hands/index.ts';
import type { Bar, Score } from '../../score/index.ts';
import type { DistanceSettings } from '../distance.ts';
import { evidenceOf, metresOf, type PieceEvidence } from '../evidence.ts';
import { profileOf, shareIn } from '../profile.ts';
import { aimAt } from './aim.ts';
import { withoutBrokenSlurs } from './broken-slurs.ts';
import { withoutClashes } from './clashes.ts';
import { draftOf } from './draft.ts';
import { fingererFor } from './fingerer.ts';
import { whereHandCan } from './hand-can.ts';
import { barsAlike } from './like-bars.ts';
import type { MoveKind } from './moves/index.ts';
import { thumbsOf } from './players-thumbs.ts';
import { movesTold } from './told-choices.ts';
import { weighedMoves, type WeighedMove } from './weigh-moves.ts';

/** A bar as it would be; `index` from 0. */
export interface TurnedBar {
  readonly index: number;
  readonly bar: Bar;
}

/** Something a player could do in a bar and in all that are like it, before a hand was asked. */
export interface PlayersTurn {
  /** "A held note struck again: bars 2 and 6." */
  readonly words: string;
  readonly bars: readonly TurnedBar[];
  /** How much nearer one of the bars comes, less what it takes from the tune, as a distance; below 0 it comes no nearer. */
  readonly worth: number;
}

export interface TurnSettings extends Pick<DistanceSettings, 'pool'> {
  /** A turn that is worth no more is none of the player's: 0 or a little below. */
  readonly overWorth: number;
  /** Kinds that are not asked for. */
  readonly without?: ReadonlySet<MoveKind>;
}

/** An ornament that the player has in fewer notes than this is not the player's. */
const ownOrnament = 0.01;

/** All turns a player could take, for each group of bars that are alike, most worth for all of its bars first. Yields the share done, 0 to 1. */
export function* playersTurns(
  score: Score,
  pieces: readonly PieceEvidence[],
  { pool, overWorth, without = new Set() }: TurnSettings,
): Generator<number, PlayersTurn[]> {
  const profile = profileOf(pieces, { pool });
  const isTheirs = ({ move: { kind, word = '' } }: WeighedMove): boolean =>
    kind !== 'touch' || shareIn(profile, 'ornaments', word) >= ownOrnament;
  const settings = {
    aim: aimAt(pieces, pool, metresOf([evidenceOf(score)])),
    figures: pieces.flatMap(({ figures }) => figures),
    thumbs: thumbsOf(profile).others,
    without,
    kept: new Set<number>(),
    tuneWeight: 1,
  };
  const draft = draftOf(score, settings.aim);
  const groups = barsAlike(score);
  const turns: { readonly turn: PlayersTurn; readonly gain: number }[] = [];
  for (const [place, bars] of groups.entries()) {
    for (const weighed of weighedMoves(draft, bars, settings)) {
      if (weighed.worth <= overWorth || !isTheirs(weighed)) continue;
      const { kind, word } = weighed.move;
      turns.push({
        turn: {
          words: movesTold([{ kind, word, bars }], score, profile).join(' '),
          bars: turnedBars(weighed.draft.score, weighed.bars),
          worth: weighed.worth,
        },
        gain: weighed.worth * bars.length,
      });
    }
    yield (place + 1) / groups.length;
  }
  return turns.sort((a, b) => b.gain - a.gain).map(({ turn }) => turn);
}

/** The bars of a turn as a hand plays them; undefined where none can, or where it would clash with what sounds. */
export function turnInHand(score: Score, { bars }: PlayersTurn, hand: Hand): TurnedBar[] | undefined {
  const turned = withoutBrokenSlurs(withoutClashes(withTurn(score, bars)));
  const made = whereHandCan(turned, [score], fingererFor(hand));
  const indexes = bars.map(({ index }) => index);
  return indexes.some((index) => made.bars[index] === score.bars[index])
    ? undefined
    : turnedBars(made, indexes);
}

export const withTurn = (score: Score, turned: readonly TurnedBar[]): Score => {
  const at = new Map(turned.map(({ index, bar }) => [index, bar]));
  return { ...score, bars: score.bars.map((bar, index) => at.get(index) ?? bar) };
};

const turnedBars = (score: Score, indexes: readonly number[]): TurnedBar[] =>
  indexes.flatMap((index) => {
    const bar = score.bars[index];
    return bar ? [{ index, bar }] : [];
  });
