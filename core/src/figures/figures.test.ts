import { describe, expect, test } from 'vitest';
import { barDifference, isNoDifference } from '../form/index.ts';
import { withIds } from '../score/document/index.ts';
import { validateScore, type Note, type Score } from '../score/index.ts';
import { key, tuning } from '../testing/parsed.ts';
import { written } from '../testing/written.ts';
import { applyThumb } from '../thumb/index.ts';
import {
  asFigureDocument,
  cutFigure,
  figureFacts,
  findFigures,
  layFigure,
  openFigure,
  type Figure,
  type FigureCut,
} from './index.ts';

const run = 't5:0@1 t5:0@2 t5:0@3 t5:0@4 m1:3@1 m1:0@1.5p m2:3@2 m2:2@2.5 m3:2@3/1';
const piece = written([`[x02020] ${run}`, '[022100] t6:0@1/1 t4:2@2/1 m1:0@1/4', '[x02020] t5:0@1'], {
  key: key('A'),
});

const cut = (score: Score, over: Partial<FigureCut> = {}) =>
  cutFigure(score, {
    from: { bar: 0, tick: 0 },
    to: { bar: 1, tick: 0 },
    name: 'Falling run',
    role: 'run',
    id: 'run',
    ...over,
  });

function cutOf(score: Score, over: Partial<FigureCut> = {}): Figure {
  const made = cut(score, over);
  if (!made.ok) throw new Error(made.fault.reason);
  return made.value;
}

const short = (notes: readonly Note[]) =>
  notes
    .map(({ voice, string, fret, tick }) => `${voice[0] ?? ''}${string}:${fret}@${1 + tick / 960}`)
    .join(' ');

describe('cutting', () => {
  test('both voices, the grip held, the chord it leads to, and nothing of the piece’s own', () => {
    const figure = cutOf({ ...piece, comment: { do: 'Mine' }, sources: [] });
    expect(figure).toMatchObject({ role: 'run', leadsTo: 'V', fromTick: 0, toTick: 3840 });
    expect(short(figure.score.bars[0]?.notes ?? [])).toBe(short(piece.bars[0]?.notes ?? []));
    expect(figure.score.bars[0]?.grips.map(({ frets }) => frets)).toEqual([[null, 0, 2, 0, 2, 0]]);
    expect(figure.score).not.toHaveProperty('comment');
    expect(figure.score.title).toBe('Falling run');
    expect(validateScore(figure.score)).toEqual([]);
  });

  test('from beat 2 to beat 4: the grip is held from there, notes that sound on end there', () => {
    const figure = cutOf(piece, { from: { bar: 0, tick: 960 }, to: { bar: 0, tick: 2400 } });
    expect(figure.score.bars[0]?.grips[0]?.tick).toBe(960);
    expect(short(figure.score.bars[0]?.notes ?? [])).toBe('t5:0@2 m2:3@2 m2:2@2.5 t5:0@3 m3:2@3');
    expect(figure.score.bars[0]?.notes.at(-1)?.durationTicks).toBe(480);
  });

  test('over the bar line with the chord carried in', () => {
    const carried = written(['[x02020] t5:0@1', 't5:0@1 m1:0@3'], { key: key('A') });
    const figure = cutOf(carried, { from: { bar: 1, tick: 0 }, to: { bar: 2, tick: 0 } });
    expect(figureFacts(figure).chords).toEqual(['I7']);
  });

  test('a note tied in from before the cut is struck in the figure', () => {
    const held = written(['m1:3@1/4', 'm1:3@1/2t m1:5@3/2']);
    const [bar] = cutOf(held, { from: { bar: 1, tick: 0 }, to: { bar: 2, tick: 0 } }).score.bars;
    expect(bar?.notes.map(({ tied }) => tied)).toEqual([undefined, undefined]);
  });

  test.each([
    ['no note', { from: { bar: 2, tick: 960 }, to: { bar: 3, tick: 0 } }, 'No note is struck there'],
    [
      'backwards',
      { from: { bar: 1, tick: 0 }, to: { bar: 0, tick: 0 } },
      'The end of the figure is not after its beginning',
    ],
  ])('refused: %s', (_, over, reason) => {
    const made = cut(piece, over);
    expect(made.ok ? '' : made.fault.reason).toBe(reason);
  });

  test('refused: more than eight bars', () => {
    const long = written(Array.from({ length: 9 }, () => run));
    const made = cut(long, { to: { bar: 9, tick: 0 } });
    expect(made.ok ? '' : made.fault.reason).toBe('A figure has at most 8 bars');
  });
});

