import toneMidi from '@tonejs/midi';
import abcjs from 'abcjs';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Note, Score } from '../../score/index.ts';
import { note } from '../../testing/invented.ts';
import { foreignTunes } from '../../testing/foreign-tunes.ts';
import { eventTexts, tuneEvents } from '../../testing/tune-events.ts';
import { written } from '../../testing/written.ts';
import { layTimeline } from '../../sound/index.ts';
import { notInAbc, readAbc, writeAbc } from './index.ts';

const { Midi } = toneMidi;

const reading = (text: string) => {
  const read = readAbc(text);
  if (!read.ok) throw new Error(read.fault.reason);
  if (read.value.content.kind !== 'tune') throw new Error('not a tune');
  return { tune: read.value.content.tune, leftOut: read.value.leftOut };
};
const head = (fields = '') => `X:1\nT:Invented\nM:4/4\nL:1/8\nQ:1/4=60\n${fields}K:D\n`;
const notesOf = (music: string) =>
  reading(head() + music).tune.bars.map(({ notes }) =>
    notes.map(({ tick, durationTicks, midi }) => `${tick}+${durationTicks} ${midi}`),
  );

/** What abcjs plays of an ABC text, in quarters. */
function asAbcjs(text: string) {
  const [bytes] = abcjs.synth.getMidiFile(text, {
    midiOutputType: 'binary',
    chordsOff: true,
  }) as Uint8Array[];
  const midi = new Midi(bytes);
  return midi.tracks.flatMap(({ notes }) =>
    notes.map(({ ticks, midi: pitch, durationTicks }) => ({
      at: ticks / midi.header.ppq,
      length: durationTicks / midi.header.ppq,
      midi: pitch,
    })),
  );
}

/** All invented. Each shows one thing of the standard. */
const tunes: Readonly<Record<string, string>> = {
  scale: `${head()}DEFG ABcd|d8|]`,
  accidentals: `${head()}D^DE_E =FF^F=c|c_c B2 =c4|]`,
  lengths: `${head()}D2 D/2E/2 F3/2 G/ A4-|A2 B3 c3|]`,
  'tuplets and broken rhythm': `${head()}(3DEF (3A2B2c2 d2|D>E F<G A>>B|]`,
  'chords in brackets': `${head()}[DFA]2 [Dd]6|[D2A2] [FA]2 d4|]`,
  'repeats and endings': `${head()}|:DEFG A4|1 B4 c4:|2 B4 d4|]`,
  'a passage repeated in the middle': `${head()}D8|:E8|F8:|G8|]`,
  'two repeats back to back': `${head()}D8::E8:|`,
  'a pickup': `${head()}A2|d2 c2 B2 A2|G6|]`,
  'compound metre': 'X:1\nT:Six\nM:6/8\nL:1/8\nQ:3/8=60\nK:Em\nE2F G2A|B3 e3|]\n',
  modes: 'X:1\nT:Modes\nM:C\nL:1/8\nQ:1/4=60\nK:Amix\nABcd efga|K:Ddor\nDEFG ABcd|]\n',
  'changes of metre': `${head()}D8|[M:3/4]D2E2F2|[M:4/4]G8|]`,
  'octaves and rests': `${head()}D,2 d'2 z2 D2|z4 d4|]`,
  'ties over the bar': `${head()}D4 A4-|A2 d6|]`,
  'words and comments': `${head()}%% nothing\nDEFG A4| % here\nw: la la la-la-la\nd8|]`,
};

describe('ABC as abcjs plays it', () => {
  test.each(Object.entries(tunes))('%s', (_, text) => {
    expect(eventTexts(tuneEvents(reading(text).tune))).toEqual(eventTexts(asAbcjs(text)));
  });
});

