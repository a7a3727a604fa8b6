import type { LoggedDrill, NewDrill } from '@jocund/contract';
import type { Database } from '../database/connect.ts';
import type { SignedIn } from '../http/session.ts';

interface DrillRow {
  studio_id: string;
  user_id: string;
  id: string;
  drilled_at: Date;
  relation: LoggedDrill['relation'];
  target_midi: number;
  reference_midi: number;
  detune_cents: number;
  seconds: number;
  counted_beats: number;
}

const fromRow = (row: DrillRow): LoggedDrill => ({
  id: row.id,
  drilledAt: row.drilled_at.toISOString(),
  relation: row.relation,
  targetMidi: row.target_midi,
  referenceMidi: row.reference_midi,
  detuneCents: row.detune_cents,
  seconds: row.seconds,
  countedBeats: row.counted_beats,
});

/** How far back the log is shown. */
const shownDrills = 50;

/** The latest drills of one person, newest first. */
export async function listDrills(database: Database, who: SignedIn): Promise<LoggedDrill[]> {
  const rows = await database<DrillRow>('ear_drills')
    .where({ studio_id: who.studioId, user_id: who.userId })
    .orderBy('drilled_at', 'desc')
    .limit(shownDrills);
  return rows.map(fromRow);
}

/** All drills of a student's account, the oldest first; none without one. */
export async function listDrillsOfStudent(
  database: Database,
  studioId: string,
  studentId: string,
  since = new Date(0),
): Promise<LoggedDrill[]> {
  const rows = await database('ear_drills')
    .join('users', { 'users.studio_id': 'ear_drills.studio_id', 'users.id': 'ear_drills.user_id' })
    .where({ 'users.studio_id': studioId, 'users.student_id': studentId })
    .where('ear_drills.drilled_at', '>=', since)
    .orderBy(['ear_drills.drilled_at', 'ear_drills.id'])
    .select<DrillRow[]>('ear_drills.*');
  return rows.map(fromRow);
}

export async function logDrill(database: Database, who: SignedIn, drill: NewDrill): Promise<LoggedDrill> {
  const [row] = await database<DrillRow>('ear_drills')
    .insert({
      studio_id: who.studioId,
      user_id: who.userId,
      relation: drill.relation,
      target_midi: drill.targetMidi,
      reference_midi: drill.referenceMidi,
      detune_cents: drill.detuneCents,
      seconds: drill.seconds,
      counted_beats: drill.countedBeats,
    })
    .returning('*');
  if (!row) throw new Error('the logged drill was not answered');
  return fromRow(row);
}
