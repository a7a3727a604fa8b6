import { afterAll, beforeAll, expect, test } from 'vitest';
import { thinRevisions } from '../src/arrangements/thinning.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
beforeAll(async () => {
  studio = await openTestStudio();
});
afterAll(() => studio.close());

const day = 24;

/** A piece with revisions so many hours old, the oldest first. */
async function pieceWith(ages: readonly number[], named: readonly number[] = []): Promise<string> {
  const [known] = await studio
    .database('arrangements')
    .limit(1)
    .select<{ studio_id: string; document: unknown }[]>('studio_id', 'document');
  const { studio_id } = known!;
  const [piece] = await studio.database('pieces').insert({ studio_id }).returning<{ id: string }[]>('id');
  const document = JSON.stringify(known!.document);
  const [row] = await studio
    .database('arrangements')
    .insert({ studio_id, piece_id: piece!.id, version: ages.length, document, saved_by: 'Ada' })
    .returning<{ id: string }[]>('id');
  await studio.database('revisions').insert(
    ages.map((hours, index) => ({
      studio_id,
      arrangement_id: row!.id,
      version: index + 1,
      document,
      saved_at: new Date(Date.now() - hours * 3_600_000),
      saved_by: 'Ada',
      name: named.includes(index + 1) ? 'As played' : null,
      changes: JSON.stringify(['told']),
      changes_measure: 1,
    })),
  );
  return row!.id;
}
const kept = async (id: string) =>
  (
    await studio
      .database('revisions')
      .where({ arrangement_id: id })
      .orderBy('version')
      .select<{ version: number }[]>('version')
  ).map(({ version }) => version);

test('all of the last day stays', async () => {
  const id = await pieceWith([23, 22, 21.9, 1, 0.9, 0]);
  await thinRevisions(studio.database);
  expect(await kept(id)).toEqual([1, 2, 3, 4, 5, 6]);
});

test('older ones go but for the last of an hour, a day, a week; the first, the newest and named ones stay', async () => {
  // Each pair lies within one hour, day or week, far from its end.
  const week = 7 * day;
  const monday = new Date(Date.UTC(2026, 0, 5, 12));
  const hoursSince = (date: Date) => (Date.now() - date.getTime()) / 3_600_000;
  const old = hoursSince(monday);
  const id = await pieceWith(
    [old + 10 * week, old, old - day, old - 2 * day, old - 3 * day, old - week, 3, 0],
    [3],
  );
  expect(await thinRevisions(studio.database)).toBeGreaterThan(0);
  // Of the week of versions 2 to 5 the last stays, and the named one.
  expect(await kept(id)).toEqual([1, 3, 5, 6, 7, 8]);
  const told = await studio
    .database('revisions')
    .where({ arrangement_id: id })
    .whereNotNull('changes')
    .orderBy('version')
    .select<{ version: number }[]>('version');
  // What changed since a version that is gone has to be told anew.
  expect(told.map(({ version }) => version)).toEqual([1]);
  expect(await thinRevisions(studio.database)).toBe(0);
});

test('what changed is told from the revision that is kept before', async () => {
  const teacher = await studio.teacher();
  const id = await pieceWith([400 * day, 399.9 * day, 0]);
  await studio.database('revisions').where({ arrangement_id: id, version: 2 }).delete();
  await studio
    .database('revisions')
    .where({ arrangement_id: id })
    .update({ changes: null, changes_measure: null });
  const { body } = (await teacher.get(`/api/arrangements/${id}/revisions`).expect(200)) as {
    body: { version: number; changes: string[] }[];
  };
  expect(body.map(({ version }) => version)).toEqual([3, 1]);
});
