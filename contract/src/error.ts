import * as z from 'zod/mini';

/** Every refusal of the server has this one shape. */
export const apiErrorSchema = z.object({
  error: z.object({
    code: z.enum([
      'bad-request',
      'not-signed-in',
      'wrong-sign-in',
      'forbidden',
      'not-found',
      'stale',
      'unreadable',
      'too-large',
      'too-many',
      'server-fault',
      'busy',
      'no-room',
    ]),
    message: z.string(),
    remedy: z.string(),
    /** The request in the log of the server. */
    request: z.optional(z.string()),
    place: z.optional(
      z.partial(z.object({ file: z.string(), bar: z.number(), beat: z.number(), string: z.number() })),
    ),
  }),
});

export type ApiError = z.infer<typeof apiErrorSchema>['error'];
export type ApiErrorCode = ApiError['code'];
