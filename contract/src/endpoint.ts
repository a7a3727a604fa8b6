import type { z } from 'zod';

/** One request the server answers: where, what it takes and what it gives. Path parameters are written `:name`. */
export interface Endpoint<Body extends z.ZodType | undefined, Response extends z.ZodType> {
  readonly method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  readonly path: string;
  readonly body: Body;
  readonly response: Response;
}

export const endpoint = <Body extends z.ZodType | undefined, Response extends z.ZodType>(
  method: Endpoint<Body, Response>['method'],
  path: string,
  body: Body,
  response: Response,
): Endpoint<Body, Response> => ({ method, path, body, response });

/** A request answered with a file instead of JSON. */
export interface FileEndpoint<Body extends z.ZodType> {
  readonly method: 'POST';
  readonly path: string;
  readonly body: Body;
  /** Media type of the file. */
  readonly type: string;
}

export const fileEndpoint = <Body extends z.ZodType>(
  path: string,
  body: Body,
  type: string,
): FileEndpoint<Body> => ({ method: 'POST', path, body, type });
