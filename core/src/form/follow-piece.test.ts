import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { setSection, type Score } from '../score/index.ts';
import { withIds } from '../score/document/index.ts';
import { smallScores } from '../testing/small-scores.ts';
import { written } from '../testing/written.ts';
import { followPiece } from './index.ts';

const named = (score: Score): Score => {
  let count = 0;
  return withIds(score, () => `b-${(count += 1)}`);
};
const piece = (...bars: string[]) => named(written(bars));
const frets = ({ bars }: Score) =>
  bars.map(({ notes }) => notes.map(({ string, fret }) => `${string}/${fret}`).join(' '));

describe('a score taken from another follows it', () => {
  const then = piece('t5:3@1 m1:0@2', 't5:3@1 m1:1@2', 't5:3@1 m1:3@2');
  const own = piece('t5:3@1 m1:0@2', 't5:3@1 m1:8@2', 't5:3@1 m1:3@2');
  const now = piece('t5:3@1 m1:5@2', 't6:3@1 m1:1@2', 't5:3@1 m1:3@2');
  test('what is as it was taken becomes as it is now; what was changed by hand stays', () => {
    const { score, byHand, taken } = followPiece(then, own, now);
    expect(frets(score)).toEqual(['5/3 1/5', '6/3 1/8', '5/3 1/3']);
    expect(byHand).toEqual([1]);
    expect(taken).toEqual([0, 1]);
  });
  test('nothing new: it stays as it is, and says what is by hand', () => {
    const { score, byHand, taken } = followPiece(then, own, then);
    expect(score).toEqual(own);
    expect([byHand, taken]).toEqual([[1], []]);
  });
  test('bars added and taken out by hand stay so; new ones come', () => {
    const changed = { ...then, bars: [then.bars[0]!, { ...own.bars[1]!, id: 'mine' }, then.bars[2]!] };
    const grown = { ...now, bars: [...now.bars, { ...now.bars[0]!, id: 'new' }] };
    const { score, byHand, taken } = followPiece(then, changed, grown);
    expect(score.bars.map(({ id }) => id)).toEqual(['b-1', 'mine', 'b-3', 'new']);
    expect(byHand).toEqual([1]);
    expect(taken).toEqual([0, 3]);
    const first = { ...then, bars: [{ ...then.bars[0]!, id: 'before' }, ...then.bars] };
    expect(followPiece(then, first, grown).score.bars[0]!.id).toBe('before');
  });
  test('title, tempo and sections follow where they were not changed by hand', () => {
    const mine = { ...own, tempoBpm: 60 };
    const theirs = setSection({ ...now, tempoBpm: 100, title: 'Other' }, 0, { id: 's', name: 'Verse' });
    const { score } = followPiece(then, mine, theirs);
    expect([score.tempoBpm, score.title, score.bars[0]!.section?.name]).toEqual([60, 'Other', 'Verse']);
  });
});

describe('on any scores', () => {
  const any = smallScores({ moments: 6, mostFret: 9, mostNotes: 10 }).map(named);
  test('one that was not changed by hand becomes the other; following once more changes nothing', () => {
    fc.assert(
      fc.property(any, any, any, (then, own, now) => {
        expect(frets(followPiece(then, then, now).score)).toEqual(frets(now));
        const once = followPiece(then, own, now).score;
        const again = followPiece(now, once, now);
        expect(again.score).toEqual(once);
        expect(again.taken).toEqual([]);
      }),
    );
  });
});
