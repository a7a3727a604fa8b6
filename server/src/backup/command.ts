import { readFile, mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { connect, migrate, type Database } from '../database/connect.ts';
import { writeBackupFile } from './nightly.ts';
import { restoreBackup } from './restore-backup.ts';

/** `backup FOLDER` writes every studio into a folder; `restore FILE` puts one from a backup into the database. */
const [order, place] = process.argv.slice(2);
const url = process.env.DATABASE_URL;

try {
  if (!url || !place || (order !== 'backup' && order !== 'restore'))
    throw new Error('Say: backup FOLDER, or restore FILE, with DATABASE_URL set.');
  const database = connect(url);
  try {
    await migrate(database);
    if (order === 'backup') await backUp(database, place);
    else await restore(database, place);
  } finally {
    await database.destroy();
  }
} catch (error) {
  console.error(error instanceof Error ? error.message : String(error));
  process.exit(1);
}

async function backUp(database: Database, folder: string): Promise<void> {
  await mkdir(folder, { recursive: true });
  const day = new Date().toISOString().slice(0, 19).replaceAll(':', '-');
  for (const { id, name } of await database('studios').select<{ id: string; name: string }[]>('id', 'name')) {
    const file = join(folder, `jocund-${id}-${day}.zip`);
    await writeBackupFile(database, id, file);
    console.log(`${name}: ${file}`);
  }
}

async function restore(database: Database, file: string): Promise<void> {
  const { name, rowCount } = await restoreBackup(database, await readFile(file));
  console.log(`${name}: ${rowCount} rows are here again.`);
}
