import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Result } from '../fault/index.ts';
import { openMidi } from '../instrument/index.ts';
import { written } from '../testing/written.ts';
import {
  changeStretch,
  clearStretch,
  copyStretch,
  layClip,
  notesInStretch,
  placedNotes,
  repeatStretch,
  restringStretch,
  shiftStretch,
  transposeStretch,
  validateScore,
  type Stretch,
  type Score,
} from './index.ts';

const score = written([
  't5:3@1/1 t4:2@2/1 t5:3@3/1 t4:2@4/1 m2:1@1/1 m1:0@2.5/0.5 m1:3@4/1',
  't6:3@1/2 t4:0@3/2 m1:3@1/1t m2:3@2.5/0.5',
]);
const all = { from: { bar: 0, tick: 0 }, to: { bar: 2, tick: 0 } };
const melody: Stretch = { voice: 'melody', ...all };
const shown = (each: Score, voice: 'melody' | 'thumb' = 'melody') =>
  placedNotes(each, voice).map(
    ({ bar, note }) =>
      `${bar + 1}:${note.tick} ${note.string}.${note.fret} ${note.durationTicks}${note.tied ? ' tied' : ''}`,
  );
const value = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(result.fault.reason);
  return result.value;
};

describe('a stretch', () => {
  test('holds what its voice strikes from its start up to its end, on one string if one is named', () => {
    const half = { ...melody, to: { bar: 0, tick: 2880 } };
    expect(notesInStretch(score, half).map(({ note }) => note.tick)).toEqual([0, 1440]);
    expect(notesInStretch(score, { ...half, string: 1 }).map(({ note }) => note.tick)).toEqual([1440]);
  });
  test('is taken out, and marked, all at once', () => {
    expect(shown(clearStretch(score, melody))).toEqual([]);
    expect(shown(clearStretch(score, melody), 'thumb')).toEqual(shown(score, 'thumb'));
    const guessed = changeStretch(score, melody, () => ({ certainty: 'guess' }));
    expect(placedNotes(guessed, 'melody').every(({ note }) => note.certainty === 'guess')).toBe(true);
  });
});

describe('copy and paste', () => {
  const clip = copyStretch(score, { ...melody, to: { bar: 0, tick: 1920 } });
  test('lays the notes in place of what the voice had there, the other voice kept', () => {
    const laid = value(layClip(score, clip, { bar: 1, tick: 0 }));
    expect(shown(laid).slice(3)).toEqual(['2:0 2.1 960', '2:1440 1.0 480']);
    expect(shown(laid, 'thumb')).toEqual(shown(score, 'thumb'));
  });
  test('ties a note over the bar line it now crosses', () => {
    const long = copyStretch(written(['m1:3@1/4']), { ...melody, to: { bar: 1, tick: 0 } });
    const laid = value(layClip(written(['', '']), long, { bar: 0, tick: 1920 }));
    expect(shown(laid)).toEqual(['1:1920 1.3 1920', '2:0 1.3 1920 tied']);
    expect(validateScore(laid)).toEqual([]);
  });
  test('adds bars where the piece is too short, and repeats straight after', () => {
    const repeated = value(repeatStretch(score, melody));
    expect(repeated.bars).toHaveLength(4);
    expect(shown(repeated).slice(5)).toEqual(
      shown(score).map((line) => line.replace(/^\d/, (bar) => String(Number(bar) + 2))),
    );
  });
  test('one note alone is played once more after its own length', () => {
    const alone: Stretch = {
      voice: 'melody',
      from: { bar: 0, tick: 1440 },
      to: { bar: 0, tick: 1441 },
      string: 1,
    };
    const repeated = value(repeatStretch(score, alone));
    const ticks = repeated.bars[0]!.notes.filter(({ voice }) => voice === 'melody');
    expect(ticks.map(({ tick, durationTicks }) => [tick, durationTicks])).toEqual([
      [0, 960],
      [1440, 480],
      [1920, 480],
      [2880, 960],
    ]);
  });
  test('a thumb stroke laid by hand stays when its pattern is laid anew; one cut away stays away', () => {
    const thumb: Stretch = { voice: 'thumb', from: { bar: 0, tick: 0 }, to: { bar: 0, tick: 960 } };
    const laid = value(layClip(score, copyStretch(score, thumb), { bar: 1, tick: 960 }));
    expect(laid.bars[1]?.notes.find(({ tick }) => tick === 960)).toMatchObject({ string: 5, byHand: true });
    expect(clearStretch(score, thumb).bars[0]?.leftOut).toEqual([0]);
    expect(
      value(layClip(clearStretch(score, thumb), copyStretch(score, thumb), { bar: 0, tick: 0 })).bars[0],
    ).not.toHaveProperty('leftOut');
  });
});

