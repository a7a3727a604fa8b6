import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  drawSheet,
  gutter,
  signatureRoom,
  sheetMeasures,
  xOfTick,
  type Shape,
  type SystemPicture,
} from '../engraving/index.ts';
import { withSigns } from '../pitch/index.ts';
import type { Score } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { drawStaff } from './index.ts';
import { drawClefAndKey } from './staff-head.ts';
import { createAccidentals, keyAlter, spelled, staffStep } from './spelled.ts';

const options = {
  shown: withSigns,
  leftHanded: false,
  signs: { picking: false, fretting: false },
  staff: drawStaff,
};
const system = (score: Score): SystemPicture => drawSheet(score, sheetMeasures, options).systems[0]!;

/** How many shapes the staff alone takes. */
const staffShapes = (score: Score): number =>
  system(score).shapes.length -
  drawSheet(score, sheetMeasures, { ...options, staff: undefined }).systems[0]!.shapes.length;

interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
  readonly ink: string | undefined;
}
const boxOf = (shape: Shape): Box | undefined => {
  if (shape.kind !== 'path') return undefined;
  const numbers = (shape.d.match(/-?[\d.]+/g) ?? []).map(Number);
  const [xs, ys] = [
    numbers.filter((_, index) => index % 2 === 0),
    numbers.filter((_, index) => index % 2 === 1),
  ];
  return {
    left: Math.min(...xs),
    right: Math.max(...xs),
    top: Math.min(...ys),
    bottom: Math.max(...ys),
    ink: shape.fill,
  };
};
/** Heads of notes: filled, about a space high and a little wider, as Bravura has them. */
const headsOf = ({ shapes, rows }: SystemPicture): Box[] =>
  shapes
    .flatMap((shape) => boxOf(shape) ?? [])
    .filter(
      ({ left, right, top, bottom, ink }) =>
        (ink === 'ink1' || ink === 'ink2') &&
        Math.abs(bottom - top - 7.5) < 0.8 &&
        Math.abs(right - left - 9) < 0.8 &&
        bottom < rows.stringTop - 20,
    );
const middle = ({ top, bottom }: Box) => (top + bottom) / 2;

describe('where notes are written (common practice: the guitar an octave up in the treble clef)', () => {
  const score = written(['m1:0@1/1 m2:0@2/1 m3:0@3/1 t6:0@4/1']);
  test('open strings: E in the top space, B on the middle line, G on the second, low E under three ledger lines', () => {
    const { staffTop } = system(score).rows;
    const steps = headsOf(system(score)).map((head) => Math.round((staffTop + 30 - middle(head)) / 3.75));
    expect(steps.sort((a, b) => b - a)).toEqual([7, 4, 2, -7]);
  });
  test('a step is half a space, counted from E4', () => {
    expect(staffStep({ letter: 'E', octave: 4 })).toBe(0);
    expect(staffStep({ letter: 'B', octave: 4 })).toBe(4);
    expect(staffStep({ letter: 'E', octave: 3 })).toBe(-7);
  });
  test('with a capo on, the shapes are written, not what sounds', () => {
    const [note] = score.bars[0]!.notes;
    expect(spelled({ ...score }, note!)).toEqual(spelled({ ...score, ...{ capo: 3 } }, note!));
  });
});

describe('accidentals (common practice)', () => {
  const inKey = (tonic: string) => ({ tonic, mode: 'major' }) as const;
  test('signatures: F# in G, B flat in F, four sharps in E', () => {
    expect(keyAlter(inKey('G'), 'F')).toBe(1);
    expect(keyAlter(inKey('G'), 'C')).toBe(0);
    expect(keyAlter(inKey('F'), 'B')).toBe(-1);
    expect(
      (['F', 'C', 'G', 'D', 'A', 'E', 'B'] as const).filter((each) => keyAlter(inKey('E'), each) === 1),
    ).toEqual(['F', 'C', 'G', 'D']);
  });
  test('a sign holds for its line to the end of the bar, and is taken back', () => {
    const say = createAccidentals(inKey('C'));
    const pitch = (alter: number, octave = 4) => ({ letter: 'F', alter, octave }) as const;
    expect([pitch(0), pitch(1), pitch(1), pitch(1, 5), pitch(0), pitch(0)].map(say)).toEqual([
      undefined,
      '#',
      undefined,
      '#',
      'n',
      undefined,
    ]);
  });
});

