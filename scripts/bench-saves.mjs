import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import autocannon from 'autocannon';
import pg from 'pg';
import { withServer } from './lib/bench-server.mjs';
import { signIn } from './lib/bench-sign-in.mjs';
import { root } from './lib/project.mjs';
import { demoSignIn } from './lib/server.mjs';

/**
 * `npm run bench -- saves [SECONDS]`: 200 teachers, each at a piece of 64 bars, save as fast as the server answers. Nothing that was acknowledged may be missing afterwards.
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
  const document = longDocument();
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
    [JSON.stringify(document)],
  );
  /** @type {string[]} */
  const cookies = [];
  for (let n = 1; n <= signedIn; n += 1) cookies.push(await signIn(address, `${n}@bench.example`));

  const versions = rows.map(() => 1);
  /** Everybody's bars are their own, and each save changes one of them. @param {number} who */
  const body = (who) => {
    const version = versions[who] ?? 1;
    const bars = document.score.bars.map((/** @type {object} */ bar, /** @type {number} */ at) => ({
      ...bar,
      comment: { do: at === version % document.score.bars.length ? `Saved ${version}` : `Teacher ${who}` },
    }));
    return JSON.stringify({
      baseVersion: version,
      score: { ...document, score: { ...document.score, bars } },
    });
  };
  let next = 0;
  const { latency, errors, timeouts, non2xx, requests } = await autocannon({
    url: address,
    connections: people,
    duration: seconds,
    setupClient: (each) => {
      const who = next % people;
      next += 1;
      each.setRequests([
        {
          method: 'PUT',
          path: `/api/arrangements/${rows[who].id}`,
          headers: { cookie: cookies[who % signedIn] ?? '', 'content-type': 'application/json' },
          setupRequest: (request) => ({ ...request, body: body(who) }),
          onResponse: (status) => {
            if (status === 200) versions[who] = (versions[who] ?? 0) + 1;
          },
        },
      ]);
    },
  });
  report(
    `${people} teachers save ${bars} bars for ${seconds} s: saves a second`,
    requests.average.toFixed(0),
    '200',
  );
  report('   median, 97.5th percentile', `${latency.p50}, ${latency.p97_5} ms`, '95th below 300 ms');
  report('   errors, time-outs, refusals', `${errors} ${timeouts} ${non2xx}`, '0 0 0');
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
