import type { AddressInfo } from 'node:net';
import pg from 'pg';
import { createApp } from './app.ts';
import { readConfig } from './config.ts';
import { connect, migrate } from './database/connect.ts';
import { loadDemo } from './demo/load-demo.ts';

const config = readConfig(process.env);
const database = connect(config.DATABASE_URL);
const pool = new pg.Pool({ connectionString: config.DATABASE_URL, max: 5 });
await migrate(database);
if (config.DEMO_FOLDER && config.DEMO_PASSWORD)
  await loadDemo(database, config.DEMO_FOLDER, config.DEMO_PASSWORD);

const { app, close } = createApp({ ...config, database, pool });
const server = app.listen(config.PORT, config.HOST, (error) => {
  if (error) {
    console.error(`Jocund cannot listen on ${config.HOST}:${config.PORT}: ${error.message}`);
    process.exit(1);
  }
  const { port } = server.address() as AddressInfo;
  console.log(`listening http://${config.HOST}:${port}`);
});

let stopping = false;
const stop = () => {
  if (stopping) return;
  stopping = true;
  server.close(() => {
    void close()
      .then(() => Promise.all([database.destroy(), pool.end()]))
      .then(() => process.exit(0));
  });
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), 2000).unref();
};
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
/** The start command holds this channel; when it dies, however it dies, the server ends too. */
process.on('disconnect', stop);
