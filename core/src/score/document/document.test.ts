import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { describeFault } from '../../fault/index.ts';
import { inventedScore } from '../../testing/invented.ts';
import {
  blankScore,
  changeNote,
  copyStretch,
  insertBarAfter,
  layBar,
  layClip,
  letStand,
  moveNote,
  removeBar,
  scoreLimits,
  setDuration,
  setSection,
  shiftStretch,
  transposeStretch,
  writeNote,
  type Score,
} from '../index.ts';
import { asDocument, documentSchema, mendDocument, openDocument, scoreVersion, withIds } from './index.ts';

/** A score as version 1 wrote it. */
interface FirstScore extends Omit<Score, 'letStand'> {
  readonly letStand?: readonly { code: string; bar: number; beat: number }[];
}
const first = (over: Partial<FirstScore> = {}) => {
  const { bars, ...score } = blankScore({ title: 'Old', barCount: 3 });
  const study = { ...score, bars: bars.map(({ id: _, ...bar }) => bar), ...over };
  return { format: 'jocund-study', version: 1, study };
};
const opened = (document: unknown): Score => {
  const result = openDocument(document);
  if (!result.ok) throw new Error(describeFault(result.fault));
  return result.value;
};
const refusal = (document: unknown): string => {
  const result = openDocument(document);
  return result.ok ? 'opened' : describeFault(result.fault);
};

describe('every version opens', () => {
  test('a file of version 1 has all its bars and notes, and each bar a name', () => {
    const folder = join(import.meta.dirname, '../../../corpus');
    const old = JSON.parse(readFileSync(join(folder, 'version-1.jocund.json'), 'utf8')) as {
      study: { bars: { notes: unknown[] }[] };
    };
    const score = opened(old);
    expect(score.bars.map(({ notes }) => notes)).toEqual(old.study.bars.map(({ notes }) => notes));
    expect(new Set(score.bars.map(({ id }) => id)).size).toBe(score.bars.length);
    expect(opened(old)).toEqual(score);
  });
  test('queries let stand by bar number are let stand by bar', () => {
    const letStand = [
      { code: 'reach', bar: 2, beat: 1 },
      { code: 'reach', bar: 9, beat: 1 },
    ];
    const score = opened(first({ letStand }));
    expect(score.letStand).toEqual([{ code: 'reach', bar: score.bars[1]!.id, beat: 1 }]);
  });
  test('what is written opens as the same', () =>
    expect(opened(JSON.parse(JSON.stringify(asDocument(inventedScore()))))).toEqual(inventedScore()));
  test('a version that does not exist yet, and things that are none of ours', () => {
    expect(refusal({ ...asDocument(inventedScore()), version: scoreVersion + 1 })).toMatch(/newer Jocund/);
    for (const other of [null, 3, [], {}, { format: 'jocund-score' }, { format: 'x', version: 2, score: {} }])
      expect(refusal(other)).toMatch(/not a Jocund score/);
  });
  test('upgrading survives whatever it is handed', () =>
    fc.assert(
      fc.property(fc.jsonValue(), (anything) => {
        const document = { format: 'jocund-study', version: 1, study: anything };
        expect([true, false]).toContain(openDocument(document).ok);
        expect([true, false]).toContain(mendDocument(document).ok);
      }),
    ));
  test('a border opens a document of any version', () =>
    expect(documentSchema.parse(first()).title).toBe('Old'));
  test('a border says what is wrong in the same words', () => {
    const answer = documentSchema.safeParse({ ...asDocument(inventedScore()), version: 99 });
    expect(answer.error?.issues[0]?.message).toMatch(/version 99.*newer Jocund/);
  });
});

describe('what cannot be read whole is read as far as it goes', () => {
  const mended = (over: object) => {
    const score = { ...inventedScore(), ...over };
    const result = mendDocument({ ...asDocument(inventedScore()), score });
    if (!result.ok) throw new Error(describeFault(result.fault));
    return result.value;
  };
  test('a sound document is handed back as it is', () =>
    expect(mended({})).toEqual({ score: inventedScore(), leftOut: [] }));
  test('a field with the name of something every object can do is a stranger like any other', () => {
    const strange = { valueOf: false, constructor: 1, toString: null };
    expect(mended(strange)).toEqual({ score: inventedScore(), leftOut: Object.keys(strange) });
    expect(mendDocument({ format: 'jocund-study', version: 1, study: { valueOf: false } }).ok).toBe(false);
  });
  test('unknown fields go and are named', () => {
    const [bar, ...bars] = inventedScore().bars;
    const [note, ...notes] = bar!.notes;
    expect(
      mended({ wings: 2, bars: [{ ...bar, notes: [{ ...note, colour: 'red' }, ...notes] }, ...bars] }),
    ).toEqual({
      score: inventedScore(),
      leftOut: expect.arrayContaining(['wings', 'bars 1 notes 1 colour']) as unknown,
    });
  });
  test('one bad note goes, its bar stays; a text too long is cut; a bad setting is the usual one', () => {
    const [bar, ...bars] = inventedScore().bars;
    const broken = { ...bar, notes: [...bar!.notes, { ...bar!.notes[0], fret: 99 }] };
    const { score, leftOut } = mended({
      bars: [broken, ...bars],
      title: 'x'.repeat(scoreLimits.textLength + 50),
      tempoBpm: 'quick',
      tuning: { name: 'Odd', pitches: ['E2', 'A2', 'Q3', 'G3', 'B3', 'E4'] },
    });
    expect(score.bars).toEqual(inventedScore().bars);
    expect(score.title).toHaveLength(scoreLimits.textLength);
    expect(score.tempoBpm).toBe(80);
    expect(score.tuning.name).toBe('Standard');
    expect(leftOut).toHaveLength(4);
  });
  test('a grip that cannot be read goes with all its strings', () => {
    const [bar, ...bars] = inventedScore().bars;
    const grips = [{ tick: 0, frets: [0, 2, 'two', 1, 0, 0] }];
    expect(mended({ bars: [{ ...bar, grips }, ...bars] }).score.bars[0]!.grips).toEqual([]);
  });
  test('nothing of a score is refused', () => {
    for (const score of [null, 3, {}, { bars: [] }, { bars: 'none' }])
      expect(mendDocument({ ...asDocument(inventedScore()), score }).ok).toBe(false);
  });
});

