import { randomUUID } from 'node:crypto';
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { buildAll } from './lib/build.mjs';
import { startKillable } from './lib/killable.mjs';
import { dataFolder } from './lib/project.mjs';
import { demoSignIn, demoStudent } from './lib/server.mjs';

/** Kills server and database by turns, without warning, while passes and saves are sent; then counts what is there. */
const passes = 200;
const kills = Number(process.argv[2] ?? 10);

await buildAll();
const folder = join(dataFolder(), `kill-${process.pid}`);
mkdirSync(folder, { recursive: true });
const jocund = await startKillable(folder);

/** @param {string} path @param {string} method @param {string} cookie @param {unknown} [body] */
const ask = async (path, method, cookie, body) => {
  const answer = await fetch(`${jocund.address}${path}`, {
    method,
    headers: { cookie, 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  return { status: answer.status, cookie: answer.headers.getSetCookie()[0] ?? '', body: await answer.json() };
};
/** @param {string} email */
const signIn = async (email) =>
  (await ask('/api/session', 'POST', '', { ...demoSignIn, email })).cookie.split(';')[0] ?? '';

try {
  const [teacher, student] = [await signIn(demoSignIn.email), await signIn(demoStudent)];
  const mine = (await ask('/api/me/practice', 'GET', student)).body;
  const { id: assignmentId, arrangementId } = mine.assignments[0];
  const before = mine.marks.length;
  /** @type {string[]} */
  const acknowledged = [];
  let saved = (await ask(`/api/arrangements/${arrangementId}`, 'GET', teacher)).body.version;
  const firstVersion = saved;
  let savesAcknowledged = 0;
  let unanswered = 0;

  /** Sent again until it is answered, as a phone does. @param {number} number */
  const log = async (number) => {
    const mark = {
      id: randomUUID(),
      assignmentId,
      at: new Date(Date.now() + number).toISOString(),
      tempoBpm: 60,
      answer: 'clean',
      seconds: 1,
    };
    for (;;) {
      const answer = await ask('/api/me/practice', 'POST', student, [mark]).catch(() => undefined);
      if (answer?.status === 200) break;
      unanswered += 1;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    acknowledged.push(mark.id);
  };
  /** One change after the other, each over the version before: of the title, and of a bar alone. */
  const save = async (/** @type {number} */ number) => {
    const path = `/api/arrangements/${arrangementId}`;
    const now = await ask(path, 'GET', teacher).catch(() => undefined);
    if (now?.status !== 200) return;
    // What was acknowledged is there, whatever was killed since.
    if (now.body.version < saved) throw new Error(`version ${saved} was acknowledged and is gone`);
    const { version: baseVersion, score: document } = now.body;
    const [bar] = document.score.bars;
    const sent =
      number % 2 === 0
        ? ask(path, 'PUT', teacher, {
            baseVersion,
            score: { ...document, score: { ...document.score, title: `Saved ${number}` } },
          })
        : ask(`${path}/bars`, 'PATCH', teacher, {
            baseVersion,
            bars: [{ at: 0, bar: { ...bar, comment: { do: `Saved ${number}` } } }],
          });
    const answer = await sent.catch(() => undefined);
    if (answer?.status !== 200) return;
    saved = answer.body.version;
    savesAcknowledged += 1;
  };

  let isOver = false;
  const killing = (async () => {
    for (let count = 0; count < kills && !isOver; count += 1) {
      await new Promise((resolve) => setTimeout(resolve, 400 + Math.random() * 400));
      await (count % 2 === 0 ? jocund.killServer() : jocund.killDatabase());
    }
  })();
  for (let number = 0; number < passes; number += 1) {
    await Promise.all([log(number), save(number)]);
    await new Promise((resolve) => setTimeout(resolve, (kills * 1500) / passes));
  }
  isOver = true;
  await killing;

  const client = new pg.Client({ connectionString: jocund.databaseUrl() });
  await client.connect();
  const { rows } = await client.query('select id from practice_marks where assignment_id = $1', [
    assignmentId,
  ]);
  const { rows: revisions } = await client.query(
    'select version from revisions where arrangement_id = $1 order by version',
    [arrangementId],
  );
  await client.end();
  const kept = new Set(rows.map(({ id }) => id));
  const lost = acknowledged.filter((id) => !kept.has(id)).length;
  const assigned = mine.marks.filter(
    (/** @type {{ assignmentId: string }} */ mark) => mark.assignmentId === assignmentId,
  );
  const twice = rows.length - assigned.length - acknowledged.length;
  console.log(`${kills} kills of server and database by turns; ${before} passes before`);
  console.log(
    `${acknowledged.length} passes acknowledged, ${unanswered} sent again, ${lost} lost, ${twice} twice`,
  );
  console.log(
    `${savesAcknowledged} saves acknowledged, version ${firstVersion} to ${saved}, ${revisions.length} revisions`,
  );
  if (lost !== 0 || twice !== 0) process.exitCode = 1;
} finally {
  await jocund.stop();
  rmSync(folder, { recursive: true, force: true });
}
