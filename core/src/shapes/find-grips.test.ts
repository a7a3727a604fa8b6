import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { fingerGrip, fingersText, judgeFingers, mediumHand } from '../hands/index.ts';
import { fretSpanMm, openMidi, stringsLowToHigh, tuningTable } from '../instrument/index.ts';
import { modulo, noteAtDegree, pitchClassOf } from '../pitch/index.ts';
import { chord, frets, guitar } from '../testing/parsed.ts';
import { findGrips, fretsText, gripTones, parseChord, type FoundGrip, type GripSearch } from './index.ts';

const found = (symbol: string, tuningName = 'std', over: Partial<GripSearch> = {}) =>
  findGrips(chord(symbol), { instrument: guitar(tuningName), hand: mediumHand, ...over });
const texts = (...args: Parameters<typeof found>) => found(...args).map((grip) => fretsText(grip.frets));

const isBarred = ({ presses }: FoundGrip) => presses.some(({ kind }) => kind === 'barre');

describe('finding the grips of a chord', () => {
  const symbols = fc.constantFrom('D7', 'G', 'Am', 'E7', 'C13', 'F#m7b5', 'Bdim7', 'A7no3', 'D/F#', 'G5');
  const tunings = fc.constantFrom(...tuningTable.map(({ id }) => id));
  test('every grip is the chord, legally fingered, in order of cost, and costs what its terms add up to', () => {
    fc.assert(
      fc.property(symbols, tunings, fc.boolean(), (symbol, name, thumbOver) => {
        const hand = { size: 'medium' as const, thumbOver };
        const wanted = chord(symbol);
        const grips = found(symbol, name, { hand, limit: 8 });
        expect(grips.map(({ costMm }) => costMm)).toEqual(
          grips.map(({ costMm }) => costMm).sort((a, b) => a - b),
        );
        for (const grip of grips) {
          expect(judgeFingers(grip.frets, grip.fingers, guitar(name), hand).illegal).toEqual([]);
          expect(grip.terms.reduce((sum, { mm }) => sum + mm, 0)).toBeCloseTo(grip.costMm, 9);
          const chordTones = new Set(
            wanted.kind.degrees.map((degree) => pitchClassOf(noteAtDegree(wanted.root, degree))),
          );
          const extra = wanted.kind.suffix === '13' ? [modulo(pitchClassOf(wanted.root) + 2, 12)] : [];
          for (const { midi } of gripTones(guitar(name).tuning, grip.frets))
            expect([...chordTones, ...extra]).toContain(modulo(midi, 12));
        }
      }),
      { numRuns: 40 },
    );
  });

  test('nothing is overlooked: every Em within four frets, taken one by one, is found or part of a better one', () => {
    const instrument = guitar('std');
    const all = found('Em', 'std', { toFret: 3, limit: 10_000 });
    const known = all.map(({ frets: grip }) => grip);
    const classes = [4, 7, 11];
    const options = stringsLowToHigh.map((string) => [
      null,
      ...[0, 1, 2, 3].filter((fret) => classes.includes((openMidi(instrument.tuning, string) + fret) % 12)),
    ]);
    const every = options.reduce<(number | null)[][]>(
      (grips, choices) => grips.flatMap((grip) => choices.map((fret) => [...grip, fret])),
      [[]],
    );
    const chords = every.filter((grip) => {
      const tones = gripTones(instrument.tuning, grip);
      const sounding = new Set(tones.map(({ midi }) => midi % 12));
      return (
        tones.length >= 3 && sounding.has(4) && sounding.has(7) && fingerGrip(grip, instrument, mediumHand)
      );
    });
    expect(chords.length).toBeGreaterThan(50);
    for (const grip of chords)
      expect(
        known.some((better) => grip.every((fret, index) => fret === null || fret === better[index])),
        fretsText(grip),
      ).toBe(true);
    expect(found('Em', 'std', { toFret: 3, limit: 5 })).toEqual(all.slice(0, 5));
  });

  test('the grips every player knows come first (common practice)', () => {
    expect(texts('Em')).toContain('022000');
    expect(texts('D7')[0]).toBe('xx0212');
    expect(texts('E', 'std', { limit: 6 })).toContain('022100');
    expect(texts('C', 'std', { limit: 6 })).toContain('x32010');
    expect(texts('D', 'open-d')[0]).toBe('000000');
    expect(texts('G', 'open-g')[0]).toBe('x00000');
  });
  test('partial grips with open strings ring at any position', () => {
    expect(texts('E', 'std', { nearFret: 7, limit: 20 }).some((text) => /^0.*[679]/.test(text))).toBe(true);
  });
  test('near a position the nearest come first', () => {
    const lowest = (grip: { frets: readonly (number | null)[] }) =>
      Math.min(...grip.frets.filter((fret): fret is number => fret !== null && fret > 0));
    expect(lowest(found('A7', 'std', { nearFret: 9, limit: 1 })[0]!)).toBeGreaterThan(5);
  });
  test('a range of frets is kept', () => {
    for (const { frets: grip } of found('G7', 'std', { fromFret: 3, toFret: 7 }))
      for (const fret of grip) expect(fret === null || fret === 0 || (fret >= 3 && fret <= 7)).toBe(true);
  });
  test('a bass that is asked for is the lowest tone', () => {
    for (const { frets: grip } of found('D7/F#'))
      expect(Math.min(...gripTones(guitar('std').tuning, grip).map(({ midi }) => midi)) % 12).toBe(6);
  });
  test('a small hand is shown no wider stretch than its own', () => {
    const small = found('C13', 'std', { hand: { size: 'small', thumbOver: false } });
    for (const { spanMm } of small) expect(spanMm).toBeLessThanOrEqual(130 * 0.9);
  });
  test('a grip that is only part of a better one can be moved where that cannot, or spares its barre', () => {
    const grips = found('E', 'std', { limit: 20 });
    const parts = grips.flatMap((part, index) =>
      grips
        .slice(0, index)
        .flatMap((whole) =>
          part.frets.every((fret, string) => fret === null || fret === whole.frets[string])
            ? [{ part, whole }]
            : [],
        ),
    );
    for (const { part, whole } of parts) {
      const moves = !part.frets.includes(0) && whole.frets.includes(0);
      expect(moves || (isBarred(whole) && !isBarred(part)), fretsText(part.frets)).toBe(true);
    }
  });
  test('the small F is shown beside the barre, and C9 without its first string', () => {
    expect(texts('F')).toEqual(expect.arrayContaining(['133211', 'xx3211']));
    expect(texts('C9')).toEqual(expect.arrayContaining(['x32333', 'x3233x']));
  });
  test('94 of 100 of the grips that teachers show first (common practice) are in the first dozen', () => {
    const lines = readFileSync(join(import.meta.dirname, '../../checks/textbook-grips.txt'), 'utf8')
      .split('\n')
      .filter((line) => line !== '' && !line.startsWith('#'))
      .map((line) => line.split(/[ =]/));
    expect(lines).toHaveLength(80);
    const missed = lines.flatMap(([symbol = '', grip = '']) =>
      texts(symbol).includes(grip) ? [] : [`${symbol} ${grip}`],
    );
    expect(missed.length, missed.join(', ')).toBeLessThanOrEqual(5);
    for (const [, grip = '', fingers] of lines)
      if (fingers)
        expect(fingersText(fingerGrip(frets(grip), guitar('std'), mediumHand)!.fingers), grip).toBe(fingers);
  });
  test('a capo shortens stretches: the same grip spans less (common practice: 92.1 mm at 2–5, 73.1 at capo 4)', () => {
    const grip = frets('xx2xx5');
    const span = (capo: number) => fretSpanMm(guitar('std', { capo }), 2, 5);
    expect(span(0)).toBeCloseTo(92.1, 1);
    expect(span(4)).toBeCloseTo(73.1, 1);
    expect(fingerGrip(grip, guitar('std', { capo: 4 }), mediumHand)!.costMm).toBeLessThanOrEqual(
      fingerGrip(grip, guitar('std'), mediumHand)!.costMm,
    );
  });
});

describe('chord symbols', () => {
  test.each([
    'D7',
    'F#m7b5',
    'Gsus4',
    'C6/9',
    'A7no3',
    'B°7',
    'E+',
    'Ebmaj7',
    'C(b5)',
    'D7/F#',
    'Bb13',
    'am',
  ])('%s is read', (text) => expect(parseChord(text).ok).toBe(true));
  test.each(['H7', 'D77', 'Gsus3', 'X', '', 'D7/Q', 'Cnox'])('“%s” is refused with a remedy', (text) => {
    const refused = parseChord(text);
    expect(!refused.ok && refused.fault.remedy).toMatch(/^Write a note name/);
  });
  test('in German usage H7 is B7 and B is B flat', () => {
    const [h7, b] = [parseChord('H7', 'german'), parseChord('B', 'german')];
    expect(h7.ok && pitchClassOf(h7.value.root)).toBe(11);
    expect(b.ok && pitchClassOf(b.value.root)).toBe(10);
  });
});
