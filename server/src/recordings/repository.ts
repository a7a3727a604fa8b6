import {
  listeningSchema,
  recordingPartBytes,
  type Listening,
  type NewRecording,
  type RecordingSummary,
} from '@jocund/contract';
import type { Database } from '../database/connect.ts';

interface RecordingRow {
  readonly id: string;
  readonly arrangement_id: string;
  readonly name: string;
  readonly bytes: number;
  readonly version: number;
  readonly listening: unknown;
  readonly made_at: Date;
  /** Numbers of the parts that are there. */
  readonly there: readonly number[];
}

/** How many parts so many bytes go in. */
export const partsOf = (bytes: number): number => Math.ceil(bytes / recordingPartBytes);

const asRecording = (row: RecordingRow): RecordingSummary => {
  const there = new Set(row.there);
  return {
    id: row.id,
    arrangementId: row.arrangement_id,
    name: row.name,
    bytes: row.bytes,
    missing: Array.from({ length: partsOf(row.bytes) }, (_, number) => number).filter(
      (number) => !there.has(number),
    ),
    madeAt: row.made_at.toISOString(),
    version: row.version,
    listening: listeningSchema.parse(row.listening),
  };
};

const withParts = (database: Database, studioId: string) =>
  database('recordings')
    .where({ studio_id: studioId })
    .select<RecordingRow[]>(
      'id',
      'arrangement_id',
      'name',
      'bytes',
      'version',
      'listening',
      'made_at',
      database.raw(
        `array(select number from recording_parts where recording_parts.studio_id = recordings.studio_id
         and recording_parts.recording_id = recordings.id) as there`,
      ),
    );

/** The recordings of a piece, the oldest first. */
export async function listRecordings(
  database: Database,
  studioId: string,
  arrangementId: string,
): Promise<RecordingSummary[]> {
  const rows = await withParts(database, studioId)
    .where({ arrangement_id: arrangementId })
    .orderBy(['made_at', 'id']);
  return rows.map(asRecording);
}

export async function findRecording(
  database: Database,
  studioId: string,
  id: string,
): Promise<RecordingSummary | undefined> {
  const [row] = await withParts(database, studioId).where({ id });
  return row && asRecording(row);
}

/** Locks a recording until the transaction ends. Whether there is one. */
export const lockRecording = async (transaction: Database, studioId: string, id: string): Promise<boolean> =>
  (await transaction('recordings').where({ studio_id: studioId, id }).forUpdate().first('id')) !== undefined;

/** Announced twice under one id it is one. */
export async function insertRecording(
  database: Database,
  studioId: string,
  arrangementId: string,
  { id, name, bytes }: NewRecording,
): Promise<void> {
  await database('recordings')
    .insert({ studio_id: studioId, id, arrangement_id: arrangementId, name, bytes })
    .onConflict(['studio_id', 'id'])
    .ignore();
}

export async function keepPart(
  database: Database,
  studioId: string,
  recordingId: string,
  number: number,
  bytes: Buffer,
): Promise<void> {
  await database('recording_parts')
    .insert({ studio_id: studioId, recording_id: recordingId, number, bytes })
    .onConflict(['studio_id', 'recording_id', 'number'])
    .merge(['bytes']);
}

export async function writeListening(
  database: Database,
  studioId: string,
  id: string,
  listening: Listening,
): Promise<void> {
  await database('recordings')
    .where({ studio_id: studioId, id })
    .update({ listening: JSON.stringify(listening) })
    .increment('version', 1);
}

/** Takes a recording away with its sound. Whether there was one. */
export const deleteRecording = async (database: Database, studioId: string, id: string): Promise<boolean> =>
  (await database('recordings').where({ studio_id: studioId, id }).delete()) > 0;

/** Bytes of all recordings of a studio, as announced. */
export async function bytesOfStudio(database: Database, studioId: string): Promise<number> {
  const row = await database('recordings')
    .where({ studio_id: studioId })
    .sum('bytes as bytes')
    .first<{ bytes: string | null }>();
  return Number(row.bytes ?? 0);
}

/** Takes away recordings announced before a moment that did not come whole. */
export async function deleteUnfinishedBefore(
  database: Database,
  studioId: string,
  moment: Date,
): Promise<void> {
  await database.raw(
    `delete from recordings where studio_id = ? and made_at < ? and bytes > (
       select coalesce(sum(octet_length(recording_parts.bytes)), 0) from recording_parts
       where recording_parts.studio_id = recordings.studio_id and recording_parts.recording_id = recordings.id)`,
    [studioId, moment],
  );
}

/** The sound from one byte to another, both included, part by part: never all at once. */
export async function* soundOf(
  database: Database,
  studioId: string,
  recordingId: string,
  { start, end }: { readonly start: number; readonly end: number },
): AsyncGenerator<Buffer> {
  const [first, last] = [start, end].map((at) => Math.floor(at / recordingPartBytes)) as [number, number];
  for (let number = first; number <= last; number += 1) {
    const row = await database('recording_parts')
      .where({ studio_id: studioId, recording_id: recordingId, number })
      .first<{ bytes: Buffer } | undefined>('bytes');
    if (!row) return;
    const from = number * recordingPartBytes;
    yield row.bytes.subarray(Math.max(0, start - from), end + 1 - from);
  }
}
