import { describe, expect, test } from 'vitest';
import { blankScore, type Bar, type Note, type Score } from '../score/index.ts';
import { note } from '../testing/invented.ts';
import { frets } from '../testing/parsed.ts';
import { applyThumb } from '../thumb/index.ts';
import { gradeScore } from './index.ts';

const blank = blankScore({ title: 'One thing at a time', barCount: 4 });
const e: Bar['grips'] = [{ tick: 0, frets: [0, 2, 2, 1, 0, 0] }];
const a: Bar['grips'] = [{ tick: 0, frets: [null, 0, 2, 2, 2, 0] }];
const scoreOf = (bars: Partial<Bar>[], over: Partial<Score> = {}): Score =>
  applyThumb({ ...blank, ...over, bars: bars.map((bar) => ({ ...blank.bars[0]!, ...bar })) });
const level = (score: Score, name: string) =>
  gradeScore(score).dimensions.find((each) => each.name === name)!.level;
const beats = (frets: number[], over: Partial<Note> = {}) =>
  frets.map((fret, index) => note({ tick: index * 960, durationTicks: 960, fret, ...over }));

/** Each rule alone: what is compared differs in one thing only (order of difficulty: common practice). */
describe('what makes a score harder', () => {
  test('a thumb on more strings', () => {
    const levels = ['one-string', 'two-string', 'three-string'].map((thumbPattern) =>
      level(scoreOf([{ grips: e }], { thumbPattern }), 'Thumb pattern'),
    );
    expect(levels).toEqual([...levels].sort((x, y) => x - y));
    expect(new Set(levels).size).toBe(3);
  });
  test('thumb strokes between the beats', () => {
    const by = (tick: number) =>
      level(
        scoreOf([{ thumbPattern: 'by-hand', notes: [note({ voice: 'thumb', string: 6, tick })] }]),
        'Thumb pattern',
      );
    expect(by(480)).toBeGreaterThan(by(960));
  });
  test('more grips, and changes inside a bar', () => {
    const one = level(scoreOf([{ grips: e }, {}, {}, {}]), 'Grip changes');
    const two = level(scoreOf([{ grips: e }, { grips: a }, {}, {}]), 'Grip changes');
    const inside = level(
      scoreOf([{ grips: e }, { grips: [{ tick: 1920, frets: a[0]!.frets }] }, {}, {}]),
      'Grip changes',
    );
    expect(one).toBeLessThan(two);
    expect(two).toBeLessThanOrEqual(inside);
  });
  test('a change is harder the longer the way and the less time there is; where fingers stay it takes none', () => {
    const change = (from: string, to: string, tempoBpm = 90) =>
      level(
        scoreOf([{ grips: [{ tick: 0, frets: frets(from) }] }, { grips: [{ tick: 0, frets: frets(to) }] }], {
          tempoBpm,
        }),
        'Grip changes',
      );
    expect(change('x32010', 'x35553')).toBeGreaterThan(change('x32010', 'x02010'));
    expect(change('x32010', '320003', 160)).toBeGreaterThan(change('x32010', '320003', 60));
  });
  test('the fretting thumb over the edge, where it is typed or nothing else holds the grip; not where a finger does', () => {
    const over = (text: string, fingers?: Bar['grips'][number]['fingers']) =>
      level(
        scoreOf([{ grips: [{ tick: 0, frets: frets(text), ...(fingers ? { fingers } : {}) }] }]),
        'Thumb over the edge',
      );
    expect(over('2x0232', ['T', null, null, 1, 3, 2])).toBeGreaterThan(0);
    expect(over('133211')).toBe(0);
    expect(over('133211', ['T', 3, 4, 2, 1, 1])).toBeGreaterThan(0);
    expect(over('200232')).toBe(0);
    expect(over('321013')).toBeGreaterThan(0);
  });
  test('the same grip laid again is no change', () => {
    expect(
      gradeScore(scoreOf([{ grips: e }, { grips: e }])).dimensions.find(
        ({ name }) => name === 'Grip changes',
      )!.value,
    ).toBe(0);
  });
  test('pinches, but not a melody between the strokes', () => {
    expect(level(scoreOf([{ grips: e, notes: beats([0, 0, 0, 0]) }]), 'Pinches')).toBeGreaterThan(
      level(scoreOf([{ grips: e, notes: beats([0]) }]), 'Pinches'),
    );
    expect(
      gradeScore(scoreOf([{ grips: e, notes: [note({ tick: 480 })] }])).dimensions.find(
        ({ name }) => name === 'Pinches',
      )!.value,
    ).toBe(0);
  });
  test('off-beats weigh less without a thumb under them', () => {
    const notes = [note({ tick: 480 }), note({ tick: 1440 })];
    expect(level(scoreOf([{ notes }]), 'Off the beat')).toBeLessThan(
      level(scoreOf([{ grips: e, notes }]), 'Off the beat'),
    );
  });
  test('changing strings', () => {
    const same = scoreOf([{ notes: beats([0, 1, 2, 3]) }]);
    const crossing = scoreOf([
      {
        notes: beats([0, 1, 2, 3]).map((each, index) => ({
          ...each,
          string: index % 2 === 0 ? (1 as const) : (3 as const),
        })),
      },
    ]);
    expect(level(same, 'String crossings')).toBe(0);
    expect(level(crossing, 'String crossings')).toBeGreaterThan(0);
  });
  test('notes up the neck', () => {
    expect(level(scoreOf([{ notes: beats([0, 2, 4, 4]) }]), 'Up the neck')).toBe(0);
    expect(level(scoreOf([{ notes: beats([9, 10, 12, 12]) }]), 'Up the neck')).toBeGreaterThan(
      level(scoreOf([{ notes: beats([0, 2, 4, 5]) }]), 'Up the neck'),
    );
  });
  test('a hammer-on, more so where it lands with the thumb', () => {
    const hammered = (tick: number) =>
      level(
        scoreOf([
          { grips: e, notes: [note({ tick: tick - 480 }), note({ tick, fret: 2, arrival: 'hammer-on' })] },
        ]),
        'Fretting-hand notes',
      );
    expect(hammered(1440)).toBeGreaterThan(0);
    expect(hammered(960)).toBeGreaterThan(hammered(1440));
  });
  test('a bottleneck, more so between the frets or beside pressed notes; not for its slides or its place on the neck', () => {
    const glass = (over: Partial<Note>, more: Note[] = []) =>
      scoreOf([{ notes: [...beats([12, 12, 12, 12], over), ...more] }]);
    const plain = glass({ bottleneck: {} });
    expect(level(glass({}), 'Bottleneck')).toBe(0);
    expect(level(plain, 'Bottleneck')).toBeGreaterThan(0);
    expect(level(glass({ bottleneck: { cents: 50 } }), 'Bottleneck')).toBeGreaterThan(
      level(plain, 'Bottleneck'),
    );
    expect(
      level(
        glass(
          { bottleneck: {} },
          [0, 1, 2, 3].map((beat) => note({ string: 3, fret: 1, tick: beat * 960 + 480 })),
        ),
        'Bottleneck',
      ),
    ).toBeGreaterThan(level(plain, 'Bottleneck'));
    expect(level(glass({ bottleneck: {}, arrival: 'slide' }), 'Fretting-hand notes')).toBe(0);
    expect(level(plain, 'Up the neck')).toBe(0);
    expect(level(plain, 'Reach')).toBe(0);
  });
  test('what only touches a string reaches nowhere', () => {
    const far = (over: Partial<Note>) =>
      level(
        scoreOf([{ notes: [note({ string: 6, fret: 1 }), note({ string: 1, fret: 12, ...over })] }]),
        'Reach',
      );
    expect(far({})).toBeGreaterThan(0);
    for (const touched of [{ harmonic: true }, { dead: true }] as const) expect(far(touched)).toBe(0);
  });
  test('bars of another length than the rest', () => {
    expect(level(scoreOf([{}, {}, { metre: { beats: 6, unit: 4 } }]), 'Uneven bars')).toBeGreaterThan(0);
    expect(level(scoreOf([{}, {}, {}]), 'Uneven bars')).toBe(0);
  });
  test('pace, by tempo and by how much there is to play', () => {
    const at = (tempoBpm: number, notes: Note[]) =>
      level(scoreOf([{ grips: e, notes }], { tempoBpm }), 'Pace');
    expect(at(120, beats([0]))).toBeGreaterThan(at(60, beats([0])));
    expect(at(120, [...beats([0]), note({ tick: 1440 })])).toBeGreaterThanOrEqual(at(120, beats([0])));
  });
});

test('every reason says why in words and where, and names no place outside the score', () => {
  const score = scoreOf([
    { grips: e, notes: beats([0, 2, 5, 7]) },
    { grips: a, notes: [note({ tick: 480 }), note({ tick: 960, fret: 2, arrival: 'hammer-on' })] },
  ]);
  for (const { why, where, unit } of gradeScore(score).dimensions) {
    expect(why.length).toBeGreaterThan(5);
    expect(unit).not.toBe('');
    for (const { bar, beat } of where) {
      expect(bar).toBeGreaterThanOrEqual(1);
      expect(bar).toBeLessThanOrEqual(2);
      expect(beat).toBeGreaterThanOrEqual(1);
      expect(beat).toBeLessThan(5);
    }
  }
});
