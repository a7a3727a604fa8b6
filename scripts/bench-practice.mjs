import { randomUUID } from 'node:crypto';
import { setTimeout } from 'node:timers/promises';
import pg from 'pg';
import { demoSignIn } from './lib/server.mjs';
import { load } from './lib/bench-load.mjs';
import { withServer } from './lib/bench-server.mjs';
import { signIn } from './lib/bench-sign-in.mjs';

const students = 300;
const pieces = 2000;
const marksEach = 670;
const signedInCount = 200;
const seconds = Number(process.argv[2] ?? 60);

/** @param {string} figure @param {string} value @param {string} aim */
const report = (figure, value, aim) => console.log(`${figure.padEnd(56)} ${value.padStart(12)}   aim ${aim}`);
/** @param {readonly number[]} values */
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;

/** @param {string} address @param {string} cookie @param {string} path */
async function timed(address, cookie, path) {
  const times = [];
  for (let run = 0; run < 7; run += 1) {
    const begun = performance.now();
    const answer = await fetch(`${address}${path}`, { headers: { cookie } });
    await answer.text();
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
    times.push(performance.now() - begun);
  }
  return median(times);
}

/** A studio of many years: students with lessons, pieces, and passes. @param {pg.Client} client */
async function fill(client) {
  await client.query(`
    insert into pieces (studio_id, id) select id, gen_random_uuid() from studios, generate_series(1, ${pieces});
    insert into arrangements (studio_id, piece_id, version, document, saved_by)
      select pieces.studio_id, pieces.id, 1, (select document from arrangements limit 1), 'bench'
      from pieces left join arrangements on arrangements.piece_id = pieces.id where arrangements.id is null;
    insert into students (studio_id, name) select id, 'Student ' || n from studios, generate_series(1, ${students}) n;
    insert into lessons (studio_id, student_id, weekday, starts, minutes)
      select studio_id, id, 1 + (row_number() over () % 7), '16:00', 45 from students where name like 'Student %';
    insert into assignments (studio_id, student_id, arrangement_id, start_bpm, goal_bpm)
      select students.studio_id, students.id, chosen.id, 60, 100
      from students cross join lateral (select id from arrangements where students.id is not null order by random() limit 3) chosen
      where name like 'Student %';
    insert into practice_marks (studio_id, id, student_id, assignment_id, at, tempo_bpm, answer, seconds)
      select studio_id, gen_random_uuid(), student_id, id, now() - n * interval '11 hours', 60 + n % 40,
        case when n % 3 = 0 then 'not-yet' else 'clean' end, 40
      from assignments, generate_series(1, ${Math.round(marksEach / 3)}) n where start_bpm = 60 and goal_bpm = 100;
    insert into users (studio_id, student_id, email, name, role, password_hash)
      select studio_id, id, id || '@bench.example', name, 'student', (select password_hash from users where role = 'teacher' limit 1)
      from students where name like 'Student %' limit ${signedInCount};
    analyze;
  `);
}

/** Whether figures of a piece still follow. @param {string} address @param {string} cookie */
async function isMeasuring(address, cookie) {
  const answer = await fetch(`${address}/api/pieces`, { headers: { cookie } });
  /** @type {{ figures: object | null, trouble: string | null }[]} */
  const list = await answer.json();
  return list.some(({ figures, trouble }) => figures === null && trouble === null);
}

/** @param {string} assignmentId */
const pass = (assignmentId) =>
  JSON.stringify([
    {
      id: randomUUID(),
      assignmentId,
      at: new Date().toISOString(),
      tempoBpm: 60,
      answer: 'clean',
      seconds: 40,
    },
  ]);

await withServer(async ({ address, databaseUrl }) => {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  await fill(client);
  const { rows: people } = await client.query(
    `select users.email, users.student_id as id, assignments.id as "assignmentId" from users
     join lateral (select id from assignments where assignments.student_id = users.student_id limit 1) assignments on true
     where email like '%@bench.example'`,
  );
  const { rows: counted } = await client.query('select count(*)::int as count from practice_marks');
  await client.end();

  const teacher = await signIn(address, demoSignIn.email);
  console.log(`${students} students, ${pieces} pieces, ${counted[0]?.count} passes`);
  const first = await timed(address, teacher, '/api/repertoire');
  report('a page of the repertoire while pieces are measured', `${first.toFixed(0)} ms`, '50 ms');
  const begun = performance.now();
  while (await isMeasuring(address, teacher)) await setTimeout(500);
  report('   all of them measured after', `${((performance.now() - begun) / 1000).toFixed(0)} s`, '');
  const today = await timed(address, teacher, '/api/taught/1');
  report('the teacher’s day, median of 7', `${today.toFixed(0)} ms`, '300 ms');
  const record = await timed(address, teacher, `/api/students/${people[0].id}/practice`);
  report('a student’s record, for the charts, median of 7', `${record.toFixed(0)} ms`, '500 ms');
  const page = await timed(address, teacher, '/api/repertoire?search=rag&order=hardest');
  report('a page found and sorted, median of 7', `${page.toFixed(0)} ms`, '50 ms');
  const all = await timed(address, teacher, '/api/pieces');
  report('all pieces, median of 7', `${all.toFixed(0)} ms`, '100 ms');

  /** @type {string[]} */
  const cookies = [];
  for (const { email } of people) cookies.push(await signIn(address, email));
  const {
    perSecond,
    median: usual,
    p95,
    p95Settled,
    troubles,
  } = await load({
    address,
    people: signedInCount,
    seconds,
    // Each of them logs and reads in turn, once a second, as nobody does.
    requestsOf: (who) => {
      const path = '/api/me/practice';
      const headers = { cookie: cookies[who] ?? '', 'content-type': 'application/json' };
      return [
        {
          method: 'POST',
          path,
          headers,
          setupRequest: (request) => ({ ...request, body: pass(people[who].assignmentId) }),
        },
        { method: 'GET', path, headers },
      ];
    },
  });
  report(
    `${signedInCount} students for ${seconds} s: requests a second`,
    perSecond.toFixed(0),
    String(signedInCount),
  );
  report('   95th percentile', `${p95.toFixed(0)} ms`, '150 ms');
  report('   the same after the first ten seconds', `${p95Settled.toFixed(0)} ms`, '150 ms');
  report('   median', `${usual.toFixed(0)} ms`, '');
  report('   errors, time-outs, refusals', troubles, '0 0 0');
});
