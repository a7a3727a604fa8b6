import type { BassRole, GridPattern, ThumbStroke } from '@jocund/core/score';

/** What a cell of the pattern grid can hold, in the order a press goes through. */
const cellStates = ['rest', 'stroke', 'accent', 'muted'] as const;
export type CellState = (typeof cellStates)[number];

/** Rows of the grid, highest tone on top as on the sheet. */
export const gridRows: readonly { readonly role: BassRole; readonly name: string }[] = [
  { role: 'seventh', name: 'seventh' },
  { role: 'sixth', name: 'sixth' },
  { role: 'fifth', name: 'fifth' },
  { role: 'third', name: 'third' },
  { role: 'alternate', name: 'alternate' },
  { role: 'other-low', name: 'other low' },
  { role: 'low', name: 'low' },
];

export const blankPattern = (id: string): GridPattern => ({
  id,
  name: '',
  beats: 4,
  slotsPerBeat: 2,
  strokes: [],
});

const at = (role: BassRole, slot: number) => (stroke: ThumbStroke) =>
  stroke.role === role && stroke.slot === slot;

export function cellOf({ strokes }: GridPattern, role: BassRole, slot: number): CellState {
  const stroke = strokes.find(at(role, slot));
  if (!stroke) return 'rest';
  return stroke.dead ? 'muted' : stroke.accent ? 'accent' : 'stroke';
}

/** The pattern with a cell moved on: rest, stroke, accented, muted, rest again. */
export function pressCell(pattern: GridPattern, role: BassRole, slot: number): GridPattern {
  const state = cellOf(pattern, role, slot);
  const next = cellStates[(cellStates.indexOf(state) + 1) % cellStates.length];
  const others = pattern.strokes.filter((stroke) => !at(role, slot)(stroke));
  if (next === 'rest') return { ...pattern, strokes: others };
  const stroke: ThumbStroke = {
    slot,
    role,
    ...(next === 'accent' ? { accent: true } : {}),
    ...(next === 'muted' ? { dead: true } : {}),
  };
  return { ...pattern, strokes: [...others, stroke].sort((a, b) => a.slot - b.slot) };
}

/** The pattern on another grid: strokes keep their beat and part of it; what no longer fits is left out. */
export function regrid(pattern: GridPattern, beats: number, slotsPerBeat: number): GridPattern {
  const strokes = pattern.strokes.flatMap((stroke): ThumbStroke[] => {
    const beat = Math.floor(stroke.slot / pattern.slotsPerBeat);
    const part = ((stroke.slot % pattern.slotsPerBeat) * slotsPerBeat) / pattern.slotsPerBeat;
    if (beat >= beats || !Number.isInteger(part)) return [];
    return [{ ...stroke, slot: beat * slotsPerBeat + part }];
  });
  return { ...pattern, beats, slotsPerBeat, strokes };
}

/** The pattern with all strokes ending one way; undefined leaves them at their written length. */
export const withEnding = (pattern: GridPattern, ending: ThumbStroke['ending']): GridPattern => ({
  ...pattern,
  strokes: pattern.strokes.map(({ ending: _, ...stroke }) => (ending ? { ...stroke, ending } : stroke)),
});
