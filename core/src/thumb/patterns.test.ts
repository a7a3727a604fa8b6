import { describe, expect, test } from 'vitest';
import { writtenMidi } from '../instrument/index.ts';
import { pitchText, spellMidi } from '../pitch/index.ts';
import {
  blankScore,
  changeNote,
  layGrip,
  removeNote,
  resetThumb,
  setBarPattern,
  setBeatPattern,
  setSection,
  type GridPattern,
  type Note,
  type Score,
} from '../score/index.ts';
import { frets, tuning } from '../testing/parsed.ts';
import { notes as written } from '../testing/written.ts';
import {
  applyThumb,
  bassDensity,
  bassLine,
  patternStretches,
  solvedStrokes,
  thumbFindings,
  withBassEnding,
} from './index.ts';

/** A score of grips, one a bar, with a pattern laid under them. */
function laid(pattern: string, grips: readonly string[], over: Partial<Score> = {}): Score {
  const blank = { ...blankScore({ title: 'Laid', barCount: grips.length, thumbPattern: pattern }), ...over };
  return applyThumb(
    grips.reduce((score, text, bar) => layGrip(score, bar, { tick: 0, frets: frets(text) }), blank),
  );
}
/** Strings and frets of a bar's thumb: "6.0 4.2"; strings struck together are joined by a plus. */
function bass(score: Score, bar = 0): string {
  const byTick = new Map<number, string[]>();
  for (const { tick, string, fret, voice } of score.bars[bar]!.notes)
    if (voice === 'thumb') byTick.set(tick, [...(byTick.get(tick) ?? []), `${string}.${fret}`]);
  return [...byTick.values()].map((together) => together.join('+')).join(' ');
}
const thumbNotes = (score: Score, bar = 0): Note[] =>
  score.bars[bar]!.notes.filter(({ voice }) => voice === 'thumb');
const pitches = (score: Score, bar = 0) =>
  thumbNotes(score, bar).map((note) =>
    pitchText(spellMidi(writtenMidi(score.tuning, note), score.key)).slice(0, -1),
  );

describe('patterns of the trade (common practice)', () => {
  test('boom and brush: a bass, then the three thinnest strings in one stroke', () => {
    expect(bass(laid('boom-brush', ['320003']))).toBe('6.3 3.0+2.0+1.3 5.2 3.0+2.0+1.3');
    expect(thumbNotes(laid('boom-brush', ['320003']))[1]).toMatchObject({ stroke: 'brush' });
  });
  test('bass and slap: the slap is a dead stroke on 2 and 4', () =>
    expect(thumbNotes(laid('bass-slap', ['022100'])).map(({ stroke, dead }) => [stroke, dead])).toEqual([
      [undefined, undefined],
      ['slap', true],
      [undefined, undefined],
      ['slap', true],
    ]));
  test('double thumb drags from string 6 to string 5 into beat 3, short and long', () => {
    const notes = thumbNotes(laid('double-thumb', ['320003']));
    expect(notes.map(({ tick, durationTicks, string }) => [tick, durationTicks, string])).toEqual([
      [0, 960, 6],
      [960, 720, 4],
      [1680, 240, 6],
      [1920, 960, 5],
      [2880, 960, 4],
    ]);
    expect(notes[3]).toMatchObject({ stroke: 'drag', accent: true });
  });
  test('as a grace the first string sounds just before the beat, in no time of its own', () => {
    const [grace, main] = thumbNotes(laid('double-thumb-grace', ['320003']));
    expect(grace).toMatchObject({ tick: 0, string: 6, grace: true });
    expect(main).toMatchObject({ tick: 0, string: 5, stroke: 'drag' });
  });
  test('a muted string is struck on purpose', () =>
    expect(thumbNotes(laid('muted-alternate', ['022100'])).map(({ dead }) => dead ?? false)).toEqual([
      false,
      true,
      false,
      true,
    ]));
  test('ragtime bass is short, with 2 and 4 accented', () =>
    expect(thumbNotes(laid('ragtime', ['022100']))).toMatchObject([
      { ending: 'stopped' },
      { ending: 'stopped', accent: true },
      { ending: 'stopped' },
      { ending: 'stopped', accent: true },
    ]));
  test('boogie on E: E G# B C# D C# B G#', () =>
    expect(pitches(laid('boogie', ['022100'], { key: { tonic: 'E', mode: 'major' } }))).toEqual([
      'E',
      'G#',
      'B',
      'C#',
      'D',
      'C#',
      'B',
      'G#',
    ]));
  test('boogie on C goes up from the low C: no tone an octave off', () =>
    expect(bass(laid('boogie', ['x32010']))).toBe('5.3 4.2 3.0 3.2 3.3 3.2 3.0 4.2'));
  test('boogie on Am takes the minor third', () =>
    expect(pitches(laid('boogie', ['x02210'], { key: { tonic: 'A', mode: 'minor' } }))[1]).toBe('C'));
  test('the shuffle strikes root and fifth, then root and sixth', () =>
    expect(bass(laid('boogie-shuffle', ['x02220']))).toBe(
      '5.0+4.2 5.0+4.2 5.0+4.4 5.0+4.4 5.0+4.2 5.0+4.2 5.0+4.4 5.0+4.4',
    ));
  test('the answering bass plays where the melody strikes nothing', () => {
    const melody = written('m1:0@1/1 m1:3@3/1');
    const score = laid('answering', ['022100']);
    const answered = applyThumb({
      ...score,
      bars: score.bars.map((bar) => ({ ...bar, notes: [...bar.notes, ...melody] })),
    });
    expect(thumbNotes(answered).map(({ tick }) => tick)).toEqual([960, 2880]);
  });
});

