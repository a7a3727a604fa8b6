import { describe, expect, test } from 'vitest';
import { standardTuning } from '../../instrument/index.ts';
import type { Score } from '../../score/index.ts';
import { written } from '../../testing/written.ts';
import { evidenceOf, plainTune } from '../index.ts';
import { isAmongBass } from './register.ts';
import { inRegister } from './sections-in-register.ts';

const high = written(['m1:0@1 m1:3@2 m1:5@3 m1:3@4', 'm1:3@1 m1:0@2 m1:1@3 m1:0@4']);
const player = [evidenceOf(high)];
const guitar = { tuning: standardTuning, key: { tonic: 'C', mode: 'major' }, share: 1 } as const;

/** A verse on the low strings and a break on the first. */
const inTwo = ((score: Score): Score => ({
  ...score,
  bars: score.bars.map((bar, index) => ({
    ...bar,
    ...(index === 0 ? { section: { id: 'a', name: 'Verse' } } : {}),
    ...(index === 2 ? { section: { id: 'b', name: 'Break' } } : {}),
  })),
}))(written(['m4:2@1 m4:0@2 m5:3@3/2', 'm4:0@1/4', 'm1:3@1 m1:5@2 m1:0@3/2', 'm1:0@1/4']));
const pitches = (tune: ReturnType<typeof plainTune>) =>
  tune.bars.map(({ notes }) => notes.map(({ midi }) => midi));

describe('sections of a tune in the register of a player', () => {
  const tune = plainTune(inTwo);
  test('a verse that lies far below goes up by octaves; what lies well stays', () => {
    const { tune: placed, moved } = inRegister(tune, guitar, player, 0);
    expect(moved).toEqual([{ name: 'Verse', octaves: 1 }]);
    const [one, two, ...rest] = pitches(tune);
    expect(pitches(placed)).toEqual([one, two].map((bar) => bar!.map((midi) => midi + 12)).concat(rest));
  });
  test('a note that sounds on into a section keeps both where they are', () => {
    const tied: Score = {
      ...inTwo,
      bars: inTwo.bars.map((bar, index) =>
        index === 2 ? { ...bar, notes: [{ ...bar.notes[0]!, string: 4, fret: 0, tied: true }] } : bar,
      ),
    };
    expect(inRegister(plainTune(tied), guitar, player, 0).moved).toEqual([]);
  });
  test('what lies a little off is left: the rise from verse to break is the tune’s', () => {
    const near = plainTune({ ...inTwo, bars: inTwo.bars.slice(2) });
    expect(inRegister(near, guitar, player, -5).tune).toBe(near);
  });
  test('no note goes past the neck', () => {
    const wide = plainTune({
      ...inTwo,
      bars: [{ ...inTwo.bars[0]!, notes: [...inTwo.bars[0]!.notes, { ...inTwo.bars[2]!.notes[0]! }] }],
    });
    expect(inRegister(wide, guitar, player, 0).moved).toEqual([]);
  });
});

test('a tune an octave down lies among the thumb’s strings, or does not', () => {
  const tune = plainTune(high);
  expect([0, -12, -24].map((by) => isAmongBass(tune, guitar, by))).toEqual([false, true, true]);
  // A few low notes are a low verse’s.
  const few = plainTune(written(['m1:0@1 m1:3@2 m1:5@3 m4:2@4']));
  expect(isAmongBass(few, guitar, 0)).toBe(false);
});
