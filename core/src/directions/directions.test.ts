import { describe, expect, test } from 'vitest';
import { blankScore, type Note } from '../score/index.ts';
import { inventedScore, note } from '../testing/invented.ts';
import { notes as written } from '../testing/written.ts';
import { callLine, noteWords } from './index.ts';

const said = callLine(inventedScore());

describe('the call line (common practice)', () => {
  test('pinch, thumb, off-beat string alone, hammer with the thumb', () => {
    expect(said.filter(({ bar }) => bar === 1).map(({ count, text, voice }) => [count, text, voice])).toEqual(
      [
        ['1', 'pinch 6+1', 'both'],
        ['2', 'thumb 4', 'thumb'],
        ['&', '2', 'melody'],
        ['3', 'thumb 6, hammer 2', 'both'],
        ['&', '1', 'melody'],
        ['4', 'pinch 4+1', 'both'],
      ],
    );
  });
  test('a tied note is not said', () => {
    expect(said.find(({ bar }) => bar === 2)).toMatchObject({
      text: 'thumb 5',
      count: '1',
      voice: 'thumb',
    });
  });
  test('bars can be chosen', () => {
    expect(new Set(callLine(inventedScore(), 2, 2).map(({ bar }) => bar))).toEqual(new Set([2]));
  });
  test('a bass step outside the grip is a walk, a drone is not', () => {
    const score = inventedScore();
    const walk = [0, 1, 2, 4].map((fret, beat) =>
      note({ tick: beat * 960, durationTicks: 960, string: 6, fret, voice: 'thumb' }),
    );
    const bars = score.bars.with(0, { ...score.bars[0]!, thumbPattern: 'by-hand', notes: walk });
    expect(callLine({ ...score, bars }, 1, 1).map(({ verb }) => verb)).toEqual([
      'thumb',
      'walk',
      'walk',
      'walk',
    ]);
  });
  test('slides, pull-offs and dead notes have their verbs', () => {
    const score = inventedScore();
    const notes = [
      note({ fret: 4 }),
      note({ tick: 480, fret: 2, arrival: 'pull-off' }),
      note({ tick: 960, fret: 5, arrival: 'slide' }),
      note({ tick: 1440, dead: true }),
    ];
    const bars = score.bars.with(0, { ...score.bars[0]!, thumbPattern: 'by-hand', notes });
    expect(callLine({ ...score, bars }, 1, 1).map(({ text }) => text)).toEqual([
      '1',
      'pull 1',
      'slide 1',
      'mute 1',
    ]);
  });
});

test('a note in words for a reader who cannot see it', () => {
  const score = inventedScore();
  const bar = score.bars[0]!;
  expect(
    noteWords(bar, 1, note({ tick: 1440, string: 2, fret: 5, arrival: 'slide', ending: 'stopped' })),
  ).toBe('bar 1, beat 2.5, melody, string 2, fret 5, slid to, stopped short');
});

test('the bottleneck is said where it comes in, not at every note (common practice)', () => {
  const score = blankScore({ title: 'Glass', barCount: 1 });
  const under = [true, true, false, true].map((isUnder, beat) =>
    note({ tick: beat * 960, fret: 5, string: 1, ...(isUnder ? { bottleneck: {} } : {}) }),
  );
  const bars = [{ ...score.bars[0]!, notes: under }];
  expect(callLine({ ...score, bars }).map(({ text }) => text)).toEqual(['1, glass', '1', '1', '1, glass']);
});

test('the thumb’s strokes have their own verbs', () => {
  const said = (text: string, change: Partial<Note>) =>
    callLine({
      ...blankScore({ title: 'Strokes', barCount: 1 }),
      bars: [
        {
          metre: { beats: 4, unit: 4 },
          grips: [],
          notes: written(text).map((note) => ({ ...note, ...change })),
        },
      ],
    }).map((entry) => entry.text);
  expect(said('t3:0@2 t2:0@2 t1:3@2', { stroke: 'brush' })).toEqual(['brush 3–1']);
  expect(said('t6:0@2', { stroke: 'slap', dead: true })).toEqual(['slap 6']);
  expect(said('t5:2@3', { stroke: 'drag' })).toEqual(['drag 5']);
  expect(said('t5:2@3', { dead: true })).toEqual(['mute 5']);
});

describe('what is struck and what moves', () => {
  const said = (text: string, change: Partial<Note> = {}) => {
    const score = blankScore({ title: 'Said', barCount: 1 });
    const notes = written(text).map((each) => ({ ...each, ...change }));
    return callLine({ ...score, bars: [{ ...score.bars[0]!, notes }] });
  };
  test('only what slides slides: the thumb under it is struck', () => {
    expect(said('m1:3@1 t5:0@2 m1:5@2s').at(-1)).toMatchObject({
      text: 'thumb 5, slide 1',
      full: 'thumb 5/0, slide 1/5',
      verb: 'slide',
    });
    expect(said('m1:3@1 t5:0@2 m2:1@2 m1:5@2h').at(-1)?.text).toBe('pinch 5+2, hammer 1');
  });
  test('a strum is one word, in the direction it goes', () => {
    const chord = 't6:3@1 t5:2@1 t4:0@1 m3:0@1 m2:0@1 m1:3@1';
    expect(said(chord, { stroke: 'brush' })[0]).toMatchObject({
      text: 'brush 6–1',
      full: 'brush 6–1 (frets 3 2 0 0 0 3)',
    });
    expect(said(chord, { stroke: 'brush-back' })[0]).toMatchObject({ text: 'brush 1–6' });
    expect(said(chord)[0]?.text).toBe('pinch 6+5+4+3+2+1');
  });
  test('frets stand behind their strings, a muted one is x', () => {
    expect(said('t6:3@1 m1:0@1')[0]?.full).toBe('pinch 6/3+1/0');
    expect(said('m2:0@1x')[0]?.full).toBe('mute 2/x');
  });
});
