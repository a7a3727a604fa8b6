import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { openMidi } from '../instrument/index.ts';
import { modulo } from '../pitch/index.ts';
import { frets, tuning } from '../testing/parsed.ts';
import { written } from '../testing/written.ts';
import { blankScore, layGrip, validateScore, type Score } from '../score/index.ts';
import { gripTones, nameGrip } from '../shapes/index.ts';
import { applyThumb, bassStrings, findPattern, thumbFindings, thumbPatternTable } from './index.ts';

function score(pattern: string, grips: [number, number, string][], over: Partial<Score> = {}): Score {
  const blank = { ...blankScore({ title: 'A test', barCount: 2, thumbPattern: pattern }), ...over };
  return applyThumb(
    grips.reduce((each, [bar, tick, text]) => layGrip(each, bar, { tick, frets: frets(text) }), blank),
  );
}
const strokes = (each: Score, bar = 0) =>
  each.bars[bar]!.notes.filter(({ voice }) => voice === 'thumb').map(({ string }) => string);

describe('alternating bass on usual grips (common practice)', () => {
  test.each([
    ['two-string', '022100', [6, 4, 6, 4]],
    ['two-string', 'x02220', [5, 4, 5, 4]],
    ['two-string', 'xx0232', [4, 3, 4, 3]],
    ['three-string', '022100', [6, 4, 5, 4]],
    ['three-string', '332010', [5, 4, 6, 4]],
    ['three-string', 'x00232', [4, 3, 5, 3]],
    ['three-string', '320003', [6, 4, 5, 4]],
    ['three-string', 'x32010', [5, 4, 6, 4]],
    ['three-string', 'x02220', [5, 4, 6, 4]],
    ['three-string', 'xx0232', [4, 3, 5, 3]],
    ['one-string', '022100', [6, 6, 6, 6]],
    ['half-time', '022100', [6, 4]],
    ['off-beat', '022100', [6, 6]],
  ])('%s on %s is %j', (pattern, grip, strings) =>
    expect(strokes(score(pattern, [[0, 0, grip]]))).toEqual(strings),
  );

  test('the fifth below the bass: finger 3 crosses to 6/3 over C, the open string rings over A', () => {
    const third = (grip: string) => score('three-string', [[0, 0, grip]]).bars[0]!.notes[2];
    expect(third('x32010')).toMatchObject({ string: 6, fret: 3 });
    expect(third('x02220')).toMatchObject({ string: 6, fret: 0 });
  });
  test.each(['xx0232', 'xxx232', '022100', 'x32010'])(
    'boom and brush on %s: no boom lies on a brushed string',
    (grip) => {
      const { notes } = score('boom-brush', [[0, 0, grip]]).bars[0]!;
      const brushed = new Set(notes.filter(({ stroke }) => stroke === 'brush').map(({ string }) => string));
      for (const { string, stroke } of notes) if (!stroke) expect(brushed.has(string)).toBe(false);
    },
  );
  test('a string held silently is not the thumb’s', () => {
    const blank = blankScore({ title: 'Silent', barCount: 1, thumbPattern: 'two-string' });
    const silent = (strings: (5 | 6)[]) =>
      strokes(applyThumb(layGrip(blank, 0, { tick: 0, frets: frets('332010'), silent: strings })));
    expect(silent([])).toEqual([5, 4, 5, 4]);
    expect(silent([5])).toEqual([6, 4, 6, 4]);
    expect(silent([6])).toEqual([5, 4, 5, 4]);
  });
  test('a slash grip keeps its bass', () => {
    expect(strokes(score('two-string', [[0, 0, '2x0212']]))).toEqual([6, 4, 6, 4]);
    expect(strokes(score('two-string', [[0, 0, 'x20030']]))).toEqual([5, 4, 5, 4]);
  });
  test('open tunings: the pattern plays what the grip holds there', () => {
    const openD = score(
      'two-string',
      [
        [0, 0, '000000'],
        [1, 0, '555555'],
      ],
      { tuning: { ...tuning('open-d'), pitches: [...tuning('open-d').pitches] } },
    );
    expect(openD.bars.map((bar) => bar.notes.map(({ fret }) => fret))).toEqual([
      [0, 0, 0, 0],
      [5, 5, 5, 5],
    ]);
    expect(strokes(openD)).toEqual([6, 4, 6, 4]);
  });
});

describe('metre and changes', () => {
  const metre = (beats: number, unit: 4 | 8) => ({
    bars: [{ metre: { beats, unit }, grips: [{ tick: 0, frets: frets('022100') }], notes: [] }],
  });
  test.each([
    [3, 4, [6, 4, 4]],
    [2, 4, [6, 4]],
    [5, 4, [6, 4, 6, 4, 6]],
    [6, 8, [6, 4]],
    [12, 8, [6, 4, 6, 4]],
  ] as const)('%i/%i', (beats, unit, strings) =>
    expect(strokes(applyThumb({ ...blankScore({ title: 'A test' }), ...metre(beats, unit) }))).toEqual(
      strings,
    ),
  );
  test('a grip laid inside the bar starts the pattern on its own low bass', () => {
    expect(
      strokes(
        score('two-string', [
          [0, 0, '022100'],
          [0, 1920, 'x02220'],
        ]),
      ),
    ).toEqual([6, 4, 5, 4]);
    expect(
      strokes(
        score('two-string', [
          [0, 0, '022100'],
          [0, 960, 'x02220'],
        ]),
      ),
    ).toEqual([6, 5, 4, 5]);
  });
  test('a grip carries on into the next bar; strokes last up to the next', () => {
    const half = score('half-time', [[0, 0, '022100']]);
    expect(strokes(half, 1)).toEqual([6, 4]);
    expect(half.bars[1]!.notes.map(({ durationTicks }) => durationTicks)).toEqual([1920, 1920]);
  });
  test('2 and 4 only: short, stopped and accented', () => {
    expect(score('off-beat', [[0, 0, '022100']]).bars[0]!.notes).toMatchObject([
      { tick: 960, durationTicks: 960, ending: 'stopped', accent: true },
      { tick: 2880, durationTicks: 960, ending: 'stopped', accent: true },
    ]);
  });
  test('the player’s bass ending overrides the pattern’s', () => {
    expect(
      score('one-string', [[0, 0, '022100']], { bassEnding: 'let-ring' }).bars[0]!.notes[0]!.ending,
    ).toBe('let-ring');
  });
});

