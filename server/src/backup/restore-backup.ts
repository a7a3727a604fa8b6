import { recordingPartBytes } from '@jocund/contract';
import { strFromU8, unzipSync } from 'fflate';
import type * as z from 'zod/mini';
import type { Database } from '../database/connect.ts';
import { migrationNames } from '../database/migrations/index.ts';
import { keepPart } from '../recordings/repository.ts';
import {
  aboutName,
  aboutSchema,
  BackupTrouble,
  contentsName,
  contentsSchema,
  rowsName,
  soundName,
} from './format.ts';
import { studioColumn, studioTables, type StudioTable } from './tables.ts';

const rowsAtOnce = 500;
const useAnother = 'Use another backup';

export interface Restored {
  readonly studioId: string;
  readonly name: string;
  /** Rows of all tables. */
  readonly rowCount: number;
}

/**
 * Puts a studio from a backup into the database, whole or not at all, beside those that are there. Throws {@link BackupTrouble} where the
 * file is none, or not whole, or of a newer Jocund, or the studio, or a person's address, is there already.
 */
export async function restoreBackup(database: Database, file: Uint8Array): Promise<Restored> {
  const files = unzipped(file);
  const about = readJson(files, aboutName, aboutSchema);
  const contents = readJson(files, contentsName, contentsSchema);
  if (!migrationNames.includes(about.schema))
    throw new BackupTrouble('The backup was made by a newer Jocund', 'Install that version, then restore it');
  const { id, name } = about.studio;
  return database.transaction(async (transaction) => {
    if (await transaction('studios').where({ id }).first('id'))
      throw new BackupTrouble(`The studio “${name}” is here already`, 'Nothing was changed; sign in to it');
    let rowCount = 0;
    for (const table of studioTables) {
      const lines = linesOf(files, table);
      for (const line of lines) refuseStrange(table, line, id);
      if (lines.length !== (contents[table] ?? 0))
        throw new BackupTrouble(`The backup is not whole: rows of ${table} are missing`, useAnother);
      if (table === 'users') await refuseTaken(transaction, lines);
      await insertLines(transaction, table, lines).catch((error: unknown) => {
        throw new BackupTrouble(`The rows of ${table} do not fit this Jocund`, useAnother, {
          cause: error,
        });
      });
      rowCount += lines.length;
    }
    await restoreSounds(transaction, files, id);
    return { studioId: id, name, rowCount };
  });
}

/** A recording that was on its way when the backup was made has as much as had come then. */
async function restoreSounds(
  transaction: Database,
  files: Readonly<Record<string, Uint8Array>>,
  studioId: string,
): Promise<void> {
  const ids = await transaction('recordings').where({ studio_id: studioId }).pluck<string[]>('id');
  for (const id of ids) {
    const sound = files[soundName(id)];
    if (!sound)
      throw new BackupTrouble('The backup is not whole: the sound of a recording is missing', useAnother);
    for (let from = 0, number = 0; from < sound.length; from += recordingPartBytes, number += 1)
      await keepPart(
        transaction,
        studioId,
        id,
        number,
        Buffer.from(sound.subarray(from, from + recordingPartBytes)),
      );
  }
}

function unzipped(file: Uint8Array): Readonly<Record<string, Uint8Array>> {
  try {
    return unzipSync(file);
  } catch {
    throw new BackupTrouble('The file is no zip, or not whole', useAnother);
  }
}

function readJson<Schema extends z.ZodMiniType>(
  files: Readonly<Record<string, Uint8Array>>,
  name: string,
  schema: Schema,
): z.output<Schema> {
  const bytes = files[name];
  if (!bytes) throw new BackupTrouble(`The file is no backup of a studio: ${name} is not in it`, useAnother);
  try {
    return schema.parse(JSON.parse(strFromU8(bytes)));
  } catch {
    throw new BackupTrouble(`The backup cannot be read: ${name} is not as it should be`, useAnother);
  }
}

/** A backup from before there was such a table has no file of it. */
const linesOf = (files: Readonly<Record<string, Uint8Array>>, table: StudioTable): string[] =>
  strFromU8(files[rowsName(table)] ?? new Uint8Array())
    .split('\n')
    .filter((line) => line !== '');

/** A backup writes into its own studio only, whoever changed it on the way. */
function refuseStrange(table: StudioTable, line: string, studioId: string): void {
  let row: unknown;
  try {
    row = JSON.parse(line);
  } catch {
    throw new BackupTrouble(`The backup cannot be read: a row of ${table} cannot be read`, useAnother);
  }
  const whose = (row as Record<string, unknown> | null)?.[studioColumn(table)];
  if (whose !== studioId)
    throw new BackupTrouble(`The backup was changed: a row of ${table} is not this studio’s`, useAnother);
}

/** Addresses are one person's each on a server. */
async function refuseTaken(transaction: Database, lines: readonly string[]): Promise<void> {
  const emails = lines.map((line) => (JSON.parse(line) as { email: string }).email);
  const taken = await transaction('users').whereIn('email', emails).pluck<string[]>('email');
  if (taken.length > 0)
    throw new BackupTrouble(
      `${taken.join(', ')} signs in to another studio here already`,
      'Nothing was changed; change the address there, then restore',
    );
}

/** Columns that came after the backup have their usual values. */
async function insertLines(
  transaction: Database,
  table: StudioTable,
  lines: readonly string[],
): Promise<void> {
  for (let from = 0; from < lines.length; from += rowsAtOnce) {
    const some = lines.slice(from, from + rowsAtOnce);
    const columns = Object.keys(JSON.parse(some[0] ?? '{}') as object);
    const names = columns.map(() => '??').join(', ');
    await transaction.raw(
      `insert into ?? (${names}) select ${names} from json_populate_recordset(null::??, ?)`,
      [table, ...columns, ...columns, table, `[${some.join(',')}]`],
    );
  }
}
