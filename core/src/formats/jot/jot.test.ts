import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { describeFault } from '../../fault/index.ts';
import { anchors } from '../../grading/index.ts';
import { inPlayingOrder, type Bar, type Note, type Score } from '../../score/index.ts';
import { scoreSchema } from '../../score/schema.ts';
import { valueOf } from '../../testing/value-of.ts';
import { written } from '../../testing/written.ts';
import { readScore } from '../jocund-json/index.ts';
import { readJot, readJotBars, writeJot, writeJotBars } from './index.ts';

const demoFolder = join(import.meta.dirname, '../../../../demo');
const demos = readdirSync(demoFolder)
  .filter((name) => name.endsWith('.jocund.json'))
  .map((name) => [name, valueOf(readScore(readFileSync(join(demoFolder, name), 'utf8')))] as const);

describe('written and read again it is the same', () => {
  test.each([...demos, ...anchors.map(({ score }) => [score.title, score] as const)])('%s', (_, score) => {
    const text = writeJot(score);
    expect(valueOf(readJot(text))).toEqual(score);
    expect(writeJot(valueOf(readJot(text)))).toBe(text);
  });

  const words = fc
    .string({ minLength: 1, maxLength: 12 })
    .map((text) => `a${text}z`.replace(/[\p{Cc}\p{Cs}]/gu, ' '));
  const id = fc.stringMatching(/^[a-z0-9-]{1,10}$/);
  const maybe = <T>(value: fc.Arbitrary<T>) => fc.option(value, { nil: undefined, freq: 2 });
  const note = fc.record({
    tick: fc.nat(3839),
    durationTicks: fc.oneof(fc.constantFrom(480, 960, 320, 720, 1440), fc.integer({ min: 1, max: 4000 })),
    string: fc.constantFrom(1, 2, 3, 4, 5, 6 as const),
    fret: fc.nat(24),
    voice: fc.constantFrom('thumb', 'melody' as const),
    id: maybe(id),
    arrival: maybe(fc.constantFrom('hammer-on', 'pull-off', 'slide' as const)),
    dead: maybe(fc.constant(true as const)),
    tied: maybe(fc.constant(true as const)),
    ending: maybe(fc.constantFrom('let-ring', 'stopped', 'palm-damped', 'lifted' as const)),
    accent: maybe(fc.constant(true as const)),
    staccato: maybe(fc.constant(true as const)),
    fermata: maybe(fc.constant(true as const)),
    bendCents: maybe(fc.integer({ min: 10, max: 400 })),
    slide: maybe(
      fc
        .record(
          {
            from: fc.constantFrom('below', 'above' as const),
            approachFret: fc.nat(24),
            out: fc.constantFrom('below', 'above' as const),
            overTicks: fc.integer({ min: 1, max: 7680 }),
            slow: fc.constant(true as const),
            again: fc.constant(true as const),
          },
          { requiredKeys: [] },
        )
        .filter((slide) => Object.keys(slide).length > 0),
    ),
    bottleneck: maybe(
      fc.record(
        {
          angleDegrees: fc.integer({ min: -45, max: 45 }),
          cents: fc.integer({ min: -90, max: 90 }),
          vibratoCents: fc.integer({ min: 5, max: 150 }),
          noise: fc.constantFrom('kept', 'damped' as const),
        },
        { requiredKeys: [] },
      ),
    ),
    ornament: maybe(fc.constantFrom('mordent', 'hammer-pull' as const)),
    ornamentFrets: maybe(fc.integer({ min: 1, max: 5 })),
    harmonic: maybe(fc.constant(true as const)),
    stroke: maybe(
      fc.constantFrom('brush', 'brush-back', 'roll', 'roll-back', 'drag', 'slap', 'snap' as const),
    ),
    drone: maybe(fc.constant(true as const)),
    grace: maybe(fc.constant(true as const)),
    optional: maybe(fc.constant(true as const)),
    certainty: maybe(fc.constantFrom('guess', 'mine' as const)),
    lyric: maybe(words),
    finger: maybe(fc.constantFrom(1, 2, 3, 4, 'T' as const)),
    picking: maybe(fc.constantFrom('p', 'i', 'm', 'a' as const)),
    keepString: maybe(fc.constant(true as const)),
    position: maybe(fc.integer({ min: 1, max: 24 })),
    comment: maybe(fc.record({ do: words, why: words.map((text) => `${text}\n"${text}"`) })),
    byHand: maybe(fc.constant(true as const)),
  });
  const grip = fc.record({
    tick: fc.nat(3839),
    frets: fc.array(fc.option(fc.nat(24)), { minLength: 6, maxLength: 6 }),
    fingers: maybe(
      fc.array(fc.option(fc.constantFrom(1, 2, 3, 4, 'T' as const)), { minLength: 6, maxLength: 6 }),
    ),
    silent: maybe(fc.subarray([1, 2, 3, 4, 5, 6] as const)),
    functionName: maybe(words),
  });
  const voice = fc.constantFrom('thumb', 'melody' as const);
  const tick = fc.nat(3839);
  const bar = fc.record({
    id: maybe(id),
    sameAs: maybe(id),
    metre: fc.record({
      beats: fc.integer({ min: 1, max: 32 }),
      unit: fc.constantFrom(1, 2, 4, 8, 16 as const),
    }),
    riffs: maybe(
      fc.array(fc.record({ voice, tick, ticks: fc.integer({ min: 1, max: 9999 }), of: id, from: tick }), {
        minLength: 1,
        maxLength: 2,
      }),
    ),
    section: maybe(fc.record({ name: words, id: maybe(id), thumbPattern: maybe(words) })),
    comment: maybe(fc.record({ do: words })),
    told: maybe(
      fc.uniqueArray(
        fc.record({
          depth: fc.constantFrom('do', 'why' as const),
          language: fc.constantFrom('english', 'german' as const),
          of: fc.nat(0xffffffff).map((value) => value.toString(16).padStart(8, '0')),
          text: words.map((text) => `${text}\n"${text}"`),
        }),
        { selector: ({ depth, language }) => `${depth} ${language}`, minLength: 1, maxLength: 3 },
      ),
    ),
    grips: fc.array(grip, { maxLength: 3 }),
    thumbPattern: maybe(fc.oneof(words, fc.constant('by-hand'))),
    beatPatterns: maybe(fc.array(fc.record({ tick, pattern: words }), { maxLength: 2 })),
    leftOut: maybe(fc.array(tick, { maxLength: 3 })),
    notes: fc.array(note, { maxLength: 8 }),
    sung: maybe(
      fc.array(fc.record({ tick, text: words, pitch: maybe(fc.constantFrom('F#4', 'Bb3', 'C4')) }), {
        maxLength: 3,
      }),
    ),
    pickup: maybe(fc.constant(true as const)),
    repeatStart: maybe(fc.constant(true as const)),
    repeatTimes: maybe(fc.integer({ min: 2, max: 9 })),
    endings: maybe(fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 3 })),
    tempoBpm: maybe(fc.integer({ min: 20, max: 320 })),
    swingPercent: maybe(fc.double({ min: 50, max: 80, noNaN: true })),
    dynamics: maybe(
      fc.array(fc.record({ tick, voice, level: fc.constantFrom('pp', 'mf', 'ff' as const) }), {
        maxLength: 2,
      }),
    ),
  });
  /** Voices of one moment and string have no order of their own. */
  const ordered = (each: Bar): Bar => ({
    ...each,
    notes: [...each.notes].sort((a, b) => inPlayingOrder(a, b) || b.voice.localeCompare(a.voice)),
  });
  const whole = (over: object): Score =>
    scoreSchema.parse(JSON.parse(JSON.stringify({ ...written(['']), ...over })));

  test('any bars that a score may have', () => {
    fc.assert(
      fc.property(
        fc.array(bar, { minLength: 1, maxLength: 3 }),
        fc.array(bar, { minLength: 1, maxLength: 2 }),
        maybe(fc.constantFrom('stopped', 'palm-damped')),
        (bars, others, bassEnding) => {
          const plain = whole({ bars });
          const score = whole({
            bassEnding,
            bars: plain.bars.map(ordered),
            passages: [
              {
                id: 'p-1',
                bars: ['b1', 'b2'],
                chosen: 'the "plain" one',
                others: [
                  {
                    label: 'fuller = better',
                    pitches: plain.tuning.pitches,
                    bars: whole({ bars: others }).bars.map(ordered),
                  },
                ],
              },
            ],
          });
          expect(valueOf(readJot(writeJot(score)))).toEqual(score);
        },
      ),
      { numRuns: 300 },
    );
  });

  test('any settings that a score may have', () => {
    const settings = fc.record({
      title: words,
      player: fc.oneof(words, fc.constant('')),
      key: fc.record({ tonic: fc.constantFrom('C', 'F#', 'Bb'), mode: fc.constantFrom('major', 'minor') }),
      capo: fc.nat(12),
      scaleMm: fc.double({ min: 400, max: 800, noNaN: true }),
      fretCount: fc.integer({ min: 12, max: 24 }),
      tempoBpm: fc.double({ min: 20, max: 320, noNaN: true }),
      thumbPattern: words,
      tuning: fc.record({
        name: words,
        pitches: fc.constantFrom(['D2', 'A2', 'D3', 'F#3', 'A3', 'D4'], ['E2', 'A2', 'D3', 'G3', 'B3', 'E4']),
        wholeSemitones: maybe(fc.integer({ min: -7, max: 5 })),
        a4Hz: maybe(fc.constantFrom(432, 442.5)),
      }),
      gauges: maybe(words),
      sources: maybe(
        fc.array(fc.record({ name: words, key: fc.constant({ tonic: 'Eb', mode: 'minor' }) }), {
          minLength: 1,
          maxLength: 2,
        }),
      ),
      bassEnding: maybe(fc.constantFrom('stopped', 'lifted')),
      pickingSchool: maybe(fc.constantFrom('im', 'pick')),
      patterns: maybe(
        fc.array(
          fc.record({
            id: words,
            name: words,
            beats: fc.integer({ min: 1, max: 16 }),
            slotsPerBeat: fc.integer({ min: 1, max: 4 }),
            strokes: fc.constant([{ slot: 0, role: 'root' }]),
          }),
          { minLength: 1, maxLength: 2 },
        ),
      ),
      letStand: maybe(
        fc.array(
          fc.record({
            code: words,
            bar: id,
            beat: fc.double({ min: 1, max: 9, noNaN: true }),
            string: maybe(fc.constantFrom(1, 6)),
          }),
          { minLength: 1, maxLength: 2 },
        ),
      ),
      form: maybe(words),
      order: maybe(fc.array(id, { minLength: 1, maxLength: 4 })),
      comment: maybe(fc.record({ why: words })),
    });
    fc.assert(
      fc.property(settings, (over) => {
        const score = whole(over);
        expect(valueOf(readJot(writeJot(score)))).toEqual(score);
      }),
      { numRuns: 300 },
    );
  });
});