describe('the thumb and the rest of the bar', () => {
  test('a string the melody strikes at that moment is left to it', () => {
    const blank = score('two-string', [[0, 0, '022100']]);
    const melody = { tick: 960, durationTicks: 480, string: 4 as const, fret: 2, voice: 'melody' as const };
    const bars = blank.bars.with(0, { ...blank.bars[0]!, notes: [...blank.bars[0]!.notes, melody] });
    const again = applyThumb({ ...blank, bars });
    expect(strokes(again)).toEqual([6, 6, 6, 4]);
    expect(validateScore(again)).toEqual([]);
  });
  test('a bar by hand is left as it is, and an unchanged score is the same object', () => {
    const byHand = score('two-string', [[0, 0, '022100']]);
    const kept = {
      ...byHand,
      bars: byHand.bars.map((bar) => ({ ...bar, thumbPattern: 'by-hand', notes: [] })),
    };
    expect(applyThumb(kept)).toBe(kept);
    expect(applyThumb(byHand)).toBe(byHand);
  });
  test('no grip is said, an unknown pattern is named', () => {
    expect(thumbFindings(score('two-string', []))).toMatchObject([
      { code: 'thumb-without-grip', bar: 1, beat: 1 },
    ]);
    expect(
      thumbFindings({ ...score('two-string', [[0, 0, '022100']]), thumbPattern: 'zigzag' })[0],
    ).toMatchObject({ code: 'unknown-pattern', severity: 'error' });
    expect(thumbFindings(score('two-string', [[0, 1920, '022100']]))).toMatchObject([{ bar: 1, beat: 1 }]);
  });
  test('a stroke by hand beside its grip is asked about, the steps of a walk are not', () => {
    const byHand = (text: string) => {
      const each = written([`[020100] ${text}`, '[x02020] t5:0@1']);
      const [bar] = each.bars;
      const notes = (bar?.notes ?? []).map((note) => ({ ...note, byHand: true as const }));
      return thumbFindings({ ...each, bars: bar ? [{ ...bar, notes }, ...each.bars.slice(1)] : [] });
    };
    expect(byHand('t6:0@1 t6:2@2 t6:0@3 t6:0@4')).toMatchObject([{ code: 'thumb-beside-grip', beat: 2 }]);
    expect(byHand('t6:0@1 t6:0@2 t6:2@3 t6:4@4')).toEqual([]);
    expect(byHand('t6:0@1 t6:3@2 t4:2@3 t6:0@4')).toMatchObject([{ beat: 2 }, { beat: 3 }]);
  });
  test('patterns are found by name or alias', () => {
    expect(findPattern('Thump')?.id).toBe('one-string');
    expect(findPattern('zigzag')).toBeUndefined();
  });
});

/** Whether a place is the grip’s fifth on the string beside its low bass. */
function isFifthBelow(grip: (number | null)[], name: string, string: number, fret: number): boolean {
  const named = nameGrip(tuning(name), grip).tones;
  const root = named.find(({ degree }) => degree === '1') ?? named[0]!;
  const above = modulo(openMidi(tuning(name), string as 1) + fret - root.midi, 12);
  return string === bassStrings(tuning(name), grip)!.low + 1 && above >= 6 && above <= 8;
}

/** Patterns that play tones beside the grip on purpose. */
const besideTheGrip = new Set(['boogie', 'boogie-shuffle', 'walk', 'walk-chromatic', 'walk-tenths']);

test('on any grip in any tuning each stroke is a string and fret of the grip or its fifth below the bass, and the bar adds up', () => {
  const any = fc.array(fc.option(fc.integer({ min: 0, max: 12 })), { minLength: 6, maxLength: 6 });
  const names = fc.constantFrom(...thumbPatternTable.map(({ id }) => id));
  fc.assert(
    fc.property(
      any,
      fc.constantFrom('standard', 'open-d', 'open-g', 'drop-d'),
      names,
      (grip, name, pattern) => {
        fc.pre(grip.some((fret) => fret !== null));
        const blank = blankScore({
          title: 'A test',
          barCount: 1,
          tuning: tuning(name),
          thumbPattern: pattern,
        });
        const made = applyThumb(layGrip(blank, 0, { tick: 0, frets: grip }));
        const held = new Set(gripTones(tuning(name), grip).map(({ string, fret }) => `${string}:${fret}`));
        expect(made.bars[0]!.notes.length).toBeGreaterThan(0);
        for (const { string, fret } of made.bars[0]!.notes)
          expect(
            besideTheGrip.has(pattern) ||
              held.has(`${string}:${fret}`) ||
              isFifthBelow(grip, name, string, fret),
          ).toBe(true);
        expect(validateScore(made)).toEqual([]);
        expect(
          Object.values(bassStrings(tuning(name), grip)!).every((string) => held.size > 0 && string >= 1),
        ).toBe(true);
      },
    ),
  );
});