describe('what ABC says', () => {
  test('sharps and flats hold to the bar line, in their own octave', () => {
    expect(notesOf('^DD d|D')[0]).toEqual(['0+480 63', '480+480 63', '960+480 74']);
    expect(notesOf('^DD d|D8')[1]).toEqual(['0+3840 62']);
  });
  test('chords, sections, tempo changes and sung words', () => {
    const { tune } = reading(`${head()}"D"DEFG "A7"A4|[P:Chorus][Q:1/4=90]d4 "Em/G"c4|]\nw: go | on`);
    expect(tune.bars[0]!.chords).toEqual([
      { tick: 0, symbol: 'D' },
      { tick: 1920, symbol: 'A7' },
    ]);
    expect(tune.bars[1]).toMatchObject({ section: { name: 'Chorus' }, tempoBpm: 90 });
    expect(tune.bars[0]!.notes[0]!.marks).toEqual({ lyric: 'go' });
  });
  test('decorations become marks, others are told with their line', () => {
    const { tune, leftOut } = reading(`${head()}.D LE HF PG !snap!A !trill!B2 uc|]`);
    expect(tune.bars[0]!.notes.map(({ marks }) => Object.keys(marks)[0])).toEqual([
      'staccato',
      'accent',
      'fermata',
      'ornament',
      'stroke',
      undefined,
      undefined,
    ]);
    expect(leftOut).toEqual([{ what: 'the decoration trill', line: 7, count: 1 }]);
  });
  test('other voices and further tunes are left out and told', () => {
    const { tune, leftOut } = reading(
      `${head('V:1\nV:2\n')}[V:1]D8|]\n[V:2]A,8|]\n\nX:2\nT:Other\nK:C\nC8|]`,
    );
    expect(tune.bars).toHaveLength(1);
    expect(leftOut.map(({ what }) => what)).toEqual(expect.arrayContaining(['the voice 2']));
  });
  test.each([
    ['prose', 'Once upon a time', /no ABC header/],
    ['a header alone', 'X:1\nT:Empty\nK:C\n', /no notes/],
  ])('%s is refused with its reason', (_, text, reason) => {
    const read = readAbc(text);
    expect(!read.ok && read.fault.reason).toMatch(reason);
  });
  test('broken rhythm after a bar line breaks nothing', () => {
    const read = readAbc(`${head()}A|<A|`);
    const bars = read.ok && read.value.content.kind === 'tune' ? read.value.content.tune.bars : [];
    expect(bars.map(({ notes }) => notes.map(({ tick }) => tick))).toEqual([[0], [0]]);
  });
  test('any text is read or refused, never thrown', () => {
    const letters = fc.string({
      unit: fc.constantFrom(...'ABCdefgz^_=,\'234/|:[](){}-<>"!%w: \nKMLQV1+&~.H'),
      maxLength: 200,
    });
    fc.assert(
      fc.property(letters, (music) => {
        const read = readAbc(head() + music);
        if (read.ok && read.value.content.kind === 'tune')
          for (const { notes } of read.value.content.tune.bars)
            for (const { tick, durationTicks } of notes) expect(tick >= 0 && durationTicks > 0).toBe(true);
      }),
      { numRuns: 400 },
    );
  });
});

