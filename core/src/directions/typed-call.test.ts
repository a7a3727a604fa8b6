import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { written } from '../testing/written.ts';
import { techniques, validateScore, type Score } from '../score/index.ts';
import { readCall, writeCall } from './index.ts';

const score = written(['[x32010] m1:0@1', 'm1:0@1']);
const typed = (text: string, bar = 0, grid = 480, of: Score = score) => {
  const read = readCall(of, bar, text, grid);
  if (!read.ok) throw new Error(read.fault.reason);
  return read.bar;
};
/** "tick voice string/fret" of each note. */
const notes = (text: string, bar = 0, grid = 480) =>
  typed(text, bar, grid).notes.map((each) => `${each.tick} ${each.voice[0]}${each.string}/${each.fret}`);
const fault = (text: string) => {
  const read = readCall(score, 0, text, 480);
  if (read.ok) throw new Error('read');
  return { said: read.fault.reason, at: text.slice(read.fault.from, read.fault.to) };
};

describe('a bar typed as it is called', () => {
  test('the thumb falls on the beats, the melody between and with it', () => {
    expect(notes('6/0+1/2 4/0 1/0 6/0 3/0 4/2 3/0')).toEqual([
      '0 t6/0',
      '0 m1/2',
      '960 t4/0',
      '1440 m1/0',
      '1920 t6/0',
      '2400 m3/0',
      '2880 t4/2',
      '3360 m3/0',
    ]);
  });
  test('a fret that is not typed is the grip’s, an open string without one', () => {
    expect(notes('5+2 4 1')).toEqual(['0 t5/3', '0 m2/1', '960 t4/2', '1440 m1/0']);
    const bare = written(['m1:0@1']);
    expect(typed('5+2', 0, 480, bare).notes.map(({ fret }) => fret)).toEqual([0, 0]);
  });
  test('bass notes end as the piece’s do, unless a word says otherwise, and that is not typed', () => {
    const damped: Score = { ...score, bassEnding: 'palm-damped' };
    const bar = typed('5+2 4:ring 5 4', 0, 480, damped);
    expect(bar.notes.map(({ ending }) => ending)).toEqual([
      'palm-damped',
      undefined,
      'let-ring',
      'palm-damped',
      'palm-damped',
    ]);
    expect(writeCall({ ...damped, bars: [bar] }, 0, 480)).toBe('5/3+2/1 4/2:ring 5/3 4/2');
  });
  test('a point waits a slot; t is the thumb right here, m the melody on a thick string', () => {
    expect(notes('. 1/0 t5/3 . m4/2')).toEqual(['480 m1/0', '960 t5/3', '1920 m4/2']);
    expect(notes('1/0 t6/3', 0, 240)).toEqual(['0 m1/0', '240 t6/3']);
  });
  test('letters and words are techniques; notes last until the next of their hand', () => {
    const bar = typed('5/3+1/0 h1/1 4/2 p1/0:ring:accent b2/3');
    expect(
      bar.notes.map(({ arrival, ending, accent, bendCents, durationTicks }) => [
        arrival,
        ending,
        accent,
        bendCents,
        durationTicks,
      ]),
    ).toEqual([
      [undefined, undefined, undefined, undefined, 960],
      [undefined, undefined, undefined, undefined, 480],
      ['hammer-on', undefined, undefined, undefined, 960],
      [undefined, undefined, undefined, undefined, 2880],
      ['pull-off', 'let-ring', true, undefined, 480],
      [undefined, undefined, undefined, 50, 1920],
    ]);
    expect(bar.thumbPattern).toBe('by-hand');
  });
  test('every technique can be typed by its word', () => {
    for (const { word } of techniques) expect(typed(`1/5:${word}`).notes).toHaveLength(1);
  });
  test.each([
    ['6+1 q 4', '“q” is not a string', 'q'],
    ['6 7', 'There is no string 7', '7'],
    ['6+6', 'String 6 is struck twice at once', '6+6'],
    ['1/3:shout', '“shout” is no technique', '1/3:shout'],
    ['6 5 6 5 6', 'No beat of the bar is left for this thumb stroke', '6'],
    ['1 1 1 1 1 1 1 1 2', 'The bar is full before this note', '2'],
    ['1/24', 'Fret 24 is past the last fret', '1/24'],
  ])('%s is pointed at', (text, said, at) => {
    expect(fault(text)).toEqual({ said, at });
  });
  test('what is written out reads back to the same notes', () => {
    const moment = fc.record({
      slot: fc.nat(7),
      string: fc.integer({ min: 1, max: 6 }),
      fret: fc.nat(12),
      thumb: fc.boolean(),
    });
    fc.assert(
      fc.property(
        fc.uniqueArray(moment, { selector: ({ slot, string }) => `${slot} ${string}`, maxLength: 10 }),
        (moments) => {
          const bar = {
            ...score.bars[0]!,
            notes: moments.map(({ slot, string, fret, thumb }) => ({
              tick: slot * 480,
              durationTicks: 480,
              string: string as 1,
              fret,
              voice: thumb ? ('thumb' as const) : ('melody' as const),
            })),
          };
          const any = { ...score, bars: [bar] };
          const text = writeCall(any, 0, 480);
          const back = typed(text!);
          const places = (each: typeof bar) =>
            each.notes.map((one) => `${one.tick} ${one.voice} ${one.string}/${one.fret}`).sort();
          expect(places(back as typeof bar)).toEqual(places(bar));
          expect(validateScore({ ...any, bars: [back] })).toEqual([]);
        },
      ),
      { numRuns: 300 },
    );
  });
  test('a note between the slots has no call to type', () => {
    expect(writeCall(written(['m1:0@1.25']), 0, 480)).toBeUndefined();
  });
});
