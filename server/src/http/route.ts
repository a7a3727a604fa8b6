import type { Access, Endpoint, FileEndpoint } from '@jocund/contract';
import { inEnglish } from '@jocund/core/fault';
import type { Request, RequestHandler, Response, Router } from 'express';
import * as z from 'zod/mini';
import { JsonText } from './json-text.ts';
import { parseBody } from './parse-body.ts';
import { Refusal } from './refusal.ts';
import { signedIn, type SignedIn } from './session.ts';

interface Call<Body> {
  readonly body: Body;
  readonly request: Request;
  readonly response: Response;
}

type AnyEndpoint = Endpoint<z.ZodMiniType | undefined, z.ZodMiniType>;
type BodyOf<E> =
  E extends Endpoint<infer Body, z.ZodMiniType>
    ? Body extends z.ZodMiniType
      ? z.output<Body>
      : undefined
    : never;
type ReplyOf<E> = E extends Endpoint<z.ZodMiniType | undefined, infer Reply> ? z.input<Reply> : never;

type AccessOf<E> = E extends Endpoint<z.ZodMiniType | undefined, z.ZodMiniType, infer Who> ? Who : never;

/** Who asks is known where the endpoint is not for anybody. */
type CallOf<E> = Call<BodyOf<E>> & ('open' extends AccessOf<E> ? object : { readonly who: SignedIn });

/**
 * Adds a route: lets in whom the endpoint is for, parses, answers. The studio comes from the session, never from the request; what is
 * for students or members may answer only what is that person's own.
 */
export function route<E extends AnyEndpoint>(
  router: Router,
  endpoint: E,
  answer: (call: CallOf<E>) => Promise<ReplyOf<E> | JsonText>,
): void {
  const handler: RequestHandler = async (request, response) => {
    const who = endpoint.access === 'open' ? undefined : signedInAs(request, rolesOf[endpoint.access]);
    const body = (endpoint.body && parseBody(endpoint.body, request.body)) as BodyOf<E>;
    const told = await answer({ body, request, response, who } as CallOf<E>);
    if (told instanceof JsonText) response.type('json').send(told.text);
    else response.json(told);
  };
  router[methods[endpoint.method]](endpoint.path, handler);
}

const rolesOf: Record<Exclude<Access, 'open'>, readonly SignedIn['role'][]> = {
  member: ['teacher', 'student'],
  teacher: ['teacher'],
  student: ['student'],
};

/** Adds a route that answers a signed-in teacher with a file. The body comes as it was sent: it is large, and read where the file is made. */
export function fileRoute(
  router: Router,
  endpoint: FileEndpoint<z.ZodMiniType>,
  answer: (call: { readonly body: unknown; readonly who: SignedIn }) => Promise<Uint8Array>,
): void {
  router.post(endpoint.path, async (request, response) => {
    const who = signedInAs(request, rolesOf[endpoint.access]);
    const file = await answer({ body: request.body as unknown, who });
    response.type(endpoint.type).send(Buffer.from(file));
  });
}

/** Who asks, where only a teacher may. */
export const teacherAsking = (request: Request): SignedIn => signedInAs(request, ['teacher']);

function signedInAs(request: Request, roles: readonly SignedIn['role'][]): SignedIn {
  const who = signedIn(request);
  if (!roles.includes(who.role))
    throw roles.includes('teacher')
      ? new Refusal('forbidden', 'Only a teacher may do this', 'Sign in as the teacher of this studio')
      : new Refusal('forbidden', 'This is for students', 'Sign in as the student');
  return who;
}

const methods = { GET: 'get', POST: 'post', PUT: 'put', PATCH: 'patch', DELETE: 'delete' } as const;

/** What stands behind the question mark of an address, parsed. */
export function queryOf<Schema extends z.ZodMiniType>(request: Request, schema: Schema): z.output<Schema> {
  const parsed = schema.safeParse(request.query, inEnglish);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0];
  throw new Refusal(
    'bad-request',
    `“${issue?.path.join('.') ?? ''}” in the address cannot be read: ${issue?.message ?? ''}`,
    'Correct it, or leave it out',
  );
}

/** A path parameter that must be a UUID; anything else names nothing. */
export function idOf(request: Request, what: string): string {
  const parsed = z.uuid().safeParse(request.params.id);
  if (!parsed.success)
    throw new Refusal('not-found', `There is no such ${what} in your studio`, 'Check the address');
  return parsed.data;
}
