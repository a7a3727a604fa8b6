import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { withSigns } from '../pitch/index.ts';
import {
  barTicks,
  blankScore,
  placeOfNote,
  techniques,
  withTechnique,
  type Bar,
  type Note,
  type Score,
} from '../score/index.ts';
import { note } from '../testing/invented.ts';
import {
  drawSheet,
  fingersByBar,
  sheetMeasures,
  textEdges,
  type CallDepth,
  type Shape,
  type SystemPicture,
} from './index.ts';

const metres: readonly Bar['metre'][] = [
  { beats: 2, unit: 4 },
  { beats: 3, unit: 4 },
  { beats: 4, unit: 4 },
  { beats: 5, unit: 4 },
  { beats: 6, unit: 8 },
  { beats: 7, unit: 8 },
  { beats: 9, unit: 8 },
  { beats: 12, unit: 8 },
  { beats: 2, unit: 2 },
];

function marked(plain: Note, technique: (typeof techniques)[number] | undefined): Note {
  if (!technique) return plain;
  const all = Object.entries({ ...plain, ...withTechnique(plain, technique) });
  return Object.fromEntries(all.filter(([, value]) => value !== undefined)) as Note;
}

/** Two bars with a melody note in every slot, two on a string, and a thumb stroke on every quarter: each of them marked. */
function dense(metre: Bar['metre'], slotTicks: number, technique?: (typeof techniques)[number]): Score {
  const blank = blankScore({ title: 'Dense', barCount: 2 });
  const length = barTicks(metre);
  const notes = Array.from({ length: Math.ceil(length / slotTicks) }, (_, slot): Note[] => {
    const tick = slot * slotTicks;
    const string = ((Math.floor(slot / 2) % 3) + 1) as 1 | 2 | 3;
    const fret = slot % 4 === 3 ? 12 : 2 + (slot % 3);
    const bass = note({
      tick,
      durationTicks: Math.min(960, length - tick),
      string: slot % 4 === 0 ? 6 : 4,
      fret: 3,
      voice: 'thumb',
    });
    const tune = note({ tick, durationTicks: Math.min(slotTicks, length - tick), string, fret });
    return [marked(tune, technique), ...(tick % 960 === 0 ? [marked(bass, technique)] : [])];
  }).flat();
  const bar: Bar = { metre, thumbPattern: 'by-hand', grips: [{ tick: 0, frets: [3, 2, 0, 0, 0, 3] }], notes };
  return { ...blank, bars: blank.bars.map(() => bar) };
}

/** Every note with its fingers, but those that no finger presses. */
const fingersOfAll = (score: Score) =>
  fingersByBar(
    score.bars.flatMap((bar, index) =>
      bar.notes
        .filter(({ stroke, dead, harmonic }) => stroke !== 'slap' && !dead && !harmonic)
        .map((each) => ({
          place: placeOfNote(index, each),
          finger: 3 as const,
          picking: each.voice === 'melody' ? ('m' as const) : ('p' as const),
        })),
    ),
  );

const draw = (score: Score, call: CallDepth = 'strings'): readonly SystemPicture[] =>
  drawSheet(score, sheetMeasures, {
    shown: withSigns,
    leftHanded: false,
    signs: { picking: true, fretting: true },
    fingers: fingersOfAll(score),
    call,
  }).systems;

