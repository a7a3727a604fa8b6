import { join } from 'node:path';
import type { DemoSignIns } from '@jocund/contract';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import type { Pool } from 'pg';
import type { Logger } from 'pino';
import { arrangementRoutes } from './arrangements/routes.ts';
import { backupRoutes } from './backup/routes.ts';
import { restoreRoutes } from './backup/restore-routes.ts';
import type { BundleQueue } from './bundles/queue.ts';
import { bundleRoutes } from './bundles/routes.ts';
import type { Config } from './config.ts';
import type { Database } from './database/connect.ts';
import { earDrillRoutes } from './ear-drills/routes.ts';
import { bodyReader } from './http/body.ts';
import { errorHandler, unknownRoute } from './http/error-handler.ts';
import { servedHostsOnly } from './http/served-hosts.ts';
import { sameOriginOnly } from './http/same-origin.ts';
import { sessions } from './http/session.ts';
import type { Mailer } from './mail/mailer.ts';
import { requestLog } from './operation/log.ts';
import { createMetrics } from './operation/metrics.ts';
import { operationRoutes } from './operation/routes.ts';
import { peopleRoutes } from './people/routes.ts';
import { pieceRoutes } from './pieces/routes.ts';
import { recordingRoutes } from './recordings/routes.ts';
import { sheetRoutes } from './sheets/routes.ts';
import { practiceRoutes } from './practice/routes.ts';
import { accountRoutes } from './sign-in/account-routes.ts';
import { firstStudioRoutes } from './sign-in/first-studio.ts';
import { linkMailRoutes } from './sign-in/link-mail-routes.ts';
import { usualCost } from './sign-in/password.ts';
import { signInRoutes } from './sign-in/routes.ts';
import { figureRoutes } from './figures/routes.ts';
import { formRoutes } from './forms/routes.ts';
import { gradeSayingRoutes } from './grade-sayings/routes.ts';
import { styleRoutes } from './styles/routes.ts';
import { rungRoutes } from './rungs/routes.ts';
import { thumbPatternRoutes } from './thumb-patterns/routes.ts';
import { measuringHere, type Measuring } from './summaries/measuring.ts';
import { workHere, type Workers } from './workers/workers.ts';
import { tuningRoutes } from './tunings/routes.ts';

export interface AppSettings extends Pick<
  Config,
  | 'SESSION_SECRET'
  | 'HOST'
  | 'WEB_FOLDER'
  | 'BEHIND_TLS_PROXY'
  | 'PUBLIC_URL'
  | 'METRICS_TOKEN'
  | 'BACKUP_FOLDER'
> {
  readonly database: Database;
  readonly pool: Pool;
  readonly log: Logger;
  /** Absent: nothing is packed. */
  readonly bundles?: BundleQueue | undefined;
  /** Absent: heavy work is done where it is asked for. */
  readonly workers?: Workers | undefined;
  /** Absent: pieces are measured while a request waits. */
  readonly measuring?: Measuring | undefined;
  /** Opens the page that makes the first studio; absent where there is one. */
  readonly firstToken?: string | undefined;
  /** The demo's sign-ins, to be shown on the page; absent where they are nobody's business. */
  readonly demo?: DemoSignIns | undefined;
  /** A password that opens nothing, because everybody knows it. */
  readonly closedPassword?: string | undefined;
  /** What a password's print costs, as a power of two; absent: the usual. */
  readonly passwordCost?: number;
  /** Sends links; absent: they are copied by hand. */
  readonly mailer?: Mailer | undefined;
}