describe('moving', () => {
  test('in time, there and back', () => {
    const one = { ...melody, from: { bar: 0, tick: 1440 }, to: { bar: 0, tick: 1920 } };
    const moved = value(shiftStretch(score, one, 480));
    expect(shown(moved)[1]).toBe('1:1920 1.0 480');
    expect(
      value(shiftStretch(moved, { ...one, from: { bar: 0, tick: 1920 }, to: { bar: 0, tick: 2400 } }, -480)),
    ).toEqual(score);
  });
  test.each([
    [1440, { bar: 0, tick: 1440 }, { bar: 0, tick: 2400 }, 'Another melody note is in the way'],
    [-480, { bar: 0, tick: 0 }, { bar: 0, tick: 480 }, 'The notes would begin before the piece'],
    [3840, { bar: 1, tick: 0 }, { bar: 2, tick: 0 }, 'The notes would begin after the last bar'],
  ])('refuses %i ticks from %o', (ticks, from, to, reason) => {
    const moved = shiftStretch(
      { ...score, bars: written(['m1:0@1/1 m1:1@2.5/1 m1:3@4/1', 'm1:0@1/1']).bars },
      { voice: 'melody', from, to },
      ticks,
    );
    expect(moved.ok ? 'moved' : moved.fault.reason).toBe(reason);
  });
  test('to the next string with its pitch or its fret, and not off the neck', () => {
    const one: Stretch = { ...melody, to: { bar: 0, tick: 480 } };
    expect(shown(value(restringStretch(score, one, 1, 'pitch')))[0]).toBe('1:0 3.5 960');
    expect(shown(value(restringStretch(score, one, 1, 'fret')))[0]).toBe('1:0 3.1 960');
    expect(restringStretch(score, one, -1, 'pitch').ok).toBe(false);
    expect(restringStretch(score, melody, -1, 'fret').ok).toBe(false);
  });
  test('a chord moves together; one of its notes alone not onto another', () => {
    const chord = written(['m1:0@1/1 m2:1@1/1 m3:0@1/1']);
    const first: Stretch = { ...melody, to: { bar: 0, tick: 1 } };
    expect(shown(value(restringStretch(chord, first, 1, 'fret')))).toEqual([
      '1:0 4.0 960',
      '1:0 3.1 960',
      '1:0 2.0 960',
    ]);
    expect(restringStretch(chord, { ...first, string: 1 }, 1, 'fret').ok).toBe(false);
  });
  test('a transposed note leaves its string only where the neck ends', () => {
    expect(shown(value(transposeStretch(score, melody, -1)))).toEqual([
      '1:0 2.0 960',
      '1:1440 2.4 480',
      '1:2880 1.2 960',
      '2:0 1.2 960 tied',
      '2:1440 2.2 480',
    ]);
    const lowest = transposeStretch(written(['m6:0@1/1']), melody, -1);
    expect(lowest.ok ? '' : `${lowest.fault.reason}, bar ${lowest.fault.place?.bar}`).toBe(
      'A note would have no place on the neck, bar 1',
    );
  });
});

const anyMelody = fc
  .array(
    fc.record({
      slot: fc.integer({ min: 0, max: 15 }),
      string: fc.integer({ min: 1, max: 4 }),
      fret: fc.integer({ min: 2, max: 9 }),
    }),
    { minLength: 1, maxLength: 10 },
  )
  .map((list) => {
    const slots = [...new Map(list.map((each) => [each.slot, each])).values()];
    const bar = (index: number) =>
      slots
        .filter(({ slot }) => Math.floor(slot / 8) === index)
        .map(({ slot, string, fret }) => `m${string}:${fret}@${1 + (slot % 8) / 2}/0.5`)
        .join(' ');
    return written([bar(0), bar(1)]);
  });

describe('whatever is written', () => {
  const pitches = (each: Score) =>
    placedNotes(each, 'melody').map(({ note }) => openMidi(each.tuning, note.string) + note.fret);
  test('transposing moves every pitch alike, and nothing in time', () =>
    fc.assert(
      fc.property(anyMelody, fc.integer({ min: -2, max: 3 }), (each, by) => {
        const moved = value(transposeStretch(each, melody, by));
        expect(pitches(moved)).toEqual(pitches(each).map((midi) => midi + by));
        expect(validateScore(moved)).toEqual([]);
      }),
    ));
  test('cut and laid back it is the same score', () =>
    fc.assert(
      fc.property(anyMelody, (each) => {
        const clip = copyStretch(each, melody);
        expect(value(layClip(clearStretch(each, melody), clip, { bar: 0, tick: 0 }))).toEqual(each);
      }),
    ));
  test('moved a string lower with its pitch, and back', () =>
    fc.assert(
      fc.property(anyMelody, (each) => {
        const lower = restringStretch(each, melody, 1, 'pitch');
        if (!lower.ok) return;
        expect(pitches(lower.value)).toEqual(pitches(each));
        expect(value(restringStretch(lower.value, melody, -1, 'pitch'))).toEqual(each);
      }),
    ));
});