describe('found by what sounds', () => {
  const drawer = [
    cutOf(piece),
    cutOf(piece, {
      id: 'home',
      name: 'Home',
      role: 'ending',
      from: { bar: 1, tick: 0 },
      to: { bar: 2, tick: 0 },
    }),
    cutOf(piece, { id: 'half', name: 'Half', role: 'fill', to: { bar: 0, tick: 1920 } }),
  ];
  const names = (query: Parameters<typeof findFigures>[1]) => findFigures(drawer, query).map(({ id }) => id);

  test.each([
    ['everything, by name', {}, ['run', 'half', 'home']],
    ['from V to I', { from: 'V', to: 'I' }, ['home']],
    ['from V7, which is not V', { from: 'V7' }, []],
    ['from I of any colour', { from: 'I' }, ['run', 'half']],
    ['two beats', { beats: 2 }, ['half']],
    ['ends on beat 4', { endsOn: '4' }, ['run']],
    ['ends on the & of 2', { endsOn: '2&' }, ['half']],
    ['by its role', { role: 'ending' as const }, ['home']],
    ['by part of its name', { text: ' HOM ' }, ['home']],
    ['in another tuning', { pitches: tuning('open-d').pitches }, []],
  ])('%s', (_, query, found) => {
    expect(names(query)).toEqual(found);
  });
});

describe('laid', () => {
  const base = applyThumb({
    ...written(['[x02020] m1:0@1/4', '[xx0232] m1:2@1/2 m1:3@3/2', 'm1:5@1/4'], { key: key('A') }),
    thumbPattern: 'two-string',
  });
  const patterned: Score = applyThumb({
    ...base,
    bars: base.bars.map(({ thumbPattern: _, ...bar }) => bar),
  });
  const laid = (score: Score, bar: number, figure: Figure) => {
    const result = layFigure(score, bar, figure);
    if (!result.ok) throw new Error(result.fault.reason);
    return result.value;
  };

  test('whole bar: both voices and the grip are the figure’s, the chord before is held again after it', () => {
    const { score } = laid(patterned, 0, cutOf(piece));
    expect(short(score.bars[0]?.notes ?? [])).toBe(short(piece.bars[0]?.notes ?? []));
    expect(validateScore(score)).toEqual([]);
    const over = laid(patterned, 1, cutOf(piece)).score;
    expect(over.bars[1]?.grips[0]?.frets).toEqual([null, 0, 2, 0, 2, 0]);
    expect(over.bars[2]?.grips[0]?.frets).toEqual([null, null, 0, 2, 3, 2]);
  });

  test('a part of a bar: what lies before and after it stays, the pattern’s strokes within it do not come back', () => {
    const part = cutOf(written(['[x02020] t5:0@3/2 m1:5@3/1'], { key: key('A') }), {
      from: { bar: 0, tick: 1920 },
      to: { bar: 1, tick: 0 },
    });
    const { score } = laid(patterned, 1, part);
    expect(short(score.bars[1]?.notes ?? [])).toBe('t4:0@1 m1:2@1 t3:2@2 t5:0@3 m1:5@3');
    expect(short(applyThumb(score).bars[1]?.notes ?? [])).toBe(short(score.bars[1]?.notes ?? []));
  });

  test('a figure of the thumb alone leaves the melody, one of the melody alone the thumb', () => {
    const walk = cutOf(written(['t5:0@3/1 t5:2@4/1'], { key: key('A') }), { from: { bar: 0, tick: 1920 } });
    expect(short(laid(patterned, 0, walk).score.bars[0]?.notes ?? [])).toBe(
      't5:0@1 m1:0@1 t4:2@2 t5:0@3 t5:2@4',
    );
    const tune = cutOf(written(['m1:7@1/2 m1:5@3/2'], { key: key('A') }));
    expect(short(laid(patterned, 0, tune).score.bars[0]?.notes ?? [])).toBe(
      't5:0@1 m1:7@1 t4:2@2 t5:0@3 m1:5@3 t4:2@4',
    );
  });

  test('a note that was tied over from what the figure replaced is struck', () => {
    const held = written(['[x02020] m1:7@1/4', 'm1:7@1/2t m1:5@3/2'], { key: key('A') });
    const { score } = laid(held, 0, cutOf(piece));
    expect(validateScore(score)).toEqual([]);
    expect(score.bars[1]?.notes[0]).not.toHaveProperty('tied');
  });

  test('a note whose string the voice that stays takes at that moment is left out, and counted', () => {
    const walk = cutOf(written(['t4:2@3/1 t4:4@4/1'], { key: key('A') }), { from: { bar: 0, tick: 1920 } });
    const low = written(['[x02020] t5:0@1 m4:5@3/1 m1:0@4/1'], { key: key('A') });
    expect(laid(low, 0, walk)).toMatchObject({ leftOut: 1 });
    expect(laid(patterned, 0, walk)).toMatchObject({ leftOut: 0 });
  });

  test('past the end bars are added; a bar like an earlier one follows it from now on', () => {
    let count = 0;
    const named = withIds(patterned, () => `bar-${(count += 1)}`);
    const once = laid(named, 0, cutOf(piece)).score;
    const twice = laid(once, 3, cutOf(piece));
    expect(twice.score.bars).toHaveLength(4);
    expect(twice.linked).toEqual([3]);
    expect(twice.score.bars[3]?.sameAs).toBe(once.bars[0]?.id);
    expect(isNoDifference(barDifference(twice.score.bars[0] as never, twice.score.bars[3] as never))).toBe(
      true,
    );
  });

  test.each([
    [
      'another tuning',
      { ...patterned, tuning: tuning('open-g') as Score['tuning'] },
      /The figure is in Standard, the piece in Open G/,
    ],
    [
      'a shorter bar',
      {
        ...patterned,
        bars: patterned.bars.map((bar) => ({ ...bar, metre: { beats: 3, unit: 4 as const }, notes: [] })),
      },
      /not as long/,
    ],
  ])('refused: %s', (_, score, reason) => {
    const result = layFigure(score, 0, cutOf(piece));
    expect(result.ok ? '' : result.fault.reason).toMatch(reason);
  });
});

