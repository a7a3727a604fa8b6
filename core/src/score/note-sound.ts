import { techniquesOf } from './note-techniques.ts';
import type { Note } from './schema.ts';
import type { PitchWay, TechniqueSound, Tone } from './technique.ts';

/** How a note sounds by all its techniques together, as their records say. */
export interface NoteSound extends Omit<TechniqueSound, 'tone' | 'way'> {
  readonly attack: 'picked' | 'fretting-hand' | 'slid';
  readonly tones: readonly Tone[];
  readonly ways: readonly PitchWay[];
}

/** Notes are immutable and asked several times for a rendering. */
const remembered = new WeakMap<Note, NoteSound>();

/** Of two techniques that say the same thing differently, the later in the table wins. */
export function soundOf(note: Note): NoteSound {
  const known = remembered.get(note);
  if (known) return known;
  const sounds = techniquesOf(note).flatMap(({ sound }): TechniqueSound[] => (sound ? [sound] : []));
  const merged = sounds.reduce<TechniqueSound>((all, each) => ({ ...all, ...each }), {});
  const found: NoteSound = {
    ...merged,
    attack: merged.attack ?? 'picked',
    tones: sounds.flatMap(({ tone }) => (tone ? [tone] : [])),
    ways: sounds.flatMap(({ way }) => (way ? [way] : [])),
  };
  remembered.set(note, found);
  return found;
}
