import { describe, expect, test } from 'vitest';
import { fingerScore } from '../fingering/index.ts';
import { openMidi } from '../instrument/index.ts';
import { applyRemedy, type Score } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { keyNoteBelow } from './key-notes.ts';
import { doubleStops, suggestSteps, type Suggestion } from './index.ts';

function suggest(score: Score): Suggestion[] {
  const steps = suggestSteps(score, {});
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

describe('suggestions', () => {
  const quick = written(['[x32010] t5:3@1 m2:0@1/0.5 m2:1@1.5/0.5'], { tempoBpm: 160 });
  test('a quick second stroke on a string is hammered into a tone of the grip', () => {
    const [first] = suggest(quick);
    expect(first).toMatchObject({ kind: 'hammer', place: { bar: 0, tick: 480, string: 2 } });
    expect(first!.remedy.words).toBe('Hammer it on');
    expect(applyRemedy(quick, first!.remedy).bars[0]!.notes.find(({ tick }) => tick === 480)).toMatchObject({
      arrival: 'hammer-on',
    });
  });
  test('not into a note outside the grip, not after a gap, not across five frets', () => {
    for (const bar of [
      '[x32010] m2:0@1/0.5 m2:3@1.5/0.5',
      '[x32010] m2:0@1/0.25 m2:1@1.5/0.5',
      '[x32010] m2:8@1/0.5 m2:1@1.5/0.5',
      '[x32010] m2:0@1/1 m2:1@2/0.5',
    ])
      expect(suggest(written([bar], { tempoBpm: 160 })).filter(({ kind }) => kind === 'hammer')).toEqual([]);
  });
  test('a melody note leaves the string the thumb needs, its pitch kept', () => {
    const score = written(['[320003] t6:3@1/1 t4:0@2/1 m4:5@1/2 t6:3@3/1 t4:0@4/1']);
    const [first] = suggest(score).filter(({ kind }) => kind === 'move');
    expect(first?.reason).toBe('the thumb needs string 4 while this note sounds');
    expect(first?.moreMm).toBeLessThan(0);
    const [moved] = applyRemedy(score, first!.remedy).bars[0]!.notes.filter(
      ({ voice }) => voice === 'melody',
    );
    expect(openMidi(score.tuning, moved!.string) + moved!.fret).toBe(openMidi(score.tuning, 4) + 5);
    expect(moved!.string).not.toBe(4);
  });
  test('what is answered costs what it says it saves', () => {
    const before = fingerScore(quick).costMm;
    for (const { remedy, moreMm } of suggest(quick))
      expect(fingerScore(applyRemedy(quick, remedy)).costMm - before).toBeCloseTo(moreMm, 6);
  });
  test('a piece with nothing to gain gets none', () =>
    expect(suggest(written(['m1:0@1/1 m2:1@3/1']))).toEqual([]));
});

describe('double stops by key', () => {
  test('steps below in the key (common practice): under E a third is C, a sixth G in C major', () => {
    const inC = { tonic: 'C', mode: 'major' } as const;
    expect([keyNoteBelow(inC, 64, 2), keyNoteBelow(inC, 64, 5)]).toEqual([60, 55]);
    expect(keyNoteBelow({ tonic: 'A', mode: 'minor' }, 60, 2)).toBe(57);
    expect(keyNoteBelow(inC, 61, 2)).toBeUndefined();
  });
  const score = written(['[x32010] t5:3@1/2 m1:0@1/2']);
  const place = { bar: 0, tick: 0, string: 1, voice: 'melody' } as const;
  test('lie on free strings, the easiest first, each with what it costs', () => {
    const found = doubleStops(fingerScore(score), place);
    const third = found.find(({ reason }) => reason.startsWith('a third'))!;
    expect(third.remedy.words).toBe('Add string 2, fret 1');
    expect(found.find(({ reason }) => reason.startsWith('a sixth'))!.remedy.words).toBe('Add string 3, open');
    expect(found.map(({ moreMm }) => moreMm)).toEqual(
      [...found.map(({ moreMm }) => moreMm)].sort((a, b) => a - b),
    );
    const added = applyRemedy(score, third.remedy).bars[0]!.notes.filter(({ voice }) => voice === 'melody');
    expect(added.map(({ string, fret, durationTicks }) => [string, fret, durationTicks])).toEqual([
      [2, 1, 1920],
      [1, 0, 1920],
    ]);
  });
  test('none for a place without a note', () =>
    expect(doubleStops(fingerScore(score), { ...place, tick: 480 })).toEqual([]));
});
