import { describe, expect, test } from 'vitest';
import { withSigns } from '../pitch/index.ts';
import { blankScore, techniques, withTechnique, type Bar, type Note, type Score } from '../score/index.ts';
import { note } from '../testing/invented.ts';
import { written } from '../testing/written.ts';
import { textWidth } from './text-width.ts';
import {
  callsByBar,
  createSheetDrawer,
  drawExcerpt,
  drawGrip,
  drawSheet,
  fingersByBar,
  gripName,
  layoutSheet,
  sheetMeasures,
  type Ink,
  type Shape,
  type SheetOptions,
} from './index.ts';

const options: SheetOptions = {
  shown: withSigns,
  leftHanded: false,
  signs: { picking: true, fretting: true },
};
const barOf = (notes: Note[], over: Partial<Bar> = {}): Bar => ({
  ...blankScore({ title: 'Drawn' }).bars[0]!,
  thumbPattern: 'by-hand',
  notes,
  ...over,
});
const draw = (notes: Note[], over: Partial<Score> = {}, width = 500) =>
  drawSheet(
    { ...blankScore({ title: 'Drawn' }), bars: [barOf(notes)], ...over },
    { ...sheetMeasures, width },
    options,
  ).systems[0]!;
const texts = (shapes: readonly Shape[]) =>
  shapes.flatMap((each) => (each.kind === 'text' ? [each.text] : []));
/** Straight lines in an ink as [x1, y1, x2, y2]. */
const lines = (shapes: readonly Shape[], ink: Ink) =>
  shapes.flatMap((each) => {
    const match =
      each.kind === 'path' &&
      each.stroke === ink &&
      /^M([\d.-]+) ([\d.-]+) L([\d.-]+) ([\d.-]+)$/.exec(each.d);
    return match ? [{ at: match.slice(1).map(Number), width: each.strokeWidth }] : [];
  });

describe('the tab', () => {
  test('string 1 is on top and every string is drawn as thick as it is', () => {
    const strings = lines(draw([]).shapes, 'ink1-65').slice(1, 7);
    expect(strings.map(({ at }) => at[1])).toEqual([114, 133, 152, 171, 190, 209]);
    const widths = strings.map(({ width }) => width!);
    expect(widths).toEqual([...new Set(widths)].sort((a, b) => a - b));
  });
  test('a pinch is yoked from its highest to its lowest string', () => {
    const { shapes } = draw([
      note({ string: 6, voice: 'thumb', durationTicks: 960 }),
      note({ string: 2, durationTicks: 960 }),
    ]);
    const [yoke] = lines(shapes, 'over');
    expect([yoke!.at[1], yoke!.at[3]]).toEqual([133, 209]);
  });
  test('thumb stems go down to the call line, melody stems up', () => {
    const { shapes, rows } = draw([
      note({ string: 5, voice: 'thumb', durationTicks: 960 }),
      note({ tick: 960, string: 2, durationTicks: 960 }),
    ]);
    expect(lines(shapes, 'ink1').some(({ at }) => at[1] === 190 && at[3] === rows.callTop)).toBe(true);
    expect(lines(shapes, 'ink2').some(({ at }) => at[1] === 133 && at[3] === rows.stemTop)).toBe(true);
  });
  test('eighths of a beat share a beam; a sixteenth alone under it keeps a stub', () => {
    const beams = (...notes: Note[]) =>
      lines(draw(notes).shapes, 'ink2').filter(({ width }) => width === 4).length;
    expect(beams(note({}), note({ tick: 480, fret: 2 }))).toBe(1);
    expect(beams(note({ tick: 480 }), note({ tick: 960, fret: 2 }))).toBe(0);
    expect(beams(note({ durationTicks: 720 }), note({ tick: 720, durationTicks: 240 }))).toBe(2);
  });
  test('hammer-ons and pull-offs carry their letter, dead notes their cross, tied notes no digit', () => {
    const { shapes } = draw([
      note({ fret: 2 }),
      note({ tick: 480, fret: 4, arrival: 'hammer-on' }),
      note({ tick: 960, fret: 2, arrival: 'pull-off' }),
      note({ tick: 1440, dead: true }),
    ]);
    expect(texts(shapes)).toEqual(expect.arrayContaining(['h', 'p', '×']));
    const tied = draw([note({ fret: 7, durationTicks: 960 }), note({ tick: 960, fret: 7, tied: true })]);
    expect(texts(tied.shapes).filter((each) => each === '7')).toHaveLength(1);
  });
  test('the tuning’s notes stand at the strings', () => {
    const tuning = { name: 'Open D', pitches: ['D2', 'A2', 'D3', 'F#3', 'A3', 'D4'] };
    expect(texts(draw([], { tuning }).shapes)).toContain('F♯');
  });
  test.each(techniques.map((each) => [each.word, each] as const))('%s leaves a mark', (_, technique) => {
    const before = note({ fret: 3 });
    const marked = (change: object) =>
      draw([before, { ...note({ tick: 480, string: 1, fret: 5 }), ...change }]).shapes;
    const plain = note({ tick: 480, fret: 5 });
    const change = withTechnique(plain, technique);
    // A brush or roll needs more than one string.
    const notes = /brush|roll|drag/.test(technique.word)
      ? [
          { ...plain, ...change },
          { ...note({ tick: 480, string: 2 }), ...change },
        ]
      : undefined;
    const withMark = notes
      ? draw([before, ...notes]).shapes
      : marked({ slide: { from: 'below' }, ...change });
    const without = notes
      ? draw([before, plain, note({ tick: 480, string: 2 })]).shapes
      : marked(
          ['again', 'slow'].includes(technique.word)
            ? { slide: { from: 'below' }, arrival: 'slide' }
            : { slide: { from: 'below' } },
        );
    const both = technique.word === 'again' ? marked({ arrival: 'slide', slide: { again: true } }) : withMark;
    if (technique.word === 'below') expect(marked(change)).not.toEqual(marked({}));
    else expect(both).not.toEqual(without);
  });
});

