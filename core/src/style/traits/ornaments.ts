import { isOnBeat, techniquesOf, type Note } from '../../score/index.ts';
import { degreeOf, degrees, type BarView } from '../bar-view.ts';
import type { ReadTrait } from '../trait.ts';

const notesOf = ({ tune }: BarView): Note[] => tune.flatMap(({ notes }) => [...notes]);
/** Marks of length, doubt and loudness are no ornaments. */
const noOrnament: ReadonlySet<string> = new Set([
  'ring',
  'stop',
  'palm',
  'lift',
  'accent',
  'short',
  'hold',
  'optional',
  'guess',
  'mine',
  'tied',
  'noise',
  'again',
  'slow',
]);
const ornamentsOf = (note: Note): string[] =>
  techniquesOf(note).flatMap(({ word }) => (noOrnament.has(word) ? [] : [word]));

/** A bottleneck is on every note of whoever has one: which notes those are is the tune’s. */
const adornedBy = (note: Note): string[] => ornamentsOf(note).filter((word) => word !== 'glass');

/** What adorns the tune. */
export const ornamentTraits: readonly ReadTrait[] = [
  {
    id: 'ornaments',
    group: 'ornaments',
    name: 'ornaments',
    counts: 'notes',
    values: 'kinds',
    read: (view) =>
      notesOf(view).flatMap((note) => {
        const words = ornamentsOf(note);
        return words.length === 0 ? ['plain'] : words;
      }),
  },
  {
    id: 'ornament-places',
    group: 'ornaments',
    name: 'where ornaments stand',
    counts: 'ornaments',
    values: 'kinds',
    read: (view) =>
      notesOf(view).flatMap((note) =>
        adornedBy(note).map(() => (isOnBeat(view.bar.metre, note.tick) ? 'on a beat' : 'between the beats')),
      ),
  },
  {
    id: 'ornament-degrees',
    group: 'ornaments',
    name: 'degrees that are adorned',
    counts: 'ornaments',
    values: 'kinds',
    read: (view) =>
      notesOf(view).flatMap((note) =>
        adornedBy(note).map((word) => `${word} on ${degrees[degreeOf(view, note)] ?? '1'}`),
      ),
  },
  {
    id: 'bends',
    group: 'ornaments',
    name: 'degrees that are bent',
    counts: 'bends',
    values: 'kinds',
    read: (view) =>
      notesOf(view)
        .filter(({ bendCents }) => bendCents !== undefined)
        .map((note) => degrees[degreeOf(view, note)] ?? '1'),
  },
];
