import type { NoteChange } from './edits.ts';
import type { Note } from './schema.ts';

type Marks = Omit<Note, 'tick' | 'durationTicks' | 'string' | 'fret' | 'voice'>;

/** A mark of the trade that a note can carry: one word for the call line, what the score holds for it. */
export interface Technique {
  /** One word, as it is typed and said in the call line. */
  readonly word: string;
  /** What it is, for menus and help. */
  readonly says: string;
  readonly sets: Marks;
  /** Marks that cannot stand beside it. */
  readonly clears?: readonly (keyof Marks)[];
}

/** Toward the blue third, between minor and major (common practice; the amount is from memory). */
const quarterToneCents = 50;

/** Every technique by name. How each is written, drawn, played and exported is told in docs/techniques.md. */
export const techniques = [
  { word: 'hammer', says: 'hammer-on', sets: { arrival: 'hammer-on' }, clears: ['tied'] },
  { word: 'pull', says: 'pull-off', sets: { arrival: 'pull-off' }, clears: ['tied'] },
  { word: 'slide', says: 'slide from the note before', sets: { arrival: 'slide' }, clears: ['tied'] },
  { word: 'below', says: 'slide in from below', sets: { slide: { from: 'below' } }, clears: ['arrival'] },
  { word: 'above', says: 'slide in from above', sets: { slide: { from: 'above' } }, clears: ['arrival'] },
  { word: 'fall', says: 'slide away below', sets: { slide: { out: 'below' } } },
  { word: 'rise', says: 'slide away above', sets: { slide: { out: 'above' } } },
  { word: 'slow', says: 'slow slide', sets: { slide: { slow: true } } },
  { word: 'again', says: 'picked again after the slide', sets: { slide: { again: true } } },
  { word: 'tied', says: 'tied on', sets: { tied: true }, clears: ['arrival'] },
  { word: 'bend', says: 'bend', sets: { bendCents: quarterToneCents }, clears: ['bendShape'] },
  {
    word: 'release',
    says: 'bend and let back',
    sets: { bendCents: quarterToneCents, bendShape: 'release' },
  },
  { word: 'prebend', says: 'picked bent', sets: { bendCents: quarterToneCents, bendShape: 'pre-bend' } },
  {
    word: 'unbend',
    says: 'picked bent, let back',
    sets: { bendCents: quarterToneCents, bendShape: 'pre-bend-release' },
  },
  { word: 'mordent', says: 'mordent', sets: { ornament: 'mordent' } },
  { word: 'turn', says: 'hammer and pull', sets: { ornament: 'hammer-pull' } },
  { word: 'harmonic', says: 'natural harmonic', sets: { harmonic: true }, clears: ['dead'] },
  { word: 'dead', says: 'dead note', sets: { dead: true }, clears: ['harmonic'] },
  { word: 'slap', says: 'slap', sets: { stroke: 'slap' } },
  { word: 'snap', says: 'snap', sets: { stroke: 'snap' } },
  { word: 'brush', says: 'brush from the thick strings', sets: { stroke: 'brush' } },
  { word: 'brushback', says: 'brush back from the thin strings', sets: { stroke: 'brush-back' } },
  { word: 'roll', says: 'roll from the thick strings', sets: { stroke: 'roll' } },
  { word: 'rollback', says: 'roll back from the thin strings', sets: { stroke: 'roll-back' } },
  { word: 'drag', says: 'drag of the thumb', sets: { stroke: 'drag' } },
  { word: 'drone', says: 'drone', sets: { drone: true } },
  { word: 'ring', says: 'let ring', sets: { ending: 'let-ring' } },
  { word: 'stop', says: 'stopped by a picking finger', sets: { ending: 'stopped' } },
  { word: 'palm', says: 'palm-damped', sets: { ending: 'palm-damped' } },
  { word: 'lift', says: 'grip lifted', sets: { ending: 'lifted' } },
  { word: 'accent', says: 'accent', sets: { accent: true } },
  { word: 'short', says: 'staccato', sets: { staccato: true } },
  { word: 'hold', says: 'fermata', sets: { fermata: true } },
  { word: 'grace', says: 'grace note', sets: { grace: true } },
  { word: 'optional', says: 'may be left out', sets: { optional: true } },
  { word: 'guess', says: 'a guess', sets: { certainty: 'guess' } },
  { word: 'mine', says: 'my own', sets: { certainty: 'mine' } },
  { word: 'glass', says: 'bottleneck', sets: { bottleneck: {} } },
  { word: 'noise', says: 'bottleneck, noise kept', sets: { bottleneck: { noise: 'kept' } } },
] as const satisfies readonly Technique[];

export type TechniqueWord = (typeof techniques)[number]['word'];

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

/** Notes are immutable and asked on every redraw, so the answer is worked out once. */
const remembered = new WeakMap<Note, Technique[]>();

/** The techniques of a note, in the table's order; the fuller of two that say the same stands alone. */
export function techniquesOf(note: Note): readonly Technique[] {
  const known = remembered.get(note);
  if (known) return known;
  const carried: Technique[] = techniques.filter((each) => carries(note, each));
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
