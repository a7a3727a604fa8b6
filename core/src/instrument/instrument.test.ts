import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parsePitch, pitchText, spellMidi, midiOf, parseKey, keyText } from '../pitch/index.ts';
import {
  beatRateHz,
  capoFor,
  fretSpanMm,
  openMidiLowToHigh,
  parseTuning,
  placesOf,
  planRetuning,
  soundingKey,
  soundingMidi,
  tuningTable,
  writtenMidi,
  type StringNumber,
  type Tuning,
} from './index.ts';

function tuning(text: string): Tuning {
  const result = parseTuning(text);
  if (!result.ok) throw new Error(result.fault.reason);
  return result.value;
}
const plan = (from: string, to: string) => planRetuning(tuning(from), tuning(to));
const semitones = (from: string, to: string) => plan(from, to).strings.map((each) => each.semitones);
const c = { tonic: 'C', mode: 'major' } as const;
const key = (text: string) => {
  const result = parseKey(text);
  if (!result.ok) throw new Error(text);
  return result.value;
};

describe('reading tunings', () => {
  // Common practice.
  test.each([
    ['standard', [40, 45, 50, 55, 59, 64]],
    ['drop-d', [38, 45, 50, 55, 59, 64]],
    ['open D', [38, 45, 50, 54, 57, 62]],
    ['open-g', [38, 43, 50, 55, 59, 62]],
    ['drop-d-half-down', [37, 44, 49, 54, 58, 63]],
    ['D2A2D3F#3A3D4', [38, 45, 50, 54, 57, 62]],
    ['DADF#AD', [38, 45, 50, 54, 57, 62]],
    ['D G D G Bb D', [38, 43, 50, 55, 58, 62]],
    ['CGCGCE', [36, 43, 48, 55, 60, 64]],
  ])('%s', (text, midi) => expect(openMidiLowToHigh(tuning(text))).toEqual(midi));

  test('note names alone find the shipped tuning and its name', () => {
    expect(tuning('DADF#AD').name).toBe('Open D');
    expect(tuning('EADGBE').name).toBe('Standard');
    expect(tuning('EbAbDbGbBbEb').name).toBe('Standard, half step down');
  });

  test('every shipped tuning reads back from its own id, pitches and letters', () => {
    for (const shipped of tuningTable) {
      expect(tuning(shipped.id).pitches).toEqual(shipped.pitches);
      expect(openMidiLowToHigh(tuning(shipped.pitches.join('')))).toEqual(
        openMidiLowToHigh(tuning(shipped.id)),
      );
    }
  });

  test.each([
    ['DADGADG', 'six strings'],
    ['DADGA', 'six strings'],
    ['open-q', 'neither'],
    ['D2A2D3F#3A3D9', 'out of reach'],
    ['', 'six strings'],
  ])('“%s” is refused: %s', (text, reason) => {
    const result = parseTuning(text);
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.fault.reason).toContain(reason);
  });
});

describe('retuning plans (common practice)', () => {
  test.each([
    ['standard', 'drop-d', [-2, 0, 0, 0, 0, 0]],
    ['drop-d', 'open-d', [0, 0, 0, -1, -2, -2]],
    ['standard', 'open-d', [-2, 0, 0, -1, -2, -2]],
    ['standard', 'open-g', [-2, -2, 0, 0, 0, -2]],
    ['open-d', 'open-g', [0, -2, 0, 1, 2, 0]],
    ['open-g', 'standard', [2, 2, 0, 0, 0, 2]],
    ['standard', 'drop-d-half-down', [-3, -1, -1, -1, -1, -1]],
    ['standard', 'half-step-down', [-1, -1, -1, -1, -1, -1]],
  ])('%s → %s', (from, to, expected) => expect(semitones(from, to)).toEqual(expected));

  test('standard → open D turns 6, 1, 2 by octaves and 3 last against string 4 fret 4', () => {
    const { order, strings } = plan('standard', 'open-d');
    expect([...order.slice(0, 3)].sort()).toEqual([1, 2, 6]);
    expect(order[3]).toBe(3);
    const reference = (string: StringNumber) => strings.find((each) => each.string === string)?.reference;
    expect(reference(6)).toMatchObject({ string: 4, fret: 0, relation: 'octave' });
    expect(reference(1)).toMatchObject({ string: 4, fret: 0, relation: 'octave' });
    expect(reference(2)).toMatchObject({ string: 5, fret: 0, relation: 'octave' });
    expect(reference(3)).toMatchObject({ string: 4, fret: 4, relation: 'unison' });
    expect(reference(4)).toBeNull();
  });

  test('on the way from standard to open D the guitar passes D A D G A D', () => {
    expect(plan('standard', 'open-d').passes.map(({ name }) => name)).toContain('D A D G A D');
  });

  test('the lowest string, going up, listens an octave below a fretted one rather than being fretted itself', () => {
    const sixth = plan('open-g', 'standard').strings.find(({ string }) => string === 6)!;
    expect(sixth.reference).toEqual({ string: 4, fret: 2, ownFret: 0, relation: 'octave' });
  });

  test('going up is cautioned on each of the three strings', () => {
    expect(
      plan('open-g', 'standard')
        .strings.filter((each) => each.caution)
        .map((each) => each.string),
    ).toEqual([6, 5, 1]);
  });

  test('between any two tunings each reference is right when used and gives the target', () => {
    const any = fc.constantFrom(...tuningTable.map(({ id }) => id));
    fc.assert(
      fc.property(any, any, (from, to) => {
        const { order, strings } = plan(from, to);
        const target = tuning(to);
        const right = new Set(strings.filter((each) => each.semitones === 0).map((each) => each.string));
        for (const string of order) {
          const reference = strings.find((each) => each.string === string)!.reference;
          if (reference) {
            expect(right.has(reference.string)).toBe(true);
            const heard = writtenMidi(target, { string, fret: reference.ownFret });
            const against = writtenMidi(target, reference);
            expect(Math.abs(heard - against)).toBe(reference.relation === 'unison' ? 0 : 12);
          } else expect(right.size).toBe(0);
          right.add(string);
        }
        expect(right.size).toBe(6);
      }),
    );
  });

  test('tension after moving a string (Mersenne’s law)', () => {
    const ratio = (from: string, to: string) => plan(from, to).strings[0]!.tensionRatio;
    expect(ratio('standard', 'drop-d')).toBeCloseTo(0.794, 3);
    expect(ratio('standard', 'half-step-down')).toBeCloseTo(0.891, 3);
    expect(ratio('open-g', 'standard')).toBeCloseTo(1.26, 3);
  });
});

