import { largestBodyBytes } from '@jocund/contract';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import { strangersBodyBytes } from './body.ts';
import { Refusal } from './refusal.ts';

/** Answers every failure in the one JSON shape; what is our own fault is logged and told without detail. */
export const errorHandler: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (response.headersSent) {
    next(error);
    return;
  }
  const refusal = refusalOf(error);
  if (refusal.status >= 500) request.log.error(error);
  const id = request.id as string;
  response.status(refusal.status).json({ error: { ...told(refusal, id), request: id }, ...refusal.extra });
};

/** What is the server's own fault names the place in its log. */
const told = ({ error }: Refusal, id: string) =>
  error.code === 'server-fault'
    ? { ...error, remedy: `${error.remedy}. Whoever runs the server finds it in the log as ${id}` }
    : error;

export const unknownRoute: RequestHandler = (request) => {
  throw new Refusal(
    'not-found',
    `The server has no ${request.method} ${request.path}`,
    'Reload the page: the application may be newer',
  );
};

const codeOf = (error: unknown): string =>
  typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';

function refusalOf(error: unknown): Refusal {
  if (error instanceof Refusal) return error;
  const { type, status, limit } =
    typeof error === 'object' && error !== null
      ? (error as { type?: unknown; status?: unknown; limit?: unknown })
      : {};
  if (status === 404)
    return new Refusal(
      'not-found',
      'The server has no such file',
      'Reload the page: the application may be newer',
    );
  if (type === 'entity.too.large') return tooLarge(limit);
  if (type === 'entity.parse.failed')
    return new Refusal('bad-request', 'What was sent is not JSON', 'Reload the page and try again');
  // What express and its readers say of a request: an address or a body that cannot be unpacked.
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new Refusal(
      'bad-request',
      'The request cannot be read',
      'Reload the page; if you typed the address, look at it again',
    );
  // PostgreSQL's class 53, insufficient resources, and what a full disk says of itself.
  if (['53100', 'ENOSPC'].includes(codeOf(error)))
    return new Refusal(
      'no-room',
      'The server’s disk is full',
      'Your work is kept in this browser; make room on the server, then try again',
    );
  return new Refusal(
    'server-fault',
    'The server is in trouble',
    'Your work is kept in this browser; try again in a moment',
  );
}

function tooLarge(limit: unknown): Refusal {
  if (limit === strangersBodyBytes)
    return new Refusal('too-large', 'What was sent is too large', 'Sign in first, then try again');
  if (limit === largestBodyBytes)
    return new Refusal(
      'too-large',
      'What was sent is larger than the 2 MB a piece may have',
      'Split it into two pieces',
    );
  return new Refusal('too-large', 'What was sent is larger than may be sent at once', 'Send less at once');
}