describe('kept', () => {
  test('played before in a bar that is otherwise another, it follows that part alone', () => {
    const bars = written(['[x02020] m1:3@1 m1:0@1.5 m2:3@2 m1:5@4', '[x02020] m1:9@4', '[x02020] m1:7@3'], {
      key: key('A'),
    });
    const named = { ...bars, bars: bars.bars.map((bar, index) => ({ ...bar, id: `b${index}` })) };
    const half = cutOf(named, { to: { bar: 0, tick: 1920 } });
    const laid = layFigure(named, 1, half);
    expect(laid.ok && [laid.value.linked, laid.value.isRiff]).toEqual([[], true]);
    expect(laid.ok && laid.value.score.bars[1]?.riffs).toEqual([
      { voice: 'melody', tick: 0, ticks: 1920, of: 'b0', from: 0 },
    ]);
  });
  test('a figure is read as it was written', () => {
    const figure = cutOf(piece);
    const read = openFigure(JSON.parse(JSON.stringify(asFigureDocument(figure))));
    expect(read).toEqual({ ok: true, value: figure });
  });

  const document = () =>
    JSON.parse(JSON.stringify(asFigureDocument(cutOf(piece)))) as Record<string, unknown>;
  test.each([
    ['no object', 'figure', 'This is not a figure'],
    ['a score', document().score, 'This is not a figure'],
    ['a role nobody knows', { ...document(), role: 'lick' }, 'The figure’s role cannot be read'],
    ['an end past its bar', { ...document(), toTick: 5000 }, 'The figure ends outside its bars'],
    ['no score', { ...document(), score: 3 }, 'This is not a Jocund score'],
  ])('refused: %s', (_, text, reason) => {
    const read = openFigure(text);
    expect(read.ok ? '' : read.fault.reason).toBe(reason);
  });
});
