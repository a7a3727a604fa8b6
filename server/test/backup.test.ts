import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { recordingPartBytes, recordingSoundPath } from '@jocund/contract';
import { strFromU8, strToU8, unzipSync, zipSync, type Unzipped } from 'fflate';
import type { Agent } from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { backUpDay } from '../src/backup/nightly.ts';
import { soundName } from '../src/backup/format.ts';
import { restoreBackup } from '../src/backup/restore-backup.ts';
import { serverTables, soundTable, studioColumn, studioTables } from '../src/backup/tables.ts';
import { writeBackup } from '../src/backup/write-backup.ts';
import type { Database } from '../src/database/connect.ts';
import { asBytes, sentRecording, type SentRecording } from './sent-recording.ts';
import { mark, openStudentRoom } from './student-room.ts';
import { openTestStudio, type TestStudio } from './test-studio.ts';

let studio: TestStudio;
let teacher: Agent;
let studioId: string;
let sound: SentRecording;
let backup: Uint8Array;
beforeAll(async () => {
  studio = await openTestStudio();
  const room = await openStudentRoom(studio);
  teacher = room.teacher;
  const student = await room.newStudent();
  const agent = await room.joined(student);
  const { id } = await room.assign(student);
  await agent
    .post('/api/me/practice')
    .send([mark(id)])
    .expect(200);
  await teacher.put('/api/forms').send({ name: 'Ours', numerals: '| I | IV |' }).expect(200);
  const { id: arrangementId } = await studio.database('arrangements').first<{ id: string }>('id');
  sound = await sentRecording(teacher, arrangementId, recordingPartBytes + 1000);
  studioId = (await studio.database('users').first<{ studio_id: string }>('studio_id')).studio_id;
  backup = await bytesOf(studio.database, studioId);
});
afterAll(() => studio.close());

async function bytesOf(database: Database, id: string): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  for await (const chunk of writeBackup(database, id)) chunks.push(chunk);
  return Buffer.concat(chunks);
}

/** Every row of a studio as PostgreSQL writes it. */
async function rowsOf(database: Database, id: string): Promise<Record<string, string[]>> {
  const all: Record<string, string[]> = {};
  for (const table of [...studioTables, soundTable] as const) {
    const { rows } = await database.raw<{ rows: { row: string }[] }>(
      'select each::text as row from ?? each where ?? = ? order by 1',
      [table, table === soundTable ? 'studio_id' : studioColumn(table), id],
    );
    all[table] = rows.map(({ row }) => row);
  }
  return all;
}

const changed = (change: (files: Unzipped) => void): Uint8Array => {
  const files = unzipSync(backup);
  change(files);
  return zipSync(files);
};

test('every table is in the backup, or known not to be a studio’s', async () => {
  const { rows } = await studio.database.raw<{ rows: { name: string }[] }>(
    `select table_name as name from information_schema.tables where table_schema = 'public'`,
  );
  expect(rows.map(({ name }) => name).sort()).toEqual([...studioTables, soundTable, ...serverTables].sort());
});

describe('a studio restored', () => {
  test('on another machine is equal, table by table, and its people sign in', async () => {
    const other = await openTestStudio({ isEmpty: true });
    const before = await rowsOf(studio.database, studioId);
    const { rowCount, name } = await restoreBackup(other.database, backup);
    expect(await rowsOf(other.database, studioId)).toEqual(before);
    expect(before.recording_parts).toHaveLength(2);
    expect(rowCount).toBe(Object.values(before).flat().length - 2);
    expect(before.practice_marks!.length).toBeGreaterThan(500);
    expect(name).toBe('Fenwright Guitar Room');
    const again = await other.teacher();
    const heard = await again.get(recordingSoundPath(sound.id)).buffer().parse(asBytes).expect(200);
    expect(sound.bytes.equals(heard.body as Buffer)).toBe(true);
    // The first look has the pieces measured.
    await again.get('/api/pieces').expect(200);
    expect((await again.get('/api/pieces').expect(200)).body).toEqual(
      (await teacher.get('/api/pieces').expect(200)).body,
    );
    await other.close();
  });
  test('stands beside another studio, which stays as it is', async () => {
    const other = await openTestStudio({ isEmpty: true });
    const stranger = await other.stranger('teacher');
    await restoreBackup(other.database, backup);
    expect((await stranger.get('/api/pieces').expect(200)).body).toEqual([]);
    expect((await (await other.teacher()).get('/api/pieces').expect(200)).body).toHaveLength(37);
    await other.close();
  });
  test('is not there twice, and takes nobody’s address', async () => {
    await expect(restoreBackup(studio.database, backup)).rejects.toThrow(
      'The studio “Fenwright Guitar Room” is here already. Nothing was changed; sign in to it.',
    );
    const other = await openTestStudio({ isEmpty: true });
    await other.stranger('teacher');
    await other.database('users').update({ email: 'ada@fenwright.example' });
    await expect(restoreBackup(other.database, backup)).rejects.toThrow(
      /^ada@fenwright\.example signs in to another studio here already/,
    );
    expect(await other.database('studios').pluck('name')).toEqual(['Elsewhere']);
    await other.close();
  });
});

