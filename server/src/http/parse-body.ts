import { inEnglish } from '@jocund/core/fault';
import type * as z from 'zod/mini';
import { Refusal } from './refusal.ts';

/** The body as an endpoint has it; refused with the field that cannot be read. */
export function parseBody<Schema extends z.ZodMiniType>(schema: Schema, body: unknown): z.output<Schema> {
  const parsed = schema.safeParse(body, inEnglish);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0];
  throw new Refusal(
    'bad-request',
    `The field ${['body', ...(issue?.path ?? [])].join('.')} cannot be read: ${issue?.message ?? ''}`,
    'Correct it; if you did not type it, reload the page: the application may be newer',
  );
}
