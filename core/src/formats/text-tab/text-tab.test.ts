import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { barTicks, type Score } from '../../score/index.ts';
import { frets } from '../../testing/parsed.ts';
import { written } from '../../testing/written.ts';
import { readTextTab, writeTextTab, type TextTabOptions } from './index.ts';

const reading = (text: string, options?: TextTabOptions) => {
  const read = readTextTab(text, options);
  if (!read.ok) throw new Error(read.fault.reason);
  if (read.value.content.kind !== 'score') throw new Error('not a score');
  return { score: read.value.content.score, leftOut: read.value.leftOut, asks: read.value.asks };
};
/** "tick string:fret" of every note, bar by bar. */
const placesOf = (score: Score) =>
  score.bars.map(({ notes }) => notes.map(({ tick, string, fret }) => `${tick} ${string}:${fret}`).sort());

/** All invented; each is typed in a shape of its own. */
const counted = `
Counted
Tuning: D A D G B E   Capo: 2
    1   &   2   &   3   &   4   &
e|--0-------3-------0-------------|
B|------1-------------------------|
G|--------------------------------|
D|----------0---------------0-----|
A|--------------------------------|
D|--0---------------0-------------|
`;

describe('tab as people type it', () => {
  test('names, header and a line of counts', () => {
    const { score, asks } = reading(counted);
    expect(score.title).toBe('Counted');
    expect(score.tuning.pitches[0]).toBe('D2');
    expect(score.capo).toBe(2);
    expect(asks).toBeUndefined();
    expect(placesOf(score)).toEqual([
      ['0 1:0', '0 6:0', '1920 1:0', '1920 6:0', '480 2:1', '960 1:3', '960 4:0', '2880 4:0'].sort(),
    ]);
  });
  test('without rhythm it is read by its spacing, and asked about', () => {
    const { score, asks } = reading(counted.replace(/^ {4}1.*\n/m, ''));
    expect(asks).toBe('rhythm');
    expect(score.bars[0]!.notes.filter(({ string }) => string === 6).map(({ tick }) => tick)).toEqual([
      0, 1920,
    ]);
  });
  test('or as one value after the other', () => {
    const plain = '--0-2-3---\n----------\n----------\n----------\n----------\n----------\n';
    expect(placesOf(reading(plain, { rhythm: 'eighths' }).score)).toEqual([['0 1:0', '480 1:2', '960 1:3']]);
    expect(placesOf(reading(plain, { rhythm: 'quarters' }).score)).toEqual([
      ['0 1:0', '960 1:2', '1920 1:3'].sort(),
    ]);
  });
  test('a line of note values', () => {
    const text = `  Q   E E Q.  E\n  0---2-3-5---0-|\n  --------------|\n  --------------|\n  --------------|\n  --------------|\n  --------------|\n`;
    expect(placesOf(reading(text).score)[0]).toEqual(
      ['0 1:0', '960 1:2', '1440 1:3', '1920 1:5', '3360 1:0'].sort(),
    );
  });
  test('words behind the counts are no counts: the line is read at once, and its counts hold', () => {
    const row = (text: string) => [text, ...Array<string>(5).fill(text.replace(/\d/g, '-'))].join('\n');
    const line = ' 1 & 2 & 3 & 4 &   1 & 2 & 3 & 4 &  play twice';
    const text = `${line}\n${row('-0---2---3---5---|-7---3---------')}\n`;
    const { score, asks } = reading(text);
    expect(asks).toBeUndefined();
    expect(placesOf(score)).toEqual([
      ['0 1:0', '960 1:2', '1920 1:3', '2880 1:5'].sort(),
      ['0 1:7', '960 1:3'],
    ]);
    const many = `${'1 & 2 & '.repeat(200)}then ${'e a trip let '.repeat(30)}!!`;
    expect(readTextTab(`${many}\n${row('-0---2---3---5--')}`).ok).toBe(true);
  });
  test('chord names over the strings: the grip whose frets the tab gives, else a grip that is played under it, and told', () => {
    const text = counted
      .replace('Counted\n', 'Counted\nGrips: D7 xx0212\n')
      .replace('    1 ', '    D7              G\n    1 ');
    const { score, leftOut } = reading(text);
    expect(score.bars[0]!.grips).toEqual([
      { tick: 0, frets: [null, null, 0, 2, 1, 2] },
      { tick: 1920, frets: [5, 2, 0, 0, 0, 3] },
    ]);
    expect(leftOut.map(({ what }) => what)).toEqual([
      'the grip of G, which the tab does not show: 520003 was laid',
    ]);
  });
  test('of two grips of a name the one that the tab plays; a word is no chord', () => {
    const over = (name: string, frets: string) =>
      reading(
        ['Tuning: E A D G B E', `   ${name}`, '   1 & 2 & '].join('\n') +
          '\n' +
          ['e', 'B', 'G', 'D', 'A', 'E']
            .map((string, row) => `${string}|-${frets[5 - row] === 'x' ? '-' : frets[5 - row]}------|`)
            .join('\n'),
      );
    expect(over('F', '133211').score.bars[0]!.grips[0]!.frets).toEqual([1, 3, 3, 2, 1, 1]);
    expect(over('F', 'xx3211').score.bars[0]!.grips[0]!.frets.slice(2)).toEqual([3, 2, 1, 1]);
    expect(over('Chorus', '133211').score.bars[0]!.grips).toEqual([]);
  });
  test('the metre is the one a line names, not any fraction', () => {
    const text = counted.replace('Counted\n', 'Counted 2/4\nTime signature: 3/4\n');
    expect(reading(text).score.bars[0]!.metre).toEqual({ beats: 3, unit: 4 });
  });
  test('string names without bar lines, upside down when they say so', () => {
    const text = 'E -3-------\nA ---------\nD ---------\nG ---------\nB ---------\ne -----0---\n';
    const { score } = reading(text);
    expect(score.bars[0]!.notes.map(({ string, fret }) => [string, fret])).toEqual([
      [6, 3],
      [1, 0],
    ]);
  });
  test('several systems, several bars, prose between', () => {
    const six = (one: string) => [one, ...Array<string>(5).fill('|--------|--------|')].join('\n');
    const text = `Verse\n${six('|--0-----|--2-----|')}\n\nthen again, softly\n\n${six('|--3-----|--5-----|')}\n`;
    expect(reading(text).score.bars.map(({ notes }) => notes[0]?.fret)).toEqual([0, 2, 3, 5]);
  });
  test('hammers, pulls, slides, bends, dead notes, harmonics, ringing, optional notes', () => {
    const row = (text: string) => [text, ...Array<string>(5).fill('-'.repeat(text.length))].join('\n');
    const marks = (text: string) =>
      reading(row(text)).score.bars[0]!.notes.map(
        ({ fret, tick: _, durationTicks: __, string: ___, voice: ____, ...rest }) => [fret, rest],
      );
    expect(marks('--5h7p5---3/5---7\\5------')).toEqual([
      [5, {}],
      [7, { arrival: 'hammer-on' }],
      [5, { arrival: 'pull-off' }],
      [3, {}],
      [5, { arrival: 'slide' }],
      [7, {}],
      [5, { arrival: 'slide' }],
    ]);
    expect(marks('--7b9----x----<12>----(3)---5~----')).toEqual([
      [7, { bendCents: 200 }],
      [0, { dead: true }],
      [12, { harmonic: true }],
      [3, { optional: true }],
      [5, { ending: 'let-ring' }],
    ]);
    expect(marks('---/7------5\\-----')).toEqual([
      [7, { slide: { from: 'below' } }],
      [5, { slide: { out: 'below' } }],
    ]);
  });
  test('repeats', () => {
    const rows = [
      '||--0----||',
      '||--------||',
      '||*-------*||',
      '||*-------*||',
      '||--------||',
      '||--------||',
    ];
    const even = rows.map((row) => row.padEnd(12, ' '));
    const text = ['|-0------|', '|--------|', '|*------*|', '|*------*|', '|--------|', '|--------|'].join(
      '\n',
    );
    expect(even).toHaveLength(6);
    expect(reading(text).score.bars[0]).toMatchObject({ repeatStart: true, repeatTimes: 2 });
  });
  test.each([
    ['prose', 'There is no tab here at all.', /No six lines/],
    ['five strings', Array<string>(5).fill('-----0----').join('\n'), /No six lines/],
    ['lines without end', Array<string>(6).fill('-0'.repeat(30_000)).join('\n'), /Line 1 has more than 2000/],
    ['empty strings', Array<string>(6).fill('----------').join('\n'), /no frets/],
  ])('%s is refused with a reason', (_, text, reason) => {
    const read = readTextTab(text);
    expect(!read.ok && read.fault.reason).toMatch(reason);
  });
  test('any six lines are read or refused, never thrown', () => {
    const row = fc.string({
      unit: fc.constantFrom(...'----------0123456789hp/\\~xb()<>|:*. '),
      minLength: 4,
      maxLength: 60,
    });
    fc.assert(
      fc.property(fc.array(row, { minLength: 6, maxLength: 14 }), (rows) => {
        const read = readTextTab(rows.join('\n'));
        if (!read.ok) expect(read.fault.reason.length).toBeGreaterThan(5);
      }),
      { numRuns: 300 },
    );
  });
});

