import type { KeptGradeSaying, NewGradeSaying } from '@jocund/contract';
import { studioWeights, type GradeWeights } from '@jocund/core/grading';
import type { Database } from '../database/connect.ts';
import { inTurn } from '../database/in-turn.ts';
import { gradeAnew } from '../summaries/repository.ts';

interface SayingRow {
  readonly id: string;
  readonly studio_id: string;
  readonly said: NewGradeSaying;
  readonly said_by: string;
  readonly said_at: Date;
}

/** What a studio's teachers said of grades, the oldest first. */
export async function listGradeSayings(database: Database, studioId: string): Promise<KeptGradeSaying[]> {
  const rows = await database<SayingRow>('grade_sayings')
    .where({ studio_id: studioId })
    .orderBy(['said_at', 'id']);
  return rows.map(asKept);
}

/** The weights that a studio grades with: those that ship, moved by what was said. */
export const weightsOf = async (database: Database, studioId: string): Promise<GradeWeights> =>
  studioWeights((await listGradeSayings(database, studioId)).map(({ said }) => said));

/** Keeps what is said; of one music's grade the last word stands. Undefined where the studio has said `most` already. */
export async function keepGradeSaying(
  database: Database,
  { studioId, name }: { readonly studioId: string; readonly name: string },
  said: NewGradeSaying,
  most: number,
): Promise<KeptGradeSaying | undefined> {
  return inTurn(database, studioId, async (transaction) => {
    if (said.kind === 'grade')
      await sayings(transaction, studioId)
        .whereRaw("said->>'kind' = 'grade'")
        .whereRaw("said->'music'->>'title' = ?", [said.music.title])
        .whereRaw("said->'music'->>'arrangementId' is not distinct from ?", [said.music.arrangementId])
        .delete();
    const [row] = await sayings(transaction, studioId).count<{ count: string }[]>();
    if (Number(row?.count ?? 0) >= most) return undefined;
    const [kept] = await transaction<SayingRow>('grade_sayings')
      .insert({ studio_id: studioId, said: JSON.stringify(said) as unknown as NewGradeSaying, said_by: name })
      .returning('*');
    if (!kept) return undefined;
    await gradeAnew(transaction, studioId, await weightsOf(transaction, studioId));
    return asKept(kept);
  });
}

/** Whether there was such a saying. */
export const dropGradeSaying = async (database: Database, studioId: string, id: string): Promise<boolean> =>
  inTurn(database, studioId, async (transaction) => {
    if ((await sayings(transaction, studioId).where({ id }).delete()) === 0) return false;
    await gradeAnew(transaction, studioId, await weightsOf(transaction, studioId));
    return true;
  });

const sayings = (database: Database, studioId: string) =>
  database<SayingRow>('grade_sayings').where({ studio_id: studioId });

const asKept = ({ id, said, said_by, said_at }: SayingRow): KeptGradeSaying => ({
  id,
  said,
  saidBy: said_by,
  saidAt: said_at.toISOString(),
});
