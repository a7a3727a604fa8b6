import { mediumHand, type Hand } from '../hands/index.ts';
import {
  barTicks,
  beatTicks,
  gripAt,
  inPlayingOrder,
  type Bar,
  type Note,
  type Score,
} from '../score/index.ts';
import { barChords } from '../form/index.ts';
import { walkTo, type WalkStep } from '../thumb/index.ts';
import { bareScore } from './bare-score.ts';
import { judged } from './judge.ts';
import type { MadeFigure } from './make-turnarounds.ts';

const ways = [
  { by: 'scale', name: 'by the scale' },
  { by: 'half-steps', name: 'by half steps' },
  { by: 'tenths', name: 'in tenths' },
] as const;

/**
 * Walks of the thumb from the chord held at the end of a bar to the one at the beginning of the next, by the scale, by half steps and in tenths, of
 * one step up to three, so that the bar’s first beat stays. They fill its last beats. Empty where either bar has no grip, or nothing lies between them.
 */
export function makeWalks(piece: Score, bar: number, hand: Hand = mediumHand): MadeFigure[] {
  const source = piece.bars[bar];
  const from = gripAt(piece, bar, Infinity);
  const to = piece.bars[bar + 1] && gripAt(piece, bar + 1, 0);
  if (!source || !from || !to) return [];
  const beat = beatTicks(source.metre);
  const beats = Math.floor(barTicks(source.metre) / beat);
  const seen = new Set<string>();
  return ways.flatMap(({ by, name }) =>
    [2, 3, 1].flatMap((count): MadeFigure[] => {
      if (count >= beats) return [];
      const steps = walkTo({ by, beats: count }, count, from, to, piece.tuning, piece.key);
      const key = JSON.stringify(steps);
      if (steps.length === 0 || seen.has(key)) return [];
      seen.add(key);
      return [
        walk(
          piece,
          bar,
          {
            steps,
            start: (beats - count) * beat,
            name: `${count} ${count === 1 ? 'step' : 'steps'} ${name}`,
            id: `${by}-${count}`,
          },
          hand,
        ),
      ];
    }),
  );
}

interface WalkPlan {
  readonly steps: readonly WalkStep[];
  readonly start: number;
  readonly name: string;
  readonly id: string;
}

function walk(piece: Score, index: number, { steps, start, name, id }: WalkPlan, hand: Hand): MadeFigure {
  const metre = piece.bars[index]?.metre ?? { beats: 4, unit: 4 };
  const beat = beatTicks(metre);
  const notes = steps.flatMap(({ bass, above }, step): Note[] => {
    const tick = start + step * beat;
    const stroke: Note = { tick, durationTicks: beat, ...bass, voice: 'thumb' };
    return above ? [stroke, { tick, durationTicks: beat, ...above, voice: 'melody' }] : [stroke];
  });
  const bar: Bar = { metre, grips: [], notes: notes.sort(inPlayingOrder) };
  const target = barChords(piece, index + 1)[0];
  const score: Score = {
    ...bareScore(piece, index),
    title: `Walk to ${target?.name ?? 'the next chord'}, ${name}`,
    bars: [bar],
  };
  const { mm, spanMm } = judged(score, hand);
  return {
    figure: {
      id: `walk-${index}-${id}`,
      role: 'walk',
      ...(target?.numeral ? { leadsTo: target.numeral } : {}),
      fromTick: start,
      toTick: barTicks(metre),
      score,
    },
    how: steps
      .map(({ bass }) => `string ${bass.string}, ${bass.fret === 0 ? 'open' : `fret ${bass.fret}`}`)
      .join('; '),
    mm,
    spanMm,
  };
}
