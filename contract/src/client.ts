import type { z } from 'zod';
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

type BodyOf<E> =
  E extends Endpoint<infer Body, z.ZodType>
    ? Body extends z.ZodType
      ? { readonly body: z.input<Body> }
      : object
    : never;

type ResponseOf<E> = E extends Endpoint<z.ZodType | undefined, infer Response> ? z.output<Response> : never;

type RequestOf<E> = BodyOf<E> & {
  readonly params?: Readonly<Record<string, string | number>>;
  readonly signal?: AbortSignal;
};

/** Sends one request and parses the answer. Throws {@link RefusedRequest} or {@link NoConnection}. */
export async function request<E extends Endpoint<z.ZodType | undefined, z.ZodType>>(
  endpoint: E,
  options: RequestOf<E>,
): Promise<ResponseOf<E>> {
  const { params = {}, signal } = options;
  const body = 'body' in options ? JSON.stringify(options.body) : undefined;
  const path = endpoint.path.replace(/:(\w+)/g, (_, name: string) =>
    encodeURIComponent(String(params[name] ?? '')),
  );
  const response = await send(path, {
    method: endpoint.method,
    credentials: 'same-origin',
    headers: {
      accept: 'application/json',
      ...(body === undefined ? {} : { 'content-type': 'application/json' }),
    },
    ...(body === undefined ? {} : { body }),
    ...(signal ? { signal } : {}),
  });
  const answer: unknown = await response.json().catch(() => undefined);
  if (!response.ok) throw refusalOf(response.status, answer);
  return endpoint.response.parse(answer) as ResponseOf<E>;
}

/** Asks for a file and answers its bytes. Throws {@link RefusedRequest} or {@link NoConnection}. */
export async function requestFile<Body extends z.ZodType>(
  { path, method, type }: FileEndpoint<Body>,
  { body, signal }: { readonly body: z.input<Body>; readonly signal?: AbortSignal },
): Promise<Uint8Array<ArrayBuffer>> {
  const response = await send(path, {
    method,
    credentials: 'same-origin',
    headers: { accept: `${type}, application/json`, 'content-type': 'application/json' },
    body: JSON.stringify(body),
    ...(signal ? { signal } : {}),
  });
  if (!response.ok) throw refusalOf(response.status, await response.json().catch(() => undefined));
  return new Uint8Array(await response.arrayBuffer());
}

async function send(path: string, init: RequestInit): Promise<Response> {
  try {
    return await fetch(path, init);
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new NoConnection('The server cannot be reached.');
  }
}

function refusalOf(status: number, answer: unknown): RefusedRequest | NoConnection {
  const parsed = apiErrorSchema.safeParse(answer);
  if (parsed.success) return new RefusedRequest(status, parsed.data.error, answer);
  return new NoConnection(`The server answered ${status} without a reason.`);
}
