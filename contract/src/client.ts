import type * as z from 'zod/mini';
import type { Endpoint, FileEndpoint } from './endpoint.ts';
import { apiErrorSchema, type ApiError } from './error.ts';

/** The server refused. `body` is the whole answer, for refusals that carry more than the error. */
export class RefusedRequest extends Error {
  readonly status: number;
  readonly error: ApiError;
  readonly body: unknown;
  constructor(status: number, error: ApiError, body: unknown) {
    super(error.message);
    this.status = status;
    this.error = error;
    this.body = body;
  }
}

/** The server could not be reached at all. */
export class NoConnection extends Error {}

/** The server was asked and did not answer in time; it may have done what it was asked. */
export class NoAnswer extends Error {}

/** The server, or what stands before it, answered that it cannot, without a reason. */
export class ServerTrouble extends Error {}

/** Longer than any answer takes on a slow line, in milliseconds. */
const usualTimeMs = 30_000;

type BodyOf<E> =
  E extends Endpoint<infer Body, z.ZodMiniType>
    ? Body extends z.ZodMiniType
      ? { readonly body: z.input<Body> }
      : object
    : never;

type ResponseOf<E> =
  E extends Endpoint<z.ZodMiniType | undefined, infer Response> ? z.output<Response> : never;

type RequestOf<E> = BodyOf<E> & {
  readonly params?: Readonly<Record<string, string | number>>;
  readonly signal?: AbortSignal;
  /** How long an answer is waited for, in milliseconds. */
  readonly timeMs?: number;
  /** The request goes on when the page goes away; browsers allow this up to 64 kB. */
  readonly outlivesPage?: boolean;
  /** Is given what the server sent, before it is read. */
  readonly onSent?: (sent: unknown) => void;
};

/**
 * Sends one request and parses the answer. Throws {@link RefusedRequest}, {@link NoConnection}, {@link NoAnswer} or
 * {@link ServerTrouble}.
 */
export async function request<E extends Endpoint<z.ZodMiniType | undefined, z.ZodMiniType>>(
  endpoint: E,
  options: RequestOf<E>,
): Promise<ResponseOf<E>> {
  const { params = {}, signal, timeMs = usualTimeMs, outlivesPage = false, onSent } = options;
  const body = 'body' in options ? JSON.stringify(options.body) : undefined;
  const path = pathOf(endpoint.path, params);
  const response = await send(path, timeMs, signal, {
    method: endpoint.method,
    ...(outlivesPage ? { keepalive: true } : {}),
    credentials: 'same-origin',
    headers: {
      accept: 'application/json',
      ...(body === undefined ? {} : { 'content-type': 'application/json' }),
    },
    ...(body === undefined ? {} : { body }),
  });
  const answer: unknown = await response.json().catch(() => undefined);
  if (!response.ok) throw refusalOf(response.status, answer);
  onSent?.(answer);
  return endpoint.response.parse(answer) as ResponseOf<E>;
}

/** Parameters the path names are put in; the others become its query. */
function pathOf(path: string, params: Readonly<Record<string, string | number>>): string {
  const named = new Set<string>();
  const filled = path.replace(/:(\w+)/g, (_, name: string) => {
    named.add(name);
    return encodeURIComponent(String(params[name] ?? ''));
  });
  const query = new URLSearchParams(
    Object.entries(params)
      .filter(([name]) => !named.has(name))
      .map(([name, value]): [string, string] => [name, String(value)]),
  ).toString();
  return query ? `${filled}?${query}` : filled;
}

/** A long sheet takes its time, in milliseconds. */
const fileTimeMs = 120_000;

/** Asks for a file and answers its bytes. Throws {@link RefusedRequest} or {@link NoConnection}. */
export async function requestFile<Body extends z.ZodMiniType>(
  { path, method, type }: FileEndpoint<Body>,
  { body, signal }: { readonly body: z.input<Body>; readonly signal?: AbortSignal },
): Promise<Uint8Array<ArrayBuffer>> {
  const response = await send(path, fileTimeMs, signal, {
    method,
    credentials: 'same-origin',
    headers: { accept: `${type}, application/json`, 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw refusalOf(response.status, await response.json().catch(() => undefined));
  return new Uint8Array(await response.arrayBuffer());
}

/** Sends bytes as they are, and parses the answer. Throws as {@link request} does. */
export async function sendBytes<Response extends z.ZodMiniType>(
  path: string,
  bytes: Blob,
  response: Response,
  signal?: AbortSignal,
): Promise<z.output<Response>> {
  const sent = await send(path, fileTimeMs, signal, {
    method: 'PUT',
    credentials: 'same-origin',
    headers: { accept: 'application/json', 'content-type': 'application/octet-stream' },
    body: bytes,
  });
  const answer: unknown = await sent.json().catch(() => undefined);
  if (!sent.ok) throw refusalOf(sent.status, answer);
  return response.parse(answer);
}

async function send(
  path: string,
  timeMs: number,
  signal: AbortSignal | undefined,
  init: RequestInit,
): Promise<Response> {
  const giveUp = new AbortController();
  const timer = setTimeout(() => giveUp.abort(), timeMs);
  try {
    return await fetch(path, {
      ...init,
      signal: signal ? AbortSignal.any([signal, giveUp.signal]) : giveUp.signal,
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    if (giveUp.signal.aborted) throw new NoAnswer('The server does not answer.');
    throw new NoConnection('The server cannot be reached.');
  } finally {
    clearTimeout(timer);
  }
}

function refusalOf(status: number, answer: unknown): RefusedRequest | ServerTrouble {
  const parsed = apiErrorSchema.safeParse(answer);
  if (parsed.success) return new RefusedRequest(status, parsed.data.error, answer);
  return new ServerTrouble(`The server answered ${status} without a reason.`);
}
