import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { load } from './lib/bench-load.mjs';
import { withServer } from './lib/bench-server.mjs';
import { signIn } from './lib/bench-sign-in.mjs';
import { root } from './lib/project.mjs';
import { demoSignIn } from './lib/server.mjs';

/**
 * `npm run bench -- saves [SECONDS]`: 200 teachers, each at a piece of 64 bars that they have opened, save once a second: the bar they
 * have changed, as the page does, and then for as long the whole piece. Nothing that was acknowledged may be missing afterwards.
 */
const people = 200;
const bars = 64;
/** Passwords are slow on purpose: each of so many teachers has ten windows open. */
const signedIn = 20;
const seconds = Number(process.argv[2] ?? 60);

/** @param {string} figure @param {string} value @param {string} aim */
const report = (figure, value, aim) => console.log(`${figure.padEnd(56)} ${value.padStart(12)}   aim ${aim}`);

/** A piece of the demo, as often over as makes the bars wanted. */
function longDocument() {
  const { score, ...rest } = JSON.parse(readFileSync(join(root, 'demo/tin-ferry-rag.jocund.json'), 'utf8'));
  return {
    ...rest,
    score: { ...score, bars: Array.from({ length: bars }, (_, at) => score.bars[at % score.bars.length]) },
  };
}

await withServer(async ({ address, databaseUrl }) => {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  await client.query(
    `insert into users (studio_id, email, name, role, password_hash)
       select studio_id, n || '@bench.example', 'Teacher ' || n, 'teacher', password_hash
       from users, generate_series(1, ${people}) n where email = '${demoSignIn.email}'`,
  );
  await client.query(
    `insert into pieces (studio_id, id) select id, gen_random_uuid() from studios, generate_series(1, ${people})`,
  );
  const { rows } = await client.query(
    `insert into arrangements (studio_id, piece_id, version, document, saved_by)
       select pieces.studio_id, pieces.id, 1, $1, 'bench' from pieces
       left join arrangements on arrangements.piece_id = pieces.id where arrangements.id is null returning id`,
    [JSON.stringify(longDocument())],
  );
  // Everybody's bars are their own.
  for (const [who, { id }] of rows.entries()) {
    const own = longDocument();
    for (const bar of own.score.bars) bar.comment = { do: `Teacher ${who}` };
    await client.query('update arrangements set document = $1 where id = $2', [own, id]);
  }

  /** @type {string[]} */
  const cookies = [];
  for (let n = 1; n <= signedIn; n += 1) cookies.push(await signIn(address, `${n}@bench.example`));

  const headersOf = (/** @type {number} */ who) => ({ cookie: cookies[who % signedIn] ?? '' });
  const versions = rows.map(() => 1);
  /** Whoever saves a piece has opened it, and sends it back as it came, but for a bar each time. @type {{ score: { bars: { comment: object }[] } }[]} */
  const opened = [];
  for (const [who, { id }] of rows.entries()) {
    const answer = await fetch(`${address}/api/arrangements/${id}`, { headers: headersOf(who) });
    opened.push((await answer.json()).score);
  }
  /** @param {number} who */
  const change = (who) => {
    const baseVersion = versions[who] ?? 1;
    const at = baseVersion % bars;
    const bar = opened[who]?.score.bars[at];
    if (bar) bar.comment = { do: `Saved ${baseVersion}` };
    return { baseVersion, at, bar };
  };
  const ways = {
    'the bar they changed': {
      method: /** @type {const} */ ('PATCH'),
      path: '/bars',
      body: (/** @type {number} */ who) => {
        const { baseVersion, at, bar } = change(who);
        return { baseVersion, bars: [{ at, bar }] };
      },
    },
    'the whole': {
      method: /** @type {const} */ ('PUT'),
      path: '',
      body: (/** @type {number} */ who) => ({ baseVersion: change(who).baseVersion, score: opened[who] }),
    },
  };
  for (const [words, { method, path, body }] of Object.entries(ways)) {
    const { perSecond, median, p95, p95Settled, troubles } = await load({
      address,
      people,
      seconds,
      requestsOf: (who) => [
        {
          method,
          path: `/api/arrangements/${rows[who].id}${path}`,
          headers: { ...headersOf(who), 'content-type': 'application/json' },
          setupRequest: (request) => ({ ...request, body: JSON.stringify(body(who)) }),
          onResponse: (status) => {
            if (status === 200) versions[who] = (versions[who] ?? 0) + 1;
          },
        },
      ],
    });
    console.log(`${people} teachers save ${words} of ${bars} for ${seconds} s`);
    report('   saves a second', perSecond.toFixed(0), '200');
    report('   median, 95th percentile', `${median.toFixed(0)}, ${p95.toFixed(0)} ms`, '95th below 300 ms');
    report('   95th after the first ten seconds', `${p95Settled.toFixed(0)} ms`, '300 ms');
    report('   errors, time-outs, refusals', troubles, '0 0 0');
  }
  const { rows: kept } = await client.query(
    `select arrangements.id, arrangements.version from arrangements where id = any($1)`,
    [rows.map(({ id }) => id)],
  );
  const lost = kept.filter(
    ({ id, version }) => version < (versions[rows.findIndex((row) => row.id === id)] ?? 0),
  );
  report('   acknowledged saves that are not there', String(lost.length), '0');
  const { rows: sizes } = await client.query(
    `select avg(pg_column_size(document))::int as each, count(*)::int as count from revisions where arrangement_id = any($1)`,
    [rows.map(({ id }) => id)],
  );
  report('   a revision on disk', `${sizes[0].each} bytes`, '');
  await client.end();
});
