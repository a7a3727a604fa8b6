import fc from 'fast-check';
import { parse, validate } from 'musicxml-io';
import { expect, test } from 'vitest';
import { tuningTable } from '../../instrument/index.ts';
import {
  barTicks,
  blankStudy,
  changeNote,
  layGrip,
  placedNotes,
  removeNote,
  setDuration,
  writeNote,
  type NotePlace,
  type Study,
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
function apply(study: Study, { what, bar, slot, string, fret, length }: Step): Study {
  const place: NotePlace = { bar, tick: slot * 160, string, voice: 'melody' };
  if (place.tick >= barTicks(study.bars[bar]!.metre)) return study;
  switch (what) {
    case 'write':
      return writeNote(study, place, fret, length * 160);
    case 'length':
      return setDuration(study, place, length * 160);
    case 'remove':
      return removeNote(study, place);
    case 'mark':
      return changeNote(study, place, () => ({ ending: 'let-ring', accent: true }));
    case 'grip':
      return layGrip(study, bar, { tick: (slot % 4) * 960, frets: [null, fret, 2, 2, 2, 0] });
  }
}

const anyStudy = fc
  .tuple(
    fc.array(step, { maxLength: 40 }),
    fc.constantFrom(...tuningTable),
    fc.nat(5),
    fc.constantFrom(...thumbPatternTable.map(({ id }) => id)),
    fc.constantFrom(2, 3, 4, 5),
  )
  .map(([steps, tuning, capo, thumbPattern, beats]): Study => {
    const blank = blankStudy({ title: 'Any', barCount: 4, tuning, thumbPattern });
    const bars = blank.bars.map((bar) => ({ ...bar, metre: { beats, unit: 4 as const } }));
    return applyThumb(steps.reduce(apply, { ...blank, capo, bars }));
  });

test('any study a teacher can type is valid MusicXML with full bars, judged by musicxml-io', () => {
  fc.assert(
    fc.property(anyStudy, (study) => {
      const score = parse(xmlOf(study));
      expect(validate(score).errors).toEqual([]);
      score.parts[0]!.measures.forEach((measure, index) => {
        for (const voice of ['1', '2']) {
          const sum = measure.entries.reduce(
            (all, entry) =>
              entry.type === 'note' && entry.voice === voice && !entry.chord ? all + entry.duration : all,
            0,
          );
          expect(sum).toBe(barTicks(study.bars[index]!.metre));
        }
      });
    }),
    { numRuns: 60 },
  );
});

test('every struck note is in the file once, with its string and fret', () => {
  fc.assert(
    fc.property(anyStudy, (study) => {
      const xml = xmlOf(study);
      const struck = [...xml.matchAll(/<note>(?:(?!<\/note>)[\s\S])*?<\/note>/g)]
        .map(([note]) => note)
        .filter((note) => note.includes('<pitch>') && !note.includes('<tie type="stop"'));
      const places = struck
        .map((note) => `${/<string>(\d)/.exec(note)![1]}:${/<fret>(\d+)/.exec(note)![1]}`)
        .sort();
      expect(places).toEqual(
        placedNotes(study)
          .map(({ note }) => `${note.string}:${note.fret}`)
          .sort(),
      );
    }),
    { numRuns: 60 },
  );
});