describe('a backup', () => {
  test('of before there were parts of passes and notes at the door opens, with the usual values', async () => {
    const other = await openTestStudio({ isEmpty: true });
    const old = changed((files) => {
      delete files['tables/door_notes.jsonl'];
      const marks = strFromU8(files['tables/practice_marks.jsonl']!);
      files['tables/practice_marks.jsonl'] = strToU8(
        marks.replaceAll(/,"first_bar":(null|\d+),"last_bar":(null|\d+)/g, ''),
      );
      const about = JSON.parse(strFromU8(files['studio.json']!)) as object;
      files['studio.json'] = strToU8(JSON.stringify({ ...about, schema: '2026-11-29-lessons' }));
      const { door_notes: _, ...contents } = JSON.parse(strFromU8(files['contents.json']!)) as Record<
        string,
        number
      >;
      files['contents.json'] = strToU8(JSON.stringify(contents));
    });
    await restoreBackup(other.database, old);
    const marks = await other.database('practice_marks').select<{ first_bar: number | null }[]>('first_bar');
    expect(marks.length).toBeGreaterThan(500);
    expect(marks.every(({ first_bar }) => first_bar === null)).toBe(true);
    await other.close();
  });
  test.each<[string, () => Uint8Array, RegExp]>([
    ['half a file', () => backup.slice(0, backup.length / 2), /no zip, or not whole/],
    ['no zip', () => strToU8('{"pieces":[]}'), /no zip/],
    ['another zip', () => zipSync({ 'a.txt': strToU8('a') }), /no backup of a studio: studio\.json/],
    [
      'a newer one',
      () =>
        changed((files) => {
          const about = JSON.parse(strFromU8(files['studio.json']!)) as object;
          files['studio.json'] = strToU8(JSON.stringify({ ...about, schema: '2099-01-01-later' }));
        }),
      /made by a newer Jocund/,
    ],
    [
      'rows taken out',
      () =>
        changed((files) => {
          files['tables/revisions.jsonl'] = strToU8('');
        }),
      /rows of revisions are missing/,
    ],
    [
      'the sound of a recording taken out',
      () => changed((files) => Reflect.deleteProperty(files, soundName(sound.id))),
      /the sound of a recording is missing/,
    ],
    [
      'rows of another studio among them',
      () =>
        changed((files) => {
          const students = strFromU8(files['tables/students.jsonl']!);
          files['tables/students.jsonl'] = strToU8(
            students.replace(studioId, '00000000-0000-4000-8000-000000000001'),
          );
        }),
      /a row of students is not this studio’s/,
    ],
    [
      'a row that is none',
      () =>
        changed((files) => {
          const students = strFromU8(files['tables/students.jsonl']!);
          files['tables/students.jsonl'] = strToU8(students.replace('{', '['));
        }),
      /a row of students cannot be read/,
    ],
    [
      'a column there is not',
      () =>
        changed((files) => {
          const forms = strFromU8(files['tables/forms.jsonl']!);
          files['tables/forms.jsonl'] = strToU8(forms.replace('"name"', '"title"'));
        }),
      /rows of forms do not fit this Jocund/,
    ],
  ])('%s is refused, and nothing is written', async (_name, file, words) => {
    const other = await openTestStudio({ isEmpty: true });
    await expect(restoreBackup(other.database, file())).rejects.toThrow(words);
    expect(await other.database('studios').pluck('id')).toEqual([]);
    expect(await other.database('students').pluck('id')).toEqual([]);
    await other.close();
  });
  test('is one moment’s, while the studio goes on', async () => {
    const chunks = writeBackup(studio.database, studioId);
    const first = await chunks.next();
    await studio.database('students').insert({ studio_id: studioId, name: 'Later', note: '' });
    const rest: Uint8Array[] = [first.value as Uint8Array];
    for await (const chunk of chunks) rest.push(chunk);
    expect(strFromU8(unzipSync(Buffer.concat(rest))['tables/students.jsonl']!)).not.toContain('Later');
  });
  test('is taken away by a teacher only, of the own studio only', async () => {
    const answer = await teacher.get('/api/backup').buffer().parse(binary).expect(200);
    expect(answer.headers['content-disposition']).toMatch(/^attachment; filename=jocund-/);
    const files = unzipSync(answer.body as Buffer);
    expect(Object.keys(files)).toContain('tables/arrangements.jsonl');
    await studio.visitor().get('/api/backup').expect(401);
    await (await studio.stranger('student')).get('/api/backup').expect(403);
    const theirs = await (await studio.stranger('teacher')).get('/api/backup').buffer().parse(binary);
    expect(strFromU8(unzipSync(theirs.body as Buffer)['tables/arrangements.jsonl']!)).toBe('');
  });
});

const binary = (
  response: { on: (event: string, act: (chunk: Buffer) => void) => void },
  done: (error: null, body: Buffer) => void,
) => {
  const chunks: Buffer[] = [];
  response.on('data', (chunk) => chunks.push(chunk));
  response.on('end', () => done(null, Buffer.concat(chunks)));
};

test('each night one of every studio, whole, after three, and the oldest go', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'jocund-nights-'));
  const own = await openTestStudio();
  const settings = { folder, keep: 2 };
  const at = (day: number, hour: number) => new Date(2026, 10, day, hour, 20);
  expect(await backUpDay(own.database, settings, at(27, 2))).toEqual([]);
  expect(await backUpDay(own.database, settings, at(27, 3))).toHaveLength(1);
  expect(await backUpDay(own.database, settings, at(27, 9))).toEqual([]);
  await backUpDay(own.database, settings, at(28, 3));
  await backUpDay(own.database, settings, at(29, 3));
  const names = (await readdir(folder)).sort();
  expect(names.map((name) => name.slice(-14))).toEqual(['2026-11-28.zip', '2026-11-29.zip']);
  const other = await openTestStudio({ isEmpty: true });
  await restoreBackup(other.database, await readFile(join(folder, names[1]!)));
  await Promise.all([own.close(), other.close(), rm(folder, { recursive: true })]);
});
