import { apiErrorSchema } from '@jocund/contract';
import { blankScore, type Note } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let teacher: Agent;
beforeAll(async () => {
  studio = await openTestStudio();
  teacher = await studio.teacher();
});
afterAll(() => studio.close());

const score = blankScore({ title: 'Printed', barCount: 8 });
const sheet = {
  score: asDocument(score),
  paper: 'a4',
  inks: 'both',
  student: 'Wren Halloway',
  leftHanded: false,
  staff: false,
  call: 'strings',
  holds: { comments: false, grips: false, practice: false, tuning: false, song: false, large: false },
  names: 'english',
  fingers: [],
};
const withNotes = (notes: Note[]) =>
  asDocument({ ...score, bars: score.bars.map((bar) => ({ ...bar, notes })) });
const print = (agent: Agent, body: object) => agent.post('/api/sheets/pdf').send(body);
const codeOf = (body: unknown) => apiErrorSchema.parse(body).error.code;

describe('a sheet printed on the server', () => {
  test('comes as a PDF of the paper asked for', async () => {
    const answer = await print(teacher, { ...sheet, paper: 'letter' }).expect(200);
    expect(answer.headers['content-type']).toBe('application/pdf');
    const file = (answer.body as Buffer).toString('latin1');
    expect(file).toMatch(/^%PDF-1\.\d/);
    expect(file).toMatch(/\/MediaBox \[0 0 612\.?0* 792\.?0*\]/);
  });
  test('other pieces stand on it, too, seven at most', async () => {
    const other = { score: asDocument({ ...score, title: 'Second' }), fingers: [] };
    const one = await print(teacher, sheet).expect(200);
    const two = await print(teacher, { ...sheet, also: [other] }).expect(200);
    const heads = (file: unknown) => (file as Buffer).toString('latin1').match(/\/S \/H1/g)?.length;
    expect([heads(one.body), heads(two.body)]).toEqual([1, 2]);
    await print(teacher, { ...sheet, also: Array.from({ length: 8 }, () => other) }).expect(400);
  });
  test('several sheets come as one file, each with its own head; more than 24 are refused', async () => {
    const several = (body: object) => teacher.post('/api/sheets/several').send(body);
    const one = await print(teacher, sheet).expect(200);
    const two = await several([sheet, { ...sheet, student: 'Pell Morrow', leftHanded: true }]).expect(200);
    const pages = (file: unknown) => (file as Buffer).toString('latin1').match(/\/Type \/Page\b/g)?.length;
    expect(pages(two.body)).toBe(2 * (pages(one.body) ?? 0));
    expect((two.body as Buffer).toString('latin1')).toMatch(/^%PDF-1/);
    await several([]).expect(400);
    await several(Array.from({ length: 25 }, () => sheet)).expect(400);
  });
  test('fingers of the page are printed: the file grows with them', async () => {
    const notes = [{ tick: 0, durationTicks: 960, string: 2 as const, fret: 1, voice: 'melody' as const }];
    const place = { bar: 0, tick: 0, string: 2 as const, voice: 'melody' as const };
    const bare = await print(teacher, { ...sheet, score: withNotes(notes) }).expect(200);
    const fingered = await print(teacher, {
      ...sheet,
      score: withNotes(notes),
      fingers: [{ place, finger: 1, picking: 'm' }],
    }).expect(200);
    expect((fingered.body as Buffer).length).toBeGreaterThan((bare.body as Buffer).length);
  });
  test('standard notation stands over the tab where it is asked for', async () => {
    const alone = await print(teacher, sheet).expect(200);
    const both = await print(teacher, { ...sheet, staff: true }).expect(200);
    expect((both.body as Buffer).length).toBeGreaterThan((alone.body as Buffer).length);
  });
  test.each([
    ['a score that is none', { ...sheet, score: { title: 'x' } }],
    ['paper there is not', { ...sheet, paper: 'a0' }],
    ['a field too many', { ...sheet, secret: true }],
    [
      'fingers on string 7',
      { ...sheet, fingers: [{ place: { bar: 0, tick: 0, string: 7, voice: 'melody' }, finger: 1 }] },
    ],
  ])('refuses %s', async (_, body) => {
    expect(codeOf((await print(teacher, body).expect(400)).body)).toBe('bad-request');
  });
  test('only for a teacher who is signed in', async () => {
    expect(codeOf((await print(studio.visitor(), sheet).expect(401)).body)).toBe('not-signed-in');
    expect(codeOf((await print(await studio.stranger('student'), sheet).expect(403)).body)).toBe('forbidden');
  });
  test('not without end', async () => {
    const other = await openTestStudio();
    const agent = await other.teacher();
    expect((await print(agent, sheet)).status).toBe(200);
    // As after thirty within a minute.
    expect(await other.database('tries').where('key', 'like', 'sheets:%').update({ points: 30 })).toBe(1);
    expect((await print(agent, sheet)).status).toBe(429);
    await other.close();
  });
});
