import type { Element } from '../xml/index.ts';
import type { NoteValue } from '../../engraving/index.ts';

/** Adds the written value of a note or rest: its type and its dot. */
export function addValue(note: Element, value: NoteValue): void {
  note.ele('type').txt(value.name);
  if (value.dots === 1) note.ele('dot');
}
