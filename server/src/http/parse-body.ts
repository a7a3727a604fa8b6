import type { z } from 'zod';
import { Refusal } from './refusal.ts';

/** The body as an endpoint has it; refused with the field that cannot be read. */
export function parseBody<Schema extends z.ZodType>(schema: Schema, body: unknown): z.output<Schema> {
  const parsed = schema.safeParse(body);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0];
  throw new Refusal(
    'bad-request',
    `The field ${['body', ...(issue?.path ?? [])].join('.')} cannot be read: ${issue?.message ?? ''}`,
    'Correct it; if you did not type it, reload the page: the application may be newer',
  );
}
