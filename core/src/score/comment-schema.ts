import * as z from 'zod/mini';
import { scoreLimits } from './limits.ts';
import { prose } from './text-schema.ts';

/** Names a bar, a section or a note within its piece. */
export const id = z.string().check(z.regex(/^[a-z0-9-]{1,24}$/));

const words = prose(scoreLimits.commentLength).check(z.minLength(1));

/** The teacher's own words: what to do, and why. It stands on what it is about and goes wherever that goes. */
export const commentSchema = z
  .strictObject({ do: z.optional(words), why: z.optional(words) })
  .check(
    z.refine((comment) => comment.do !== undefined || comment.why !== undefined, 'a comment says something'),
  );
