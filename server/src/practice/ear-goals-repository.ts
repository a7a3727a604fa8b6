import type { EarGoal, NewEarGoal } from '@jocund/contract';
import { isCountedRight } from '@jocund/core/listening';
import type { Database } from '../database/connect.ts';
import { isoOf, type Time } from '../database/together.ts';
import { listDrillsOfStudent } from '../ear-drills/repository.ts';

export interface GoalRow {
  readonly times: number;
  readonly goal_date: string | null;
  readonly made_at: Time;
}

/** The row of the ear drill as a student was given it, if it was. */
export const earGoalRow = (database: Database, studioId: string, studentId: string) =>
  database('ear_goals')
    .where({ studio_id: studioId, student_id: studentId })
    .select<GoalRow[]>('times', database.raw('goal_date::text as goal_date'), 'made_at');

/** The ear drill with what was counted since it was given; null where it was not. */
export async function earGoalOf(
  database: Database,
  studioId: string,
  studentId: string,
  [goal]: readonly GoalRow[],
): Promise<EarGoal | null> {
  if (!goal) return null;
  const drills = await listDrillsOfStudent(database, studioId, studentId, new Date(goal.made_at));
  return {
    times: goal.times,
    goalDate: goal.goal_date,
    madeAt: isoOf(goal.made_at),
    counted: drills.length,
    right: drills.filter((drill) => isCountedRight(drill, drill.countedBeats)).length,
  };
}

export const findEarGoal = async (
  database: Database,
  studioId: string,
  studentId: string,
): Promise<EarGoal | null> =>
  earGoalOf(database, studioId, studentId, await earGoalRow(database, studioId, studentId));

/** Gives the drill from now on. */
export const putEarGoal = async (
  database: Database,
  studioId: string,
  studentId: string,
  { times, goalDate }: NewEarGoal,
): Promise<void> => {
  await database('ear_goals')
    .insert({
      studio_id: studioId,
      student_id: studentId,
      times,
      goal_date: goalDate,
      made_at: database.fn.now(),
    })
    .onConflict(['studio_id', 'student_id'])
    .merge(['times', 'goal_date', 'made_at']);
};

/** Whether there was one to take back. */
export const dropEarGoal = async (
  database: Database,
  studioId: string,
  studentId: string,
): Promise<boolean> =>
  (await database('ear_goals').where({ studio_id: studioId, student_id: studentId }).delete()) > 0;