describe('names of bars, sections and notes', () => {
  let given = 0;
  const newId = () => `new-${(given += 1)}`;
  const named = (score: Score) => withIds(score, newId);
  const note = { bar: 0, tick: 0, string: 1, voice: 'melody' } as const;
  const pointedAt = (score: Score, change: (each: Score) => Score = (each) => each) =>
    change(changeNote(writeNote(score, note, 3, 480), note, () => ({ id: 'pointed-at' })));
  const bearers = (score: Score) =>
    score.bars.flatMap((bar) => bar.notes).filter(({ id }) => id === 'pointed-at');

  test('a bar keeps its name through inserting and removing before it, and a new one has a name of its own', () => {
    const score = blankScore({ title: 'Named', barCount: 3 });
    const longer = insertBarAfter(score, 0);
    if (!longer.ok) throw new Error();
    const after = named(longer.value);
    expect(after.bars.map(({ id }) => id)).toEqual(['bar-1', `new-${given}`, 'bar-2', 'bar-3']);
    expect(removeBar(after, 0).bars.map(({ id }) => id)).toEqual([`new-${given}`, 'bar-2', 'bar-3']);
  });
  test('a copied bar leaves the name with the one it was copied from', () => {
    const score = setSection(pointedAt(blankScore({ title: 'Copied', barCount: 2 })), 0, {
      name: 'A',
      id: 'a',
    });
    const copied = layBar(score, score.bars[0]!, 1);
    expect(copied.bars.map(({ id }) => id)).toEqual(['bar-1', 'bar-2']);
    expect(copied.bars.map(({ section }) => section?.id)).toEqual(['a', undefined]);
    expect(bearers(copied)).toHaveLength(1);
  });
  test('names given twice in a file are parted; a score that needs none is the same object', () => {
    const score = blankScore({ title: 'Twice', barCount: 2 });
    const twice = { ...score, bars: score.bars.map((bar) => ({ ...bar, id: 'same' })) };
    expect(new Set(named(twice).bars.map(({ id }) => id)).size).toBe(2);
    expect(named(score)).toBe(score);
  });
  test('a renamed section is the same section', () => {
    const score = named(setSection(blankScore({ title: 'Sections' }), 1, { name: 'B' }));
    const { id } = score.bars[1]!.section!;
    expect(setSection(score, 1, { name: 'Bridge' }).bars[1]!.section).toEqual({ id, name: 'Bridge' });
  });
  test('a note keeps its name when it is typed over, moved, shifted, transposed or lengthened; a copy has none', () => {
    const score = blankScore({ title: 'Notes', barCount: 2 });
    const stretch = { voice: 'melody', from: { bar: 0, tick: 0 }, to: { bar: 1, tick: 0 } } as const;
    const changes: ((each: Score) => Score)[] = [
      (each) => writeNote(each, note, 5, 480),
      (each) => moveNote(each, note, 2, 8),
      (each) => setDuration(each, note, 960),
      ...[
        (each: Score) => shiftStretch(each, stretch, 480),
        (each: Score) => transposeStretch(each, stretch, 2),
        (each: Score) => layClip(each, copyStretch(each, stretch), { bar: 1, tick: 0 }),
      ].map((change) => (each: Score) => {
        const result = change(each);
        if (!result.ok) throw new Error(describeFault(result.fault));
        return result.value;
      }),
    ];
    for (const change of changes) expect(bearers(pointedAt(score, change))).toHaveLength(1);
  });
  test('only a bar with a name can hold a query that stands', () => {
    const { bars, ...score } = blankScore({ title: 'Nameless', barCount: 1 });
    const nameless = { ...score, bars: bars.map(({ id: _, ...bar }) => bar) };
    const finding = { severity: 'warning', code: 'x', bar: 1, beat: 1, message: '', remedy: '' } as const;
    expect(letStand(nameless, finding, true)).toEqual(nameless);
  });
});

describe('texts', () => {
  test('a title with characters that no database holds is cleaned on the way in', () => {
    const score = { ...inventedScore(), title: ' Tin\u0000Ferry \ud834', player: '\udd1e' };
    expect(opened(asDocument(score))).toMatchObject({ title: 'Tin Ferry', player: '' });
  });
  test('a comment keeps its lines and says something', () => {
    const comment = { do: 'Press down\r\nthen lift', why: 'The open string rings' };
    expect(opened(asDocument({ ...inventedScore(), comment })).comment).toEqual({
      ...comment,
      do: 'Press down\nthen lift',
    });
    expect(refusal(asDocument({ ...inventedScore(), comment: {} }))).toMatch(/comment says something/);
  });
});
