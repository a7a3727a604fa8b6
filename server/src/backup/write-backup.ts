import { strToU8, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import type { Database } from '../database/connect.ts';
import { newestMigration } from '../database/migrations/index.ts';
import { soundOf } from '../recordings/repository.ts';
import { aboutName, BackupTrouble, contentsName, rowsName, soundName } from './format.ts';
import { studioColumn, studioTables, type StudioTable } from './tables.ts';

const rowsAtOnce = 500;
const zipLevel = 6;

/**
 * A studio as a zip, a piece at a time, while the server runs: everything is read as it stood at one moment. Throws {@link BackupTrouble}
 * where there is no such studio.
 */
export async function* writeBackup(database: Database, studioId: string): AsyncGenerator<Uint8Array> {
  const zip = new ZipChunks();
  const transaction = await database.transaction({ isolationLevel: 'repeatable read', readOnly: true });
  try {
    const studio = await transaction('studios')
      .where('id', studioId)
      .first<{ id: string; name: string } | undefined>('id', 'name');
    if (!studio) throw new BackupTrouble('There is no such studio', 'Look at its id');
    const about = {
      format: 'jocund-studio',
      version: 1,
      studio,
      madeAt: new Date().toISOString(),
      schema: newestMigration,
    };
    yield* zip.file(aboutName, [strToU8(`${JSON.stringify(about, undefined, 2)}\n`)]);
    const contents: Partial<Record<StudioTable, number>> = {};
    for (const table of studioTables) {
      const entry = zip.begin(rowsName(table));
      let count = 0;
      for await (const lines of rowsOf(transaction, table, studioId)) {
        count += lines.length;
        entry.push(strToU8(`${lines.join('\n')}\n`));
        yield* zip.taken();
      }
      entry.push(new Uint8Array(), true);
      contents[table] = count;
      yield* zip.taken();
    }
    yield* soundsOf(transaction, studioId, zip);
    yield* zip.file(contentsName, [strToU8(`${JSON.stringify(contents, undefined, 2)}\n`)]);
    yield* zip.end();
  } finally {
    // Nothing was written: there is nothing to keep.
    await transaction.rollback();
  }
}

/** Rows as PostgreSQL writes them as JSON, some at a time, so that a large studio never lies in memory whole. */
async function* rowsOf(
  transaction: Database,
  table: StudioTable,
  studioId: string,
): AsyncGenerator<string[]> {
  const cursor = `backup_${table}`;
  await transaction.raw(
    `declare ${cursor} no scroll cursor for
       select row_to_json(each)::text as row from ?? each where ?? = ? order by 1`,
    [table, studioColumn(table), studioId],
  );
  for (;;) {
    const { rows } = await transaction.raw<{ rows: { row: string }[] }>(`fetch ${rowsAtOnce} from ${cursor}`);
    if (rows.length === 0) break;
    yield rows.map(({ row }) => row);
  }
  await transaction.raw(`close ${cursor}`);
}

/** The sound of each recording, a part at a time. */
async function* soundsOf(
  transaction: Database,
  studioId: string,
  zip: ZipChunks,
): AsyncGenerator<Uint8Array> {
  const recordings = await transaction('recordings')
    .where({ studio_id: studioId })
    .orderBy('id')
    .select<{ id: string; bytes: number }[]>('id', 'bytes');
  for (const { id, bytes } of recordings) {
    const entry = zip.beginSound(soundName(id));
    for await (const part of soundOf(transaction, studioId, id, { start: 0, end: bytes - 1 })) {
      entry.push(part);
      yield* zip.taken();
    }
    entry.push(new Uint8Array(), true);
    yield* zip.taken();
  }
}

/** A zip that is taken away while it grows. */
class ZipChunks {
  #chunks: Uint8Array[] = [];
  readonly #zip = new Zip((error, chunk) => {
    if (error) throw error;
    this.#chunks.push(chunk);
  });

  begin(name: string): ZipDeflate {
    const entry = new ZipDeflate(name, { level: zipLevel });
    this.#zip.add(entry);
    return entry;
  }

  /** Sound is seldom smaller packed. */
  beginSound(name: string): ZipPassThrough {
    const entry = new ZipPassThrough(name);
    this.#zip.add(entry);
    return entry;
  }

  *file(name: string, parts: readonly Uint8Array[]): Generator<Uint8Array> {
    const entry = this.begin(name);
    for (const part of parts) entry.push(part);
    entry.push(new Uint8Array(), true);
    yield* this.taken();
  }

  *taken(): Generator<Uint8Array> {
    const chunks = this.#chunks;
    this.#chunks = [];
    yield* chunks;
  }

  *end(): Generator<Uint8Array> {
    this.#zip.end();
    yield* this.taken();
  }
}
