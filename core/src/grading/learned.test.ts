import { describe, expect, test } from 'vitest';
import { standardTuning } from '../instrument/index.ts';
import type { Score } from '../score/index.ts';
import { tuning } from '../testing/parsed.ts';
import { written } from '../testing/written.ts';
import { gradeScore } from './index.ts';

const points = (score: Score) => gradeScore(score).points;
const reason = (score: Score, name: string) =>
  gradeScore(score).dimensions.find((each) => each.name === name);
const again = (score: Score, times: number): Score => ({
  ...score,
  bars: Array.from({ length: times }, () => score.bars).flat(),
});

/** A beginner's shuffle: boom on E and A, one off-beat a bar. */
const shuffle = written(
  [
    '[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:0@1/1 m2:0@2.5 m2:0@3/1',
    '[x02220] t5:0@1 t5:0@2 t5:0@3 t5:0@4 m1:0@1/1',
  ],
  { tempoBpm: 72, swingPercent: 64 },
);
/** Down and up strums of two chords. */
const strummed = (grip: string, strings: readonly number[], frets: readonly number[]) =>
  `[${grip}] ${[1, 2, 2.5, 3, 4, 4.5]
    .map((beat) =>
      strings
        .map((string, index) => `m${string}:${frets[index]}@${beat}/0.5${beat % 1 ? 'U' : 'D'}`)
        .join(' '),
    )
    .join(' ')}`;
const strums = written([strummed('022100', [3, 2, 1], [1, 0, 0]), strummed('x02220', [3, 2, 1], [2, 2, 0])], {
  tempoBpm: 90,
});

describe('what was played before counts for nothing', () => {
  test('the same two bars eleven times are as hard as once', () => {
    expect(points(again(shuffle, 11))).toBe(points(shuffle));
    expect(reason(again(shuffle, 11), 'To be learned')).toMatchObject({
      value: 2,
      why: '2 bars to learn of 22: the others repeat them',
    });
  });
  test('words, comments and chosen fingers make no bar another one', () => {
    const sung = again(shuffle, 2);
    const [, , third] = sung.bars;
    const named = {
      ...sung,
      bars: sung.bars.with(2, { ...third!, notes: third!.notes.map((note) => ({ ...note, lyric: 'la' })) }),
    };
    expect(points(named)).toBe(points(sung));
  });
  test('a bar under another grip is another bar', () => {
    const held = written(['[022100] t6:0@1 m1:0@1', 't6:0@1 m1:0@1', '[x02220] t5:0@1', 't6:0@1 m1:0@1']);
    expect(reason(held, 'To be learned')?.value).toBe(3);
  });
});

describe('what beginners play is easy', () => {
  test.each([
    ['a shuffle on two chords', again(shuffle, 6), 4],
    ['two chords strummed', again(strums, 4), 3],
    [
      'plain eighths in 6/8',
      {
        ...written(['[x32010] t5:3@1/1 m1:0@1 m2:1@1.5']),
        bars: [
          {
            metre: { beats: 6, unit: 8 as const },
            grips: [{ tick: 0, frets: [null, 3, 2, 0, 1, 0] }],
            thumbPattern: 'by-hand',
            notes: [
              ...[0, 1440].map((tick) => ({
                tick,
                durationTicks: 1440,
                string: 5 as const,
                fret: 3,
                voice: 'thumb' as const,
              })),
              ...[0, 480, 960, 1440, 1920, 2400].map((tick) => ({
                tick,
                durationTicks: 480,
                string: 1 as const,
                fret: 0,
                voice: 'melody' as const,
              })),
            ],
          },
        ],
      },
      4,
    ],
  ])('%s', (_, score, most) => expect(points(score)).toBeLessThanOrEqual(most));
});

describe('a chord is one event', () => {
  test('off the beat, on two strings or three', () => {
    const one = written(['[022100] t6:0@1 t6:0@2 m1:0@1.5']);
    const three = written(['[022100] t6:0@1 t6:0@2 m1:0@1.5 m2:0@1.5 m3:1@1.5']);
    expect(reason(three, 'Off the beat')?.level).toBe(reason(one, 'Off the beat')?.level);
    expect(reason(three, 'String crossings')?.value).toBe(0);
  });
  test('a strum off the beat is one movement of the hand that plays the beat', () => {
    expect(reason(strums, 'Off the beat')?.value).toBe(0);
    expect(reason(strums, 'String crossings')?.value).toBe(0);
  });
});

describe('one thing more is harder, or as hard', () => {
  const plain = written(['[022100] t6:0@1 t5:2@2 t6:0@3 t5:2@4 m1:0@1/1 m2:0@2/1 m1:0@3/1 m2:0@4/1']);
  const [bar] = plain.bars;
  const changed = (over: Partial<Score['bars'][number]>): Score => ({
    ...plain,
    bars: [{ ...bar!, ...over }],
  });
  const notes = (change: (note: Score['bars'][number]['notes'][number]) => object) =>
    changed({ notes: bar!.notes.map((note) => ({ ...note, ...change(note) })) });

  test.each([
    ['a barre', changed({ grips: [{ tick: 0, frets: [1, 3, 3, 2, 1, 1] }] }), 'Barres'],
    [
      'a bend',
      notes(({ tick, voice }) => (voice === 'melody' && tick === 0 ? { bendCents: 100 } : {})),
      'Bends and turns',
    ],
    ['stopped bass', notes(({ voice }) => (voice === 'thumb' ? { ending: 'stopped' } : {})), 'Damping'],
    [
      'a walk',
      notes(({ voice, tick }) => (voice === 'thumb' && tick === 2880 ? { fret: 4 } : {})),
      'Bass off the grip',
    ],
    ['another tuning', { ...plain, tuning: tuning('open-d') as Score['tuning'] }, 'Tuning'],
    [
      'a pull-off',
      notes(({ voice, tick }) => (voice === 'melody' && tick === 960 ? { arrival: 'pull-off' } : {})),
      'Fretting-hand notes',
    ],
  ])('%s', (_, score, name) => {
    expect(reason(plain, name)?.level).toBe(0);
    expect(reason(score, name)?.level).toBeGreaterThan(0);
  });

  test('a full bass is not easier than half of it', () => {
    const half = changed({
      notes: bar!.notes.filter(({ voice, tick }) => voice === 'melody' || tick % 1920 === 0),
    });
    expect(points(half)).toBeLessThanOrEqual(points(plain));
  });
  test('a hammer-on of the thumb does not land with itself', () => {
    const alone = written(['[022100] t6:0@1/0.5 t6:2@1.5/0.5h t6:0@2']);
    const withTune = written(['[022100] t6:0@1/0.5 t6:2@1.5/0.5h t6:0@2 m1:0@1.5']);
    expect(reason(alone, 'Fretting-hand notes')?.why).toContain('0 landing');
    expect(reason(withTune, 'Fretting-hand notes')?.why).toContain('1 landing');
  });
  test('the usual tuning has no share, whatever it is called', () => {
    expect(
      reason(
        { ...plain, tuning: { ...standardTuning, name: 'Mine', pitches: [...standardTuning.pitches] } },
        'Tuning',
      )?.level,
    ).toBe(0);
  });
});