describe('writing ABC', () => {
  const score: Score = {
    ...written(
      [
        '[x32010] t5:3@1 m1:0@1/1.5 m1:1@2.5/0.5 m1:3@3/2',
        't5:3@1/4 m1:3@1/1t m2:1@2/1 m2:4@3/0.5 m2:3@3.5/0.5',
        'm2:3@2/2 m1:0@4/1',
      ],
      { tempoBpm: 60, capo: 2 },
    ),
    title: 'Out % and back',
  };
  const melodyOf = (each: Score) =>
    layTimeline(each)
      .events.filter(({ voice }) => voice === 'melody')
      .map(({ startS, midi }) => `${startS.toFixed(2)} ${midi}`)
      .sort();
  test('abcjs plays the melody as we do', () => {
    expect(eventTexts(asAbcjs(writeAbc(score)), false)).toEqual(melodyOf(score));
  });
  test('triplets are tuplets, a sign holds in both readings of the standard', () => {
    const swung: Score = {
      ...score,
      key: { tonic: 'C', mode: 'major' },
      capo: 0,
      bars: [
        {
          metre: { beats: 4, unit: 4 },
          grips: [],
          notes: [
            note({ tick: 0, durationTicks: 320, string: 1, fret: 2 }),
            note({ tick: 320, durationTicks: 320, string: 1, fret: 14 }),
            note({ tick: 640, durationTicks: 320, string: 1, fret: 1 }),
            note({ tick: 960, durationTicks: 640, string: 1, fret: 3 }),
            note({ tick: 1600, durationTicks: 320, string: 1, fret: 5 }),
            note({ tick: 1920, durationTicks: 1920, string: 1, fret: 5, tied: true }),
          ],
        },
      ],
    };
    expect(writeAbc(swung)).toContain('(3^F^f=F (3:2:2G2A- A4|]');
  });
  test('abcjs plays 200 tunes with triplets, ties and notes outside the key as we do', () => {
    for (const tune of fc.sample(foreignTunes, { numRuns: 200, seed: 7 })) {
      const ours = layTimeline(tune).events.map(({ startS, midi }) => `${startS.toFixed(2)} ${midi}`);
      expect(eventTexts(asAbcjs(writeAbc(tune)), false)).toEqual(ours.sort());
    }
  });
  test('a passage played three times is written out, and told; so is the thumb', () => {
    const bars = score.bars.map((bar, index) => (index === 1 ? { ...bar, repeatTimes: 3 } : bar));
    const thrice = { ...score, bars };
    expect(eventTexts(asAbcjs(writeAbc(thrice)), false)).toEqual(melodyOf(thrice));
    expect(notInAbc(thrice)).toEqual([
      'the thumb, 2 notes',
      'strings, frets and fingers',
      'signs of repetition: passages played more than twice are written out',
    ]);
  });
  test('it reads back: melody, chords as heard, key, tempo', () => {
    const { tune, leftOut } = reading(writeAbc(score));
    expect(leftOut).toEqual([]);
    expect(eventTexts(tuneEvents(tune), false)).toEqual(melodyOf(score));
    expect(tune.bars[0]!.chords).toEqual([{ tick: 0, symbol: 'D' }]);
    expect(tune).toMatchObject({ key: { tonic: 'D', mode: 'major' }, tempoBpm: 60 });
  });
  test('repeats, endings, pickup, metres and sung words come back', () => {
    const bar = score.bars[2]!;
    const bars = [
      {
        ...bar,
        pickup: true as const,
        metre: { beats: 1, unit: 4 as const },
        notes: [note({ durationTicks: 960, lyric: 'oh' })],
      },
      { ...bar, repeatStart: true as const, section: { name: 'A' } },
      { ...bar, endings: [1], repeatTimes: 2 },
      {
        ...bar,
        endings: [2],
        metre: { beats: 3, unit: 4 as const },
        notes: [note({ durationTicks: 2880, fermata: true })],
      },
    ];
    const { tune } = reading(writeAbc({ ...score, bars }));
    expect(
      tune.bars.map(({ pickup, repeatStart, repeatTimes, endings, metre, section }) => [
        pickup,
        repeatStart,
        repeatTimes,
        endings,
        metre.beats,
        section?.name,
      ]),
    ).toEqual([
      [true, undefined, undefined, undefined, 1, undefined],
      [undefined, true, undefined, undefined, 4, 'A'],
      [undefined, undefined, 2, [1], 4, undefined],
      [undefined, undefined, undefined, [2], 3, undefined],
    ]);
    expect(tune.bars[0]!.notes[0]!.marks.lyric).toBe('oh');
    expect(tune.bars[3]!.notes[0]!.marks.fermata).toBe(true);
  });
  test('any melody on the grid comes back', () => {
    const step = fc.record({ slots: fc.integer({ min: 1, max: 8 }), fret: fc.integer({ min: -1, max: 12 }) });
    fc.assert(
      fc.property(
        fc.array(step, { minLength: 1, maxLength: 10 }),
        fc.constantFrom('C', 'E', 'Ab', 'F#'),
        (steps, tonic) => {
          let tick = 0;
          const notes: Note[] = [];
          for (const { slots, fret } of steps) {
            if (tick + slots * 240 > 3840) break;
            if (fret >= 0) notes.push(note({ tick, durationTicks: slots * 240, fret }));
            tick += slots * 240;
          }
          if (notes.length === 0) return;
          const any: Score = {
            ...score,
            key: { tonic, mode: 'major' },
            bars: [{ metre: { beats: 4, unit: 4 }, grips: [], notes }],
          };
          const back = reading(writeAbc(any)).tune;
          expect(back.bars[0]!.notes.map((each) => [each.tick, each.durationTicks, each.midi])).toEqual(
            notes.map((each) => [each.tick, each.durationTicks, 64 + 2 + each.fret]),
          );
        },
      ),
      { numRuns: 100 },
    );
  });
});
