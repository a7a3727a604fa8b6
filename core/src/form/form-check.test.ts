import { describe, expect, test } from 'vitest';
import type { Score } from '../score/index.ts';
import { frets, key } from '../testing/parsed.ts';
import { written } from '../testing/written.ts';
import { checkForm } from './index.ts';

const shapes: Record<string, string> = {
  G: '320003',
  C: 'x32010',
  D: 'xx0232',
  D7: 'xx0212',
  A: 'x02220',
  E: '022100',
};
const piece = (chords: string, tonic: string, bars: readonly string[] = []): Score => {
  const names = chords.split(' ');
  const score = written(names.map((_, index) => bars[index] ?? 'm1:0@1/1'));
  return {
    ...score,
    key: key(tonic),
    bars: score.bars.map((bar, index) => ({
      ...bar,
      id: `bar-${index + 1}`,
      grips: names[index] === '%' ? [] : [{ tick: 0, frets: frets(shapes[names[index]!]!) }],
    })),
  };
};
const quick = 'G C G G C C G G D C G D';

describe('form check', () => {
  test('a quick change in G is known as one, and nothing is said', () => {
    const { name, isGuessed, findings } = checkForm(piece(quick, 'G'));
    expect([name, isGuessed, findings]).toEqual(['12 bars, quick change', true, []]);
  });
  test('D in bars 5 and 6 must be C (common practice)', () => {
    const { findings } = checkForm(piece(quick.replace('C C', 'D D'), 'G'));
    expect(findings.map(({ bar, message }) => [bar, message])).toEqual([
      [5, 'Bars 5–6 are V; this form has IV'],
    ]);
  });
  test('a pickup changes no number; held chords count; colours are free', () => {
    const score = piece(`G ${quick.replace('G G C C', 'G % D C').replace('G D', 'G D7')}`, 'G');
    const { findings } = checkForm({
      ...score,
      bars: score.bars.with(0, { ...score.bars[0]!, pickup: true }),
    });
    expect(findings.map(({ message }) => message)).toEqual(['Bar 5 is V; this form has IV']);
  });
  test('a chosen form is held against every section as long as it', () => {
    const score = { ...piece('A D E A A D A A', 'A'), form: 'I IV V I' };
    const named = (index: number, name: string) => ({ ...score.bars[index]!, section: { id: name, name } });
    const { findings } = checkForm({
      ...score,
      bars: score.bars.with(0, named(0, 'a')).with(4, named(4, 'b')),
    });
    expect(findings.map(({ message }) => message)).toEqual(['Bar 7 is I; this form has V']);
  });
  test('what fits no form is held against none', () =>
    expect(checkForm(piece('A E A E A E D', 'A'))).toMatchObject({ form: undefined, findings: [] }));
  test('four steps from beat 2 of bar 11 land on beat 1 of bar 12 (common practice)', () => {
    const bars = Array.from({ length: 12 }, () => 'm1:0@1/1');
    bars[10] = 'm4:0@1/1 m4:5@2/1 m4:4@3/1 m4:3@4/1';
    bars[11] = 'm4:2@1/1 m1:0@2/1';
    const { remarks } = checkForm(piece('A A A A D D A A E D A A', 'A', bars));
    expect(remarks).toContainEqual({
      words: 'Turnaround from beat 2 of bar 11',
      where: 'lands on beat 1 of bar 12',
    });
  });
  test('a late chord and a longer bar are told, not queried', () => {
    const score = { ...piece('A D E A', 'A'), form: 'I IV V I' };
    const late = {
      ...score.bars[2]!,
      metre: { beats: 6, unit: 4 as const },
      grips: [{ tick: 1920, frets: frets('022100') }],
    };
    const { findings, remarks } = checkForm({ ...score, bars: score.bars.with(2, late) });
    expect(findings).toEqual([]);
    expect(remarks.map(({ words, where }) => `${words}, ${where}`)).toEqual([
      'V comes late, the piece, bar 3, beat 3',
      '2 beats more, the piece, bar 3',
    ]);
  });
});
