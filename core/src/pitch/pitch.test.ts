import fc from 'fast-check';
import { Interval, Note } from 'tonal';
import { describe, expect, test } from 'vitest';
import {
  centsBetween,
  frequencyHz,
  keyFifths,
  midiOf,
  noteAtDegree,
  noteNameIn,
  noteNameText,
  parseGermanNoteName,
  parseKey,
  parseNoteName,
  parsePitch,
  pitchText,
  semitonesOfDegree,
  spellInKey,
  spellMidi,
  transposeKey,
  withSigns,
  type NoteName,
} from './index.ts';

const noteNames = fc.record({
  letter: fc.constantFrom('C', 'D', 'E', 'F', 'G', 'A', 'B' as const),
  alter: fc.integer({ min: -2, max: 2 }),
}) as fc.Arbitrary<NoteName>;

describe('against tonal, a general music-theory library', () => {
  test('MIDI numbers and frequencies of every spelled pitch agree', () => {
    fc.assert(
      fc.property(noteNames, fc.integer({ min: 0, max: 7 }), (name, octave) => {
        const pitch = { ...name, octave };
        const judged = Note.get(pitchText(pitch));
        expect(midiOf(pitch)).toBe(judged.height < 0 ? judged.height : judged.midi);
        expect(frequencyHz(midiOf(pitch))).toBeCloseTo(judged.freq!, 6);
      }),
    );
  });

  test('a degree above a root has the name tonal gives that interval', () => {
    const intervals = {
      '1': '1P',
      b3: '3m',
      '3': '3M',
      b5: '5d',
      '5': '5P',
      '#5': '5A',
      '6': '6M',
      b7: '7m',
      '7': '7M',
      bb7: '7d',
      '9': '9M',
    };
    for (const [degree, interval] of Object.entries(intervals)) {
      expect(semitonesOfDegree(degree)).toBe(Interval.semitones(interval) % 12);
      for (const root of ['C', 'D', 'Eb', 'F#', 'G', 'A', 'Bb']) {
        const name = parseNoteName(root);
        if (!name.ok) throw new Error(root);
        expect(noteNameText(noteAtDegree(name.value, degree))).toBe(Note.transpose(root, interval));
      }
    }
  });
});

test('A4 is 440 Hz and an octave is 1200 cents (ISO 16:1975)', () => {
  expect(frequencyHz(69)).toBe(440);
  expect(centsBetween(220, 440)).toBeCloseTo(1200, 9);
});

test('every spelled pitch reads back from its text', () => {
  fc.assert(
    fc.property(noteNames, fc.integer({ min: -1, max: 9 }), (name, octave) => {
      expect(parsePitch(pitchText({ ...name, octave }))).toEqual({ ok: true, value: { ...name, octave } });
    }),
  );
});

test.each(['H3', 'F#', '3', 'G###2', 'do4', ''])(
  '“%s” is not a pitch, and the answer says how to write one',
  (text) => {
    const result = parsePitch(text);
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.fault.remedy).toContain('F#3');
  },
);

test.each(['E10', 'E99999', 'C-2', 'C-99999'])('“%s” is outside the octaves of MIDI', (text) => {
  expect(parsePitch(text)).toMatchObject({
    ok: false,
    fault: { remedy: 'Write an octave from -1 to 9' },
  });
});

describe('keys (common practice)', () => {
  test.each([
    ['C', 0],
    ['G', 1],
    ['E', 4],
    ['F', -1],
    ['Eb', -3],
    ['Em', 1],
    ['C#m', 4],
    ['Dm', -1],
  ])('%s has %i', (text, fifths) => {
    const key = parseKey(text);
    expect(key.ok && keyFifths(key.value)).toBe(fifths);
  });

  test('flats and sharps follow the key', () => {
    const spell = (pitchClass: number, tonic: string, mode: 'major' | 'minor' = 'major') =>
      noteNameText(spellInKey(pitchClass, { tonic, mode }));
    expect(spell(6, 'D')).toBe('F#');
    expect(spell(10, 'F')).toBe('Bb');
    expect(spell(10, 'C')).toBe('Bb');
    expect(spell(5, 'D')).toBe('F');
    expect(spell(3, 'E', 'minor')).toBe('D#');
    expect(spell(8, 'Eb')).toBe('Ab');
    expect(spell(5, 'E')).toBe('F');
    expect(spell(5, 'F#')).toBe('E#');
    expect(spell(5, 'F#', 'minor')).toBe('E#');
    expect(spell(11, 'Ab')).toBe('B');
    expect(pitchText(spellMidi(46, { tonic: 'C', mode: 'major' }))).toBe('Bb2');
  });

  test('a key moved by semitones takes the name with fewer signs', () => {
    expect(transposeKey({ tonic: 'G', mode: 'major' }, 1).tonic).toBe('Ab');
    expect(transposeKey({ tonic: 'C', mode: 'major' }, 3).tonic).toBe('Eb');
    expect(transposeKey({ tonic: 'C', mode: 'major' }, 4).tonic).toBe('E');
    expect(transposeKey({ tonic: 'A', mode: 'minor' }, 4).tonic).toBe('C#');
  });

  test('a key with eight flats is refused', () => {
    expect(parseKey('Fb').ok).toBe(false);
    expect(parseKey('X').ok).toBe(false);
  });
});

describe('names by language (common practice)', () => {
  test.each([
    ['B', 'H'],
    ['Bb', 'B'],
    ['F#', 'Fis'],
    ['Eb', 'Es'],
    ['Ab', 'As'],
    ['Db', 'Des'],
    ['C', 'C'],
  ])('%s is %s in German', (english, german) => {
    const name = parseNoteName(english);
    if (!name.ok) throw new Error(english);
    expect(noteNameIn(name.value, 'german')).toBe(german);
    expect(parseGermanNoteName(german)).toEqual(name);
  });

  test('signs for the screen', () => {
    expect(withSigns('F#m7/Bb')).toBe('F♯m7/B♭');
    expect(withSigns('Am7b5')).toBe('Am7♭5');
    expect(withSigns('Bm')).toBe('Bm');
  });
});
