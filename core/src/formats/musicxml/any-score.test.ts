import fc from 'fast-check';
import { parse, validate } from 'musicxml-io';
import { expect, test } from 'vitest';
import { tuningTable } from '../../instrument/index.ts';
import {
  barTicks,
  blankScore,
  changeNote,
  layGrip,
  placedNotes,
  removeNote,
  setDuration,
  writeNote,
  type NotePlace,
  type Score,
} from '../../score/index.ts';
import { applyThumb, thumbPatternTable } from '../../thumb/index.ts';
import { xmlOf } from '../../testing/invented.ts';

/** What a teacher may type, one step after another: notes, lengths, marks, grips, deletions. */
const step = fc.record({
  what: fc.constantFrom('write', 'write', 'write', 'length', 'remove', 'mark', 'grip' as const),
  bar: fc.nat(3),
  slot: fc.nat(23),
  string: fc.constantFrom(1, 2, 3, 4, 5, 6 as const),
  fret: fc.nat(15),
  length: fc.integer({ min: 1, max: 24 }),
});
type Step = typeof step extends fc.Arbitrary<infer Value> ? Value : never;

/** Slots are sixths of a beat, so that eighths, triplets and sixteenth-triplets meet in one bar. */
function apply(score: Score, { what, bar, slot, string, fret, length }: Step): Score {
  const place: NotePlace = { bar, tick: slot * 160, string, voice: 'melody' };
  if (place.tick >= barTicks(score.bars[bar]!.metre)) return score;
  switch (what) {
    case 'write':
      return writeNote(score, place, fret, length * 160);
    case 'length':
      return setDuration(score, place, length * 160);
    case 'remove':
      return removeNote(score, place);
    case 'mark':
      return changeNote(score, place, () => ({ ending: 'let-ring', accent: true }));
    case 'grip':
      return layGrip(score, bar, { tick: (slot % 4) * 960, frets: [null, fret, 2, 2, 2, 0] });
  }
}

const anyScore = fc
  .tuple(
    fc.array(step, { maxLength: 40 }),
    fc.constantFrom(...tuningTable),
    fc.nat(5),
    fc.constantFrom(...thumbPatternTable.map(({ id }) => id)),
    fc.constantFrom(2, 3, 4, 5),
  )
  .map(([steps, tuning, capo, thumbPattern, beats]): Score => {
    const blank = blankScore({ title: 'Any', barCount: 4, tuning, thumbPattern });
    const bars = blank.bars.map((bar) => ({ ...bar, metre: { beats, unit: 4 as const } }));
    return applyThumb(steps.reduce(apply, { ...blank, capo, bars }));
  });

test('any score a teacher can type is valid MusicXML with full bars, judged by musicxml-io', () => {
  fc.assert(
    fc.property(anyScore, (score) => {
      const parsed = parse(xmlOf(score));
      expect(validate(parsed).errors).toEqual([]);
      parsed.parts[0]!.measures.forEach((measure, index) => {
        for (const voice of ['1', '2']) {
          const sum = measure.entries.reduce(
            (all, entry) =>
              entry.type === 'note' && entry.voice === voice && !entry.chord ? all + entry.duration : all,
            0,
          );
          expect(sum).toBe(barTicks(score.bars[index]!.metre));
        }
      });
    }),
    { numRuns: 60 },
  );
});

test('every struck note is in the file once, with its string and fret', () => {
  fc.assert(
    fc.property(anyScore, (score) => {
      const xml = xmlOf(score);
      const struck = [...xml.matchAll(/<note>(?:(?!<\/note>)[\s\S])*?<\/note>/g)]
        .map(([note]) => note)
        .filter((note) => note.includes('<pitch>') && !note.includes('<tie type="stop"'));
      const places = struck
        .map((note) => `${/<string>(\d)/.exec(note)![1]}:${/<fret>(\d+)/.exec(note)![1]}`)
        .sort();
      expect(places).toEqual(
        placedNotes(score)
          .map(({ note }) => `${note.string}:${note.fret}`)
          .sort(),
      );
    }),
    { numRuns: 60 },
  );
});
