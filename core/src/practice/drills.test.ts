import { describe, expect, test } from 'vitest';
import { checkScore } from '../checking/index.ts';
import { anchors } from '../grading/index.ts';
import { mediumHand } from '../hands/index.ts';
import type { Score } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { drillsOf, type DrillId } from './index.ts';

const piece = written([
  '[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/2 m1:3@3/2',
  '[x02010] t5:0@1 t4:2@2 t5:0@3 t4:2@4 m1:0@1 m2:1@2.5/1 m2:3@3.5h m1:0@4.5',
  '[xx3211] t4:3@1 t3:2@2 t4:3@3 t3:2@4 m1:1@1/4',
]);
const whole = (score: Score) => ({ first: 0, last: score.bars.length - 1 });
const drill = (id: DrillId, score = piece, bars = whole(score)) =>
  drillsOf(score, bars, mediumHand).find((each) => each.id === id);
const played = ({ bars }: Score) =>
  bars.map(({ notes }) => notes.map(({ voice, tick }) => `${voice[0]}${1 + tick / 960}`).join(' '));

describe('drills made from a piece', () => {
  test('the change of grip that is longest, under the thumb alone', () => {
    const change = drill('change')!;
    expect(change.name).toBe('The change from Am7 to F');
    expect(change.score.bars.map(({ grips }) => grips[0]?.frets)).toEqual([
      piece.bars[1]!.grips[0]!.frets,
      piece.bars[2]!.grips[0]!.frets,
    ]);
    const notes = change.score.bars.flatMap((bar) => bar.notes);
    expect(notes.length).toBeGreaterThan(3);
    expect(notes.every(({ voice }) => voice === 'thumb')).toBe(true);
  });
  test('the change into the first of the bars is none of theirs', () =>
    expect(drill('change', piece, { first: 2, last: 2 })).toBeUndefined());
  test('the bass alone has every stroke of the thumb and nothing else', () => {
    expect(played(drill('bass')!.score)).toEqual(['t1 t2 t3 t4', 't1 t2 t3 t4', 't1 t2 t3 t4']);
    expect(drill('bass', written(['t5:3@1 t4:2@2']))).toBeUndefined();
  });
  test('the hardest bar from its end, a beat more each time, up to the whole bar', () => {
    const { name, score } = drill('backwards')!;
    expect(name).toBe('Bar 2 from its end');
    expect(played(score)).toEqual([
      't4 m4.5',
      't3 m3.5 t4 m4.5',
      't2 m2.5 t3 m3.5 t4 m4.5',
      played({ ...piece, bars: [piece.bars[1]!] })[0],
    ]);
  });
  test('a slur whose first note is left out is picked', () => {
    const [, three] = drill('backwards')!.score.bars;
    expect(
      three!.notes.find(({ tick, voice }) => voice === 'melody' && tick === 2400)?.arrival,
    ).toBeUndefined();
  });
  test('the off-beats of the bar that has most, against the thumb, then the bar', () => {
    const { name, score } = drill('off-beat')!;
    expect(name).toBe('The off-beats of bar 2 against the thumb');
    expect(played(score)[0]).toBe('t1 t2 m2.5 t3 m3.5 t4 m4.5');
    expect(played(score)[1]).toBe(played({ ...piece, bars: [piece.bars[1]!] })[0]);
    expect(drill('off-beat', written(['t5:3@1 m1:0@1 m1:3@2']))).toBeUndefined();
  });
  test.each(anchors.map(({ score }) => [score.title, score] as const))(
    '%s: every drill can be played',
    (_, score) => {
      for (const each of drillsOf(score, whole(score), mediumHand)) {
        const errors = checkScore(each.score).filter(({ severity }) => severity === 'error');
        expect([each.name, errors.map(({ message }) => message)]).toEqual([each.name, []]);
      }
    },
  );
});
