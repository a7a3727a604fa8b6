import type { User } from '@jocund/contract';
import type { Request } from 'express';
import type { Database } from '../database/connect.ts';
import { startSession } from '../http/session.ts';
import { noteAtDoor } from './door-repository.ts';
import type { StoredUser } from './users-repository.ts';

/** What is told of a person to that person. */
export const toldOf = ({ id, name, email, role, studio }: StoredUser): User => ({
  id,
  name,
  email,
  role,
  studio,
});

/** Signs a person in, and notes it. */
export async function letIn(
  database: Database,
  request: Request,
  user: StoredUser,
  event: 'signed-in' | 'by-link',
): Promise<User> {
  const { id, studioId, role, name } = user;
  await startSession(request, { userId: id, studioId, role, name });
  await noteAtDoor(database, request, { studioId, userId: id }, event);
  return toldOf(user);
}
