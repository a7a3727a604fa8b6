import { describe, expect, test } from 'vitest';
import { mediumHand, type Hand } from '../hands/index.ts';
import type { Score } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { fingerScore } from './index.ts';

/** The fretting fingers of a piece in short writing, moment by moment, from thick to thin; `-` for none. */
const fingers = (bars: readonly string[], hand: Partial<Hand> = {}, over: Partial<Score> = {}) =>
  fingerScore(written(bars, over), { hand: { ...mediumHand, ...hand } }).moments.map(({ notes }) =>
    notes.map(({ finger }) => finger ?? '-').join(''),
  );
const costMm = (bars: readonly string[], over: Partial<Score> = {}, hand: Partial<Hand> = {}) =>
  fingerScore(written(bars, over), { hand: { ...mediumHand, ...hand } }).frettingMm;

describe('grips in time (common practice)', () => {
  test('an arpeggiated C keeps 3, 2 and 1', () =>
    expect(fingers(['[x32010] t5:3@1 t4:2@2 m2:1@2.5 m1:0@3.5 t5:3@3 t4:2@4 m2:1@4.5'])).toEqual([
      '3',
      '2',
      '1',
      '3',
      '-',
      '2',
      '1',
    ]));
  test('the little finger takes fret 3 of string 1 over a held C', () =>
    expect(fingers(['[x32010] t5:3@1/2 m2:1@1/2 t4:2@1/2 m1:3@2/1'])[1]).toBe('4'));
  test('an A7 melody note at fret 3 leaves the grip alone', () =>
    expect(fingers(['[x02020] t5:0@1 t4:2@2/2 m2:2@2/2 m1:3@3/1'])[2]).not.toMatch(/[-]/));
  test('a thumb the teacher typed is kept, in a grip and on a note, whatever the hand does of itself', () => {
    const score = written(['[1x3211] t6:1@1/2 t4:3@1/2 m3:2@1/2 m2:1@1/2 m1:1@1/2']);
    score.bars[0]!.grips[0]!.fingers = ['T', null, 3, 2, 1, 1];
    const [moment] = fingerScore(score).moments;
    expect(moment!.notes.map(({ finger }) => finger)).toEqual(['T', 3, 2, 1, 1]);
    expect(fingers(['t6:1@1/2fT m1:3@1/2'])[0]).toMatch(/^T/);
  });
  test('one grip is held one way in a piece, and a moved shape keeps its fingers (common practice)', () => {
    const shape = (text: string) => {
      const score = written([`[${text}] t4:0@1`, '[x32010] t5:3@1', `[${text}] t4:0@1`]);
      return fingerScore(score).setting.usualFingers.map((each) =>
        each?.map((finger) => finger ?? '-').join(''),
      );
    };
    const [first, , again] = shape('320003');
    expect(again).toBe(first);
    const moved = fingerScore(written(['[133211] t6:1@1', '[x32010] t5:3@1', '[355433] t6:3@1'])).setting
      .usualFingers;
    expect(moved[2]).toEqual(moved[0]);
  });
  test('a moved grip lies where it is, also when it has the very fingers of the one before', () => {
    const score = written(['[133211] t6:1@1', '[355433] t6:3@1']);
    const shared: (1 | 2 | 3 | 4)[] = [1, 3, 4, 2, 1, 1];
    for (const bar of score.bars) for (const grip of bar.grips) grip.fingers = shared;
    expect(fingerScore(score).moments.map(({ position }) => position)).toEqual([1, 3]);
  });
  test('a note of a held grip keeps the grip’s finger, one beside it takes a free one', () => {
    expect(fingers(['[xx0232] t4:0@1 m3:2@1.5 m2:3@2 m1:2@2.5 m1:5@3/1 m1:2@4'])).toEqual([
      '-',
      '1',
      '3',
      '2',
      '4',
      '2',
    ]);
  });
  test('a harmonic holds nothing: the hand is free at once', () => {
    const score = written(['m1:12@1/4 t6:1@2/1']);
    score.bars[0]!.notes = score.bars[0]!.notes.map((note) =>
      note.string === 1 ? { ...note, harmonic: true as const } : note,
    );
    const { moments } = fingerScore(score);
    expect(moments[1]!.letGo).toEqual([]);
    expect(moments[1]!.placement.presses).toHaveLength(1);
  });
  describe('touched, not pressed', () => {
    const chime = (text: string) => {
      const score = written([text]);
      score.bars[0]!.notes = score.bars[0]!.notes.map((note) =>
        note.fret === 12 ? { ...note, harmonic: true as const } : note,
      );
      return fingerScore(score).moments.map(({ notes }) => notes.map(({ finger }) => finger ?? '-').join(''));
    };
    test('harmonics of several strings lie under one straight finger, with an open string beside them', () =>
      expect(chime('t5:12@1 m4:12@1/1 m3:12@1/1 m1:0@1/1')[0]).toMatch(/^(\d)\1\1-$/));
    test('an open string between them asks for two fingers', () =>
      expect(chime('m4:12@1/1 m3:0@1/1 m2:12@1/1')[0]).toMatch(/^(\d)-(?!\1)\d$/));
  });
  describe('a bottleneck is a hand of its own', () => {
    /** Melody notes from fret 5 on are played with it. */
    const glass = (bars: readonly string[], over: Partial<Score> = {}) => {
      const score = written(bars, over);
      for (const bar of score.bars)
        bar.notes = bar.notes.map((note) => (note.fret >= 5 ? { ...note, bottleneck: {} } : note));
      return fingerScore(score);
    };
    const shown = (fingering: ReturnType<typeof glass>) =>
      fingering.moments.map(({ notes }) => notes.map(({ finger }) => finger ?? '-').join(''));
    test('the little finger wears it, across any strings at one fret', () =>
      expect(shown(glass(['m3:12@1/1 m2:12@1/1 m1:12@1/1 m3:7@2/1 m2:7@2/1']))).toEqual(['444', '44']));
    test('the ring finger where the teacher says so', () =>
      expect(shown(glass(['m1:12@1/1f3 m1:7@2/1']))).toEqual(['3', '3']));
    test('frets behind it are pressed by the others', () =>
      expect(shown(glass(['t5:3@1/1 m1:5@1/1 t4:4@2/1 m1:5@2/1'])).join(' ')).toMatch(/^[123]4 [123]4$/));
    test('it is at one fret at a time: two at once cannot be played', () =>
      expect(glass(['m2:5@1/1 m1:7@1/1']).moments[0]!.notes.some(({ isUnplayed }) => isUnplayed)).toBe(true));
    test('gliding along a string costs less than fingers that jump', () => {
      const line = ['m1:5@1/1 m1:7@2/1 m1:10@3/1 m1:12@4/1'];
      expect(glass(line).frettingMm).toBeLessThan(fingerScore(written(line)).frettingMm / 2);
    });
  });
  test('a slap needs no finger', () => {
    const score = written(['m2:8@1/1']);
    score.bars[0]!.notes = score.bars[0]!.notes.map((note) => ({ ...note, stroke: 'slap' as const }));
    expect(fingerScore(score).moments[0]!.notes[0]!.finger).toBeNull();
  });
  test('a grip that is lifted frees the hand until it is laid again', () => {
    const bar = '[x32010] t5:3@1/1 m2:1@2/1 m3:5@3/1 m1:5@3/1 t5:3@4/1';
    const lifted = written([bar]);
    lifted.bars[0]!.notes = lifted.bars[0]!.notes.map((note) =>
      note.string === 2 ? { ...note, ending: 'lifted' as const } : note,
    );
    const moved = (score: Score) =>
      fingerScore(score).moments.flatMap(({ fretting }) =>
        fretting.filter(({ name }) => name === 'grip moved'),
      );
    expect(moved(written([bar]))).not.toEqual([]);
    expect(moved(lifted)).toEqual([]);
    expect(fingerScore(lifted).moments[3]!.notes[0]!.finger).toBe(3);
  });
  test('thumb-over takes the bass of F where the hand does so', () => {
    const bar = '[133211] t6:1@1/2 t4:3@1/2 m2:1@1/2 m1:1@1/2 m3:2@1/2';
    expect(fingers([bar])[0]).toBe('14211');
    expect(fingers([bar], { thumbOver: true })[0]).toMatch(/^[1T]/);
  });
});

