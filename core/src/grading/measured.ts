import type { PlacedNote } from '../score/index.ts';
import type { FactPlace, VoiceEvent } from './facts.ts';

/** One thing that makes a score harder: a measured value, its share of the grade and why. */
export interface Measured {
  readonly value: number;
  readonly unit: string;
  /** Grade points, 0 upward. */
  readonly level: number;
  readonly where: readonly FactPlace[];
  readonly why: string;
}

export const places = (notes: readonly PlacedNote[]): FactPlace[] =>
  notes.map(({ bar, note }) => ({ bar, tick: note.tick }));
export const momentsOf = (events: readonly VoiceEvent[]): FactPlace[] =>
  events.map(({ bar, tick }) => ({ bar, tick }));
export const share = (part: number, whole: number): number => (whole === 0 ? 0 : part / whole);
export const clamp = (value: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, value));
export const plural = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;
