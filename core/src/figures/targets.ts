import { barChords } from '../form/index.ts';
import { fail, ok, type Result } from '../fault/index.ts';
import { modulo, pitchClassOf, tonicOf, type Key } from '../pitch/index.ts';
import type { Score } from '../score/index.ts';
import { chordOfNumeral } from '../shapes/index.ts';
import type { Tuning } from '../instrument/index.ts';
import { figureFacts } from './facts.ts';
import type { Figure } from './figure.ts';
import type { FigureRole } from './roles.ts';
import type { FigureTarget } from './figure-target.ts';

/** The figure on another degree of its key: from its first chord’s root to that of the numeral, its third by the numeral’s kind. */
export function toDegree(figure: Figure, numeral: string): Result<FigureTarget> {
  const wanted = chordOfNumeral(numeral, figure.score.key);
  if (!wanted.ok) return wanted;
  const from = figureFacts(figure).from;
  const has = from === undefined ? undefined : chordOfNumeral(from, figure.score.key);
  if (from === undefined || !has?.ok)
    return fail(
      'The figure’s chord is not known',
      'Lay a grip with a plain name at its beginning, or move it by frets',
    );
  const semitones = modulo(pitchClassOf(wanted.value.root) - pitchClassOf(has.value.root), 12);
  const third = thirdOf(from, numeral);
  return ok({ semitones, ...(third === undefined ? {} : { third }) });
}

/** The figure in another key, its numerals kept. */
export const toKey = (figure: Figure, key: Key): FigureTarget => ({
  semitones: modulo(pitchClassOf(tonicOf(key)) - pitchClassOf(tonicOf(figure.score.key)), 12),
  isNewKey: true,
});

export const toTuning = (tuning: Tuning): FigureTarget => ({ semitones: 0, tuning });

/**
 * How a figure goes onto a bar of a piece: one chord’s figure to the chord that is held there; a figure of several chords, and every intro,
 * turnaround and ending, by the key; always in the piece’s tuning.
 */
export function toPlace(figure: Figure, score: Score, bar: number): FigureTarget {
  const { chords } = figureFacts(figure);
  const byKey = { ...toKey(figure, score.key), tuning: score.tuning };
  const [own] = chords;
  if (belongsToKey.includes(figure.role)) return byKey;
  const there = barChords(score, bar).findLast(({ tick }) => tick <= figure.fromTick);
  if (chords.length !== 1 || own === undefined || there?.numeral === undefined || !there.root) return byKey;
  const has = chordOfNumeral(own, figure.score.key);
  if (!has.ok) return byKey;
  const third = thirdOf(own, there.numeral);
  return {
    semitones: modulo(pitchClassOf(there.root) - pitchClassOf(has.value.root), 12),
    tuning: score.tuning,
    ...(third === undefined ? {} : { third }),
  };
}

const belongsToKey: readonly FigureRole[] = ['intro', 'turnaround', 'ending'];

const isSmall = (numeral: string): boolean => /^[b#]?[iv]/.test(numeral);

const thirdOf = (from: string, to: string): FigureTarget['third'] =>
  isSmall(from) === isSmall(to) ? undefined : isSmall(to) ? 'lowered' : 'raised';
