import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { multistream, pino, type Level, type Logger } from 'pino';
import { pinoHttp, type HttpLogger } from 'pino-http';
import { createStream } from 'rotating-file-stream';
import { loggedAddress } from '../http/logged-address.ts';

interface LogSettings {
  readonly LOG_LEVEL: Level | 'silent';
  readonly LOG_FOLDER?: string | undefined;
}

/** A file of the log is full at this size; so many that are full are kept. */
const fileSize = '10M';
const filesKept = 10;

/** Of an error what says where it was; libraries hang whole connections on theirs. */
const serializers = {
  err: ({ name, message, stack, code }: Error & { readonly code?: unknown }) => ({
    name,
    message,
    code,
    stack,
  }),
};

/** The log: lines of JSON on standard error, and in files of the folder where one is named. */
export function openLog({ LOG_LEVEL: level, LOG_FOLDER: folder }: LogSettings): Logger {
  if (level === 'silent' || folder === undefined) return pino({ level, serializers }, process.stderr);
  const file = createStream('jocund.log', {
    path: folder,
    size: fileSize,
    maxFiles: filesKept,
    mode: 0o600,
  });
  // Said once, where it can be seen: a full disk must not end the server.
  file.once('error', (error) =>
    console.error(`The log cannot be written to ${join(folder, 'jocund.log')}: ${error.message}`),
  );
  file.on('error', () => undefined);
  return pino(
    { level, serializers },
    multistream([
      { level, stream: process.stderr },
      { level, stream: file },
    ]),
  );
}

/** Short enough to be read out over the telephone. */
const newId = (): string => randomBytes(4).toString('hex');

/**
 * Logs each request by method, address, answer and time, under an id of its own that the answer carries as well. Headers and
 * bodies, which hold what is secret, are left out.
 */
export const requestLog = (logger: Logger): HttpLogger =>
  pinoHttp({
    logger,
    genReqId: (_request, response) => {
      const id = newId();
      response.setHeader('x-request-id', id);
      return id;
    },
    serializers: {
      req: ({ id, method, url, remoteAddress }: Record<string, string>) => ({
        id,
        method,
        url: loggedAddress(url ?? ''),
        remoteAddress,
      }),
      res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
    },
  });
