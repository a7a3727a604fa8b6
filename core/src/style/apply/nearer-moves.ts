import type { Hand } from '../../hands/index.ts';
import type { Bar, Score } from '../../score/index.ts';
import type { DistanceSettings } from '../distance.ts';
import { evidenceOf, metresOf, type PieceEvidence } from '../evidence.ts';
import { profileOf } from '../profile.ts';
import { aimAt } from './aim.ts';
import { withoutBrokenSlurs } from './broken-slurs.ts';
import { withoutClashes } from './clashes.ts';
import { draftOf } from './draft.ts';
import { whereHandCan } from './hand-can.ts';
import { barsAlike } from './like-bars.ts';
import { thumbsOf } from './players-thumbs.ts';
import { movesTold } from './told-choices.ts';
import { bestMove } from './weigh-moves.ts';

/** A change to some bars that brings a piece nearer to a player, as data: it can be handed from a worker to the page. */
export interface NearerMove {
  /** "A held note struck again: bars 2 and 6." */
  readonly words: string;
  /** The bars as they would be; `index` from 0. */
  readonly bars: readonly { readonly index: number; readonly bar: Bar }[];
}

export interface NearerSettings extends Pick<DistanceSettings, 'pool'> {
  readonly hand: Hand;
  /** At most so many. */
  readonly limit: number;
}

/**
 * The changes to single bars, and to all that are like them, that bring a piece nearest to a player for what they take from the tune, the most telling first. What no hand could play, or would clash, is not among them. Yields the share done, 0 to 1.
 */
export function* nearerMoves(
  score: Score,
  pieces: readonly PieceEvidence[],
  { hand, limit, pool }: NearerSettings,
): Generator<number, NearerMove[]> {
  const profile = profileOf(pieces, { pool });
  const settings = {
    aim: aimAt(pieces, pool, metresOf([evidenceOf(score)])),
    figures: pieces.flatMap(({ figures }) => figures),
    thumbs: thumbsOf(profile).others,
    without: new Set<never>(),
    tuneWeight: 1,
  };
  const draft = draftOf(score, settings.aim);
  const groups = barsAlike(score);
  const found: {
    readonly bars: readonly number[];
    readonly best: NonNullable<ReturnType<typeof bestMove>>;
  }[] = [];
  for (const [turn, bars] of groups.entries()) {
    const best = bestMove(draft, bars, settings);
    if (best) found.push({ bars, best });
    yield (0.9 * (turn + 1)) / groups.length;
  }
  const gain = ({ bars, best }: (typeof found)[number]): number => best.worth * bars.length;
  const nearer: NearerMove[] = [];
  for (const { bars, best } of found.sort((a, b) => gain(b) - gain(a))) {
    if (nearer.length === limit) break;
    const made = whereHandCan(withoutBrokenSlurs(withoutClashes(best.draft.score)), [score], hand);
    if (bars.some((index) => made.bars[index] === score.bars[index])) continue;
    const { kind, word } = best.move;
    nearer.push({
      words: movesTold([{ kind, word, bars }], score, profile).join(' '),
      bars: bars.flatMap((index) => {
        const bar = made.bars[index];
        return bar ? [{ index, bar }] : [];
      }),
    });
  }
  return nearer;
}