describe('walks arrive on the change (common practice)', () => {
  test('from G to C by the open string', () =>
    expect(
      bass(laid('walk', ['320003', 'x32010'], { key: { tonic: 'G', mode: 'major' } }))
        .split(' ')
        .slice(2, 4),
    ).toEqual(['5.0', '5.2']));
  test('by half steps from A to B on string 5: A A# B', () => {
    const score = laid('walk-chromatic', ['x02220', 'x21202'], {
      bars: blankScore({ title: 'W', barCount: 2 }).bars,
    });
    expect(bass(score).split(' ').slice(-2)).toEqual(['5.0', '5.1']);
    expect(bass(score, 1).split(' ')[0]).toBe('5.2');
  });
  test('by the scale of E from E to A: F# G# then A', () => {
    const score = laid('walk', ['022100', 'x02220'], { key: { tonic: 'E', mode: 'major' } });
    expect(bass(score)).toBe('6.0 4.2 6.2 6.4');
    expect(bass(score, 1).split(' ')[0]).toBe('5.0');
  });
  test('downward where the next bass is lower: C to A by B', () =>
    expect(pitches(laid('walk', ['x32010', 'x02210'])).at(-1)).toBe('B'));
  test('tenths lie on strings 6 and 3: F# with A, G# with B in E', () => {
    const score = laid('walk-tenths', ['022100', 'x02220'], { key: { tonic: 'E', mode: 'major' } });
    expect(bass(score).split(' ').slice(-2)).toEqual(['6.2+3.2', '6.4+3.4']);
  });
  test('where the steps do not lie on bass strings the alternation goes on', () =>
    expect(bass(laid('walk', ['x-x-12-12-12-x', 'x-x-12-12-12-x']))).toBe('4.12 3.12 4.12 3.12'));
});

describe('metres', () => {
  const inMetre = (pattern: string, beats: number, unit: 4 | 8) => {
    const blank = blankScore({ title: 'M', barCount: 1, thumbPattern: pattern });
    const bar = { metre: { beats, unit }, grips: [{ tick: 0, frets: frets('022100') }], notes: [] };
    return applyThumb({ ...blank, bars: [bar] });
  };
  test.each([
    ['double-thumb', 3, 4],
    ['boogie', 6, 8],
    ['boom-brush', 12, 8],
    ['walk', 2, 4],
    ['bass-slap', 5, 4],
    ['ragtime', 3, 4],
  ] as const)('%s fits %i/%i', (pattern, beats, unit) => {
    const score = inMetre(pattern, beats, unit);
    const length = (beats * 3840) / unit;
    expect(thumbNotes(score).length).toBeGreaterThan(1);
    for (const { tick, durationTicks } of thumbNotes(score))
      expect(tick + durationTicks).toBeLessThanOrEqual(length);
  });
  test('in 6/8 the second of two slots falls on the third eighth', () =>
    expect(thumbNotes(inMetre('boogie', 6, 8)).map(({ tick }) => tick)).toEqual([0, 960, 1440, 2400]));
});

describe('piece, section, bar and beat', () => {
  const grips = ['022100', '022100', '022100', '022100'];
  test('the nearest choice holds: beat before bar before section before piece', () => {
    let score = laid('two-string', grips);
    score = setSection(score, 1, { name: 'B', thumbPattern: 'half-time' });
    score = setBarPattern(score, 2, 'one-string');
    score = applyThumb(setBeatPattern(score, 2, 1920, 'muted-alternate'));
    expect(bass(score, 0)).toBe('6.0 4.2 6.0 4.2');
    expect(bass(score, 1)).toBe('6.0 4.2');
    expect(thumbNotes(score, 2).map(({ ending, dead }) => ending ?? dead)).toEqual([
      'palm-damped',
      'palm-damped',
      undefined,
      true,
    ]);
    expect(bass(score, 3)).toBe('6.0 4.2');
    expect(patternStretches(score, 2).map(({ name, from, until }) => [name, from, until])).toEqual([
      ['one-string', 0, 1920],
      ['muted-alternate', 1920, 3840],
    ]);
  });
  test('a section without a pattern follows the piece', () =>
    expect(bass(applyThumb(setSection(laid('half-time', grips), 2, { name: 'C' })), 3)).toBe('6.0 4.2'));
  test('an own pattern is kept with the piece and found by its name', () => {
    const own: GridPattern = {
      id: 'mine-1',
      name: 'Slow drone',
      beats: 2,
      slotsPerBeat: 2,
      strokes: [
        { slot: 0, role: 'low', string: 6, ending: 'let-ring' },
        { slot: 3, role: 'alternate', accent: true },
      ],
    };
    const score = laid('mine-1', ['x02220'], { patterns: [own] });
    expect(bass(score)).toBe('6.0 4.2 6.0 4.2');
    expect(thumbNotes(score)[1]).toMatchObject({ tick: 1440, accent: true });
    expect(thumbFindings(score)).toEqual([]);
    expect(thumbFindings({ ...score, patterns: [] })[0]).toMatchObject({ code: 'unknown-pattern' });
  });
});