describe('the staff over the tab', () => {
  test('stands in its own rows: nothing of it reaches the strings, and the tab is as without it, only lower', () => {
    const score = written(['m1:12@1/1 t6:0@2/1', 'm1:5@1/0.5']);
    const [both, alone] = [
      drawSheet(score, sheetMeasures, options).systems[0]!,
      drawSheet(score, sheetMeasures, { ...options, staff: undefined }).systems[0]!,
    ];
    expect(both.height - alone.height).toBe(148);
    expect(both.layout).toEqual(alone.layout);
    expect(both.rows.stringTop - alone.rows.stringTop).toBe(148);
  });
  test('melody in the second ink with stems up, thumb in the first with stems down', () => {
    const picture = system(written(['m1:0@1/1 t5:0@1/1']));
    const heads = headsOf(picture);
    expect(heads.map(({ ink }) => ink).sort()).toEqual(['ink1', 'ink2']);
  });
  test('tied notes are joined; a note over a bar line is written twice', () => {
    const tied = written(['m2:1@4/1', 'm2:1@1/1t']);
    const loose = written(['m2:1@4/1', 'm2:1@1/1']);
    expect(headsOf(system(tied))).toHaveLength(2);
    expect(staffShapes(tied)).toBe(staffShapes(loose) + 1);
  });
  test.each(['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'Cb'])(
    'the signature of %s stands between the clef and the first bar',
    (tonic) => {
      const key = { tonic, mode: 'major' } as const;
      const boxes = drawClefAndKey({ key }, 0).flatMap((shape) => boxOf(shape) ?? []);
      const [clef, ...signs] = boxes
        .filter(({ right, left }) => right - left > 1)
        .sort((a, b) => a.left - b.left);
      for (const sign of signs) {
        expect(sign.left).toBeGreaterThan((clef?.right ?? 0) - 1);
        expect(sign.right).toBeLessThan(gutter + signatureRoom(key));
      }
      const { bars } = system({ ...written(['m1:0@1/1']), key }).layout;
      const { bars: plain } = system(written(['m1:0@1/1'])).layout;
      expect((bars[0]?.firstX ?? 0) - (plain[0]?.firstX ?? 0)).toBeCloseTo(signatureRoom(key));
    },
  );
  test('a repeat has its dots on the staff as on the strings', () => {
    const plain = written(['m1:0@1/1', 'm1:2@1/1']);
    const bars = [
      { ...plain.bars[0]!, repeatStart: true as const },
      { ...plain.bars[1]!, repeatTimes: 2 },
    ];
    const { shapes, rows } = system({ ...plain, bars });
    const dots = shapes.flatMap((shape) =>
      shape.kind === 'ellipse' && shape.cy < rows.stringTop ? [(shape.cy - rows.staffTop) / 7.5] : [],
    );
    expect(dots.sort()).toEqual([1.5, 1.5, 2.5, 2.5]);
  });
  test('a changed bar leaves other systems the same objects', () => {
    const bars = Array.from({ length: 12 }, () => 'm1:0@1/1 t5:0@2/1');
    const before = drawSheet(written(bars), sheetMeasures, options);
    const score = written(bars);
    const same = drawSheet({ ...score, tuning: score.tuning, bars: score.bars }, sheetMeasures, options);
    expect(same.systems).toHaveLength(before.systems.length);
    const changed = {
      ...score,
      bars: score.bars.with(0, { ...score.bars[0]!, notes: score.bars[0]!.notes.slice(1) }),
    };
    const after = drawSheet(changed, sheetMeasures, options, same);
    expect(after.systems[0]).not.toBe(same.systems[0]);
    expect(after.systems.at(-1)).toBe(same.systems.at(-1));
  });
});

/** Bars of single notes, thirds apart from one another at least, so that no head steps aside. */
const anyBar = fc
  .array(
    fc.record({
      slot: fc.integer({ min: 0, max: 15 }),
      string: fc.constantFrom(1, 2, 3),
      fret: fc.integer({ min: 0, max: 12 }),
      isLong: fc.boolean(),
    }),
    { minLength: 1, maxLength: 12 },
  )
  .map((list) =>
    [...new Map(list.map((each) => [each.slot, each])).values()]
      .map(({ slot, string, fret, isLong }) => `m${string}:${fret}@${1 + slot / 4}/${isLong ? 0.5 : 0.25}`)
      .join(' '),
  );

test('whatever is written, every head stands over its moment of the tab, within a unit', () =>
  fc.assert(
    fc.property(anyBar, anyBar, (one, two) => {
      const score = written([one, two]);
      const picture = system(score);
      const heads = headsOf(picture);
      for (const layout of picture.layout.bars)
        for (const note of score.bars[layout.bar]!.notes) {
          const x = gutter + xOfTick(layout, note.tick);
          const y = picture.rows.staffTop + 30 - staffStep(spelled(score, note)) * 3.75;
          expect(
            heads.some(
              (head) => Math.abs((head.left + head.right) / 2 - x) < 1 && Math.abs(middle(head) - y) < 1,
            ),
          ).toBe(true);
        }
    }),
    { numRuns: 40 },
  ));

test('what cannot be written with one value, triplets, graces, dead notes and harmonics are drawn without a fault', () => {
  const score = written([
    'm1:0@1/1.25 m1:2@3/0.3333 m1:3@3.3333/0.3333 m1:2@3.6667/0.3333 m2:3@4/1x',
    't6:0@1/3 m1:12@1/4',
  ]);
  const odd: Score = {
    ...score,
    bars: score.bars.map((bar, index) => ({
      ...bar,
      notes: [
        ...bar.notes.map((note) =>
          index === 1 && note.string === 1 ? { ...note, harmonic: true as const } : note,
        ),
        ...(index === 1
          ? [
              {
                ...bar.notes[0]!,
                string: 2 as const,
                fret: 1,
                voice: 'melody' as const,
                grace: true as const,
              },
            ]
          : []),
      ],
    })),
  };
  const { shapes } = system(odd);
  expect(shapes.every((shape) => !JSON.stringify(shape).includes('null'))).toBe(true);
  expect(shapes.filter((shape) => shape.kind === 'path' && /NaN|undefined/.test(shape.d))).toEqual([]);
});
