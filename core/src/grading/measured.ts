import type { PlacedNote } from '../score/index.ts';
import type { FactPlace, VoiceEvent } from './facts.ts';
import type { Features } from './features.ts';

/** One thing that makes a score harder: a measured value, what of it weighs in the grade, and why. */
export interface Measured {
  readonly value: number;
  readonly unit: string;
  readonly features: Features;
  readonly where: readonly FactPlace[];
  readonly why: string;
}

export const places = (notes: readonly PlacedNote[]): FactPlace[] =>
  notes.map(({ bar, note }) => ({ bar, tick: note.tick }));
export const momentsOf = (events: readonly VoiceEvent[]): FactPlace[] =>
  events.map(({ bar, tick }) => ({ bar, tick }));
export const share = (part: number, whole: number): number => (whole === 0 ? 0 : part / whole);
/** How full of something a score is: `value` beside what counts as full, 0 to 1. */
export const fullness = (value: number, full: number): number => Math.min(1, Math.max(0, value / full));
/** What is practised at once: music is as hard as its two fullest bars, and easier ones beside them make it no easier (from memory). */
export const cellBars = 2;

/** How often a bar something happens in the bars where it happens most, beside what counts as full, 0 to 1. */
export function rate(found: readonly FactPlace[], bars: readonly number[], full: number): number {
  const counts = new Map<number, number>();
  for (const { bar } of found) counts.set(bar, (counts.get(bar) ?? 0) + 1);
  const most = [...counts.values()].sort((a, b) => b - a).slice(0, cellBars);
  const sum = most.reduce((all, each) => all + each, 0);
  return fullness(share(sum, Math.min(cellBars, bars.length)), full);
}

export const plural = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;
