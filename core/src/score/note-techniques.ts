import type { NoteChange } from './note-change.ts';
import type { Note } from './schema.ts';
import type { HandAsk, Technique } from './technique.ts';
import { techniques, type KnownTechnique } from './technique-table.ts';

const byWord: ReadonlyMap<string, Technique> = new Map(techniques.map((each) => [each.word, each]));

export const techniqueNamed = (word: string): Technique | undefined => byWord.get(word);

/** Whether a note carries all that a technique sets; a bend of any amount is a bend. */
const carries = (note: Note, { sets }: Technique): boolean =>
  Object.entries(sets).every(([field, value]) =>
    field === 'bendCents' ? note.bendCents !== undefined : holds(note[field as keyof Note], value),
  );

function holds(held: unknown, value: unknown): boolean {
  if (typeof value !== 'object' || value === null) return held === value;
  if (typeof held !== 'object' || held === null) return false;
  return Object.entries(value).every(([field, part]) =>
    holds((held as Record<string, unknown>)[field], part),
  );
}

/** Every field that some technique sets: a note without any of them is a plain one, as most are. */
const markFields = new Set(techniques.flatMap(({ sets }) => Object.keys(sets)));
const none: readonly KnownTechnique[] = [];

/** Notes are immutable and asked on every redraw, so the answer is worked out once. */
const remembered = new WeakMap<Note, readonly KnownTechnique[]>();

/** The techniques of a note, in the table's order; the fuller of two that say the same stands alone. */
export function techniquesOf(note: Note): readonly KnownTechnique[] {
  const known = remembered.get(note);
  if (known) return known;
  if (!Object.keys(note).some((field) => markFields.has(field))) return none;
  const carried: KnownTechnique[] = techniques.filter((each) => carries(note, each));
  const found = carried.filter(
    (each) => !carried.some((other) => other !== each && sizeOf(other) > sizeOf(each) && covers(other, each)),
  );
  remembered.set(note, found);
  return found;
}

const sizeOf = ({ sets }: Technique): number =>
  Object.values(sets).reduce<number>(
    (sum, value) => sum + 1 + (typeof value === 'object' ? Object.keys(value).length : 0),
    0,
  );

const covers = (one: Technique, other: Technique): boolean =>
  Object.entries(other.sets).every(([field, value]) =>
    holds((one.sets as Record<string, unknown>)[field], value),
  );

/** What changes when a technique is added to a note; marks that cannot stand beside it go. */
export function withTechnique(note: Note, { sets, clears = [] }: Technique): NoteChange {
  const merged = Object.entries(sets).map(([field, value]) => [
    field,
    field === 'bendCents'
      ? (note.bendCents ?? value)
      : typeof value === 'object'
        ? { ...(note[field as keyof Note] as object | undefined), ...value }
        : value,
  ]);
  return Object.fromEntries([...clears.map((field) => [field, undefined]), ...merged]) as NoteChange;
}

/** Said of a slide from nowhere only. */
const ofComing: readonly string[] = ['approachFret', 'overTicks'];

/** What changes when a technique is taken off a note; what was said of it alone goes with it. */
function withoutTechnique(note: Note, { sets }: Technique): NoteChange {
  const without = Object.entries(sets).map(([field, value]) => {
    if (typeof value !== 'object' || Object.keys(value).length === 0) return [field, undefined];
    const left = Object.entries((note[field as keyof Note] as object | undefined) ?? {}).filter(
      ([part]) => !(part in value) && !('from' in value && ofComing.includes(part)),
    );
    return [field, left.length === 0 ? undefined : Object.fromEntries(left)];
  });
  return Object.fromEntries(without) as NoteChange;
}

/** Adds a technique to a note, or takes it off when the note carries it. */
export const toggleTechnique = (note: Note, technique: Technique): NoteChange =>
  techniquesOf(note).some(({ word }) => word === technique.word)
    ? withoutTechnique(note, technique)
    : withTechnique(note, technique);

/** Everything that is said of a note beside where it is and how long it lasts, in the table's order. */
export const techniqueWords = (note: Note): string[] =>
  techniquesOf(note)
    .map(({ spoken }) => (typeof spoken === 'string' ? spoken : spoken(note)))
    .filter((words) => words !== '');

/** What a note asks of the fretting hand beyond being pressed and let go at its end. */
export const handAsksOf = (note: Note): HandAsk[] =>
  techniquesOf(note).flatMap(({ hand }): HandAsk[] => (hand ? [hand] : []));
