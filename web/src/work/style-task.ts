import { addNextSteps, arrangeToGradeSteps, type Fuller } from '@jocund/core/grading';
import {
  arrangementPlans,
  checkStyle,
  compareManners,
  evidenceOf,
  nearerMoves,
  ownDistances,
  plainTune,
  profileOf,
  restyleSteps,
  styleCard,
  typicalBar,
  varySteps,
  type NearerMove,
  type PieceEvidence,
  type Restyled,
  type StyleCheck,
  type Varied,
} from '@jocund/core/style';
import { openedPieces, poolOf } from './opened-pieces.ts';
import type { ArrangedAfter, MeasuredManner, Tasks } from './messages.ts';

/** A player's pieces but for the one at hand, and all that were measured. */
function heldAgainst({
  playerId,
  arrangementId,
  pieces,
}: Pick<Tasks['checkStyle']['input'], 'playerId' | 'pieces'> & {
  readonly arrangementId: string | undefined;
}): {
  readonly theirs: readonly PieceEvidence[];
  readonly pool: readonly PieceEvidence[];
} {
  const opened = openedPieces(pieces);
  return {
    theirs: opened
      .filter((piece) => piece.playerId === playerId && piece.arrangementId !== arrangementId)
      .map(({ evidence }) => evidence),
    pool: poolOf(opened),
  };
}

export function checkStyleTask({ score, ...against }: Tasks['checkStyle']['input']): StyleCheck {
  const { theirs, pool } = heldAgainst(against);
  return checkStyle(score, theirs, { pool });
}

export function* nearerMovesTask({
  score,
  hand,
  ...against
}: Tasks['nearerMoves']['input']): Generator<number, readonly NearerMove[]> {
  const { theirs, pool } = heldAgainst(against);
  return yield* nearerMoves(score, theirs, { hand, pool, limit: mostNearer });
}

const mostNearer = 3;

export function* addNextTask({
  score,
  arrangementId,
  playerId,
  pieces,
  ...settings
}: Tasks['addNext']['input']): Generator<number, Fuller> {
  const { theirs, pool } = heldAgainst({ arrangementId, playerId, pieces });
  return yield* addNextSteps(score, theirs, { ...settings, pool });
}

export function* varyPassageTask({
  score,
  first,
  last,
  arrangementId,
  playerId,
  pieces,
  ...settings
}: Tasks['varyPassage']['input']): Generator<number, Varied | undefined> {
  const { theirs, pool } = heldAgainst({ arrangementId, playerId, pieces });
  return yield* varySteps(score, { first, last }, theirs, { ...settings, pool });
}

export function* restyleTask({
  score,
  arrangementId,
  player,
  pieces,
  hand,
  seed,
}: Tasks['restyle']['input']): Generator<number, readonly Restyled[]> {
  const { theirs, pool } = heldAgainst({ arrangementId, playerId: player.id, pieces });
  return yield* restyleSteps(plainTune(score), theirs, { hand, player: player.name, pool, seed });
}

type Manner = Pick<ArrangedAfter, 'own' | 'profile'>;

let last: { readonly of: readonly PieceEvidence[]; readonly manner: Manner } | undefined;

/** A player as arrangements are held against: the same for all arrangements of a tune, so it is measured once. */
function mannerOf(theirs: readonly PieceEvidence[], pool: readonly PieceEvidence[]): Manner {
  const of = [...theirs, ...pool];
  const isLast = last?.of.length === of.length && last.of.every((each, index) => each === of[index]);
  if (!last || !isLast)
    last = {
      of,
      manner: {
        own: ownDistances(theirs, { pool, withoutSettings: true }),
        profile: profileOf(theirs, { pool }),
      },
    };
  return last.manner;
}

/** Reads the pieces and measures a player, so that both are there when an arrangement is asked for. */
export function openPiecesTask({ pieces, player, except }: Tasks['openPieces']['input']): number {
  const { theirs, pool } = heldAgainst({ arrangementId: except, playerId: player.id, pieces });
  mannerOf(theirs, pool);
  return theirs.length;
}

/** One of the arrangements of a tune, with what is to be read of it. */
export function* arrangeAfterTask({
  tune,
  plan: place,
  player,
  except,
  pieces,
  hand,
  grade,
  weights,
  ...settings
}: Tasks['arrangeAfter']['input']): Generator<number, Tasks['arrangeAfter']['output']> {
  const { theirs, pool } = heldAgainst({ arrangementId: except, playerId: player.id, pieces });
  const plans = arrangementPlans(tune, theirs);
  const plan = settings.kept?.of.plan ?? plans[place];
  if (!plan) return { plans: plans.length, arranged: undefined };
  const made = yield* arrangeToGradeSteps(
    tune,
    plan,
    theirs,
    { ...settings, player: player.name, hand, pool },
    { points: grade, weights },
  );
  if (!made) return { plans: plans.length, arranged: undefined };
  const arranged: ArrangedAfter = {
    ...made,
    check: checkStyle(made.score, theirs, { pool }),
    ...mannerOf(theirs, pool),
    here: profileOf([evidenceOf(made.score)]),
  };
  return { plans: plans.length, arranged };
}

/** One manner or two beside each other, drawn toward all pieces of the studio where there is little to go by. */
export function* readManners({
  pieces,
  one,
  other,
}: Tasks['readManners']['input']): Generator<number, Tasks['readManners']['output']> {
  const opened = openedPieces(pieces);
  const pool = poolOf(opened);
  const among = (ids: readonly string[]) => opened.filter(({ arrangementId }) => ids.includes(arrangementId));
  const evidenceAmong = (ids: readonly string[]): PieceEvidence[] =>
    among(ids).map(({ evidence }) => evidence);
  const measure = (ids: readonly string[]): MeasuredManner => {
    const measured = evidenceAmong(ids);
    const profile = profileOf(measured, { pool });
    return {
      profile,
      card: styleCard(profile),
      arrangementIds: among(ids).map(({ arrangementId }) => arrangementId),
      typical: typicalBar(measured, { pool }),
    };
  };
  yield 0;
  const first = measure(one);
  yield 0.4;
  const second = other && measure(other);
  yield 0.7;
  const compared = other
    ? compareManners({ one: evidenceAmong(one), other: evidenceAmong(other) }, { pool })
    : [];
  return { one: first, other: second, compared };
}
