import type { ApiError, ApiErrorCode } from '@jocund/contract';

const statusOf: Record<ApiErrorCode, number> = {
  'bad-request': 400,
  'not-signed-in': 401,
  'wrong-sign-in': 401,
  forbidden: 403,
  'not-found': 404,
  stale: 409,
  unreadable: 422,
  'too-large': 413,
  'too-many': 429,
  'server-fault': 500,
  busy: 503,
  'no-room': 507,
};

/** Thrown by services and routes for what a client got wrong; the error handler turns it into the one JSON shape. */
export class Refusal extends Error {
  readonly error: ApiError;
  readonly status: number;
  /** Sent beside the error, for refusals that carry more than words. */
  readonly extra: object;
  constructor(code: ApiErrorCode, message: string, remedy: string, extra: object = {}) {
    super(message);
    this.error = { code, message, remedy };
    this.status = statusOf[code];
    this.extra = extra;
  }
}

export const notFound = (what: string): Refusal =>
  new Refusal(
    'not-found',
    `There is no such ${what} in your studio`,
    'Go back to the repertoire and open it from there',
  );
