import { barTicks, beatStarts, beatTicks, type Score, type Ticks } from '../score/index.ts';
import { bestPath } from './best-path.ts';
import { rhythmCosts } from './cost-table.ts';
import type { Texture } from './voicings.ts';
import { rhythmTable, type Rhythm, type Stroke } from './rhythm-table.ts';

/** Rhythms Jocund chooses among by itself. The broken one is a texture of its own, never mixed with others; a line moves in long notes. */
const choices = (texture: Texture) =>
  rhythmTable.filter(({ id }) => (texture === 'line' ? ['held', 'halves'].includes(id) : id !== 'broken'));
const [held] = rhythmTable;

/** The moments of a bar at which a note of the tune begins. */
const tuneOf = (score: Score, bar: number): Ticks[] => [
  ...new Set(
    (score.bars[bar]?.notes ?? [])
      .filter(({ voice, tied }) => voice === 'melody' && !tied)
      .map(({ tick }) => tick),
  ),
];

/**
 * How every bar is struck: as asked for, or so that both parts together are neither crowded nor empty, and the strokes fall where the tune
 * rests; one rhythm goes on until another is better. Exact over the bars. The last bar is held. A pickup has no strokes.
 */
export function chooseRhythms(first: Score, texture: Texture, asked: string | undefined): Stroke[][] {
  const fixed = rhythmTable.find(({ id }) => id === asked);
  const last = first.bars.length - 1;
  const columns = first.bars.map((_, bar): readonly Rhythm[] =>
    bar === last && held ? [held] : fixed ? [fixed] : choices(texture),
  );
  const found = bestPath(
    columns,
    (rhythm, bar) => costOf(first, bar, rhythm),
    (from, to, bar) =>
      from === to || bar === last
        ? 0
        : first.bars[bar]?.section
          ? rhythmCosts.changeAtSection.value
          : rhythmCosts.change.value,
  );
  return first.bars.map(({ metre, pickup }, bar) =>
    pickup ? [] : (found?.path[bar]?.strokes(metre, tuneOf(first, bar)) ?? []),
  );
}

function costOf(first: Score, bar: number, rhythm: Rhythm): number {
  const metre = first.bars[bar]?.metre ?? { beats: 4, unit: 4 };
  const tune = tuneOf(first, bar);
  const strokes = rhythm.strokes(metre, tune);
  const beat = beatTicks(metre);
  const struck = new Set(tune);
  const together = strokes.filter(({ tick }) => struck.has(tick)).length;
  const inGaps = strokes.filter(({ tick }) => tune.every((each) => Math.abs(each - tick) >= beat / 2)).length;
  const notes = tune.length + strokes.length - together;
  const empty = beatStarts(metre).filter(
    (start) =>
      ![...tune, ...strokes.map(({ tick }) => tick)].some((tick) => tick >= start && tick < start + beat),
  ).length;
  return (
    together * rhythmCosts.together.value +
    inGaps * rhythmCosts.gap.value +
    Math.max(0, notes - (2 * barTicks(metre)) / beat) * rhythmCosts.crowded.value +
    empty * rhythmCosts.empty.value
  );
}