describe('what stands over and under the strings', () => {
  const system = (...bars: Partial<Bar>[]) =>
    drawSheet(
      { ...blankScore({ title: 'Drawn' }), bars: bars.map((bar) => barOf([note({})], bar)) },
      { ...sheetMeasures, width: 900 },
      options,
    ).systems[0]!;
  test('sections, tempo, swing, pickup, endings and repeats make a head; without them there is none', () => {
    const plain = system({}, {});
    const full = system(
      { pickup: true, metre: { beats: 1, unit: 4 } },
      { section: { name: 'Verse' }, tempoBpm: 92, swingPercent: 60, repeatStart: true },
      { endings: [1], repeatTimes: 3 },
      { endings: [2, 3] },
    );
    expect(full.height).toBeGreaterThan(plain.height);
    expect(texts(full.shapes)).toEqual(
      expect.arrayContaining(['pickup', 'Verse', '♩ 92', 'swing 60 : 40', '1.', '2, 3.', '3 times']),
    );
  });
  test('a pickup is counted to the end of its bar, and shows the metre of the next', () => {
    const counts = texts(system({ pickup: true, metre: { beats: 1, unit: 4 } }, {}).shapes);
    expect(counts.indexOf('4')).toBeGreaterThanOrEqual(0);
    expect(counts.filter((each) => each === '4').length).toBeGreaterThanOrEqual(3);
  });
  test('sung words get a row of their own', () => {
    const sung = drawSheet(
      { ...blankScore({ title: 'Sung' }), bars: [barOf([{ ...note({}), lyric: 'rain-' }])] },
      sheetMeasures,
      options,
    ).systems[0]!;
    expect(texts(sung.shapes)).toContain('rain-');
    expect(sung.rows.bottom).toBe(317);
  });
  test('the thumb’s endings are said where they change', () => {
    const palm = note({ voice: 'thumb', string: 6, durationTicks: 960, ending: 'palm-damped' });
    const bars = [
      barOf([palm, { ...palm, tick: 960 }]),
      barOf([{ ...palm }]),
      barOf([{ ...palm, ending: 'let-ring' }]),
    ];
    const { shapes } = drawSheet(
      { ...blankScore({ title: 'Palm' }), bars },
      { ...sheetMeasures, width: 900 },
      options,
    ).systems[0]!;
    expect(texts(shapes).filter((each) => each === 'palm' || each === 'ring')).toEqual(['palm', 'ring']);
  });
});

