import type { AddressInfo } from 'node:net';
import pg from 'pg';
import { createApp } from './app.ts';
import { startNightly } from './backup/nightly.ts';
import { startBundleQueue } from './bundles/queue.ts';
import { readConfig, type Config } from './config.ts';
import { startThinning } from './arrangements/thinning.ts';
import { startQueue, stopQueue } from './database/queue.ts';
import { connect, migrate, type Database } from './database/connect.ts';
import { closedPassword, demoSignIns, takeOwnDemoPassword } from './demo/demo-sign-ins.ts';
import { loadDemo } from './demo/load-demo.ts';
import { smtpMailer } from './mail/mailer.ts';
import { openLog } from './operation/log.ts';
import { firstStudioToken } from './sign-in/first-studio.ts';
import { startMeasuring } from './summaries/measuring.ts';
import { startWorkers } from './workers/workers.ts';

const keepAliveMs = 65_000;
/** Ending takes no longer than this. */
const longestEndMs = 7000;

try {
  await main(readConfig(process.env));
} catch (error) {
  console.error(`Jocund cannot start. ${error instanceof Error ? error.message : String(error)}`);
  process.exit(1);
}

async function main(config: Config): Promise<void> {
  const log = openLog(config);
  const database = connect(config.DATABASE_URL);
  await prepareDatabase(database, config);
  const pool = new pg.Pool({ connectionString: config.DATABASE_URL, max: 5 });
  // A connection lost while idle is replaced on the next request; it must not end the server.
  pool.on('error', (error) => log.warn(error, 'a database connection was lost'));
  const workers = startWorkers();
  const queue = await startQueue(pool, log);
  const bundles = await startBundleQueue(database, queue);
  const measuring = await startMeasuring(database, queue, workers, (error) =>
    log.warn(error, 'the figures of pieces are not renewed'),
  );
  const firstToken = await firstStudioToken(database);
  const { app, close } = createApp({
    ...config,
    database,
    pool,
    log,
    bundles,
    workers,
    measuring,
    firstToken,
    demo: await demoSignIns(database, config),
    closedPassword: closedPassword(config),
    mailer: config.SMTP_URL && config.MAIL_FROM ? smtpMailer(config.SMTP_URL, config.MAIL_FROM) : undefined,
  });
  const server = app.listen(config.PORT, config.HOST, (error) => {
    if (error) {
      console.error(
        `Jocund cannot listen on ${config.HOST}:${config.PORT} (${error.message}). Choose another PORT.`,
      );
      process.exit(1);
    }
    const { port } = server.address() as AddressInfo;
    const address = `http://${config.HOST}:${port}`;
    // Before the address, which says that everything is told.
    if (firstToken) console.log(`first ${address}/begin/${firstToken}`);
    if (closedPassword(config) && !config.DEMO_OWN_PASSWORD) console.log('demo closed');
    console.log(`listening ${address}`);
  });

  const stopNightly = config.BACKUP_FOLDER
    ? startNightly(database, { folder: config.BACKUP_FOLDER, keep: config.BACKUP_KEEP }, (error) =>
        log.error(error, 'the backup of the night failed'),
      )
    : () => undefined;

  const stopThinning = startThinning(database, (error) => log.warn(error, 'the history was not thinned out'));

  // Longer than clients and balancers keep a connection, so that none sends a request on one that is just being closed.
  server.keepAliveTimeout = keepAliveMs;
  server.headersTimeout = keepAliveMs + 1000;

  let isStopping = false;
  const stop = () => {
    if (isStopping) return;
    isStopping = true;
    stopNightly();
    stopThinning();
    server.close(() => {
      bundles.close();
      // Threads end first: what they were at goes back to the queue while that can still be written to.
      void workers
        .close()
        .then(() => stopQueue(queue))
        .then(close)
        .then(() => Promise.all([database.destroy(), pool.end()]))
        .then(() => process.exit(0));
    });
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 2000).unref();
    // What waits for a lock of the database does not keep the server alive: nothing of it is saved, and nobody was told so.
    setTimeout(() => process.exit(0), longestEndMs).unref();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  process.on('SIGHUP', stop);
  // The start command holds this channel; when it dies, however it dies, the server ends too.
  process.on('disconnect', stop);
}

async function prepareDatabase(database: Database, config: Config): Promise<void> {
  const { DEMO_FOLDER, DEMO_PASSWORD } = config;
  try {
    await database.raw('select 1');
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    throw new Error(
      `The database cannot be reached (${reason}). Check DATABASE_URL and that the server runs.`,
      { cause: error },
    );
  }
  await migrate(database);
  if (DEMO_FOLDER && DEMO_PASSWORD) await loadDemo(database, DEMO_FOLDER, DEMO_PASSWORD);
  await takeOwnDemoPassword(database, config);
}
