import type { Reduction, ReductionKind } from './reduction.ts';

/** One and many, as they are told: "7 notes between the beats". */
const words: Readonly<Record<ReductionKind, readonly [string, string]>> = {
  optional: ['optional note left out', 'optional notes left out'],
  ornament: ['bend or turn left out', 'bends and turns left out'],
  muted: ['muted stroke left out', 'muted strokes left out'],
  slur: ['slur left out or picked', 'slurs left out or picked'],
  inner: ['inner note left out', 'inner notes left out'],
  'off-beat': ['note between the beats moved or left out', 'notes between the beats moved or left out'],
  place: ['note played nearer the nut', 'notes played nearer the nut'],
  stop: ['bass note left to ring', 'bass notes left to ring'],
  walk: ['walking note taken from the grip', 'walking notes taken from the grip'],
  between: ['thumb stroke between the beats left out', 'thumb strokes between the beats left out'],
  'bass-strings': ['bass note on a string nearby', 'bass notes on fewer strings'],
  'bass-beats': ['bass note left out', 'bass notes left out'],
  grip: ['grip held only in part', 'grips held only in part'],
  tempo: ['slower', 'slower'],
};

const kindNames: Readonly<Record<ReductionKind, string>> = {
  optional: 'Optional notes',
  ornament: 'Bends and turns',
  muted: 'Muted strokes',
  slur: 'Slurs',
  inner: 'Inner notes',
  'off-beat': 'Notes between the beats',
  place: 'Places up the neck',
  stop: 'Stopped bass',
  walk: 'Walks',
  between: 'Thumb between the beats',
  'bass-strings': 'Bass on many strings',
  'bass-beats': 'Bass on every beat',
  grip: 'Full grips',
  tempo: 'Tempo',
};

/** What of the music a kind takes away: "Notes between the beats". */
export const kindInWords = (kind: ReductionKind): string => kindNames[kind];

/** What was made easier, counted by kind, most first; like bars count once: "7 notes between the beats moved or left out". */
export function reductionsInWords(reductions: readonly Reduction[]): string[] {
  const counts = new Map<ReductionKind, number>();
  for (const { kind } of reductions) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  const tempo = reductions.find(({ kind }) => kind === 'tempo');
  return [...counts]
    .sort(([, a], [, b]) => b - a)
    .map(([kind, count]) =>
      kind === 'tempo' ? (tempo?.what ?? '') : `${count} ${words[kind][count === 1 ? 0 : 1]}`,
    );
}