describe('bars of a piece', () => {
  test.each(demos)('are written and read again alone: %s', (_, score) => {
    const { bars } = score;
    for (const [first, last] of [
      [0, 0],
      [2, 5],
      [bars.length - 1, bars.length - 1],
    ] as const)
      expect(readJotBars(score, writeJotBars(score, first, last))).toEqual({
        ok: true,
        value: bars.slice(first, last + 1),
      });
  });
  test.each([
    ['bar\n tune: 1/0 9/3', 2, '“9/3” is no note'],
    ['title: Other\nbar', 1, '“title:” belongs to the whole piece'],
    ['bar\npassage: id=x', 2, '“passage:” belongs to the whole piece'],
    ['bar\n tune: 1/0\nbar 99/4', 3, ''],
    ['', 1, 'The piece has no bar'],
  ])('a fault is told with its line: %s', (text, line, reason) => {
    const read = readJotBars(written(['m1:0@1']), text);
    expect(read.ok ? undefined : read.fault.line).toBe(line);
    expect(read.ok ? '' : read.fault.reason).toContain(reason);
  });
});

describe('typed by a teacher', () => {
  const typed = (bars: string, head = '') => readJot(`jot 1\ntitle: Typed\n${head}\n${bars}`);
  const notesOf = (bars: string, index = 0): string[] =>
    valueOf(typed(bars)).bars[index]!.notes.map(
      ({ string, fret, tick, durationTicks, voice }: Note) =>
        `${voice.charAt(0)}${string}/${fret}@${tick}*${durationTicks}`,
    );
  test('lengths go on until the next one; rests wait; the thumb goes in beats, the tune in eighths', () => {
    expect(notesOf('bar\n thumb: 5/3 4/2 r 4/2\n tune: 1/0 2/1 q r 1/3 e.')).toEqual([
      't5/3@0*960',
      'm1/0@0*480',
      'm2/1@480*960',
      't4/2@960*960',
      'm1/3@2400*720',
      't4/2@2880*960',
    ]);
  });
  test('three in the time of two, then straight on', () => {
    expect(notesOf('bar\n tune: (3 1/0 1/2 1/3 ) 1/0')).toEqual([
      'm1/0@0*320',
      'm1/2@320*320',
      'm1/3@640*320',
      'm1/0@960*480',
    ]);
  });
  test('a thumb that is typed is by hand; one that is laid follows its pattern; bass notes end as the piece says', () => {
    const { bars } = valueOf(
      typed('bar\n thumb: 5/3 4/2:plain\nbar\n laid: 5/3\nbar thumb=boom\n laid: 5/3', 'bass: stopped'),
    );
    expect(bars.map(({ thumbPattern }) => thumbPattern)).toEqual(['by-hand', undefined, 'boom']);
    expect(bars[0]!.notes.map(({ ending }) => ending)).toEqual(['stopped', undefined]);
  });
  test('a grip by its name or frets gives notes their fret', () => {
    const score = valueOf(typed('bar\n grips: C @3 320003\n thumb: 5 4 6 4'));
    expect(
      score.bars[0]!.grips.map(({ tick, frets }) => [tick, frets.map((fret) => fret ?? 'x').join('')]),
    ).toEqual([
      [0, 'x32010'],
      [1920, '320003'],
    ]);
    expect(score.bars[0]!.notes.map(({ fret }) => fret)).toEqual([3, 2, 3, 0]);
  });
  test('a bar repeated is the same bar, so often; a section begins where it is written', () => {
    const { bars } = valueOf(typed('bar\n tune: 1/0\n== Answer\nbar % 2\nbar 3/4\n tune: 1/1'));
    expect(bars.map(({ notes, section, metre }) => [notes[0]!.fret, section?.name, metre.beats])).toEqual([
      [0, undefined, 4],
      [0, 'Answer', 4],
      [0, undefined, 4],
      [1, undefined, 3],
    ]);
  });
  test('marks by letter and by word, a tuning by its name, remarks passed over', () => {
    const score = valueOf(
      typed('# a remark\nbar\n tune: 1/0 h1/2 1/3:bend=100:lyric="oh yes"', 'tuning: drop-d'),
    );
    expect(score.tuning.pitches[0]).toBe('D2');
    expect(score.bars[0]!.notes.slice(1)).toMatchObject([
      { arrival: 'hammer-on' },
      { bendCents: 100, lyric: 'oh yes' },
    ]);
  });
  test.each([
    ['bar\n tune: 7/0', 'Line 5: “7/0” is no note. Write string and fret, such as 1/3, or r for a rest.'],
    ['bar\n tune: 1/0:swung', 'Line 5: “swung” is no mark of a note.'],
    ['bar\n tune: q 1/0', 'Line 5: The length “q” stands without its note.'],
    ['bar\n bass: 1/0', 'Line 5: “bass:” is nothing a bar has.'],
    ['bar\n grips: H7', 'Line 5: “H7” is neither a grip nor a chord.'],
    ['bar 4/4 loud', 'Line 4: “loud” is nothing a bar begins with.'],
    ['bar % 2', 'Line 4: There is nothing to repeat like that.'],
    [`bar\n${'bar % 64\n'.repeat(8)}`, 'A piece has at most 400 bars'],
    ['bar\n tune: 1/0 @x', 'Line 5: “@x” is no place in a bar.'],
    ['bar\n do: "unclosed', 'Line 5: The quotation marks do not close.'],
    ['a word', 'Line 4: “a word” is no line of a piece.'],
    ['hue: blue', 'Line 4: “hue:” is nothing a piece has.'],
    ['key: H', 'Line 4: “H” is no key.'],
    ['version: E2 = x', 'Line 4: The version belongs to no passage, or has no name.'],
    ['== Alone', 'The section “Alone” has no bar.'],
    ['', 'The piece has no bar.'],
  ])('a fault names its line: %s', (bars, says) => {
    const read = typed(bars);
    expect(read.ok ? 'read' : describeFault(read.fault)).toContain(says);
  });
  test.each([
    'frets: 999999999',
    'scale: 0',
    'tuning: E999999999 A2 D3 G3 B3 E4 = high',
    'tuning: X2 A2 D3 G3 B3 E4 = none',
    'capo: -3',
  ])('a guitar that is none is refused, also where grips are to be found on it: %s', (head) =>
    expect(typed('bar\n grips: C', head).ok).toBe(false),
  );
  test('one chord has one grip throughout, on the guitar as it is told', () => {
    const { bars } = valueOf(typed('bar\n grips: G @3 C\n'.repeat(60), 'tuning: drop-d'));
    const shapes = new Set(bars.flatMap(({ grips }) => grips.map(({ frets }) => frets.join())));
    expect(shapes.size).toBe(2);
    expect(valueOf(typed('bar\n grips: G @3 C')).bars[0]!.grips[0]!.frets).not.toEqual(
      bars[0]!.grips[0]!.frets,
    );
  });
  test('what no score holds is refused with its bar', () => {
    const read = typed('bar\n tune: 1/40');
    expect(read.ok ? 'read' : describeFault(read.fault)).toMatch(/bar 1/);
    const another = readJot('jot 2\nbar');
    expect(another.ok ? 'read' : describeFault(another.fault)).toContain('newer than this Jocund reads');
  });
});
