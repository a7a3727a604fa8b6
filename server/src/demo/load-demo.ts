import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { describeFault } from '@jocund/core/fault';
import { openFigure, type Figure } from '@jocund/core/figures';
import { readScore } from '@jocund/core/formats/jocund-json';
import { readJot } from '@jocund/core/formats/jot';
import type { Score } from '@jocund/core/score';
import type { Database } from '../database/connect.ts';
import { findFigure, keepFigure } from '../figures/repository.ts';
import { createPiece } from '../pieces/service.ts';
import { insertStudent } from '../people/repository.ts';
import { putEarGoal } from '../practice/ear-goals-repository.ts';
import { replaceLessons } from '../practice/lessons-repository.ts';
import { insertAssignment, insertMarks } from '../practice/repository.ts';
import { hashPassword, usualCost } from '../sign-in/password.ts';
import { inventedPractice } from './invented-practice.ts';
import { workHere } from '../workers/workers.ts';
import { studioFileSchema } from './studio-file.ts';

/** Fills an empty database with the demo studio from its folder; does nothing where a studio already is. */
export async function loadDemo(
  database: Database,
  folder: string,
  password: string,
  passwordCost = usualCost,
): Promise<void> {
  const found = await database('studios').first<{ id: string } | undefined>('id');
  if (found) return;
  const demo = studioFileSchema.parse(JSON.parse(await readFile(join(folder, 'studio.json'), 'utf8')));
  const studies = await Promise.all(demo.pieces.map((name) => readDemoScore(folder, name)));
  const figures = await readDemoFigures(folder);
  const passwordHash = await hashPassword(password, passwordCost);

  const studioId = await database.transaction(async (transaction) => {
    const [studio] = await transaction('studios')
      .insert({ name: demo.studio })
      .returning<{ id: string }[]>('id');
    if (!studio) throw new Error('the demo studio was not stored');
    const studio_id = studio.id;
    await transaction('users').insert({
      studio_id,
      ...demo.teacher,
      role: 'teacher',
      password_hash: passwordHash,
    });
    await transaction('players').insert(
      demo.players.map(({ name, thumbPattern, bassEnding, note }) => ({
        studio_id,
        name,
        note,
        thumb_pattern: thumbPattern,
        bass_ending: bassEnding,
      })),
    );
    return studio_id;
  });
  for (const figure of figures) await keepFigure(database, studioId, figure);
  const now = new Date();
  const arrangements = new Map<string, string>();
  for (const [index, score] of studies.entries()) {
    const { arrangementId } = await createPiece(
      database,
      workHere,
      { studioId, name: demo.teacher.name },
      score,
    );
    arrangements.set(demo.pieces[index] ?? '', arrangementId);
  }
  for (const [
    index,
    { name, note, goals, cautions, groups, account, lesson, earDrill, practises },
  ] of demo.students.entries()) {
    const { id } = await insertStudent(database, studioId, {
      name,
      note,
      goals,
      cautions,
      groups,
      reading: null,
    });
    if (lesson)
      await replaceLessons(database, studioId, id, [
        { weekday: now.getDay() === 0 ? 7 : now.getDay(), ...lesson, changes: [] },
      ]);
    if (account)
      await database('users').insert({
        studio_id: studioId,
        student_id: id,
        email: account,
        name,
        role: 'student',
        password_hash: passwordHash,
      });
    if (earDrill) await putEarGoal(database, studioId, id, { times: earDrill, goalDate: null });
    for (const [nth, { piece = '', figure: figureId = '', weeks, hurts, ...given }] of practises.entries()) {
      const arrangementId = arrangements.get(piece) ?? null;
      const figure = arrangementId === null ? await findFigure(database, studioId, figureId) : null;
      if (figure === undefined)
        throw new Error(`${name} practises “${piece}${figureId}”, which is not in the demo`);
      const assignmentId = await insertAssignment(
        database,
        studioId,
        id,
        {
          ...given,
          arrangementId,
          figureId: figure === null ? null : figureId,
          rung: null,
          goalDate: null,
        },
        { figure, afterId: null },
      );
      const marks = inventedPractice({
        assignmentId,
        ...given,
        weeks,
        hurts,
        now,
        seed: 10 * index + nth + 1,
      });
      if (marks.length > 0) await insertMarks(database, { studioId, studentId: id }, marks);
    }
  }
}

/** The six pieces that show every stage are Jocund files; those that players are measured from are plain text. */
async function readDemoScore(folder: string, name: string): Promise<Score> {
  const jot = join(folder, 'corpus', `${name}.jot`);
  const score = existsSync(jot)
    ? readJot(await readFile(jot, 'utf8'))
    : readScore(await readFile(join(folder, `${name}.jocund.json`), 'utf8'));
  if (!score.ok) throw new Error(`demo piece ${name}: ${describeFault(score.fault)}`);
  return score.value;
}

/** One figure a line. */
async function readDemoFigures(folder: string): Promise<Figure[]> {
  const lines = (await readFile(join(folder, 'figures.jsonl'), 'utf8')).split('\n').filter(Boolean);
  return lines.map((line, index) => {
    const figure = openFigure(JSON.parse(line));
    if (!figure.ok) throw new Error(`demo figure ${index + 1}: ${describeFault(figure.fault)}`);
    return figure.value;
  });
}
