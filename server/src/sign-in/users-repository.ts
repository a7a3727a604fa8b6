import type { User } from '@jocund/contract';
import type { Database } from '../database/connect.ts';

export interface StoredUser extends User {
  readonly studioId: string;
  readonly passwordHash: string;
  /** Whether the way in is closed. */
  readonly isClosed: boolean;
}

interface UserRow {
  id: string;
  studio_id: string;
  name: string;
  email: string;
  role: User['role'];
  password_hash: string;
  closed_at: Date | null;
  studio: string;
}

const select = (database: Database) =>
  database('users')
    .join('studios', 'studios.id', 'users.studio_id')
    .select<UserRow[]>('users.*', 'studios.name as studio');

const toUser = (row: UserRow): StoredUser => ({
  id: row.id,
  studioId: row.studio_id,
  name: row.name,
  email: row.email,
  role: row.role,
  studio: row.studio,
  passwordHash: row.password_hash,
  isClosed: row.closed_at !== null,
});

export async function findUserByEmail(database: Database, email: string): Promise<StoredUser | undefined> {
  const [row] = await select(database).where('users.email', email.toLowerCase());
  return row && toUser(row);
}

export async function findUser(
  database: Database,
  studioId: string,
  id: string,
): Promise<StoredUser | undefined> {
  const [row] = await select(database).where({ 'users.studio_id': studioId, 'users.id': id });
  return row && toUser(row);
}

export const setPassword = async (
  database: Database,
  studioId: string,
  id: string,
  passwordHash: string,
): Promise<void> => {
  await database('users').where({ studio_id: studioId, id }).update({ password_hash: passwordHash });
};