describe('strokes by hand', () => {
  const at = (tick: number, string: 6 | 5 | 4) => ({ bar: 0, tick, string, voice: 'thumb' as const });
  test('a change of grip moves the laid strokes and leaves the changed one', () => {
    const score = laid('two-string', ['022100']);
    const accented = applyThumb(changeNote(score, at(960, 4), () => ({ accent: true })));
    const regripped = applyThumb(layGrip(accented, 0, { tick: 0, frets: frets('x32010') }));
    expect(bass(regripped)).toBe('5.3 4.2 5.3 4.2');
    expect(thumbNotes(regripped).map(({ accent }) => accent ?? false)).toEqual([false, true, false, false]);
    const toF = applyThumb(layGrip(regripped, 0, { tick: 0, frets: frets('133211') }));
    expect(bass(toF)).toBe('6.1 4.2 6.1 4.3');
    expect(thumbFindings(toF)).toMatchObject([{ code: 'thumb-beside-grip', beat: 2, string: 4 }]);
    expect(bass(applyThumb(resetThumb(toF, 0)))).toBe('6.1 4.3 6.1 4.3');
  });
  test('a stroke taken out stays out until reset', () => {
    const score = applyThumb(removeNote(laid('two-string', ['022100']), at(1920, 6)));
    expect(bass(score)).toBe('6.0 4.2 4.2');
    expect(bass(applyThumb(score))).toBe('6.0 4.2 4.2');
    expect(bass(applyThumb(resetThumb(score, 0)))).toBe('6.0 4.2 6.0 4.2');
  });
});

describe('what could not be played as wanted is solved in a stated order, and said', () => {
  test('the melody has the string: alternate, low, other low', () => {
    const score = laid('two-string', ['022100']);
    const melody = written('m4:2@2/1');
    const taken = applyThumb({
      ...score,
      bars: score.bars.map((bar) => ({ ...bar, notes: [...bar.notes, ...melody] })),
    });
    expect(bass(taken)).toBe('6.0 6.0 6.0 4.2');
    expect(solvedStrokes(taken)).toEqual([
      { bar: 0, tick: 960, string: 6, why: 'other string, the melody has it' },
    ]);
  });
  test('a tone the grip lacks is taken beside it', () =>
    expect(solvedStrokes(laid('boogie', ['022100'])).map(({ why }) => why)).toContain(
      'tone beside the grip',
    ));
});

describe('the bass line to read, hear and weigh', () => {
  test('as notes and as words', () => {
    expect(bassLine(laid('ragtime', ['320003']))[1]).toEqual({
      bar: 1,
      beat: 2,
      string: 4,
      fret: 0,
      pitch: 'D3',
      words: 'D3, open string 4, stopped short, accented',
    });
    expect(bassLine(laid('bass-slap', ['022100']))[1]!.words).toBe('string 6, slap, accented');
  });
  test('density: strokes a beat, and strokes a second in the busiest bar', () => {
    const score = setBarPattern(laid('two-string', ['022100', '022100']), 1, 'half-time');
    const density = bassDensity(applyThumb({ ...score, tempoBpm: 120 }));
    expect(density).toEqual({ perBeat: [1, 0.5], mean: 0.75, busiestPerSecond: 2 });
    expect(bassDensity(laid('boom-brush', ['320003'])).mean).toBe(1);
  });
  test('damped and undamped are two versions of one bass', () => {
    const score = laid('ragtime', ['022100']);
    expect(
      thumbNotes(withBassEnding(score, 'palm-damped')).every(({ ending }) => ending === 'palm-damped'),
    ).toBe(true);
    expect(thumbNotes(withBassEnding(score, undefined)).some(({ ending }) => ending)).toBe(false);
  });
  test('no bars, no strokes: the meter stands at nought', () =>
    expect(bassDensity(blankScore({ title: 'Empty', barCount: 1 }))).toEqual({
      perBeat: [0],
      mean: 0,
      busiestPerSecond: 0,
    }));
});

test('in an open tuning the same pattern takes other strings', () =>
  expect(
    bass(
      laid('two-string', ['000000'], { tuning: { name: 'Open D', pitches: [...tuning('open-d').pitches] } }),
    ),
  ).toBe('6.0 4.0 6.0 4.0'));