describe('the call row', () => {
  test('can be left out: the count stays, next under the tab, and the bar needs no room for it', () => {
    const score = written(['t6:0@1 m1:0@1 t4:2@2']);
    const systemOf = (call: SheetOptions['call']) =>
      drawSheet(score, { ...sheetMeasures, width: 500 }, { ...options, call }).systems[0]!;
    const [called, bare] = [systemOf('strings'), systemOf('none')];
    expect(texts(called.shapes)).toEqual(expect.arrayContaining(['call', 'pinch', '6', 'count', '1']));
    expect(texts(bare.shapes)).toEqual(expect.arrayContaining(['count', '1']));
    for (const word of ['call', '“', 'pinch', 'thumb']) expect(texts(bare.shapes)).not.toContain(word);
    expect(bare.rows.countBase - bare.rows.callTop).toBeLessThan(20);
    expect(called.height - bare.height).toBe(40);
  });
  test('says each word at its note, and counts the silent ands too', () => {
    const { shapes } = draw([
      note({ string: 6, voice: 'thumb', durationTicks: 960 }),
      note({ durationTicks: 960 }),
      note({ tick: 1440, string: 2 }),
    ]);
    expect(texts(shapes)).toEqual(expect.arrayContaining(['pinch', '+', '2', '&']));
    expect(texts(shapes).filter((each) => each === '&')).toHaveLength(4);
  });
  test('a verb that would touch its neighbour gives way to its letter', () => {
    const { shapes } = draw(
      [
        note({ voice: 'thumb', string: 6 }),
        note({ fret: 2 }),
        note({ tick: 480, fret: 0, arrival: 'pull-off' }),
        note({ tick: 960, voice: 'thumb', string: 4 }),
        note({ tick: 960, string: 2 }),
      ],
      {},
      260,
    );
    expect(texts(shapes).filter((each) => each === 'p')).toHaveLength(2);
    expect(texts(shapes)).not.toContain('pull');
  });
  test('in a bar of thumb strokes in eighths no word runs into the next, and one says the thumb', () => {
    const { shapes } = draw(
      Array.from({ length: 8 }, (_, slot) =>
        note({ voice: 'thumb', string: 6, tick: slot * 480, durationTicks: 480 }),
      ),
      {},
      300,
    );
    const words = shapes.flatMap((shape) => (shape.kind === 'text' && shape.text === 'thumb' ? [shape] : []));
    expect(words.length).toBeGreaterThan(0);
    expect(words.length).toBeLessThan(8);
    const half = textWidth('thumb', 14.5, 'narrow') / 2;
    words.slice(1).forEach((word, index) => expect(word.x - words[index]!.x).toBeGreaterThan(2 * half));
  });
  test('where the melody alone hammers over a thumb stroke the word is slanted, as its strings are', () => {
    const { shapes } = draw([
      note({ tick: 0, fret: 0 }),
      note({ tick: 960, fret: 2, arrival: 'hammer-on' }),
      note({ tick: 960, voice: 'thumb', string: 6 }),
    ]);
    const word = shapes.find((shape) => shape.kind === 'text' && shape.text === 'hammer');
    expect(word).toMatchObject({ italic: true, ink: 'ink2-deep' });
  });
  test('a brush is said by its first and last string, back the other way', () => {
    const brush = (stroke: 'brush' | 'brush-back') =>
      texts(draw([3, 2, 1].map((string) => note({ string: string as 1, stroke }))).shapes);
    expect(brush('brush')).toContain('3–1');
    expect(brush('brush-back')).toContain('1–3');
  });
});

