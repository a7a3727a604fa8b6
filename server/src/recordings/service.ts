import {
  mostRecordings,
  mostStudioRecordingBytes,
  recordingPartBytes,
  unfinishedKeptHours,
  type Listening,
  type NewRecording,
  type RecordingSummary,
} from '@jocund/contract';
import { findArrangement } from '../arrangements/repository.ts';
import type { Database } from '../database/connect.ts';
import { inTurn } from '../database/in-turn.ts';
import { notFound, Refusal } from '../http/refusal.ts';
import {
  bytesOfStudio,
  deleteRecording,
  deleteUnfinishedBefore,
  findRecording,
  insertRecording,
  keepPart,
  listRecordings,
  lockRecording,
  partsOf,
  writeListening,
} from './repository.ts';
import { soundKindOf } from './sound-kind.ts';

export const noRecording = (): Refusal =>
  new Refusal(
    'not-found',
    'There is no such recording in your studio',
    'It may have been removed; reload the page',
  );

/** Makes room for a recording that is sent part by part. Refused where the piece or the studio has its fill. */
export async function announceRecording(
  database: Database,
  studioId: string,
  arrangementId: string,
  recording: NewRecording,
): Promise<RecordingSummary> {
  return inTurn(database, studioId, async (transaction) => {
    if (!(await findArrangement(transaction, studioId, arrangementId))) throw notFound('piece');
    const known = await findRecording(transaction, studioId, recording.id);
    if (known) return known;
    await deleteUnfinishedBefore(
      transaction,
      studioId,
      new Date(Date.now() - unfinishedKeptHours * 3_600_000),
    );
    if ((await listRecordings(transaction, studioId, arrangementId)).length >= mostRecordings)
      throw new Refusal(
        'too-many',
        `A piece holds at most ${mostRecordings} recordings`,
        'Remove one that is not needed any more',
      );
    if ((await bytesOfStudio(transaction, studioId)) + recording.bytes > mostStudioRecordingBytes)
      throw new Refusal(
        'too-many',
        `The recordings of a studio hold at most ${mostStudioRecordingBytes / 2 ** 30} GB together`,
        'Remove some that are not needed any more',
      );
    await insertRecording(transaction, studioId, arrangementId, recording);
    const kept = await findRecording(transaction, studioId, recording.id);
    if (!kept) throw noRecording();
    return kept;
  });
}

/** Keeps one part; sent again it takes the place of the one before. The first must begin as a sound file does: what does not is removed whole. */
export async function takePart(
  database: Database,
  studioId: string,
  id: string,
  number: number,
  bytes: Buffer,
): Promise<RecordingSummary> {
  const taken = await keptPart(database, studioId, id, number, bytes);
  if (taken) return taken;
  await deleteRecording(database, studioId, id);
  throw new Refusal(
    'bad-request',
    'This is no sound file that a browser can play',
    'Save it as WAV, MP3, FLAC, Ogg or M4A',
  );
}

/** Undefined where the first part is none of a sound file. */
async function keptPart(
  database: Database,
  studioId: string,
  id: string,
  number: number,
  bytes: Buffer,
): Promise<RecordingSummary | undefined> {
  return database.transaction(async (transaction) => {
    if (!(await lockRecording(transaction, studioId, id))) throw noRecording();
    const before = await findRecording(transaction, studioId, id);
    if (!before) throw noRecording();
    const parts = partsOf(before.bytes);
    const wanted = number === parts - 1 ? before.bytes - number * recordingPartBytes : recordingPartBytes;
    if (!Number.isInteger(number) || number < 0 || number >= parts)
      throw new Refusal('bad-request', 'The recording has no such part', 'Send the file again');
    if (bytes.length !== wanted)
      throw new Refusal('bad-request', `Part ${number + 1} came cut off`, 'Send the file again');
    if (number === 0 && soundKindOf(bytes) === undefined) return undefined;
    await keepPart(transaction, studioId, id, number, bytes);
    const { missing } = before;
    return { ...before, missing: missing.filter((each) => each !== number) };
  });
}

/** Writes what a teacher noted, made from a version; refused as stale, with the recording as it stands, where that is not the newest. */
export async function keepListening(
  database: Database,
  studioId: string,
  id: string,
  { version, listening }: { readonly version: number; readonly listening: Listening },
): Promise<RecordingSummary> {
  return database.transaction(async (transaction) => {
    if (!(await lockRecording(transaction, studioId, id))) throw noRecording();
    const current = await findRecording(transaction, studioId, id);
    if (!current) throw noRecording();
    if (current.version !== version)
      throw new Refusal(
        'stale',
        'Somebody wrote to this recording since you opened it',
        'Look at it as it stands now; what you did last is put to it again',
        { current },
      );
    await writeListening(transaction, studioId, id, listening);
    return { ...current, version: version + 1, listening };
  });
}
