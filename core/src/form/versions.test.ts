import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { insertBarAfter, removeBar, writeNote, type Score } from '../score/index.ts';
import { openDocument, asDocument, withIds } from '../score/document/index.ts';
import { valueOf } from '../testing/value-of.ts';
import { written } from '../testing/written.ts';
import {
  beginVersion,
  chooseVersion,
  dropVersion,
  lengthenPassage,
  passageAt,
  passagesOf,
  renameVersion,
  withVersions,
} from './versions.ts';

let count = 0;
const newId = () => `n${(count += 1)}`;
const piece = (): Score =>
  withIds(
    written([
      '[x32010] t5:3@1 m1:0@1 t4:2@2',
      '[x32010] t5:3@1 m1:3@1',
      '[xx0232] t4:0@1 m2:3@2',
      '[x32010] t5:3@1 m2:1@1',
    ]),
    newId,
  );
const frets = ({ bars }: Score) =>
  bars.map(({ notes }) => notes.map(({ string, fret }) => `${string}:${fret}`).join(' '));
const middle = { first: 1, last: 2 };
const begun = (score = piece()) => {
  const twice = valueOf(beginVersion(score, middle, { was: 'basic', label: 'extended' }, newId));
  const id = passagesOf(twice)[0]!.id;
  const changed = writeNote(twice, { bar: 1, tick: 480, string: 1, voice: 'melody' }, 5, 240);
  return { before: score, changed, id };
};

