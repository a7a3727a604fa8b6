import type { NoteChange } from './edits.ts';
import type { Note } from './schema.ts';

type Marks = Omit<Note, 'tick' | 'durationTicks' | 'string' | 'fret' | 'voice'>;

/** Articulations of MusicXML 4.0 that say a technique. */
type Articulation = 'accent' | 'staccato' | 'scoop' | 'plop' | 'falloff' | 'doit';

/** A mark of the trade that a note can carry: one word for the call line, what the score holds for it. */
export interface Technique {
  /** One word, as it is typed and said in the call line. */
  readonly word: string;
  /** What it is, for menus and help. */
  readonly says: string;
  readonly sets: Marks;
  /** Marks that cannot stand beside it. */
  readonly clears?: readonly (keyof Marks)[];
  /** The key that sets it on the score, as typed: a capital with Shift. */
  readonly key: string;
  /** Wanted every day: its key is shown without asking. */
  readonly isEveryday: boolean;
  /** The element of `articulations` that says it, or `as-it-is` where a note says it another way, or `by-word` where MusicXML has nothing for it. */
  readonly musicXml: Articulation | 'as-it-is' | 'by-word';
  /** The decoration that says it, or `as-it-is` where the notes do; null where ABC cannot say it. */
  readonly abc: string | null;
  /** Whether a sign says it in text tab, or for the melody alone; null where none does. */
  readonly textTab: 'sign' | 'melody-sign' | null;
  /** Two bars with the same notes are likely to share it, so that one without it is told of. */
  readonly inEveryVerse: boolean;
}

/** Toward the blue third, between minor and major (common practice; the amount is from memory). */
const quarterToneCents = 50;

