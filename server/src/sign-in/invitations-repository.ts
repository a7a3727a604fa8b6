import { createHash, randomBytes } from 'node:crypto';
import type { Invited } from '@jocund/contract';
import type { Database } from '../database/connect.ts';

/** A link is good for so long. */
const goodForMs = 7 * 24 * 3_600_000;

/** Only a print of the link is stored: who reads the database cannot open it. */
const printOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** A new link for a student; those before it are void. Undefined when the studio teaches no such student. */
export async function makeInvitation(
  database: Database,
  who: { readonly studioId: string; readonly name: string },
  studentId: string,
): Promise<{ readonly token: string; readonly expiresAt: string } | undefined> {
  const token = randomBytes(32).toString('base64url');
  const expiresAt = new Date(Date.now() + goodForMs);
  return database.transaction(async (transaction) => {
    const student = await transaction('students')
      .where({ studio_id: who.studioId, id: studentId })
      .whereNull('archived_at')
      .forUpdate()
      .first<{ id: string } | undefined>('id');
    if (!student) return undefined;
    await transaction('invitations').where({ studio_id: who.studioId, student_id: studentId }).delete();
    await transaction('invitations').insert({
      studio_id: who.studioId,
      student_id: studentId,
      token_hash: printOf(token),
      made_by: who.name,
      expires_at: expiresAt,
    });
    return { token, expiresAt: expiresAt.toISOString() };
  });
}

interface OpenInvitation extends Invited {
  readonly id: string;
  readonly studioId: string;
  readonly studentId: string;
}

/** The student a link was made out to; undefined where it is not good, or no longer. */
export const findInvitation = async (
  database: Database,
  token: string,
): Promise<OpenInvitation | undefined> =>
  database('invitations')
    .join('students', {
      'students.studio_id': 'invitations.studio_id',
      'students.id': 'invitations.student_id',
    })
    .join('studios', 'studios.id', 'invitations.studio_id')
    .leftJoin('users', {
      'users.studio_id': 'invitations.studio_id',
      'users.student_id': 'invitations.student_id',
    })
    .where('invitations.token_hash', printOf(token))
    .whereNull('invitations.used_at')
    .whereNull('students.archived_at')
    .where('invitations.expires_at', '>', database.fn.now())
    .first<OpenInvitation | undefined>(
      'invitations.id',
      'invitations.studio_id as studioId',
      'students.id as studentId',
      'students.name as student',
      'studios.name as studio',
      'users.email',
    );

/**
 * Uses a link up: the student has an account with this address and password from now on, or this password in place of the one before, and is signed out everywhere. Answers with the user's id; undefined where the link is not good, 'taken' where somebody else has the address.
 */
export async function useInvitation(
  database: Database,
  token: string,
  { email, passwordHash }: { readonly email: string; readonly passwordHash: string },
): Promise<{ readonly userId: string; readonly studioId: string } | 'taken' | undefined> {
  return database.transaction(async (transaction) => {
    const [used] = await transaction('invitations')
      .where('token_hash', printOf(token))
      .whereNull('used_at')
      .where('expires_at', '>', transaction.fn.now())
      .update({ used_at: transaction.fn.now() })
      .returning<{ studio_id: string; student_id: string }[]>(['studio_id', 'student_id']);
    if (!used) return undefined;
    const theirs = { studio_id: used.studio_id, student_id: used.student_id };
    const [changed] = await transaction('users')
      .where(theirs)
      .update({ password_hash: passwordHash })
      .returning<{ id: string }[]>('id');
    if (changed) {
      await endSessionsOf(transaction, changed.id);
      return { userId: changed.id, studioId: used.studio_id };
    }
    const [added] = await transaction('users')
      .insert({
        ...theirs,
        email: email.toLowerCase(),
        name: transaction('students')
          .where({ studio_id: used.studio_id, id: used.student_id })
          .select('name'),
        role: 'student',
        password_hash: passwordHash,
      })
      .onConflict('email')
      .ignore()
      .returning<{ id: string }[]>('id');
    if (added) return { userId: added.id, studioId: used.studio_id };
    // The link stays good for another address.
    await transaction('invitations').where('token_hash', printOf(token)).update({ used_at: null });
    return 'taken' as const;
  });
}

/** Signs a person out everywhere, but in one session. */
export const endSessionsOf = async (database: Database, userId: string, except = ''): Promise<void> => {
  await database('sessions')
    .whereRaw(`sess -> 'who' ->> 'userId' = ?`, [userId])
    .whereNot('sid', except)
    .delete();
};