describe('notes made by the fretting hand', () => {
  test('a hammer-on comes from a higher finger than the one that holds', () => {
    const [from, to] = fingers(['m2:1@1/1 m2:3@2/1h']).map(Number);
    expect(to).toBeGreaterThan(from!);
  });
  test('a slide keeps its finger', () => {
    const [from, to] = fingers(['m2:3@1/1 m2:8@2/1s']);
    expect(to).toBe(from);
  });
  test('the finger pulled off to is down from the start: it costs nothing when it sounds', () => {
    const piece = fingerScore(written(['m2:3@1/1 m2:1@2/1p']));
    const [from, to] = piece.moments;
    expect(Number(to!.notes[0]!.finger)).toBeLessThan(Number(from!.notes[0]!.finger));
    expect(from!.placement.presses.map(({ fret }) => fret)).toEqual([1, 3]);
    expect(to!.fretting.filter(({ name }) => name === 'shift' || name === 'another finger')).toEqual([]);
  });
  test('a bend goes to finger 3', () => expect(fingers(['m2:8@1/1b'])).toEqual(['3']));
  test('dead notes need no finger', () => expect(fingers(['m2:8@1/1x'])).toEqual(['-']));
  test('a tied note keeps its finger while others come and go', () => {
    const held = fingerScore(written(['m1:5@1/4 t5:5@2', 'm1:5@1/4t t4:7@2']));
    const [first, second, third] = held.moments;
    expect(held.moments).toHaveLength(3);
    for (const moment of [second!, third!])
      expect(moment.placement.presses.map(({ finger }) => finger)).toContain(first!.notes[0]!.finger);
  });
});

