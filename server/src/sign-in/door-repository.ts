import { doorEvents, doorNotesKeptDays, mostDoorNotes, type DoorNote } from '@jocund/contract';
import type { Request } from 'express';
import type { Database } from '../database/connect.ts';
import { browserOf } from '../http/browser-of.ts';
import { networkOf } from '../http/limit.ts';

type DoorEvent = (typeof doorEvents)[number];

/** Notes what happened at the door to one person's account; notes that are too old go. */
export async function noteAtDoor(
  database: Database,
  request: Request,
  who: { readonly studioId: string; readonly userId: string },
  event: DoorEvent,
): Promise<void> {
  await database('door_notes').insert({
    studio_id: who.studioId,
    user_id: who.userId,
    event,
    came_from: networkOf(request.ip),
    browser: browserOf(request),
  });
  await database('door_notes')
    .where('studio_id', who.studioId)
    .where('at', '<', new Date(Date.now() - doorNotesKeptDays * 24 * 3_600_000))
    .delete();
}

/** The studio's latest, the newest first. */
export const listDoorNotes = async (database: Database, studioId: string): Promise<DoorNote[]> =>
  (
    await database('door_notes')
      .join('users', { 'users.studio_id': 'door_notes.studio_id', 'users.id': 'door_notes.user_id' })
      .where('door_notes.studio_id', studioId)
      .orderBy('door_notes.at', 'desc')
      .limit(mostDoorNotes)
      .select<{ at: Date; name: string; event: DoorEvent; came_from: string; browser: string }[]>(
        'door_notes.at',
        'users.name',
        'door_notes.event',
        'door_notes.came_from',
        'door_notes.browser',
      )
  ).map(({ at, came_from, ...note }) => ({ ...note, at: at.toISOString(), from: came_from }));
