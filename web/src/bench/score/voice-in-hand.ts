import { noteAt, type Score, type Voice } from '@jocund/core/score';
import type { SheetPlace } from '../../score-view/place.ts';

/** Whose note is taken in hand at a place: the stage's own if it has one there, else the one that stands there, else the stage's. */
export const voiceInHand = (score: Score, { bar, tick, string }: SheetPlace, stage: Voice): Voice =>
  (noteAt(score.bars[bar], tick, string, stage) ?? noteAt(score.bars[bar], tick, string))?.voice ?? stage;
