import { describe, expect, test } from 'vitest';
import { note } from '../testing/invented.ts';
import { written } from '../testing/written.ts';
import {
  heardMidi,
  isBlueThird,
  techniqueNamed,
  techniques,
  techniquesOf,
  techniqueWords,
  toggleTechnique,
  validateScore,
  withTechnique,
  type Note,
  type Technique,
} from './index.ts';
import { noteSchema } from './note-schema.ts';

const marked = (...words: string[]): Note =>
  words.reduce<Note>((each, word) => merged(each, withTechnique(each, techniqueNamed(word)!)), note({}));
const merged = (each: Note, change: object): Note =>
  Object.fromEntries(
    Object.entries({ ...each, ...change }).filter(([, value]) => value !== undefined),
  ) as Note;

describe('techniques of the trade', () => {
  test.each(techniques.map((each): [string, Technique] => [each.word, each]))(
    '%s goes onto a note, is read back, is said, and comes off',
    (word, technique) => {
      const plain = note({});
      const on = merged(plain, toggleTechnique(plain, technique));
      expect(noteSchema.safeParse(on).success).toBe(true);
      expect(techniquesOf(on).map((each) => each.word)).toEqual([word]);
      if (word !== 'again') expect(techniqueWords(on), word).not.toEqual([]);
      expect(merged(on, toggleTechnique(on, technique))).toEqual(plain);
    },
  );
  test('amounts that were said of a mark go with it', () => {
    const off = (each: Note, word: string) => merged(each, toggleTechnique(each, techniqueNamed(word)!));
    const slid = note({ fret: 5, slide: { from: 'below', approachFret: 1, overTicks: 240 } });
    expect(off(slid, 'below')).toEqual(note({ fret: 5 }));
    expect(off(note({ bottleneck: { angleDegrees: 10 } }), 'glass')).toEqual(note({}));
  });
  test('several stand together; those that cannot give way', () => {
    expect(techniquesOf(marked('below', 'slow', 'ring', 'accent')).map(({ word }) => word)).toEqual([
      'below',
      'slow',
      'ring',
      'accent',
    ]);
    expect(marked('tied', 'hammer')).not.toHaveProperty('tied');
    expect(marked('harmonic', 'dead')).not.toHaveProperty('harmonic');
  });
  test('a bend keeps its amount when its shape changes', () => {
    const deep = { ...note({}), bendCents: 200 };
    expect(withTechnique(deep, techniqueNamed('release')!)).toEqual({ bendCents: 200, bendShape: 'release' });
    expect(techniqueWords({ ...deep, bendShape: 'pre-bend' })).toEqual(['picked bent 200 cents']);
  });
  test('words of a slide and of a bottleneck, in detail', () => {
    expect(
      techniqueWords({
        ...note({}),
        slide: { from: 'below', approachFret: 3, out: 'above', overTicks: 480 },
      }),
    ).toEqual(['slid into from below, from fret 3, under way for 0.5 quarter notes', 'slid away above']);
    expect(techniqueWords({ ...note({}), bottleneck: { angleDegrees: -10, noise: 'kept' } })).toEqual([
      'bottleneck, turned -10 degrees, noise kept',
    ]);
  });
});

describe('what is heard', () => {
  const guitar = written(['m1:0@1']);
  /** Partials of a string: 12, 19.02, 24, 27.86 semitones (harmonic series). */
  test.each([
    [12, 64 + 12],
    [7, 64 + 19.02],
    [5, 64 + 24],
    [9, 64 + 27.863],
    [6, 64 + 6],
  ])('string 1 touched over fret %i', (fret, midi) => {
    expect(heardMidi(guitar, { string: 1, fret, harmonic: true })).toBeCloseTo(midi, 2);
  });
  test('a capo moves harmonics with it', () => {
    expect(heardMidi({ ...guitar, capo: 2 }, { string: 6, fret: 12, harmonic: true })).toBe(40 + 2 + 12);
  });
  test('the blue third lies between the minor and the major third of the key', () => {
    const inE = { ...guitar, key: { tonic: 'E', mode: 'major' as const } };
    expect(isBlueThird(inE, note({ string: 1, fret: 3, bendCents: 50 }))).toBe(true);
    expect(isBlueThird(inE, note({ string: 1, fret: 3, bendCents: 100 }))).toBe(false);
    expect(isBlueThird(inE, note({ string: 1, fret: 4, bendCents: 50 }))).toBe(false);
    expect(isBlueThird(inE, note({ string: 1, fret: 3 }))).toBe(false);
  });
});

describe('marks that do not add up are found', () => {
  const codes = (change: Partial<Note>, bar: object = {}) => {
    const score = written(['m1:6@1']);
    const [first] = score.bars;
    return validateScore({
      ...score,
      bars: [{ ...first!, ...bar, notes: first!.notes.map((each) => ({ ...each, ...change })) }],
    }).map(({ code }) => code);
  };
  test('a harmonic where no partial is clear', () => {
    expect(codes({ harmonic: true })).toEqual(['no-partial']);
    expect(codes({ harmonic: true, fret: 7 })).toEqual([]);
  });
  test('a slide from where it already is', () => {
    expect(codes({ slide: { from: 'below', approachFret: 6 } })).toEqual(['slide-from-wrong-side']);
    expect(codes({ slide: { from: 'above', approachFret: 4 } })).toEqual(['slide-from-wrong-side']);
    expect(codes({ slide: { from: 'below', approachFret: 4 } })).toEqual([]);
  });
  test('a turn past the neck', () => {
    expect(codes({ fret: 20, ornament: 'mordent' })).toEqual(['turn-off-neck']);
  });
  test('an ending without a repeat', () => {
    expect(codes({}, { endings: [2] })).toEqual(['ending-without-repeat']);
    expect(codes({}, { endings: [1], repeatTimes: 2 })).toEqual([]);
  });
});
