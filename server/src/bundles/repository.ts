import type { Bundle } from '@jocund/contract';
import type { Database } from '../database/connect.ts';

/** A bundle as its row holds it, without its request and its bytes. */
interface StoredBundle {
  readonly id: string;
  readonly title: string;
  readonly state: Bundle['state'];
  readonly files_done: number;
  readonly files: number;
  readonly now: string;
  readonly bytes: string | number;
  readonly failure: string;
  readonly made_at: Date;
}

const fields = ['id', 'title', 'state', 'files_done', 'files', 'now', 'bytes', 'failure', 'made_at'] as const;

const asBundle = (row: StoredBundle): Bundle => ({
  id: row.id,
  title: row.title,
  state: row.state,
  filesDone: row.files_done,
  files: row.files,
  now: row.now,
  bytes: Number(row.bytes),
  failure: row.failure,
  madeAt: row.made_at.toISOString(),
});

/** A studio's bundles, the newest first. */
export async function listBundles(database: Database, studioId: string): Promise<Bundle[]> {
  const rows = await database('bundles')
    .where({ studio_id: studioId })
    .orderBy('made_at', 'desc')
    .select<StoredBundle[]>(...fields);
  return rows.map(asBundle);
}

export interface NewStoredBundle {
  readonly studioId: string;
  readonly title: string;
  readonly files: number;
  readonly request: unknown;
}

export async function insertBundle(
  database: Database,
  { studioId, title, files, request }: NewStoredBundle,
): Promise<Bundle> {
  const [row] = await database('bundles')
    .insert({ studio_id: studioId, title, files, request: JSON.stringify(request) })
    .returning<StoredBundle[]>([...fields]);
  if (!row) throw new Error('The bundle was not written.');
  return asBundle(row);
}

/** Takes away a bundle with its bytes. Whether there was one. */
export const deleteBundle = async (database: Database, studioId: string, id: string): Promise<boolean> =>
  (await database('bundles').where({ studio_id: studioId, id }).delete()) > 0;

/** Takes away what was made before a moment. */
export const deleteBundlesBefore = async (
  database: Database,
  studioId: string,
  moment: Date,
): Promise<void> => {
  await database('bundles').where({ studio_id: studioId }).andWhere('made_at', '<', moment).delete();
};

/** Takes a bundle up, from its beginning: what was made of it before is forgotten. What was asked for; undefined where it was given up. */
export async function beginBundle(database: Database, id: string): Promise<unknown> {
  await database('bundle_parts').where({ bundle_id: id }).delete();
  const [row] = await database('bundles')
    .where({ id })
    .update({ state: 'working', files_done: 0, bytes: 0, now: '', failure: '' })
    .returning<{ request: unknown }[]>('request');
  return row?.request;
}

/** Writes down how far a bundle is. Whether it is still wanted. */
export const placeBundle = async (
  database: Database,
  id: string,
  filesDone: number,
  now: string,
): Promise<boolean> => (await database('bundles').where({ id }).update({ files_done: filesDone, now })) > 0;

export async function endBundle(database: Database, id: string, failure: string): Promise<void> {
  await database('bundles')
    .where({ id })
    .update({ state: failure === '' ? 'done' : 'failed', now: '', failure });
}

/** Keeps the next bytes of a bundle. */
export async function addPart(
  database: Database,
  id: string,
  number: number,
  bytes: Uint8Array,
): Promise<void> {
  await database.transaction(async (transaction) => {
    const held = await transaction('bundles').where({ id }).increment('bytes', bytes.length);
    if (held > 0)
      await transaction('bundle_parts').insert({ bundle_id: id, number, bytes: Buffer.from(bytes) });
  });
}

/** A finished bundle of the studio: its title and how many parts it has. */
export async function finishedBundle(database: Database, studioId: string, id: string) {
  const row = await database('bundles')
    .where({ studio_id: studioId, id, state: 'done' })
    .first<{ title: string; bytes: string } | undefined>('title', 'bytes');
  return row && { title: row.title, bytes: Number(row.bytes) };
}

/** The bytes of a bundle, part by part: never all at once. */
export async function* partsOf(database: Database, id: string): AsyncGenerator<Buffer> {
  for (let number = 0; ; number += 1) {
    const row = await database('bundle_parts')
      .where({ bundle_id: id, number })
      .first<{ bytes: Buffer } | undefined>('bytes');
    if (!row) return;
    yield row.bytes;
  }
}