interface Box {
  readonly words: string;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** Letters without a stem, and letters with a tail. */
const lowLetters = /^[acemnorsuvwxz+×~*-]+$/;
const tails = /[gjpqy,;()]/;

/** Where the letters of a text stand; widths are measured bold, so a little is given back. */
function boxesOf(shapes: readonly Shape[]): Box[] {
  return shapes.flatMap((shape) => {
    if (shape.kind !== 'text') return [];
    const [left, right] = textEdges(shape);
    return [
      {
        words: shape.text,
        left: left + 0.6,
        right: right - 0.6,
        top: shape.y - shape.size * (lowLetters.test(shape.text) ? 0.52 : 0.7),
        bottom: shape.y + (tails.test(shape.text) ? shape.size * 0.18 : 0),
      },
    ];
  });
}

interface Plate {
  readonly cx: number;
  readonly cy: number;
  readonly rx: number;
  readonly ry: number;
  readonly isRing: boolean;
}

const platesOf = (shapes: readonly Shape[]): Plate[] =>
  shapes.flatMap((shape): Plate[] => {
    if (shape.kind === 'ellipse' && shape.ry > 8.5) return [{ ...shape, isRing: true }];
    if (shape.kind !== 'rect' || shape.height <= 16 || shape.height >= 20) return [];
    const [rx, ry] = [shape.width / 2, shape.height / 2];
    return [{ cx: shape.x + rx, cy: shape.y + ry, rx, ry, isRing: false }];
  });

const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right - 0.5 && b.left < a.right - 0.5 && a.top < b.bottom - 0.5 && b.top < a.bottom - 0.5;

/** Whether words stand on a plate that is not theirs: its own digit lies within, its own finger at its lower right corner. */
function standsOn({ left, right, top, bottom }: Box, { cx, cy, rx, ry, isRing }: Plate): boolean {
  const isWithin = left >= cx - rx - 3 && right <= cx + rx + 3 && top > cy - ry - 2 && bottom < cy + ry + 2;
  const isItsFinger = left > cx + 4 && top > cy + 2.5 && bottom < cy + 15;
  if (isWithin || isItsFinger) return false;
  const x = Math.max(left, Math.min(cx, right));
  const y = Math.max(top, Math.min(cy, bottom));
  const [across, down] = [(x - cx) / (rx - 1.5), (y - cy) / (ry - 1.5)];
  return isRing ? across ** 2 + down ** 2 < 1 : Math.abs(across) < 1 && Math.abs(down) < 1;
}

/** What runs into what, in words. */
function collisions(systems: readonly SystemPicture[]): string[] {
  return systems.flatMap(({ shapes }) => {
    const boxes = boxesOf(shapes).sort((a, b) => a.left - b.left);
    const plates = platesOf(shapes);
    return boxes.flatMap((box, index) => [
      ...boxes
        .slice(index + 1)
        .filter((other) => overlap(box, other))
        .map((other) => `${box.words} on ${other.words}`),
      ...plates.filter((plate) => standsOn(box, plate)).map(() => `${box.words} on a note`),
    ]);
  });
}

test('words set on each other, and a word on a note, are found', () => {
  const [system] = draw(dense(metres[2]!, 480));
  const [word] = system!.shapes.filter((shape) => shape.kind === 'text' && shape.text === 'pinch');
  const [ring] = platesOf(system!.shapes);
  if (word?.kind !== 'text') throw new Error('no word');
  const spoilt = [
    ...system!.shapes,
    { ...word, x: word.x + 9 },
    { ...word, x: ring!.cx + 14, y: ring!.cy + 3 },
  ];
  const found = collisions([{ ...system!, shapes: spoilt }]);
  expect(found).toContain('pinch on pinch');
  expect(found).toContain('pinch on a note');
});

describe('every technique in eighths and sixteenths of every metre', () => {
  test.each(techniques.map((technique) => [technique.word, technique] as const))('%s', (_, technique) => {
    for (const metre of metres)
      for (const slot of [480, 240])
        expect(
          collisions(draw(dense(metre, slot, technique))),
          `${metre.beats}/${metre.unit} in ${slot} ticks`,
        ).toEqual([]);
  });
});

test('with frets in the call line', () => {
  for (const metre of metres)
    for (const slot of [480, 240]) expect(collisions(draw(dense(metre, slot), 'frets'))).toEqual([]);
});

describe('names over the strings', () => {
  const names = ['C#m7b5/G', 'F#dim7', 'Bbmaj7', 'G7', 'Am', 'Ebm(maj7)', 'D/F#', 'A7sus4'];
  const barre = [8, 10, 10, 9, 8, 8] as const;
  const open = [null, 3, 2, 0, 1, 0] as const;
  const named = (metre: Bar['metre'], perBar: number): Score => {
    const score = dense(metre, 480);
    const length = barTicks(metre);
    const ticks = [
      ...new Set(
        Array.from({ length: perBar }, (_, index) => Math.floor((length * index) / perBar / 480) * 480),
      ),
    ];
    return {
      ...score,
      bars: score.bars.map((bar, index) => ({
        ...bar,
        section: { id: `s${index}`, name: 'A section with a very long name of its own' },
        tempoBpm: 120,
        swingPercent: 62,
        ...(index === 1 ? { endings: [1, 2], repeatTimes: 3 } : {}),
        dynamics: [
          { tick: 0, voice: 'melody' as const, level: 'mf' as const },
          { tick: 0, voice: 'thumb' as const, level: 'pp' as const },
        ],
        grips: ticks.map((tick, grip) => ({
          tick,
          frets: [...(grip % 2 === 0 ? barre : open)],
          functionName: names[(index * 4 + grip) % names.length]!,
        })),
      })),
    };
  };
  /** Six strings each. */
  const diagrams = (shapes: readonly Shape[]) =>
    shapes.filter(
      (shape) =>
        shape.kind === 'path' &&
        shape.stroke === 'ink1-40' &&
        /^M[\d.-]+ ([\d.-]+) L[\d.-]+ \1$/.test(shape.d),
    ).length / 6;
  test.each([1, 2, 4])(
    '%i chords a bar, long sections, tempos and repeats; every grip has its diagram',
    (perBar) => {
      for (const metre of metres) {
        const score = named(metre, perBar);
        const systems = draw(score);
        expect(collisions(systems), `${metre.beats}/${metre.unit}`).toEqual([]);
        const drawn = systems.reduce((sum, { shapes }) => sum + diagrams(shapes), 0);
        expect(drawn).toBe(score.bars.reduce((sum, { grips }) => sum + grips.length, 0));
      }
    },
  );
  test('a grip held from the bar before gives way to one that comes soon', () => {
    const score = dense(metres[2]!, 480);
    const held = { tick: 0, frets: [...barre], functionName: 'Ebm(maj7)' };
    const next = { tick: 480, frets: [...open], functionName: 'C#m7b5/G' };
    const bars = score.bars.map((bar, index) => ({ ...bar, grips: [index === 0 ? held : next] }));
    expect(collisions(draw({ ...score, bars }))).toEqual([]);
  });
});

describe('whatever is written', () => {
  const strings = fc.uniqueArray(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 4 });
  const moments = fc.uniqueArray(
    fc.record({ slot: fc.integer({ min: 0, max: 15 }), strings, fret: fc.integer({ min: 0, max: 15 }) }),
    { selector: ({ slot }) => slot, minLength: 1, maxLength: 16 },
  );
  const barOf = (notes: Note[]): Bar => ({
    metre: { beats: 4, unit: 4 },
    thumbPattern: 'by-hand',
    grips: [],
    notes,
  });
  const score = fc.array(moments, { minLength: 1, maxLength: 6 }).map((bars) => ({
    ...blankScore({ title: 'Dense' }),
    bars: bars.map((each) =>
      barOf(
        each.flatMap((moment) =>
          moment.strings.map((string) =>
            note({
              tick: moment.slot * 240,
              durationTicks: 240,
              string: string as 1,
              fret: moment.fret,
              voice: string > 3 ? 'thumb' : 'melody',
            }),
          ),
        ),
      ),
    ),
  }));
  test('digits of the call line and counts keep apart, plates of one string too', () => {
    fc.assert(
      fc.property(score, (scattered) => {
        for (const { shapes, rows } of draw(scattered)) {
          const row = (base: number) =>
            shapes
              .flatMap((each) => (each.kind === 'text' && each.y === base ? [textEdges(each)] : []))
              .sort((a, b) => a[0] - b[0]);
          for (const edges of [row(rows.digitBase), row(rows.countBase)])
            for (const [index, [left]] of edges.entries())
              expect(left).toBeGreaterThanOrEqual((edges[index - 1]?.[1] ?? -Infinity) - 0.01);
          const rings = shapes.flatMap((each) => (each.kind === 'ellipse' && each.ry > 9 ? [each] : []));
          for (const one of rings)
            for (const other of rings)
              if (one !== other && one.cy === other.cy)
                expect(Math.abs(one.cx - other.cx)).toBeGreaterThanOrEqual(one.rx + other.rx - 0.01);
        }
      }),
      { numRuns: 60 },
    );
  });
  test('moments stay in order and inside their bar, the bar line last', () => {
    fc.assert(
      fc.property(score, (scattered) => {
        for (const { layout } of draw(scattered))
          for (const { stops, firstX, x, width } of layout.bars) {
            const at = stops.map((stop) => stop.x);
            expect(at).toEqual([...at].sort((a, b) => a - b));
            expect(firstX + at.at(-1)!).toBeCloseTo(x + width, 6);
          }
      }),
      { numRuns: 60 },
    );
  });
});