describe('writing plain text', () => {
  const score: Score = {
    ...written(
      [
        't5:3@1 m1:0@1/1.5 t4:2@2 m1:1@2.5/0.5h t5:3@3 m2:12@3.75/0.25 t4:2@4 m2:10@4/1p',
        't6:3@1/4 m1:3@2/1b m1:5@3/2s',
      ],
      { capo: 3, tempoBpm: 88, swingPercent: 60, key: { tonic: 'G', mode: 'major' } },
    ),
    title: 'Typed',
  };
  test('what is written reads back to the same strings, frets and times', () => {
    const { score: back, asks } = reading(writeTextTab(score));
    expect(asks).toBeUndefined();
    expect(placesOf(back)).toEqual(placesOf(score));
    expect(back).toMatchObject({
      title: 'Typed',
      capo: 3,
      tempoBpm: 88,
      swingPercent: 60,
      tuning: { pitches: score.tuning.pitches },
    });
    const arrivals = back.bars.flatMap(({ notes }) =>
      notes.flatMap(({ fret, arrival }) => (arrival ? [`${fret} ${arrival}`] : [])),
    );
    expect(arrivals).toEqual(['1 hammer-on', '10 pull-off', '5 slide']);
  });
  test('no line is longer than a screen of 80', () => {
    const long = { ...score, bars: Array.from({ length: 12 }, (_, index) => score.bars[index % 2]!) };
    for (const line of writeTextTab(long).split('\n')) expect(line.length).toBeLessThanOrEqual(80);
  });
  test('a quarter tone, a bend let back, and what has no sign is told', () => {
    const bent: Score = {
      ...written(['m2:3@1/1 m2:5@2/1 m2:7@3/1 m2:8@4/1']),
      title: 'Bent: a title with a colon',
      player: 'Somebody',
    };
    const marks = [
      { bendCents: 50 },
      { bendCents: 150, bendShape: 'release' as const },
      { bendCents: 100, bendShape: 'pre-bend' as const },
      { ending: 'palm-damped' as const, lyric: 'oh' },
    ];
    const notes = bent.bars[0]!.notes.map((note, index) => ({ ...note, ...marks[index] }));
    const { score: back, leftOut } = reading(writeTextTab({ ...bent, bars: [{ ...bent.bars[0]!, notes }] }));
    expect(back.bars[0]!.notes.map(({ bendCents, bendShape }) => [bendCents, bendShape])).toEqual([
      [50, undefined],
      [150, 'release'],
      [undefined, undefined],
      [undefined, undefined],
    ]);
    expect(back).toMatchObject({ title: 'Bent: a title with a colon', player: 'Somebody' });
    expect(leftOut.map(({ what }) => what)).toEqual([
      'which hand plays a note',
      'picked bent (1)',
      'palm-damped (1)',
      'sung words (1)',
    ]);
  });
  test('every metre comes back exactly: times, strings, grips, pickup, repeats, endings, sections, tempo, swing', () => {
    const metre = fc.record({
      beats: fc.integer({ min: 1, max: 13 }),
      unit: fc.constantFrom<(1 | 2 | 4 | 8 | 16)[]>(1, 2, 4, 8, 16),
    });
    const spot = fc.record({
      share: fc.oneof(
        fc.integer({ min: 0, max: 23 }).map((part) => part / 24),
        fc.double({ min: 0, max: 0.999, noNaN: true }),
      ),
      string: fc.integer({ min: 1, max: 6 }),
      fret: fc.nat(19),
    });
    const grip = fc.constantFrom('022100', 'x32010', 'x35553', 'x-10-12-12-11-x', '000000');
    const bar = fc.record(
      {
        metre,
        spots: fc.uniqueArray(spot, {
          selector: ({ share, string }) => `${share} ${string}`,
          minLength: 1,
          maxLength: 10,
        }),
        grips: fc.uniqueArray(fc.record({ part: fc.integer({ min: 0, max: 3 }), grip }), {
          selector: ({ part }) => part,
          maxLength: 2,
        }),
        section: fc.constantFrom('A', 'Verse 2', '3/4', 'x2', '1.', '[odd]'),
        repeatStart: fc.constant(true as const),
        repeatTimes: fc.integer({ min: 2, max: 9 }),
        endings: fc.constantFrom<number[][]>([1], [2], [1, 2]),
        tempoBpm: fc.constantFrom(60, 92.5, 140),
        swingPercent: fc.constantFrom(50, 66.7),
      },
      { requiredKeys: ['metre', 'spots', 'grips'] },
    );
    fc.assert(
      fc.property(fc.array(bar, { minLength: 1, maxLength: 5 }), fc.boolean(), (drawn, begins) => {
        const bars = drawn.map(({ spots, grips, section, ...rest }, index): Score['bars'][number] => {
          const length = barTicks(rest.metre);
          const next = drawn[1];
          return {
            ...rest,
            ...(section ? { section: { name: section } } : {}),
            ...(begins && index === 0 && next && length < barTicks(next.metre)
              ? { pickup: true as const }
              : {}),
            grips: grips
              .map(({ part, grip: text }) => ({ tick: Math.round((part * length) / 4), frets: frets(text) }))
              .sort((a, b) => a.tick - b.tick),
            notes: spots.map(({ share, string, fret }) => ({
              tick: Math.floor(share * length),
              durationTicks: 1,
              string: string as 1,
              fret,
              voice: 'melody' as const,
            })),
          };
        });
        const clash = bars.some(
          ({ notes }) => new Set(notes.map(({ tick, string }) => `${tick} ${string}`)).size < notes.length,
        );
        fc.pre(!clash);
        const any = { ...score, bars };
        const { score: back, asks, leftOut } = reading(writeTextTab(any));
        expect(asks).toBeUndefined();
        expect(leftOut.map(({ what }) => what)).toEqual(['which hand plays a note']);
        expect(placesOf(back)).toEqual(placesOf(any));
        const about = (whole: Score) =>
          whole.bars.map(({ notes: _, section, ...rest }) => ({
            ...rest,
            section: section?.name.replace('[', '(').replace(']', ')'),
          }));
        expect(about(back)).toEqual(about(any));
        expect(back.key).toEqual(any.key);
      }),
      { numRuns: 300 },
    );
  });
  test('any bar of eighths comes back', () => {
    const moment = fc.record({ slot: fc.nat(7), string: fc.integer({ min: 1, max: 6 }), fret: fc.nat(19) });
    fc.assert(
      fc.property(
        fc.uniqueArray(moment, {
          selector: ({ slot, string }) => `${slot} ${string}`,
          minLength: 1,
          maxLength: 12,
        }),
        (moments) => {
          const any = {
            ...score,
            bars: [
              {
                ...score.bars[0]!,
                notes: moments.map(({ slot, string, fret }) => ({
                  tick: slot * 480,
                  durationTicks: 480,
                  string: string as 1,
                  fret,
                  voice: 'melody' as const,
                })),
              },
            ],
          };
          expect(placesOf(reading(writeTextTab(any)).score)).toEqual(placesOf(any));
        },
      ),
      { numRuns: 150 },
    );
  });
});
