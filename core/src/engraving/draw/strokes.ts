import type { Note, NoteStroke } from '../../score/index.ts';
import { plateHalf, slapSize } from '../bar-moments.ts';
import { data, path, text, type Ink, type Shape } from '../shape.ts';
import { yOfString } from '../sheet-rows.ts';
import type { BarFrame } from './frame.ts';

/** Signs of movements over several strings at once: arrows for brushes and rolls, a bow for a drag, a word for a slap. */
export const drawStrokes = (frame: BarFrame): Shape[] =>
  strokesOf(frame.bar.notes).flatMap(({ stroke, notes }) => {
    const [first] = notes;
    return first ? signOf(frame, stroke, notes, frame.x(first.tick)) : [];
  });

interface Stroke {
  readonly stroke: NoteStroke;
  readonly notes: readonly Note[];
}

function strokesOf(notes: readonly Note[]): Stroke[] {
  const found = new Map<string, { stroke: NoteStroke; notes: Note[] }>();
  for (const note of notes) {
    if (!note.stroke) continue;
    // Both hands slap as one.
    const key = `${note.tick} ${note.stroke === 'slap' ? '' : note.voice} ${note.stroke}`;
    const known = found.get(key);
    if (known) known.notes.push(note);
    else found.set(key, { stroke: note.stroke, notes: [note] });
  }
  return [...found.values()];
}

function signOf({ rows }: BarFrame, stroke: NoteStroke, notes: readonly Note[], x: number): Shape[] {
  const ys = notes.map(({ string }) => yOfString(rows, string));
  const [top, bottom] = [Math.min(...ys) - 7, Math.max(...ys) + 7];
  const ink: Ink = notes[0]?.voice === 'melody' ? 'ink2' : 'ink1';
  const look = { stroke: ink, strokeWidth: 1.3 };
  const left = x - Math.max(...notes.map(plateHalf)) - 4.5;
  if (stroke === 'slap')
    return [text(x, rows.underBase, 'slap', { size: slapSize, italic: true, ink, edged: true })];
  if (stroke === 'drag')
    return notes.length < 2
      ? []
      : [path(data`M${left + 2} ${bottom - 4} q-6 ${(top - bottom) / 2 + 4} 0 ${top - bottom + 8}`, look)];
  if (stroke === 'snap' || notes.length < 2) return [];
  const isBack = stroke === 'brush-back' || stroke === 'roll-back';
  const [tip, way] = isBack ? [bottom, -5] : [top, 5];
  const shaft = stroke.startsWith('roll') ? wave(left, top, bottom) : data`M${left} ${top} V${bottom}`;
  return [
    path(shaft, look),
    path(data`M${left - 3.5} ${tip + way} L${left} ${tip} L${left + 3.5} ${tip + way}`, look),
  ];
}

/** A line that waves from top to bottom, as a roll is written. */
function wave(x: number, top: number, bottom: number): string {
  const waves = Math.max(2, Math.round((bottom - top) / 7));
  const step = (bottom - top) / waves;
  const bows = Array.from(
    { length: waves },
    (_, index) => data`q${index % 2 === 0 ? 4 : -4} ${step / 2} 0 ${step}`,
  );
  return [data`M${x} ${top}`, ...bows].join(' ');
}