describe('beats (arithmetic; common practice)', () => {
  test('lowering string 6 against open string 4', () => {
    expect(beatRateHz(40, 50, 'octave')).toBeCloseTo(17.98, 2);
    expect(beatRateHz(38.05, 50, 'octave')).toBeCloseTo(0.42, 2);
    expect(beatRateHz(38, 50, 'octave')).toBeCloseTo(0, 9);
  });
});

describe('the neck (common practice)', () => {
  test.each([
    ['standard', 6, 4, 'G#2'],
    ['standard', 5, 2, 'B2'],
    ['standard', 5, 4, 'C#3'],
    ['standard', 6, 3, 'G2'],
    ['standard', 2, 3, 'D4'],
    ['open-d', 1, 7, 'A4'],
    ['open-d', 1, 9, 'B4'],
    ['open-d', 1, 2, 'E4'],
    ['open-d', 2, 2, 'B3'],
    ['open-d', 2, 0, 'A3'],
    ['open-d', 6, 3, 'F2'],
    ['open-d', 4, 4, 'F#3'],
    ['standard', 1, 12, 'E5'],
    ['standard', 1, 10, 'D5'],
    ['drop-d', 3, 5, 'C4'],
    ['standard', 2, 5, 'E4'],
    ['open-g', 1, 5, 'G4'],
    ['open-g', 3, 4, 'B3'],
    ['open-g', 4, 5, 'G3'],
    ['open-g', 4, 3, 'F3'],
    ['open-g', 5, 3, 'A#2'],
    ['standard', 6, 7, 'B2'],
    ['standard', 6, 6, 'A#2'],
    ['standard', 1, 5, 'A4'],
    ['standard', 6, 2, 'F#2'],
  ] as const)('%s string %i fret %i is %s', (name, string, fret, expected) => {
    const pitch = parsePitch(expected);
    expect(writtenMidi(tuning(name), { string, fret })).toBe(pitch.ok && midiOf(pitch.value));
  });

  test('frets count from the capo; written and sounding differ by it', () => {
    expect(
      pitchText(
        spellMidi(soundingMidi({ tuning: tuning('open-g'), capo: 1 }, { string: 1, fret: 5 }), key('E')),
      ),
    ).toBe('G#4');
    expect(soundingMidi({ tuning: tuning('standard'), capo: 4 }, { string: 4, fret: 5 })).toBe(59);
    expect(writtenMidi(tuning('standard'), { string: 4, fret: 5 })).toBe(55);
  });

  test('places of B2 up to fret 12 are string 6 fret 7 and string 5 fret 2', () => {
    const places = placesOf({ tuning: tuning('standard'), capo: 0, scaleMm: 650, fretCount: 12 }, 47);
    expect(places).toEqual([
      { string: 6, fret: 7 },
      { string: 5, fret: 2 },
    ]);
  });

  test.each([
    [2, 5, 0, 92.1],
    [5, 8, 0, 77.5],
    [9, 12, 0, 61.5],
    [2, 5, 4, 73.1],
  ])('fret %i to %i with capo %i is %f mm on a 650 mm scale', (a, b, capo, mm) =>
    expect(fretSpanMm({ scaleMm: 650, capo }, a, b)).toBeCloseTo(mm, 1),
  );
});

describe('capo and key (common practice)', () => {
  test.each([
    ['C', 4, 'E'],
    ['D', 4, 'F#'],
    ['Am', 4, 'C#m'],
    ['G', 4, 'B'],
    ['C', 3, 'Eb'],
    ['G', 1, 'Ab'],
  ])('%s shapes, capo %i, sound %s', (shape, capo, sounds) =>
    expect(keyText(soundingKey(key(shape), capo))).toBe(sounds),
  );
  test('which capo', () => {
    expect(capoFor(key('G'), key('Ab'))).toBe(1);
    expect(capoFor(key('G'), key('A'))).toBe(2);
    expect(capoFor(c, key('E'))).toBe(4);
  });
});