describe('versions of a passage', () => {
  test('a second version begins as a copy, and changes to it leave the first as it was', () => {
    const { before, changed, id } = begun();
    expect(passagesOf(changed)).toEqual([
      { id, first: 1, last: 2, chosen: 'extended', labels: ['basic', 'extended'] },
    ]);
    const back = valueOf(chooseVersion(changed, id, 'basic'));
    expect(back.bars).toEqual(before.bars);
    expect(valueOf(chooseVersion(back, id, 'extended'))).toEqual(changed);
  });

  test('what belongs to the place stays, whichever version stands: section, comment, words, repeats', () => {
    const { changed, id } = begun();
    const marked: Score = {
      ...changed,
      bars: changed.bars.with(1, {
        ...changed.bars[1]!,
        section: { id: 's', name: 'Verse 2' },
        comment: { do: 'lean on it' },
        repeatStart: true,
        sung: [{ tick: 960, text: 'low' }],
        notes: changed.bars[1]!.notes.map((note) =>
          note.voice === 'melody' && note.tick === 480 ? { ...note, lyric: 'tide' } : note,
        ),
      }),
    };
    const [, bar] = valueOf(chooseVersion(marked, id, 'basic')).bars;
    expect(bar).toMatchObject({
      section: { name: 'Verse 2' },
      comment: { do: 'lean on it' },
      repeatStart: true,
    });
    // The basic version strikes nothing on beat 2: the word is sung beside it.
    expect(bar?.sung).toEqual([
      { tick: 480, text: 'tide' },
      { tick: 960, text: 'low' },
    ]);
    expect(bar?.notes.some(({ tick }) => tick === 480)).toBe(false);
  });

  test('a longer version moves what follows along and back; the repeat still ends it', () => {
    const { changed, id } = begun();
    const closed: Score = { ...changed, bars: changed.bars.with(2, { ...changed.bars[2]!, repeatTimes: 2 }) };
    const longer = valueOf(lengthenPassage(closed, id, newId));
    expect(longer.bars).toHaveLength(5);
    expect(passagesOf(longer)[0]).toMatchObject({ first: 1, last: 3 });
    expect(longer.bars.map(({ repeatTimes }) => repeatTimes)).toEqual([
      undefined,
      undefined,
      undefined,
      2,
      undefined,
    ]);
    const short = valueOf(chooseVersion(longer, id, 'basic'));
    expect(frets(short)).toEqual(frets(piece()));
    expect(short.bars[2]?.repeatTimes).toBe(2);
    expect(frets(valueOf(chooseVersion(short, id, 'extended')))).toEqual(frets(longer));
  });

  test('bars put in or taken out inside the passage belong to it', () => {
    const { changed, id } = begun();
    const more = withIds(valueOf(insertBarAfter(changed, 1)), newId);
    expect(passageAt(more, 2)).toMatchObject({ first: 1, last: 3 });
    expect(frets(valueOf(chooseVersion(more, id, 'basic')))).toEqual(frets(piece()));
    const fewer = removeBar(changed, 1);
    expect(passagesOf(fewer)[0]).toMatchObject({ first: 1, last: 1 });
    const gone = removeBar(removeBar(changed, 1), 1);
    expect(passagesOf(gone)).toEqual([]);
    expect(chooseVersion(gone, id, 'basic')).toEqual({ ok: true, value: gone });
  });

  test('names: a third version, another name, one let go, the last one settles the passage', () => {
    const { changed, id } = begun();
    const third = valueOf(beginVersion(changed, middle, { was: '-', label: 'with a walk' }, newId));
    expect(passagesOf(third)[0]?.labels).toEqual(['basic', 'extended', 'with a walk']);
    const renamed = valueOf(renameVersion(third, id, 'basic', 'optional'));
    expect(passagesOf(renamed)[0]?.labels).toEqual(['optional', 'extended', 'with a walk']);
    const one = dropVersion(dropVersion(renamed, id, 'optional'), id, 'extended');
    expect(one.passages).toBeUndefined();
    expect(one.bars).toEqual(changed.bars);
  });

  test.each([
    ['bars of two passages', { first: 2, last: 3 }, 'mine', 'have versions of their own'],
    ['a name twice', middle, 'extended', 'called “extended” already'],
    ['the name of what stands', { first: 3, last: 3 }, 'basic', 'called “basic” already'],
  ])('refused: %s', (_, range, label, reason) => {
    const refused = beginVersion(begun().changed, range, { was: 'basic', label }, newId);
    expect(refused).toMatchObject({
      ok: false,
      fault: { reason: expect.stringContaining(reason) as string },
    });
  });

  test('a version written for another tuning is not laid on strings it was not written for', () => {
    const { changed, id } = begun();
    const retuned: Score = {
      ...changed,
      tuning: { name: 'Drop D', pitches: ['D2', 'A2', 'D3', 'G3', 'B3', 'E4'] },
    };
    expect(chooseVersion(retuned, id, 'basic')).toMatchObject({
      ok: false,
      fault: { reason: 'The version “basic” is written for E2 A2 D3 G3 B3 E4', place: { bar: 2 } },
    });
    expect(withVersions(retuned, 'basic')).toBeUndefined();
  });

  test('every passage takes the version of one name that it has; none: nothing', () => {
    const { before, changed } = begun();
    expect(withVersions(changed, 'basic')?.bars).toEqual(before.bars);
    expect(withVersions(changed, 'optional')).toBeUndefined();
    expect(withVersions(before, 'basic')).toBeUndefined();
  });

  test('versions stand in the document', () => {
    const { changed } = begun();
    expect(openDocument(JSON.parse(JSON.stringify(asDocument(changed))))).toEqual({
      ok: true,
      value: changed,
    });
  });

  test('property: whatever is chosen in between, a version comes back as it was left', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('basic', 'extended', 'mine'), { maxLength: 8 }),
        fc.integer({ min: 0, max: 2 }),
        (visits, extra) => {
          const { changed, id } = begun();
          let score = valueOf(beginVersion(changed, middle, { was: '', label: 'mine' }, newId));
          for (let each = 0; each < extra; each += 1) score = valueOf(lengthenPassage(score, id, newId));
          const left = new Map([
            ['basic', frets(valueOf(chooseVersion(score, id, 'basic')))],
            ['extended', frets(valueOf(chooseVersion(score, id, 'extended')))],
            ['mine', frets(score)],
          ]);
          for (const label of visits) {
            score = valueOf(chooseVersion(score, id, label));
            expect(frets(score)).toEqual(left.get(label));
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});
