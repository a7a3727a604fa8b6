import type { FrettingFinger } from '../hands/index.ts';
import type { Note, NotePlace, PickingDigit } from '../score/index.ts';

/** The fingers of a note as they are shown. */
export interface ShownFingers {
  readonly finger: FrettingFinger | null;
  readonly picking: PickingDigit | undefined;
}

/** The fingers of one bar's notes. `key` changes when any of them does, so that unchanged systems are not drawn anew. */
export interface BarFingers {
  readonly key: string;
  readonly of: ReadonlyMap<string, ShownFingers>;
}

const noteKey = ({ tick, string, voice }: Pick<Note, 'tick' | 'string' | 'voice'>): string =>
  `${tick} ${string} ${voice}`;

export const fingersOf = (bar: BarFingers | undefined, note: Note): ShownFingers | undefined =>
  bar?.of.get(noteKey(note));

/** Gathers fingers by bar, from 0. */
export function fingersByBar(
  fingers: readonly (ShownFingers & { readonly place: NotePlace })[],
): readonly BarFingers[] {
  const bars: { key: string; of: Map<string, ShownFingers> }[] = [];
  for (const { place, finger, picking } of fingers) {
    const bar = (bars[place.bar] ??= { key: '', of: new Map() });
    bar.of.set(noteKey(place), { finger, picking });
    bar.key += `${noteKey(place)}${finger ?? ''}${picking ?? ''} `;
  }
  return bars;
}
