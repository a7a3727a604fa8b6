import type * as z from 'zod/mini';

/** Who may ask: anybody, anybody signed in, a teacher, a student. */
export type Access = 'open' | 'member' | 'teacher' | 'student';

/** One request the server answers: who may ask, where, what it takes and what it gives. Path parameters are written `:name`. */
export interface Endpoint<
  Body extends z.ZodMiniType | undefined,
  Response extends z.ZodMiniType,
  Who extends Access = Access,
> {
  readonly access: Who;
  readonly method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  readonly path: string;
  readonly body: Body;
  readonly response: Response;
}

export const endpoint = <
  Who extends Access,
  Body extends z.ZodMiniType | undefined,
  Response extends z.ZodMiniType,
>(
  access: Who,
  method: Endpoint<Body, Response>['method'],
  path: string,
  body: Body,
  response: Response,
): Endpoint<Body, Response, Who> => ({ access, method, path, body, response });

/** A request answered with a file instead of JSON. */
export interface FileEndpoint<Body extends z.ZodMiniType> {
  readonly access: 'teacher';
  readonly method: 'POST';
  readonly path: string;
  readonly body: Body;
  /** Media type of the file. */
  readonly type: string;
}

export const fileEndpoint = <Body extends z.ZodMiniType>(
  access: 'teacher',
  path: string,
  body: Body,
  type: string,
): FileEndpoint<Body> => ({ access, method: 'POST', path, body, type });
