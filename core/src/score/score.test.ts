import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { note } from '../testing/invented.ts';
import { scoreSchema } from './schema.ts';
import {
  barStarts,
  barTicks,
  beatAt,
  beatStarts,
  blankScore,
  changeNote,
  countAt,
  gripAt,
  insertBarAfter,
  layBar,
  layGrip,
  noteAt,
  pinchTicks,
  removeBar,
  removeNote,
  setBarPattern,
  setDuration,
  setMetre,
  validateScore,
  writeNote,
  type Note,
  type NotePlace,
  type Score,
  resetThumb,
  setBeatPattern,
  setSection,
} from './index.ts';

const blank = blankScore({ title: 'A blank sheet', barCount: 4 });
const melody = (bar: number, tick: number, string: 1 | 2 | 3 | 4 | 5 | 6): NotePlace => ({
  bar,
  tick,
  string,
  voice: 'melody',
});
const write = (score: Score, bar: number, tick: number, string: 1 | 2 | 3, fret: number, length = 480) =>
  writeNote(score, melody(bar, tick, string), fret, length);
const withNotes = (notes: Note[]): Score => ({ ...blank, bars: [{ ...blank.bars[0]!, notes }] });
const codes = (score: Score) => validateScore(score).map(({ code }) => code);

describe('time', () => {
  test('bar and beat lengths', () => {
    expect(barTicks({ beats: 4, unit: 4 })).toBe(3840);
    expect(barTicks({ beats: 6, unit: 8 })).toBe(2880);
    expect(beatStarts({ beats: 6, unit: 8 })).toEqual([0, 1440]);
    expect(beatStarts({ beats: 7, unit: 8 })).toEqual([0, 960, 1920]);
    expect(beatAt({ beats: 4, unit: 4 }, 1440)).toBe(2.5);
  });
  test('counts as said aloud (common practice)', () => {
    const four = { beats: 4, unit: 4 };
    expect([0, 480, 960, 1440, 1920, 2400, 2880, 3360].map((tick) => countAt(four, tick))).toEqual([
      '1',
      '&',
      '2',
      '&',
      '3',
      '&',
      '4',
      '&',
    ]);
    expect([0, 320, 640].map((tick) => countAt(four, tick))).toEqual(['1', 'trip', 'let']);
    expect([0, 240, 480, 720].map((tick) => countAt(four, tick))).toEqual(['1', 'e', '&', 'a']);
    expect([0, 480, 960, 1440, 1920, 2400].map((tick) => countAt({ beats: 6, unit: 8 }, tick))).toEqual([
      '1',
      '2',
      '3',
      '4',
      '5',
      '6',
    ]);
  });
  test('bars of different lengths add up', () => {
    const score = setMetre(blank, 1, { beats: 6, unit: 4 });
    expect(score.ok && barStarts(score.value)).toEqual([0, 3840, 9600, 13440, 17280]);
  });
});

