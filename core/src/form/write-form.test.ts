import { describe, expect, test } from 'vitest';
import { fingerScore } from '../fingering/index.ts';
import { mediumHand } from '../hands/index.ts';
import { validateScore, type Score } from '../score/index.ts';
import { frets, key } from '../testing/parsed.ts';
import { written } from '../testing/written.ts';
import { applyThumb } from '../thumb/index.ts';
import { barChords, formTable, linkState, numeralsOf, parseForm, writeChords, writeForm } from './index.ts';

let given = 0;
const writing = { hand: mediumHand, newId: () => `new-${(given += 1)}` };
const formOf = (text: string) => {
  const form = parseForm(text);
  if (!form.ok) throw new Error(form.fault.reason);
  return form.value;
};
const numerals = (id: string) => numeralsOf(formTable.find((plan) => plan.id === id)!);

/** One bar of an invented tune over a grip, the thumb by its pattern. */
const oneBar = (melody: string, grip: string, tonic: string, more: Partial<Score> = {}): Score => {
  const score = { ...written([melody]), key: key(tonic), thumbPattern: 'two-string', ...more };
  const [bar] = score.bars;
  const { thumbPattern: _, ...rest } = bar!;
  return applyThumb({
    ...score,
    bars: [{ ...rest, id: 'bar-1', grips: [{ tick: 0, frets: frets(grip) }] }],
  });
};
const laid = (score: Score, text: string) => {
  const result = writeForm(score, 0, formOf(text), writing);
  if (!result.ok) throw new Error(result.fault.reason);
  return result.value;
};
const chords = (score: Score) =>
  score.bars.map((_, index) =>
    barChords(score, index)
      .map(({ name }) => name)
      .join(' '),
  );

describe('a form from one bar', () => {
  const one = oneBar('m1:0@1/1 m2:2@2 m1:0@2.5 m2:2@3/1 m3:2@4/1', 'x02220', 'A');

  test('a quick change in A has A, D and E where it should (common practice), and every bar a melody and a thumb', () => {
    const score = laid(one, numerals('12-bar-quick'));
    expect(chords(score)).toEqual('A D A A D D A A E D A E'.split(' '));
    for (const bar of score.bars) {
      expect(bar.notes.filter(({ voice }) => voice === 'melody')).toHaveLength(5);
      expect(bar.notes.filter(({ voice }) => voice === 'thumb').length).toBeGreaterThanOrEqual(4);
    }
    expect(validateScore(score)).toEqual([]);
  });
  test('bars of one chord are one bar, linked, and fingered alike', () => {
    const score = laid(one, numerals('12-bar-quick'));
    expect(score.bars.map((_, index) => linkState(score, index)).join(' ')).toBe(
      'own own same same same same same same own same same same',
    );
    const fingers = fingerScore(score);
    const of = (bar: number) => score.bars[bar]!.notes.map((note) => fingers.notes.get(note)?.finger).join();
    for (const bar of [2, 6, 10]) expect(of(bar)).toBe(of(0));
  });
  test('a tune under the grip stays on its strings and takes the new grip’s frets', () => {
    const score = laid(one, 'I IV');
    const d = score.bars[1]!;
    expect(d.grips[0]!.frets).toEqual(frets('xx0232'));
    expect(
      d.notes.filter(({ voice }) => voice === 'melody').map(({ string, fret }) => [string, fret]),
    ).toEqual([
      [1, 2],
      [2, 3],
      [1, 2],
      [2, 3],
      [3, 2],
    ]);
  });
  test('a tune off the grip is moved by the step of the roots', () => {
    const blue = oneBar('m1:0@1/1 m1:3@2 m1:0@2.5 m2:3@3/1', '022100', 'E');
    const score = laid(blue, 'I IV V');
    const midi = (bar: number) =>
      score.bars[bar]!.notes.filter(({ voice }) => voice === 'melody').map(
        ({ string, fret }) => [64, 59, 55, 50, 45, 40][string - 1]! + fret,
      );
    const steps = (bar: number) => midi(bar).map((each, index) => each - midi(0)[index]!);
    expect(new Set(steps(1)).size).toBe(1);
    expect([5, -7]).toContain(steps(1)[0]);
    expect([7, -5]).toContain(steps(2)[0]);
  });
  test('two chords share a bar, one comes late, a bar has two beats more', () => {
    const score = laid(one, 'I IV,V V@3 I(+2)');
    expect(score.bars.map(({ grips }) => grips.map(({ tick }) => tick / 960 + 1))).toEqual([
      [1],
      [1, 3],
      [1, 3],
      [1],
    ]);
    expect(chords(score)).toEqual(['A', 'D E', 'E E', 'A']);
    expect(score.bars[3]!.metre.beats).toBe(6);
  });
  test('colours are put behind plain numerals; the piece’s own grip goes before any other', () => {
    const result = writeForm(one, 0, formOf('I IV V'), { ...writing, colour: '7' });
    expect(result.ok && chords(result.value)).toEqual(['A', 'D7', 'E7']);
    const own = {
      ...one,
      bars: [...one.bars, { ...one.bars[0]!, id: 'bar-2', grips: [{ tick: 0, frets: frets('xx0775') }] }],
    };
    const again = writeChords(own, 0, formOf('IV')[0]!, writing);
    expect(again.ok && again.value.bars[0]!.grips[0]!.frets).toEqual(frets('xx0775'));
  });
  test('empty bars are taken, written ones stay behind', () => {
    const empty = { metre: { beats: 4, unit: 4 } as const, grips: [], notes: [] };
    const score = {
      ...one,
      bars: [...one.bars, { ...empty, id: 'bar-2' }, { ...one.bars[0]!, id: 'bar-3' }],
    };
    expect(laid(score, 'I IV V').bars.map(({ id }) => id)).toEqual([
      'bar-1',
      'bar-2',
      expect.any(String),
      'bar-3',
    ]);
  });
  test('what cannot be is said and changes nothing', () => {
    for (const text of ['I I(-4)', 'I V@9', 'I I,IV,V,I,IV', 'I I,IV@4,V'])
      expect(writeForm(one, 0, formOf(text), writing).ok).toBe(false);
  });
});