describe('drawing again', () => {
  const score = written(Array.from({ length: 12 }, () => '[x32010] t5:3@1 m1:0@2 t4:2@3 m2:1@4'));
  test('only the system that changed is drawn anew', () => {
    const drawer = createSheetDrawer();
    const before = drawer(score, sheetMeasures, options);
    const changed = {
      ...score,
      bars: score.bars.with(5, { ...score.bars[5]!, notes: score.bars[4]!.notes.slice(1) }),
    };
    const after = drawer(changed, sheetMeasures, options);
    expect(after.systems.map((system, index) => system === before.systems[index])).toEqual([
      true,
      false,
      true,
    ]);
  });
  test('what is handed over equals what would be drawn from nothing', () => {
    const drawer = createSheetDrawer();
    drawer(score, sheetMeasures, options);
    for (const index of [0, 3, 4, 11]) {
      const changed = {
        ...score,
        bars: score.bars.with(index, { ...score.bars[index]!, grips: [], repeatStart: true as const }),
      };
      expect(drawer(changed, sheetMeasures, options).systems).toEqual(
        drawSheet(changed, sheetMeasures, options).systems,
      );
    }
  });
});

describe('grips', () => {
  const room = { x: 20, y: 0, width: 68, height: 52 };
  const marks = (frets: (number | null)[]) => {
    const shapes = drawGrip({ frets }, room);
    const count = (kind: Shape['kind']) => shapes.filter((each) => each.kind === kind).length;
    return { rings: count('ellipse'), squares: count('rect'), text: texts(shapes).join('') };
  };
  test('squares for the thumb’s strings, rings for the melody’s', () => {
    expect(marks([null, 3, 2, 0, 1, 0])).toEqual({ rings: 3, squares: 2, text: '' });
  });
  test('a grip up the neck says at which fret it begins', () => {
    expect(marks([null, 7, 9, 7, 9, 7]).text).toBe('7');
  });
  test('large boxes carry the fingers, a barre as a bar, silent fingers dashed; small ones are left clear', () => {
    const grip = {
      frets: [1, 3, 3, 2, 1, 1],
      fingers: [1, 3, 4, 2, 1, 1] as (1 | 2 | 3 | 4)[],
      silent: [1 as const],
    };
    const large = drawGrip(grip, { ...room, height: 90 });
    expect(texts(large).join('')).toBe('112431');
    expect(lines(large, 'over')).toHaveLength(1);
    expect(large.filter((each) => each.kind !== 'text' && each.dash)).toHaveLength(1);
    expect(texts(drawGrip(grip, room))).toEqual([]);
  });
  test('for a left-handed player the nut is at the right', () => {
    const nut = (leftHanded: boolean) =>
      lines(drawGrip({ frets: [null, 3, 2, 0, 1, 0] }, { ...room, leftHanded }), 'ink1').find(
        ({ width }) => width === 3,
      )!.at[0];
    expect([nut(false), nut(true)]).toEqual([20, 88]);
  });
  test('what the teacher calls it comes first, else what sounds', () => {
    const score = blankScore({ title: 'Named' });
    const name = (frets: (number | null)[], functionName?: string) =>
      gripName(score, { tick: 0, frets, ...(functionName ? { functionName } : {}) }, withSigns);
    expect(name([2, 0, 0, 2, 1, 2])).toBe('D7/F♯');
    expect(name([2, 0, 0, 2, 1, 2], 'V7')).toBe('V7');
    expect(name([null, 0, 4, 5, 4, 0])).toBe('no name');
  });
});