/** The application without a port: tests call it directly. `close` ends what it started itself. */
export function createApp(settings: AppSettings): { app: Express; close: () => Promise<void> } {
  const { database, workers = workHere, measuring = measuringHere(database, workers) } = settings;
  const session = sessions({
    secret: settings.SESSION_SECRET,
    pool: settings.pool,
    secureCookie: settings.BEHIND_TLS_PROXY,
  });
  const { passwordCost = usualCost } = settings;
  const app = express();
  app.disable('x-powered-by');
  // No answer is kept by a browser, so none needs a mark to be asked for by; files have their own.
  app.disable('etag');
  if (settings.BEHIND_TLS_PROXY) app.set('trust proxy', 1);
  app.use(requestLog(settings.log));
  app.use(securityHeaders(settings.BEHIND_TLS_PROXY), permissionsPolicy);
  // Quick rather than tight: at level 1 a long record is half again as large and takes a third of the time (zlib).
  app.use(compression({ level: 1 }));

  const metrics = createMetrics();
  app.use(metrics.handler, operationRoutes(database, metrics, settings));
  app.use(
    '/api',
    servedHostsOnly({
      listensAt: settings.HOST,
      publicUrl: settings.PUBLIC_URL,
      behindProxy: settings.BEHIND_TLS_PROXY,
    }),
    sameOriginOnly,
    session.handler,
    bodyReader,
    (_request, response, next) => {
      response.set('cache-control', 'no-store');
      next();
    },
  );
  app.use(
    signInRoutes(database, {
      demo: settings.demo ?? null,
      publicUrl: settings.PUBLIC_URL ?? null,
      canMail: settings.mailer !== undefined,
      passwordCost,
      closedPassword: settings.closedPassword,
    }),
    accountRoutes(database, passwordCost),
    linkMailRoutes(
      database,
      settings.mailer && settings.PUBLIC_URL
        ? { mailer: settings.mailer, publicUrl: settings.PUBLIC_URL }
        : undefined,
    ),
    firstStudioRoutes(database, settings.firstToken, passwordCost),
    restoreRoutes(database, settings.firstToken),
    practiceRoutes(database),
    pieceRoutes(database, workers, measuring),
    arrangementRoutes(database, measuring),
    peopleRoutes(database),
    styleRoutes(database),
    thumbPatternRoutes(database),
    figureRoutes(database),
    formRoutes(database),
    gradeSayingRoutes(database),
    rungRoutes(database),
    recordingRoutes(database),
    tuningRoutes(database),
    earDrillRoutes(database),
    sheetRoutes(database, workers),
    backupRoutes(database),
  );
  if (settings.bundles) app.use(bundleRoutes(database, settings.bundles));
  app.use('/api', unknownRoute);
  if (settings.WEB_FOLDER) serveWeb(app, settings.WEB_FOLDER);
  app.use(errorHandler);
  return { app, close: session.close };
}

/** Files with a content hash in their name are kept for good; the page itself is asked for every time. */
function serveWeb(app: Express, folder: string): void {
  app.use(
    '/assets',
    express.static(join(folder, 'assets'), {
      immutable: true,
      maxAge: '1y',
      index: false,
      fallthrough: false,
    }),
  );
  app.use(express.static(folder, { index: false }));
  app.get('/{*page}', (_request, response) => {
    response.set('cache-control', 'no-cache');
    response.sendFile(join(folder, 'index.html'));
  });
}

/** What pages may ask of the browser: the microphone for tuning and takes, an awake screen, an instrument. Nothing else, and nobody framed. */
const permissions = [
  'microphone=(self)',
  'screen-wake-lock=(self)',
  'midi=(self)',
  'autoplay=(self)',
  'clipboard-write=(self)',
  'camera=()',
  'geolocation=()',
  'payment=()',
  'usb=()',
  'serial=()',
  'hid=()',
  'display-capture=()',
].join(', ');

const permissionsPolicy: RequestHandler = (_request, response, next) => {
  response.set('permissions-policy', permissions);
  next();
};

/** The worker that hears notes runs a trained model in WebAssembly; no page and no other worker may. */
const notesWorker = /^\/assets\/notes\.worker-[\w-]+\.js$/;

function securityHeaders(behindTls: boolean): RequestHandler {
  const usual = headersWith(behindTls, ["'self'"]);
  const withWasm = headersWith(behindTls, ["'self'", "'wasm-unsafe-eval'"]);
  return (request, response, next) =>
    (notesWorker.test(request.path) ? withWasm : usual)(request, response, next);
}

const headersWith = (behindTls: boolean, scripts: string[]) =>
  helmet({
    contentSecurityPolicy: {
      directives: {
        'default-src': ["'self'"],
        'script-src': scripts,
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:'],
        'font-src': ["'self'"],
        'worker-src': ["'self'", 'blob:'],
        'media-src': ["'self'", 'blob:'],
        'frame-ancestors': ["'none'"],
        'upgrade-insecure-requests': behindTls ? [] : null,
      },
    },
    strictTransportSecurity: behindTls,
    referrerPolicy: { policy: 'same-origin' },
  });
