import * as z from 'zod/mini';
import { line } from '../score/schema.ts';
import { figureLimits } from './limits.ts';
import { figureRoles } from './roles.ts';

/** A figure but for its score, which goes in a document of its own kind. */
export const figureHeadSchema = z.strictObject({
  id: z.string().check(z.minLength(1), z.maxLength(60)),
  role: z.enum(figureRoles),
  /** Numeral of the chord it leads to, in the key of its score. */
  leadsTo: z.optional(line(figureLimits.numeralLength).check(z.minLength(1))),
  /** Where it begins in its first bar, and ends in its last. */
  fromTick: z.int().check(z.minimum(0), z.maximum(61440)),
  toTick: z.int().check(z.minimum(1), z.maximum(61440)),
});
