import { describe, expect, test } from 'vitest';
import { judgeFingers, mediumHand } from '../hands/index.ts';
import { blankScore, type PlacedGrip, type Score } from '../score/index.ts';
import { frets } from '../testing/parsed.ts';
import { fretsText, pieceGrips } from './index.ts';

const grip = (text: string, over: Partial<PlacedGrip> = {}): PlacedGrip => ({
  tick: 0,
  frets: frets(text),
  ...over,
});
const piece = (...grips: PlacedGrip[]): Score => {
  const blank = blankScore({ title: 'Grips', barCount: grips.length });
  return {
    ...blank,
    bars: blank.bars.map((bar, index) => ({ ...bar, grips: grips[index] ? [grips[index]] : [] })),
  };
};

describe('the grips of a piece', () => {
  const score = piece(grip('x32010'), grip('133211'), grip('x32010'), grip('320001'), grip('x32010'));
  const { grips, changes } = pieceGrips(score, mediumHand);
  test('each once, most used first, with the bar of its first use, its name and function', () => {
    expect(
      grips.map((each) => [
        fretsText(each.grip.frets),
        each.uses,
        each.firstBar,
        each.name,
        each.functionName,
      ]),
    ).toEqual([
      ['x32010', 3, 1, 'C', 'I'],
      ['133211', 1, 2, 'F', 'IV'],
      ['320001', 1, 4, 'G7', 'V7'],
    ]);
  });
  test('fingers are legal', () => {
    for (const { grip: each, fingered } of grips)
      expect(judgeFingers(each.frets, fingered!.fingers, score, mediumHand).illegal).toEqual([]);
  });
  test('changes come hardest first: a barre costs more than an open grip', () => {
    expect(changes.map(({ change }) => change.costMm)).toEqual(
      changes.map(({ change }) => change.costMm).sort((a, b) => b - a),
    );
    expect([changes[0]!.fromName, changes[0]!.toName]).toContain('F');
  });
  test('a change made again is counted, and a grip laid again is none', () => {
    const again = pieceGrips(
      piece(grip('022100'), grip('022100'), grip('x02220'), grip('022100'), grip('x02220')),
      mediumHand,
    );
    expect(again.changes.map(({ times }) => times)).toEqual(expect.arrayContaining([2]));
    expect(again.changes.reduce((sum, { times }) => sum + times, 0)).toBe(3);
  });
  test('fingers the teacher set stay, the thumb among them', () => {
    const own = pieceGrips(
      piece(grip('200212', { fingers: ['T', null, null, 2, 1, 3] }), grip('xx0232')),
      mediumHand,
    );
    expect(own.grips[0]!.fingered!.fingers).toEqual(['T', null, null, 2, 1, 3]);
  });
  test('where other fingers are typed, the bar says so', () => {
    const [found] = pieceGrips(
      piece(grip('x32010'), grip('x02210'), grip('x32010', { fingers: [null, 4, 3, null, 1, null] })),
      mediumHand,
    ).grips;
    expect(found!.fingered!.fingers).toEqual([null, 3, 2, null, 1, null]);
    expect(found!.otherwise).toEqual([{ bar: 3, fingers: [null, 4, 3, null, 1, null] }]);
  });
  test('wherever that bar is, the worked-out fingers are the grip’s own', () => {
    const typed: PlacedGrip['fingers'] = [null, 1, 2, null, 3, null];
    const [found] = pieceGrips(piece(grip('x32010', { fingers: typed }), grip('x32010')), mediumHand).grips;
    expect(found!.fingered!.fingers).toEqual([null, 3, 2, null, 1, null]);
    expect(found!.otherwise).toEqual([{ bar: 1, fingers: typed }]);
  });
  test('a silent string does not name, and a grip no hand holds has no fingers', () => {
    const odd = pieceGrips(piece(grip('x32011', { silent: [1] }), grip('1xxxx9')), mediumHand);
    expect(odd.grips[0]!.name).toBe('C');
    expect(odd.grips[1]!.fingered).toBeUndefined();
    expect(odd.changes).toEqual([]);
  });
  test('the teacher’s names name the changes', () => {
    const named = pieceGrips(piece(grip('x32010', { functionName: 'home' }), grip('xx0212')), mediumHand);
    expect(named.changes[0]).toMatchObject({ fromName: 'home', toName: 'D7' });
  });
});
