import * as z from 'zod/mini';

/** The first file of a backup: what it is. docs/backup.md describes the whole. */
export const aboutName = 'studio.json';
export const aboutSchema = z.object({
  format: z.literal('jocund-studio'),
  version: z.literal(1),
  studio: z.object({ id: z.uuid(), name: z.string() }),
  madeAt: z.iso.datetime(),
  /** The newest change of the tables that the rows were written after. */
  schema: z.string(),
});

/** The last file: how many rows each table has. Without it the backup is not whole. */
export const contentsName = 'contents.json';
export const contentsSchema = z.record(z.string(), z.int().check(z.minimum(0)));

/** Rows of a table, each a line of JSON by its column names. */
export const rowsName = (table: string): string => `tables/${table}.jsonl`;

/** The sound of a recording, as it was sent. */
export const soundName = (recordingId: string): string => `sounds/${recordingId}`;

/** What is wrong with a backup, and what can be done: a sentence each, without their full stops. */
export class BackupTrouble extends Error {
  readonly reason: string;
  readonly remedy: string;
  constructor(reason: string, remedy: string, options?: ErrorOptions) {
    super(`${reason}. ${remedy}.`, options);
    this.reason = reason;
    this.remedy = remedy;
  }
}
