import type { HandSettings, NewPlayer, NewStudent, Player, Reading, Student } from '@jocund/contract';
import type { Database } from '../database/connect.ts';

interface PersonRow {
  studio_id: string;
  id: string;
  name: string;
  note: string;
  archived_at: Date | null;
}

interface PlayerRow extends PersonRow {
  thumb_pattern: string;
  bass_ending: Player['bassEnding'];
  claims: Player['claims'];
}

interface StudentRow extends PersonRow {
  goals: string;
  cautions: string;
  hand: HandSettings | null;
  reading: Reading | null;
  groups: string[];
}

const toPlayer = ({
  id,
  name,
  thumb_pattern,
  bass_ending,
  note,
  claims,
  archived_at,
}: PlayerRow): Player => ({
  id,
  name,
  thumbPattern: thumb_pattern,
  bassEnding: bass_ending,
  note,
  claims,
  archivedAt: archived_at?.toISOString() ?? null,
});

const toStudent = ({ studio_id: _, archived_at, ...student }: StudentRow): Student => ({
  id: student.id,
  name: student.name,
  note: student.note,
  goals: student.goals,
  cautions: student.cautions,
  hand: student.hand,
  reading: student.reading,
  groups: student.groups,
  archivedAt: archived_at?.toISOString() ?? null,
});

const studentColumns = ({ name, note, goals, cautions, reading, groups }: NewStudent) => ({
  name,
  note,
  goals,
  cautions,
  reading: reading && JSON.stringify(reading),
  groups: [...new Set(groups)],
});

/** By name, as a reader would sort them; those archived, too. */
export const listPlayers = async (database: Database, studioId: string): Promise<Player[]> =>
  (
    await database<PlayerRow>('players').where({ studio_id: studioId }).orderByRaw('name collate "en-x-icu"')
  ).map(toPlayer);

export const listStudents = async (database: Database, studioId: string): Promise<Student[]> =>
  (
    await database<StudentRow>('students')
      .where({ studio_id: studioId })
      .orderByRaw('name collate "en-x-icu"')
  ).map(toStudent);

const columnsOf = ({ name, note, thumbPattern, bassEnding }: NewPlayer) => ({
  name,
  note,
  thumb_pattern: thumbPattern,
  bass_ending: bassEnding,
});

/** Pieces that were after a name before there was a player of that name are this player's now. */
export async function insertPlayer(database: Database, studioId: string, player: NewPlayer): Promise<Player> {
  return database.transaction(async (transaction) => {
    const [row] = await transaction('players')
      .insert({ studio_id: studioId, ...columnsOf(player) })
      .returning<PlayerRow[]>('*');
    if (!row) throw new Error('the new player was not stored');
    await transaction('arrangements')
      .where({ studio_id: studioId, player_id: null })
      .whereRaw(`coalesce(document -> 'score', document -> 'study') ->> 'player' = ?`, [player.name])
      .update({ player_id: row.id });
    return toPlayer(row);
  });
}

/** The changed player; undefined when the studio has no such player. */
export async function updatePlayer(
  database: Database,
  studioId: string,
  id: string,
  change: NewPlayer | { readonly archived: boolean },
): Promise<Player | undefined> {
  return database.transaction(async (transaction) => {
    const [row] = await transaction('players')
      .where({ studio_id: studioId, id })
      .update('archived' in change ? archiving(transaction, change.archived) : columnsOf(change))
      .returning<PlayerRow[]>('*');
    if (row && 'name' in change) await renameInPieces(transaction, studioId, id, change.name);
    return row && toPlayer(row);
  });
}

/** What is said of a player, anew; undefined when the studio has no such player. */
export async function setClaims(
  database: Database,
  studioId: string,
  id: string,
  claims: Player['claims'],
): Promise<Player | undefined> {
  const [row] = await database('players')
    .where({ studio_id: studioId, id })
    .update({ claims: JSON.stringify(claims) })
    .returning<PlayerRow[]>('*');
  return row && toPlayer(row);
}

/** Pieces point at their player; the name they show is kept in them, so that a file tells it, too. */
async function renameInPieces(
  transaction: Database,
  studioId: string,
  id: string,
  name: string,
): Promise<void> {
  for (const part of ['score', 'study'])
    await transaction('arrangements')
      .where({ studio_id: studioId, player_id: id })
      .whereRaw('jsonb_exists(document, ?)', [part])
      .whereRaw('document -> ?::text ->> ? <> ?', [part, 'player', name])
      .update({
        document: transaction.raw('jsonb_set(document, array[?, ?], to_jsonb(?::text))', [
          part,
          'player',
          name,
        ]),
      });
}

export async function insertStudent(
  database: Database,
  studioId: string,
  student: NewStudent,
): Promise<Student> {
  const [row] = await database('students')
    .insert({ studio_id: studioId, ...studentColumns(student) })
    .returning<StudentRow[]>('*');
  if (!row) throw new Error('the new student was not stored');
  return toStudent(row);
}

/** The changed student; undefined when the studio has no such student. */
export async function updateStudent(
  database: Database,
  studioId: string,
  id: string,
  change: NewStudent | { readonly archived: boolean },
): Promise<Student | undefined> {
  const [row] = await database('students')
    .where({ studio_id: studioId, id })
    .update('archived' in change ? archiving(database, change.archived) : studentColumns(change))
    .returning<StudentRow[]>('*');
  return row && toStudent(row);
}

const archiving = (database: Database, archived: boolean) => ({
  archived_at: archived ? database.fn.now() : null,
});

/** The student with the new hand; undefined when the studio has no such student. */
export async function setStudentHand(
  database: Database,
  studioId: string,
  id: string,
  hand: HandSettings,
): Promise<Student | undefined> {
  const [row] = await database('students')
    .where({ studio_id: studioId, id })
    .update({ hand: JSON.stringify(hand) })
    .returning<StudentRow[]>('*');
  return row && toStudent(row);
}

/** A user's own hand; null until it was set. */
export async function readHand(
  database: Database,
  studioId: string,
  userId: string,
): Promise<HandSettings | null> {
  const row = await database<{ studio_id: string; id: string; hand: HandSettings | null }>('users')
    .where({ studio_id: studioId, id: userId })
    .first('hand');
  return row?.hand ?? null;
}

export async function readDraftKey(database: Database, studioId: string, userId: string): Promise<string> {
  const row = await database<{ studio_id: string; id: string; draft_key: Buffer }>('users')
    .where({ studio_id: studioId, id: userId })
    .first('draft_key');
  if (!row) throw new Error('the signed-in person is not stored');
  return row.draft_key.toString('base64');
}

export const setHand = async (
  database: Database,
  studioId: string,
  userId: string,
  hand: HandSettings,
): Promise<void> => {
  await database('users')
    .where({ studio_id: studioId, id: userId })
    .update({ hand: JSON.stringify(hand) });
};
