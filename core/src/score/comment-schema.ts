import { z } from 'zod';
import { scoreLimits } from './limits.ts';
import { prose } from './text-schema.ts';

/** Names a bar, a section or a note within its piece. */
export const id = z.string().regex(/^[a-z0-9-]{1,24}$/);

const words = prose(scoreLimits.commentLength).min(1);

/** The teacher's own words: what to do, and why. It stands on what it is about and goes wherever that goes. */
export const commentSchema = z
  .strictObject({ do: words.optional(), why: words.optional() })
  .refine((comment) => comment.do !== undefined || comment.why !== undefined, 'a comment says something');