describe('three in the time of two', () => {
  const threes = (text: string) => {
    const { shapes, rows } = drawSheet(written([text]), sheetMeasures, options).systems[0]!;
    return {
      rows,
      shapes,
      said: shapes.flatMap((each) =>
        each.kind === 'text' && each.text === '3' && each.italic ? [each.x] : [],
      ),
    };
  };
  test('a long and a short one are one three each beat, not one for two beats, nor one for each of them', () => {
    const shuffle = [1, 2, 3, 4].map((beat) => `m1:0@${beat}/0.6667 m2:0@${beat + 2 / 3}/0.3333`).join(' ');
    expect(threes(shuffle).said).toHaveLength(4);
  });
  test('quarters in threes fill a half note, three eighths a beat', () => {
    expect(threes('m1:0@1/0.6667 m1:2@1.6667/0.6667 m1:3@2.3333/0.6667').said).toHaveLength(1);
    expect(threes('m1:0@1/0.3333 m1:2@1.3333/0.3333 m1:3@1.6667/0.3333 m1:0@2/1').said).toHaveLength(1);
  });
  test('the thumb’s have a beam over the call line and their figure; its eighths have none', () => {
    const beams = ({ shapes, rows }: ReturnType<typeof threes>) =>
      lines(shapes, 'ink1').filter(({ at: [, y], width }) => width === 4 && y === rows.callTop - 4);
    const threeOfThumb = threes('t6:0@1/0.3333 t5:2@1.3333/0.3333 t4:2@1.6667/0.3333');
    expect(threeOfThumb.said).toHaveLength(1);
    expect(beams(threeOfThumb)).toHaveLength(1);
    const two = threes('t6:0@1/0.5 t5:2@1.5/0.5');
    expect([two.said.length, beams(two).length]).toEqual([0, 0]);
  });
});

test('a finger that brushes three strings is said once: p p p would be a loudness', () => {
  const said = (notes: Note[]) => {
    const fingers = notes.map(({ tick, string, voice, picking }) => ({
      place: { bar: 0, tick, string, voice },
      finger: null,
      picking,
    }));
    const score = { ...blankScore({ title: 'Drawn' }), bars: [barOf(notes)] };
    const drawn = drawSheet(score, sheetMeasures, { ...options, fingers: fingersByBar(fingers) });
    return texts(drawn.systems[0]!.shapes).filter((each) => /^[pima]+$/.test(each));
  };
  const together = (picking: readonly ('p' | 'i' | 'm')[], over: Partial<Note> = {}) =>
    picking.map((each, index) =>
      note({ string: (index + 1) as 1, fret: 0, voice: 'melody', picking: each, ...over }),
    );
  expect(said(together(['p', 'p', 'p'], { stroke: 'brush' }))).toEqual(['p']);
  expect(said(together(['m', 'i']))).toEqual(['im']);
});

test('a fermata is said once for both hands, and stands clear of the grips', () => {
  const held = written(['[022100] t6:0@1/4 m2:0@1/4 m1:0@1/4']);
  const bars = held.bars.map((bar) => ({
    ...bar,
    notes: bar.notes.map((each) => ({ ...each, fermata: true as const })),
  }));
  const { shapes, rows } = drawSheet({ ...held, bars }, sheetMeasures, options).systems[0]!;
  const arcs = shapes.flatMap((each) =>
    each.kind === 'path' ? (/^M[\d.]+ ([\d.]+) q0 -8.5 8 -8.5/.exec(each.d) ?? []) : [],
  );
  const tops = arcs.filter((_, index) => index % 2 === 1).map((y) => Number(y) - 8.5);
  expect(tops).toHaveLength(1);
  expect(tops[0]).toBeGreaterThan(rows.stemTop - 2);
  expect(tops[0]).toBeLessThan(rows.stringTop);
});

describe('an excerpt', () => {
  const piece = written(['t6:0@1/1 m1:3@1/1', 't6:0@1/1 m1:5@3/1']);
  const [layout] = layoutSheet(piece, { ...sheetMeasures, width: 900 });
  const wordsOf = (calls?: ReturnType<typeof callsByBar>) =>
    texts(drawExcerpt(piece, layout!, withSigns, calls).shapes);

  test('ends in a plain line: it is a part, and ends nothing', () => {
    const open = { ...piece, bars: [...piece.bars, ...piece.bars] };
    expect(drawExcerpt(piece, layout!, withSigns).shapes).toEqual(
      drawExcerpt(open, layout!, withSigns).shapes,
    );
  });

  test('shows call line and count where they are asked for', () => {
    expect(wordsOf()).not.toContain('pinch');
    expect(wordsOf(callsByBar(piece))).toEqual(expect.arrayContaining(['pinch', 'call', 'count', '1', '3']));
  });
});
