import {
  dealFigures,
  makeTurnarounds,
  makeWalks,
  moveByFrets,
  moveByStrings,
  waysToMove,
} from '@jocund/core/figures';
import type { Tasks } from './messages.ts';
import { newId } from './new-id.ts';

/** The ways to play a figure where it is wanted. */
export function figureWaysTask({
  figure,
  move,
  piece,
  hand,
}: Tasks['figureWays']['input']): Tasks['figureWays']['output'] {
  if (move.kind === 'frets') return [moveByFrets(figure, move.by, { hand })];
  if (move.kind === 'strings') return [moveByStrings(figure, move.by, { hand })];
  return waysToMove(figure, move.target, { hand, piece });
}

/** Figures made for a place of a piece. */
export const makeFiguresTask = ({
  score,
  bar,
  kind,
  hand,
}: Tasks['makeFigures']['input']): Tasks['makeFigures']['output'] =>
  kind === 'walks' ? makeWalks(score, bar, hand) : makeTurnarounds(score, bar, hand);

/** A pool of figures dealt into a bar of the piece. */
export const dealFiguresTask = ({
  score,
  ...deal
}: Tasks['dealFigures']['input']): Tasks['dealFigures']['output'] => dealFigures(score, { ...deal, newId });
