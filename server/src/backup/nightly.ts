import { createWriteStream } from 'node:fs';
import { mkdir, readdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Database } from '../database/connect.ts';
import { writeBackup } from './write-backup.ts';

/** Backups are made from this hour on, by the server's clock. */
const hour = 3;
const lookEveryMs = 10 * 60_000;

export interface NightlySettings {
  readonly folder: string;
  /** So many of each studio's are kept. */
  readonly keep: number;
}

const nameOf = (studioId: string, day: string): string => `jocund-${studioId}-${day}.zip`;

/** A day by the server's clock, "2026-11-29". */
const dayOf = (date: Date): string =>
  [date.getFullYear(), date.getMonth() + 1, date.getDate()]
    .map((part) => String(part).padStart(2, '0'))
    .join('-');

/** Writes a studio's backup under its name, which it has only once it is whole. */
export async function writeBackupFile(database: Database, studioId: string, file: string): Promise<void> {
  const half = `${file}.part`;
  await pipeline(Readable.from(writeBackup(database, studioId)), createWriteStream(half, { mode: 0o600 }));
  await rename(half, file);
}

/** Makes the backups of a day that are not there yet, and takes away the oldest beyond those that are kept. Answers with those it made. */
export async function backUpDay(
  database: Database,
  { folder, keep }: NightlySettings,
  now: Date,
): Promise<string[]> {
  if (now.getHours() < hour) return [];
  await mkdir(folder, { recursive: true });
  const made: string[] = [];
  for (const id of await database('studios').pluck<string[]>('id')) {
    const name = nameOf(id, dayOf(now));
    const there = (await readdir(folder)).filter(
      (each) => each.startsWith(`jocund-${id}-`) && each.endsWith('.zip'),
    );
    if (there.includes(name)) continue;
    await writeBackupFile(database, id, join(folder, name));
    made.push(name);
    const old = [...there, name].sort().slice(0, -keep);
    await Promise.all(old.map((each) => rm(join(folder, each), { force: true })));
  }
  return made;
}

/** Makes backups every night while the server runs; one that fails is told to the log and tried again. Returns how to stop it. */
export function startNightly(
  database: Database,
  settings: NightlySettings,
  onTrouble: (error: unknown) => void,
): () => void {
  let isBusy = false;
  const look = async () => {
    if (isBusy) return;
    isBusy = true;
    await backUpDay(database, settings, new Date()).catch(onTrouble);
    isBusy = false;
  };
  void look();
  const timer = setInterval(() => void look(), lookEveryMs);
  timer.unref();
  return () => clearInterval(timer);
}