describe('edits', () => {
  test('a note written inside a longer one ends it there, and the new one ends at the next or the bar line', () => {
    const score = write(write(write(blank, 0, 0, 1, 3, 1920), 0, 2880, 1, 5, 1920), 0, 960, 2, 1, 3840);
    expect(score.bars[0]!.notes.map(({ tick, durationTicks, fret }) => [tick, durationTicks, fret])).toEqual([
      [0, 960, 3],
      [960, 1920, 1],
      [2880, 960, 5],
    ]);
  });
  test('a double stop takes the length of the note it joins', () => {
    const score = write(write(blank, 0, 0, 1, 3, 960), 0, 0, 2, 3, 480);
    expect(score.bars[0]!.notes.map((note) => note.durationTicks)).toEqual([960, 960]);
  });
  test('writing over a note keeps its marks and length', () => {
    const marked = changeNote(write(blank, 0, 0, 1, 3, 960), melody(0, 0, 1), () => ({ ending: 'let-ring' }));
    expect(write(marked, 0, 0, 1, 5).bars[0]!.notes).toEqual([
      { tick: 0, durationTicks: 960, string: 1, fret: 5, voice: 'melody', ending: 'let-ring' },
    ]);
  });
  test('a mark taken away leaves no trace', () => {
    const place = melody(0, 0, 1);
    const marked = changeNote(write(blank, 0, 0, 1, 3), place, () => ({ dead: true }));
    expect(changeNote(marked, place, () => ({ dead: undefined }))).toEqual(write(blank, 0, 0, 1, 3));
  });
  test('the length stops at the next note', () => {
    const score = write(write(blank, 0, 0, 1, 3), 0, 960, 1, 5);
    expect(noteAt(setDuration(score, melody(0, 0, 1), 3840).bars[0], 0, 1)?.durationTicks).toBe(960);
  });
  test('a thumb stroke written by hand is marked so, with all strings of its moment; a reset takes it out', () => {
    const place = { bar: 0, tick: 0, string: 6, voice: 'thumb' } as const;
    const score = writeNote(writeNote(blank, place, 0, 960), { ...place, string: 5 }, 2, 960);
    expect(score.bars[0]!.notes.map(({ byHand }) => byHand)).toEqual([true, true]);
    expect(score.bars[0]).not.toHaveProperty('thumbPattern');
    expect(resetThumb(score, 0).bars[0]!.notes).toEqual([]);
  });
  test('a thumb stroke taken out is remembered as left out, until it is written again', () => {
    const place = { bar: 0, tick: 960, string: 6, voice: 'thumb' } as const;
    const written = writeNote(blank, place, 0, 960);
    const out = removeNote(written, place);
    expect(out.bars[0]!.leftOut).toEqual([960]);
    expect(writeNote(out, place, 3, 960).bars[0]).not.toHaveProperty('leftOut');
    expect(resetThumb(out, 0).bars[0]).not.toHaveProperty('leftOut');
  });
  test('patterns of bars, beats and sections are chosen and taken back', () => {
    expect(setBarPattern(setBarPattern(blank, 0, 'half-time'), 0, undefined)).toEqual(blank);
    const beat = setBeatPattern(setBeatPattern(blank, 0, 1920, 'walk'), 0, 960, 'half-time');
    expect(beat.bars[0]!.beatPatterns!.map(({ tick }) => tick)).toEqual([960, 1920]);
    expect(setBeatPattern(setBeatPattern(beat, 0, 960, undefined), 0, 1920, undefined)).toEqual(blank);
    const section = setSection(blank, 1, { name: 'B', thumbPattern: 'boom-brush' });
    expect(section.bars[1]!.section!.name).toBe('B');
    expect(setSection(section, 1, undefined)).toEqual(blank);
  });
  test('a shorter metre is refused while melody stands past its end', () => {
    const refused = setMetre(write(blank, 2, 3360, 1, 0), 2, { beats: 3, unit: 4 });
    expect(refused).toMatchObject({ ok: false, fault: { place: { bar: 3 } } });
    expect(setMetre(write(blank, 2, 960, 1, 0), 2, { beats: 3, unit: 4 }).ok).toBe(true);
  });
  test('bars are copied, inserted and removed; one always stays', () => {
    const first = write(blank, 0, 0, 1, 3);
    const score = layBar(first, first.bars[0]!, 2);
    expect(score.bars[2]).toEqual({ ...score.bars[0], id: 'bar-3' });
    expect(score.bars[2]!.notes[0]).not.toBe(score.bars[0]!.notes[0]);
    const longer = insertBarAfter(score, 0);
    expect(longer.ok && longer.value.bars.length).toBe(5);
    expect([0, 0, 0, 0, 0].reduce((each, index) => removeBar(each, index), score).bars.length).toBe(1);
  });
  test('the grip in force is the latest one laid, across bar lines', () => {
    const score = layGrip(layGrip(blank, 0, { tick: 0, frets: [null, 3, 2, 0, 1, 0] }), 1, {
      tick: 1920,
      frets: [3, 2, 0, 0, 0, 3],
    });
    expect(gripAt(score, 1, 960)?.frets[5]).toBe(0);
    expect(gripAt(score, 1, 1920)?.frets[5]).toBe(3);
    expect(gripAt(score, 3, 0)?.frets[5]).toBe(3);
    expect(gripAt(blank, 0, 0)).toBeUndefined();
  });

  test('whatever is typed, the voice never overlaps, never leaves its bar, and stays within the schema', () => {
    const step = fc.oneof(
      fc.record({
        do: fc.constant('write' as const),
        tick: fc.integer({ min: 0, max: 15 }),
        string: fc.constantFrom(1, 2, 3 as const),
        fret: fc.nat(20),
        length: fc.integer({ min: 1, max: 16 }),
      }),
      fc.record({
        do: fc.constantFrom('remove', 'longer' as const),
        tick: fc.integer({ min: 0, max: 15 }),
        string: fc.constantFrom(1, 2, 3 as const),
        fret: fc.constant(0),
        length: fc.integer({ min: 1, max: 16 }),
      }),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
        const score = steps.reduce((each, { do: what, tick, string, fret, length }) => {
          const place = melody(0, tick * 240, string);
          if (what === 'write') return writeNote(each, place, fret, length * 240);
          return what === 'remove' ? removeNote(each, place) : setDuration(each, place, length * 240);
        }, blank);
        expect(codes(score)).toEqual([]);
        expect(scoreSchema.safeParse(score).success).toBe(true);
      }),
    );
  });
});