describe('time', () => {
  const shift = ['m1:1@1/0.5 m1:10@1.5/0.5'];
  test('a shift costs more the quicker it is', () => {
    expect(costMm(shift, { tempoBpm: 160 })).toBeGreaterThan(costMm(shift, { tempoBpm: 60 }));
  });
  test('a shift in an eighth at ♩ 120 costs more than the same over a bar', () => {
    const slow = ['m1:1@1/4', 'm1:10@1/4'];
    expect(costMm(shift, { tempoBpm: 120 })).toBeGreaterThan(1.3 * costMm(slow, { tempoBpm: 120 }));
  });
  test('an open string before a shift gives time for it', () => {
    const withOpen = ['m1:1@1/0.5 m1:0@1.5/1 m1:10@2.5/0.5'];
    const without = ['m1:1@1/0.5 m1:3@1.5/1 m1:10@2.5/0.5'];
    expect(costMm(withOpen)).toBeLessThan(costMm(without));
  });
  test('a capo lets a hand reach what it cannot without', () => {
    const far = ['t6:1@1/2 m1:6@1/2'];
    expect(costMm(far)).toBeGreaterThan(costMm(far, { capo: 5 }) + 100);
  });
});

describe('what the teacher asks for', () => {
  test('a pinned finger is kept and the rest fits around it', () => {
    expect(fingers(['[x32010] t5:3@1/2f4 t4:2@1/2 m2:1@1/2'])[0]).toBe('421');
  });
  test('a pinned position puts the index finger there', () => {
    const score = written(['m1:7@1/1']);
    const placed = { ...score.bars[0]!.notes[0]!, position: 5 };
    const pinned = { ...score, bars: [{ ...score.bars[0]!, notes: [placed] }] };
    expect(fingerScore(pinned).moments[0]).toMatchObject({ position: 5, notes: [{ finger: 3 }] });
  });
  test('a finger that cannot be had leaves its note unplayed, and says so', () => {
    const impossible = fingerScore(written(['t6:3@1/2f1 m1:8@1/2f1']));
    expect(impossible.moments[0]!.notes.filter(({ isUnplayed }) => isUnplayed)).toHaveLength(1);
    expect(impossible.costMm).toBeGreaterThan(1000);
  });
});

describe('hands differ', () => {
  test('a small hand pays more for a stretch than a large one', () => {
    const stretch = ['t5:2@1/2 m1:6@1/2'];
    const [small, medium, large] = (['small', 'medium', 'large'] as const).map((size) =>
      costMm(stretch, {}, { size }),
    );
    expect(small).toBeGreaterThan(medium!);
    expect(medium).toBeGreaterThan(large!);
  });
  test('its own measures stand above its size', () => {
    const stretch = ['t5:2@1/2f1 m1:6@1/2f4'];
    const wide = { '14': { comfortableMm: 140, largestMm: 160 } };
    expect(costMm(stretch, {}, { spans: wide })).toBeLessThan(costMm(stretch));
  });
});
