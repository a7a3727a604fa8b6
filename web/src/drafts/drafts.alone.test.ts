import 'fake-indexeddb/auto';
import { blankScore, type Score } from '@jocund/core/score';
import { beforeEach, describe, expect, test } from 'vitest';
import { dropLeft, openDrafts, type Draft } from './drafts.ts';
import { openSeal, sealText } from './seal.ts';
import { putSealed, sealedDrafts } from './sealed-store.ts';

const mine = new Uint8Array(32).fill(7);
const theirs = new Uint8Array(32).fill(8);
let id = '';
let count = 0;
beforeEach(() => {
  localStorage.clear();
  id = `piece-${(count += 1)}`;
});

const draft = (title: string, keptAt = '2026-01-01T10:00:00.000Z'): Draft => ({
  baseVersion: 3,
  score: blankScore({ title }),
  keptAt,
});
/** A draft as a tab that is closed now left it. */
const leave = (tab: string, text: string, keptAt: string, key = mine) =>
  putSealed({ arrangementId: id, tab, keptAt, sealed: sealText(key, text) });

test('what is sealed opens with its key and no other', () => {
  const sealed = sealText(mine, 'Ferry 𝄞');
  expect(openSeal(mine, sealed)).toBe('Ferry 𝄞');
  expect(openSeal(theirs, sealed)).toBeUndefined();
  expect(openSeal(mine, sealed.fill(0, 30, 34))).toBeUndefined();
  expect(openSeal(mine, new Uint8Array(3))).toBeUndefined();
});

describe('drafts of a piece', () => {
  test('what was kept is taken up at the next opening, and stays kept until it is dropped', async () => {
    const first = await openDrafts(id, mine);
    expect(first).toMatchObject({ taken: undefined, left: [] });
    expect(await first.keeper.keep(draft('Kept'))).toBe(true);
    const second = await openDrafts(id, mine);
    expect(second.taken).toEqual(draft('Kept'));
    await first.keeper.drop();
    const third = await openDrafts(id, mine);
    expect(third.taken).toEqual(draft('Kept'));
    await third.keeper.drop();
    expect((await openDrafts(id, mine)).taken).toBeUndefined();
  });

  test('nobody else reads them, and they are not lost', async () => {
    await (await openDrafts(id, mine)).keeper.keep(draft('Private'));
    const [row] = await sealedDrafts(id);
    expect(new TextDecoder().decode(row!.sealed)).not.toContain('Private');
    expect(await openDrafts(id, theirs)).toMatchObject({ taken: undefined, left: [] });
    expect((await openDrafts(id, mine)).taken).toEqual(draft('Private'));
  });

  test('kept hastily it is there, and gives way to what was kept later', async () => {
    const { keeper } = await openDrafts(id, mine);
    await keeper.keep(draft('Before', '2026-01-01T10:00:00.000Z'));
    keeper.keepHastily(draft('Leaving', '2026-01-01T10:00:01.000Z'));
    const next = await openDrafts(id, mine);
    expect(next.taken?.score.title).toBe('Leaving');
    await next.keeper.keep(draft('After', '2026-01-01T10:00:02.000Z'));
    expect((await openDrafts(id, mine)).taken?.score.title).toBe('After');
  });

  test('what is kept hastily outlives an older draft that reaches the disk after it', async () => {
    const { keeper } = await openDrafts(id, mine);
    const onItsWay = keeper.keep(draft('Before the last note', '2026-01-01T10:00:00.000Z'));
    keeper.keepHastily(draft('Leaving', '2026-01-01T10:00:01.000Z'));
    await onItsWay;
    expect((await openDrafts(id, mine)).taken?.score.title).toBe('Leaving');
  });

  test('of two closed tabs the newer is taken up and the other handed over', async () => {
    const text = (title: string) =>
      JSON.stringify({
        baseVersion: 1,
        keptAt: '2026-01-01T10:00:00.000Z',
        score: { format: 'jocund-score', version: 2, score: blankScore({ title }) },
      });
    await leave('one.1', text('Older'), '2026-01-01T10:00:00.000Z');
    await leave('two.1', text('Newer'), '2026-01-01T11:00:00.000Z');
    const { taken, left } = await openDrafts(id, mine);
    expect(taken?.score.title).toBe('Newer');
    expect(left.map((each) => each.draft?.score.title)).toEqual(['Older']);
    await dropLeft(id, left[0]!);
    expect((await openDrafts(id, mine)).left).toEqual([]);
  });

  test('one that cannot be read is handed over whole, and stays until it is let go', async () => {
    await leave('newer-jocund.1', '{"from":"the future"}', '2026-01-01T10:00:00.000Z');
    for (const opened of [await openDrafts(id, mine), await openDrafts(id, mine)]) {
      expect(opened.taken).toBeUndefined();
      expect(opened.left).toMatchObject([{ text: '{"from":"the future"}', draft: undefined }]);
    }
  });
});

describe('drafts of the first version', () => {
  const oldPlace = () => `jocund.draft.${id}.1700000000-abc`;
  test('are taken up as what they say, and stand in plain text no longer', async () => {
    const { bars, ...rest } = blankScore({ title: 'Old draft' });
    const study = { ...rest, bars: bars.map(({ id: _, ...bar }: Score['bars'][number]) => bar) };
    localStorage.setItem(
      oldPlace(),
      JSON.stringify({ baseVersion: 2, study, keptAt: '2025-12-01T10:00:00.000Z' }),
    );
    const { taken } = await openDrafts(id, mine);
    expect(taken).toEqual({
      baseVersion: 2,
      score: blankScore({ title: 'Old draft' }),
      keptAt: '2025-12-01T10:00:00.000Z',
    });
    expect(localStorage.getItem(oldPlace())).toBeNull();
  });
  test('one cut short is no draft that counts as none: it is handed over', async () => {
    localStorage.setItem(oldPlace(), '{"study":');
    expect((await openDrafts(id, mine)).left).toMatchObject([{ text: '{"study":', draft: undefined }]);
  });
});
