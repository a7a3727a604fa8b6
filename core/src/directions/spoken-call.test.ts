import { describe, expect, test } from 'vitest';
import { blankScore } from '../score/index.ts';
import { callDigits, isSpoken, readCall, readSpokenCall, toldCount } from './index.ts';
import { note } from '../testing/invented.ts';

const score = blankScore({ title: 'Said', barCount: 2 });
const read = (text: string, index = 0) => readSpokenCall(score, index, text);
const notes = (text: string) => {
  const back = read(text);
  return back.ok
    ? back.bar.notes.map(({ tick, voice, string, fret }) => `${tick} ${voice} ${string}/${fret}`)
    : back.fault.reason;
};

describe('a bar said in full', () => {
  test('counts, verbs, strings and frets; the grip before it is passed over', () =>
    expect(notes('Bar 1: Hold C, frets x32010. 1 pinch 5/3+1/0; & 1/3; 2 thumb 4/2, hammer 2/1.')).toEqual([
      '0 thumb 5/3',
      '0 melody 1/0',
      '480 melody 1/3',
      '960 thumb 4/2',
      '960 melody 2/1',
    ]));
  test('a strum with its frets, back from the thin strings too', () => {
    expect(notes('3 brush 6–1 (frets 3 2 0 0 0 3)')).toHaveLength(6);
    const back = read('1 brush 1–3 (frets 3 0 x)');
    expect(back.ok && back.bar.notes.map(({ string, stroke, dead }) => [string, stroke, dead])).toEqual([
      [3, 'brush-back', true],
      [2, 'brush-back', undefined],
      [1, 'brush-back', undefined],
    ]);
  });
  test('words that go for the moment mark the tune', () => {
    const back = read('1 pinch 5/2+2/3, bend');
    expect(back.ok && back.bar.notes.map(({ bendCents }) => bendCents !== undefined)).toEqual([false, true]);
  });
  test.each([
    ['1 thumb 4', 'not a string with its fret'],
    ['5 thumb 4/2', 'no count that comes next'],
    ['2 thumb 4/2; 1 thumb 5/0', 'no count that comes next'],
    ['1 pinch 4/2+4/3', 'struck twice'],
    ['1 brush 6–1 (frets 3 2)', 'need 6 frets'],
    ['1 thumb 4/77', 'past the last fret'],
    ['thumb', 'no count'],
  ])('%s is refused with its reason', (text, reason) => {
    const back = read(text);
    expect(back.ok ? 'read' : back.fault.reason).toContain(reason);
    expect(back.ok || back.fault.to > back.fault.from).toBe(true);
  });
  test('a bar there is not', () => expect(read('1 thumb 4/0', 7)).toMatchObject({ ok: false }));
  test('is told from a typed one', () => {
    expect(isSpoken('6/3+1/0 4 1')).toBe(false);
    expect(isSpoken('1 thumb 4/2')).toBe(true);
    expect(readCall(score, 0, '6+1 4', 480)).toMatchObject({ ok: true });
  });
});

test('a count is told with its beat where the beat was not said before', () => {
  const metre = { beats: 4, unit: 4 };
  expect(toldCount(metre, 480, 0)).toBe('&');
  expect(toldCount(metre, 1440, 0)).toBe('2&');
  expect(toldCount(metre, 480, undefined)).toBe('1&');
  expect(toldCount({ beats: 6, unit: 8 }, 480, undefined)).toBe('2');
});

test('digits of the call, with and without frets', () => {
  const struck = [note({ voice: 'thumb', string: 5, fret: 3 }), note({ string: 1, dead: true })];
  expect(callDigits(struck)).toEqual({
    thumb: [{ digits: '5', fret: '' }],
    plus: true,
    melody: [{ digits: '1', fret: '' }],
  });
  expect(callDigits(struck, true)).toMatchObject({ thumb: [{ fret: '3' }], melody: [{ fret: '×' }] });
});

test('a brush that leaves a string out names its strings', () =>
  expect(
    callDigits([4, 2, 1].map((string) => note({ string: string as 1, stroke: 'brush' }))).melody,
  ).toEqual([
    { digits: '4', fret: '' },
    { digits: '+2', fret: '' },
    { digits: '+1', fret: '' },
  ]));