/** Every technique by name. How each is written, drawn, played and exported is told in docs/techniques.md. */
export const techniques = [
  {
    word: 'hammer',
    says: 'hammer-on',
    sets: { arrival: 'hammer-on' },
    clears: ['tied'],
    key: 'h',
    isEveryday: true,
    musicXml: 'as-it-is',
    abc: null,
    textTab: 'sign',
    inEveryVerse: true,
  },
  {
    word: 'pull',
    says: 'pull-off',
    sets: { arrival: 'pull-off' },
    clears: ['tied'],
    key: 'p',
    isEveryday: true,
    musicXml: 'as-it-is',
    abc: null,
    textTab: 'sign',
    inEveryVerse: true,
  },
  {
    word: 'slide',
    says: 'slide from the note before',
    sets: { arrival: 'slide' },
    clears: ['tied'],
    key: 's',
    isEveryday: true,
    musicXml: 'as-it-is',
    abc: null,
    textTab: 'sign',
    inEveryVerse: true,
  },
  {
    word: 'below',
    says: 'slide in from below',
    sets: { slide: { from: 'below' } },
    clears: ['arrival'],
    key: '/',
    isEveryday: false,
    musicXml: 'scoop',
    abc: '!slide!',
    textTab: 'sign',
    inEveryVerse: true,
  },
  {
    word: 'above',
    says: 'slide in from above',
    sets: { slide: { from: 'above' } },
    clears: ['arrival'],
    key: '\\',
    isEveryday: false,
    musicXml: 'plop',
    abc: null,
    textTab: 'sign',
    inEveryVerse: true,
  },
  {
    word: 'fall',
    says: 'slide away below',
    sets: { slide: { out: 'below' } },
    key: ';',
    isEveryday: false,
    musicXml: 'falloff',
    abc: null,
    textTab: 'sign',
    inEveryVerse: true,
  },
  {
    word: 'rise',
    says: 'slide away above',
    sets: { slide: { out: 'above' } },
    key: "'",
    isEveryday: false,
    musicXml: 'doit',
    abc: null,
    textTab: 'sign',
    inEveryVerse: true,
  },
  {
    word: 'slow',
    says: 'slow slide',
    sets: { slide: { slow: true } },
    key: 'S',
    isEveryday: false,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'again',
    says: 'picked again after the slide',
    sets: { slide: { again: true } },
    key: 'A',
    isEveryday: false,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'tied',
    says: 'tied on',
    sets: { tied: true },
    clears: ['arrival'],
    key: 't',
    isEveryday: true,
    musicXml: 'as-it-is',
    abc: 'as-it-is',
    textTab: null,
    inEveryVerse: false,
  },
  {
    word: 'bend',
    says: 'bend',
    sets: { bendCents: quarterToneCents },
    clears: ['bendShape'],
    key: 'b',
    isEveryday: true,
    musicXml: 'as-it-is',
    abc: null,
    textTab: 'sign',
    inEveryVerse: true,
  },
  {
    word: 'release',
    says: 'bend and let back',
    sets: { bendCents: quarterToneCents, bendShape: 'release' },
    key: 'B',
    isEveryday: false,
    musicXml: 'as-it-is',
    abc: null,
    textTab: 'sign',
    inEveryVerse: true,
  },
  {
    word: 'prebend',
    says: 'picked bent',
    sets: { bendCents: quarterToneCents, bendShape: 'pre-bend' },
    key: 'P',
    isEveryday: false,
    musicXml: 'as-it-is',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'unbend',
    says: 'picked bent, let back',
    sets: { bendCents: quarterToneCents, bendShape: 'pre-bend-release' },
    key: 'U',
    isEveryday: false,
    musicXml: 'as-it-is',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'mordent',
    says: 'mordent',
    sets: { ornament: 'mordent' },
    key: 'y',
    isEveryday: false,
    musicXml: 'as-it-is',
    abc: 'P',
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'turn',
    says: 'hammer and pull',
    sets: { ornament: 'hammer-pull' },
    key: 'Y',
    isEveryday: false,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'harmonic',
    says: 'natural harmonic',
    sets: { harmonic: true },
    clears: ['dead'],
    key: 'n',
    isEveryday: false,
    musicXml: 'as-it-is',
    abc: null,
    textTab: 'sign',
    inEveryVerse: true,
  },
  {
    word: 'dead',
    says: 'dead note',
    sets: { dead: true },
    clears: ['harmonic'],
    key: 'x',
    isEveryday: true,
    musicXml: 'as-it-is',
    abc: null,
    textTab: 'sign',
    inEveryVerse: true,
  },
  {
    word: 'slap',
    says: 'slap',
    sets: { stroke: 'slap' },
    key: 'j',
    isEveryday: false,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'snap',
    says: 'snap',
    sets: { stroke: 'snap' },
    key: 'k',
    isEveryday: false,
    musicXml: 'as-it-is',
    abc: '!snap!',
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'brush',
    says: 'brush from the thick strings',
    sets: { stroke: 'brush' },
    key: 'u',
    isEveryday: false,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'brushback',
    says: 'brush back from the thin strings',
    sets: { stroke: 'brush-back' },
    key: 'I',
    isEveryday: false,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'roll',
    says: 'roll from the thick strings',
    sets: { stroke: 'roll' },
    key: 'w',
    isEveryday: false,
    musicXml: 'as-it-is',
    abc: '!arpeggio!',
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'rollback',
    says: 'roll back from the thin strings',
    sets: { stroke: 'roll-back' },
    key: 'W',
    isEveryday: false,
    musicXml: 'as-it-is',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'drag',
    says: 'drag of the thumb',
    sets: { stroke: 'drag' },
    key: 'J',
    isEveryday: false,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'drone',
    says: 'drone',
    sets: { drone: true },
    key: 'd',
    isEveryday: false,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'ring',
    says: 'let ring',
    sets: { ending: 'let-ring' },
    key: 'r',
    isEveryday: true,
    musicXml: 'as-it-is',
    abc: null,
    textTab: 'melody-sign',
    inEveryVerse: true,
  },
  {
    word: 'stop',
    says: 'stopped by a picking finger',
    sets: { ending: 'stopped' },
    key: 'o',
    isEveryday: true,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'palm',
    says: 'palm-damped',
    sets: { ending: 'palm-damped' },
    key: 'm',
    isEveryday: true,
    musicXml: 'as-it-is',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'lift',
    says: 'grip lifted',
    sets: { ending: 'lifted' },
    key: 'i',
    isEveryday: false,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'accent',
    says: 'accent',
    sets: { accent: true },
    key: 'a',
    isEveryday: true,
    musicXml: 'accent',
    abc: 'L',
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'short',
    says: 'staccato',
    sets: { staccato: true },
    key: 'e',
    isEveryday: false,
    musicXml: 'staccato',
    abc: '.',
    textTab: null,
    inEveryVerse: true,
  },
  {
    word: 'hold',
    says: 'fermata',
    sets: { fermata: true },
    key: 'f',
    isEveryday: false,
    musicXml: 'as-it-is',
    abc: 'H',
    textTab: null,
    inEveryVerse: false,
  },
  {
    word: 'grace',
    says: 'grace note',
    sets: { grace: true },
    key: 'v',
    isEveryday: false,
    musicXml: 'as-it-is',
    abc: 'as-it-is',
    textTab: null,
    inEveryVerse: false,
  },
  {
    word: 'optional',
    says: 'may be left out',
    sets: { optional: true },
    key: 'z',
    isEveryday: false,
    musicXml: 'as-it-is',
    abc: null,
    textTab: 'sign',
    inEveryVerse: false,
  },
  {
    word: 'guess',
    says: 'a guess',
    sets: { certainty: 'guess' },
    key: 'c',
    isEveryday: false,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: false,
  },
  {
    word: 'mine',
    says: 'my own',
    sets: { certainty: 'mine' },
    key: 'C',
    isEveryday: false,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: false,
  },
  {
    word: 'glass',
    says: 'bottleneck',
    sets: { bottleneck: {} },
    key: 'X',
    isEveryday: false,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: false,
  },
  {
    word: 'noise',
    says: 'bottleneck, noise kept',
    sets: { bottleneck: { noise: 'kept' } },
    key: 'N',
    isEveryday: false,
    musicXml: 'by-word',
    abc: null,
    textTab: null,
    inEveryVerse: false,
  },
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
