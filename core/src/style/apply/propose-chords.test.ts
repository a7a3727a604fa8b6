import { expect, test } from 'vitest';
import { written } from '../../testing/written.ts';
import { plainTune, proposeChords } from '../index.ts';
import { withProposedChords } from './propose-chords.ts';

/** Root, third and fifth of each chord in turn: what a teacher would write over it is not in doubt. */
const spelled = plainTune(
  written(['m2:1@1 m1:0@2 m1:3@3/2', 'm1:1@1/2 m2:1@3/2', 'm2:0@1 m2:3@2 m1:1@3 m2:0@4', 'm2:1@1/4'], {
    key: { tonic: 'C', mode: 'major' },
  }),
);
const symbols = (tune = spelled) => proposeChords(tune).map(({ symbol }) => symbol);

test('a tune that spells C, F, G7 and C is given them (common practice)', () => {
  expect(symbols()).toEqual(['C', 'F', 'G7', 'C']);
});

test('the same tune in another key is given the same chords there', () => {
  const up = {
    ...spelled,
    key: { tonic: 'D', mode: 'major' } as const,
    bars: spelled.bars.map((bar) => ({
      ...bar,
      notes: bar.notes.map((note) => ({ ...note, midi: note.midi + 2 })),
    })),
  };
  expect(symbols(up)).toEqual(['D', 'G', 'A7', 'D']);
});

test('in a minor key the fifth is a seventh chord and the tonic minor', () => {
  const minor = plainTune(
    written(['m3:2@1 m2:1@2 m1:0@3/2', 'm1:0@1 m3:1@2 m2:0@3/2', 'm3:2@1/4'], {
      key: { tonic: 'A', mode: 'minor' },
    }),
  );
  expect(symbols(minor)).toEqual(['Am', 'E7', 'Am']);
});

test('says for how many beats the tune is in the chord', () => {
  expect(proposeChords(spelled)[1]).toMatchObject({ bar: 1, symbol: 'F', inChord: 4, sounding: 4 });
});

test('a chord is written where it changes; a tune with chords keeps its own; silence has none', () => {
  const held = plainTune(written(['m2:1@1/4', 'm1:0@1/4'], { key: { tonic: 'C', mode: 'major' } }));
  expect(withProposedChords(held).tune.bars.map(({ chords }) => chords.length)).toEqual([1, 0]);
  const own = plainTune(written(['[320003] m1:3@1/4'], { key: { tonic: 'C', mode: 'major' } }));
  expect(withProposedChords(own).proposed).toEqual([]);
  expect(proposeChords(plainTune(written([''])))).toEqual([]);
});
