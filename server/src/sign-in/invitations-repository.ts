import { createHash, randomBytes } from 'node:crypto';
import { mostTeachers, type Invited } from '@jocund/contract';
import type { Database } from '../database/connect.ts';
import { endSessionsOf } from './sessions-repository.ts';

/** A link is good for so long. */
const goodForMs = 7 * 24 * 3_600_000;

/** Held while a studio's teachers are counted and added to. */
const teachersLock = 7_403_118;

/** Only a print of the link is stored: who reads the database cannot open it. */
const printOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Whom a link is made out to: a student, a teacher who is there, or one who is to come. */
export type Invitee =
  | { readonly studentId: string }
  | { readonly userId: string }
  | { readonly teacherName: string };

interface NewInvitation {
  readonly token: string;
  readonly expiresAt: string;
}

/** A new link; those made out to the same person before are void. Undefined when the studio has no such person in hand. */
export async function makeInvitation(
  database: Database,
  who: { readonly studioId: string; readonly name: string },
  whom: Invitee,
): Promise<NewInvitation | undefined> {
  const token = randomBytes(32).toString('base64url');
  const expiresAt = new Date(Date.now() + goodForMs);
  const columns =
    'studentId' in whom
      ? { student_id: whom.studentId }
      : 'userId' in whom
        ? { user_id: whom.userId }
        : { teacher_name: whom.teacherName };
  return database.transaction(async (transaction) => {
    if (!(await isInHand(transaction, who.studioId, whom))) return undefined;
    await transaction('invitations')
      .where({ studio_id: who.studioId, ...columns })
      .delete();
    await transaction('invitations').insert({
      studio_id: who.studioId,
      ...columns,
      token_hash: printOf(token),
      made_by: who.name,
      expires_at: expiresAt,
    });
    return { token, expiresAt: expiresAt.toISOString() };
  });
}

async function isInHand(transaction: Database, studioId: string, whom: Invitee): Promise<boolean> {
  if ('teacherName' in whom) return true;
  const found =
    'studentId' in whom
      ? transaction('students').where({ studio_id: studioId, id: whom.studentId }).whereNull('archived_at')
      : transaction('users')
          .where({ studio_id: studioId, id: whom.userId, role: 'teacher' })
          .whereNull('closed_at');
  return (await found.forUpdate().first('id')) !== undefined;
}

/** To whom a link was made out; undefined where it is not good, or no longer. */
export const findInvitation = async (database: Database, token: string): Promise<Invited | undefined> =>
  database('invitations')
    .join('studios', 'studios.id', 'invitations.studio_id')
    .leftJoin('students', {
      'students.studio_id': 'invitations.studio_id',
      'students.id': 'invitations.student_id',
    })
    .leftJoin('users', (join) =>
      join
        .on('users.studio_id', 'invitations.studio_id')
        .andOn(database.raw('(users.student_id = invitations.student_id or users.id = invitations.user_id)')),
    )
    .where('invitations.token_hash', printOf(token))
    .whereNull('invitations.used_at')
    .whereNull('students.archived_at')
    .whereNull('users.closed_at')
    .where('invitations.expires_at', '>', database.fn.now())
    .first<Invited | undefined>(
      database.raw('coalesce(students.name, users.name, invitations.teacher_name) as name'),
      database.raw(`case when students.id is null then 'teacher' else 'student' end as role`),
      'studios.name as studio',
      'users.email',
    );

/** A link of a studio's that is still good: to whom it was made out, and until when. */
export interface MadeInvitation extends Invited {
  readonly expiresAt: Date;
}

/** The same for the studio that made it; undefined for any other. */
export async function findMadeInvitation(
  database: Database,
  studioId: string,
  token: string,
): Promise<MadeInvitation | undefined> {
  const row = await database('invitations')
    .where({ studio_id: studioId, token_hash: printOf(token) })
    .first<{ expires_at: Date } | undefined>('expires_at');
  const invited = row && (await findInvitation(database, token));
  return invited && { ...invited, expiresAt: row.expires_at };
}

interface UsedInvitation {
  studio_id: string;
  student_id: string | null;
  user_id: string | null;
  teacher_name: string | null;
}

/** What came of a link: somebody is let in, or somebody else has the address, or there are too many teachers. */
export type Joined =
  | { readonly userId: string; readonly studioId: string }
  | 'taken'
  | 'too-many'
  | undefined;

/**
 * Uses a link up: the person has an account with this address and password from now on, or this password in place of the one before, and is signed out everywhere. Undefined where the link is not good. Where nobody is let in, the link stays good.
 */
export async function useInvitation(
  database: Database,
  token: string,
  { email, passwordHash }: { readonly email: string; readonly passwordHash: string },
): Promise<Joined> {
  return database.transaction(async (transaction) => {
    const [used] = await transaction('invitations')
      .where('token_hash', printOf(token))
      .whereNull('used_at')
      .where('expires_at', '>', transaction.fn.now())
      .update({ used_at: transaction.fn.now() })
      .returning<UsedInvitation[]>(['studio_id', 'student_id', 'user_id', 'teacher_name']);
    if (!used) return undefined;
    const changed = await renewPassword(transaction, used, passwordHash);
    if (changed) return { userId: changed, studioId: used.studio_id };
    const added =
      used.user_id === null ? await addAccount(transaction, used, email, passwordHash) : undefined;
    if (added === undefined || typeof added !== 'string') return added;
    await transaction('invitations').where('token_hash', printOf(token)).update({ used_at: null });
    return added;
  });
}

/** The id of the account that was there already; undefined where there is none. */
async function renewPassword(
  transaction: Database,
  { studio_id, student_id, user_id }: UsedInvitation,
  passwordHash: string,
): Promise<string | undefined> {
  const whose = student_id === null ? { id: user_id } : { student_id };
  if (student_id === null && user_id === null) return undefined;
  const [changed] = await transaction('users')
    .where({ studio_id, ...whose })
    .whereNull('closed_at')
    .update({ password_hash: passwordHash })
    .returning<{ id: string }[]>('id');
  if (changed) await endSessionsOf(transaction, changed.id);
  return changed?.id;
}

async function addAccount(
  transaction: Database,
  { studio_id, student_id, teacher_name }: UsedInvitation,
  email: string,
  passwordHash: string,
): Promise<Joined> {
  if (student_id === null) {
    await transaction.raw('select pg_advisory_xact_lock(?)', [teachersLock]);
    const teachers = await transaction('users').where({ studio_id, role: 'teacher' }).pluck('id');
    if (teachers.length >= mostTeachers) return 'too-many';
  }
  const [added] = await transaction('users')
    .insert({
      studio_id,
      student_id,
      email: email.toLowerCase(),
      name:
        student_id === null
          ? teacher_name
          : transaction('students').where({ studio_id, id: student_id }).select('name'),
      role: student_id === null ? 'teacher' : 'student',
      password_hash: passwordHash,
    })
    .onConflict('email')
    .ignore()
    .returning<{ id: string }[]>('id');
  return added ? { userId: added.id, studioId: studio_id } : 'taken';
}
