import type { EarGoal, NewEarGoal } from '@jocund/contract';
import { isCountedRight } from '@jocund/core/listening';
import type { Database } from '../database/connect.ts';
import { listDrillsOfStudent } from '../ear-drills/repository.ts';

interface GoalRow {
  readonly times: number;
  readonly goal_date: string | null;
  readonly made_at: Date;
}

/** The ear drill as a student was given it, and what was counted since; null where it was not. */
export async function findEarGoal(
  database: Database,
  studioId: string,
  studentId: string,
): Promise<EarGoal | null> {
  const goal = await database('ear_goals')
    .where({ studio_id: studioId, student_id: studentId })
    .first<GoalRow | undefined>('times', database.raw('goal_date::text as goal_date'), 'made_at');
  if (!goal) return null;
  const drills = await listDrillsOfStudent(database, studioId, studentId, goal.made_at);
  return {
    times: goal.times,
    goalDate: goal.goal_date,
    madeAt: goal.made_at.toISOString(),
    counted: drills.length,
    right: drills.filter((drill) => isCountedRight(drill, drill.countedBeats)).length,
  };
}

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