describe('validation names bar, beat and string', () => {
  test('an empty score is sound', () => expect(validateScore(blank)).toEqual([]));
  test('a bar too full', () =>
    expect(validateScore(withNotes([note({ tick: 3360, durationTicks: 960 })]))).toMatchObject([
      { severity: 'error', code: 'bar-too-full', bar: 1, beat: 4.5, string: 1 },
    ]));
  test.each([
    ['string-clash', [note({ string: 4, voice: 'thumb' }), note({ string: 4, fret: 2 })]],
    ['notes-overlap', [note({ durationTicks: 960 }), note({ tick: 480, string: 2 })]],
    ['fret-off-neck', [note({ fret: 21 })]],
    ['hammer-on-without-source', [note({ fret: 2, arrival: 'hammer-on' })]],
    ['hammer-on-without-source', [note({ fret: 4 }), note({ tick: 480, fret: 2, arrival: 'hammer-on' })]],
    ['hammer-on-without-source', [note({}), note({ tick: 960, fret: 2, arrival: 'hammer-on' })]],
    ['hammer-on-without-source', [note({ dead: true }), note({ tick: 480, fret: 2, arrival: 'hammer-on' })]],
    ['pull-off-without-source', [note({}), note({ tick: 480, fret: 2, arrival: 'pull-off' })]],
    ['slide-without-source', [note({ string: 2 }), note({ tick: 480, fret: 2, arrival: 'slide' })]],
    ['tie-without-source', [note({ fret: 3 }), note({ tick: 480, fret: 2, tied: true })]],
  ] as [string, Note[]][])('%s', (code, notes) => expect(codes(withNotes(notes))).toEqual([code]));
  test('a hammer-on, a pull-off and a tie from a sounding note are sound, even over the bar line', () => {
    const bars = [
      { ...blank.bars[0]!, notes: [note({ tick: 3360, fret: 2 })] },
      {
        ...blank.bars[0]!,
        notes: [
          note({ fret: 2, tied: true }),
          note({ tick: 480, arrival: 'pull-off' }),
          note({ tick: 960, fret: 0 }),
          note({ tick: 1440, fret: 3, arrival: 'hammer-on' }),
        ],
      },
    ];
    expect(validateScore({ ...blank, bars })).toEqual([]);
  });
  test('a grip past the neck once the capo is on', () => {
    const score = { ...layGrip(blank, 0, { tick: 0, frets: [null, null, 17, 17, 17, null] }), capo: 4 };
    expect(validateScore(score)).toMatchObject([{ code: 'grip-off-neck', bar: 1, string: 4 }]);
  });
  test('pinches are where both hands’ voices strike', () => {
    const score = withNotes([
      note({ string: 6, voice: 'thumb' }),
      note({}),
      note({ tick: 960, string: 4, voice: 'thumb' }),
      note({ tick: 960, string: 1, tied: true }),
    ]);
    expect(pinchTicks(score.bars[0]!)).toEqual([0]);
  });
});
