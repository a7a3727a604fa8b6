import { describe, expect, test } from 'vitest';
import { written } from '../testing/written.ts';
import { withIds } from './document/index.ts';
import {
  barsText,
  changeNote,
  changesBetween,
  insertBarAfter,
  layGrip,
  moveNote,
  removeBar,
  removeNote,
  setSection,
  writeNote,
  type Score,
} from './index.ts';

let given = 0;
const named = (score: Score) => withIds(score, () => `id-${(given += 1)}`);
const score = named(
  written(['t6:3@1/1 m1:0@1/1', 't6:3@1/1 t4:0@2/1 m1:3@2/1', 't6:3@1/1 m2:1@3/2', 't5:3@1/4'], {
    key: { tonic: 'G', mode: 'major' },
  }),
);
const changes = (change: (each: Score) => Score) => changesBetween(score, change(score));
const bass = (bar: number) => ({ bar, tick: 0, string: 6, voice: 'thumb' }) as const;
const value = (result: ReturnType<typeof insertBarAfter>) => (result.ok ? result.value : score);

describe('what changed, in words', () => {
  test('nothing is nothing', () => expect(changes((each) => each)).toEqual([]));
  test('the same change over bars is said once', () =>
    expect(changes((each) => moveNote(moveNote(each, bass(1), 5, 10), bass(2), 5, 10))).toEqual([
      'bars 2–3: bass moved to string 5',
    ]));
  test('notes added, taken out, on another fret, marked', () => {
    const melody = { bar: 0, tick: 1920, string: 1, voice: 'melody' } as const;
    expect(changes((each) => writeNote(each, melody, 3, 480))).toEqual(['bar 1: 1 melody note added']);
    expect(changes((each) => removeNote(each, bass(0)))).toEqual(['bar 1: 1 bass note taken out']);
    expect(changes((each) => writeNote(each, bass(2), 1, 960))).toEqual([
      'bar 3: 1 bass note on another fret',
    ]);
    expect(
      changes((each) =>
        changeNote(
          changeNote(each, bass(0), () => ({ ending: 'palm-damped' })),
          bass(1),
          () => ({
            ending: 'palm-damped',
          }),
        ),
      ),
    ).toEqual(['bars 1–2: palm-damped on 1 bass note']);
  });
  test('bars put in and taken out are told as they are, and those after them are not changed', () => {
    expect(changes((each) => named(value(insertBarAfter(each, 0))))).toEqual(['bar 2 new']);
    expect(changes((each) => removeBar(each, 1))).toEqual(['bar 2 of before taken out']);
    expect(changes((each) => ({ ...each, bars: [...each.bars].reverse() }))).toEqual([
      'bars in another order',
    ]);
  });
  test('settings, sections and grips say what they are now', () => {
    expect(changes((each) => ({ ...each, capo: 2, tempoBpm: 96, title: 'Other' }))).toEqual([
      `title “Other”, was “${score.title}”`,
      'capo fret 2, was none',
      `tempo ♩ 96, was ♩ ${score.tempoBpm}`,
    ]);
    expect(changes((each) => setSection(each, 2, { name: 'B' }))).toEqual(['bar 3: section B begins']);
    expect(changes((each) => layGrip(each, 3, { tick: 0, frets: [3, 2, 0, 0, 0, 3] }))).toEqual([
      'bar 4: grip laid',
    ]);
  });
  test('every kind of change says something', () => {
    const others: ((each: Score) => Score)[] = [
      (each) => ({ ...each, comment: { do: 'slowly' } }),
      (each) => ({ ...each, bars: each.bars.with(0, { ...each.bars[0]!, repeatStart: true }) }),
      (each) => ({ ...each, bars: each.bars.with(0, { ...each.bars[0]!, comment: { why: 'it rings' } }) }),
      (each) => changeNote(each, bass(0), () => ({ finger: 3 })),
      (each) => changeNote(each, bass(0), () => ({ comment: { do: 'press' } })),
      (each) => changeNote(each, bass(0), () => ({ lyric: 'oh' })),
      (each) => ({ ...each, gauges: 'medium' }),
    ];
    for (const change of others) expect(changes(change)).toHaveLength(1);
  });
  test('bars are named as ranges', () => {
    expect(barsText([3])).toBe('bar 3');
    expect(barsText([3, 4, 7, 9, 10, 11])).toBe('bars 3–4, 7, 9–11');
  });
});
