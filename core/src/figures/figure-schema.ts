import { z } from 'zod';
import { line } from '../score/schema.ts';
import { figureLimits } from './limits.ts';
import { figureRoles } from './roles.ts';

/** A figure but for its score, which goes in a document of its own kind. */
export const figureHeadSchema = z.strictObject({
  id: z.string().min(1).max(60),
  role: z.enum(figureRoles),
  /** Numeral of the chord it leads to, in the key of its score. */
  leadsTo: line(figureLimits.numeralLength).min(1).optional(),
  /** Where it begins in its first bar, and ends in its last. */
  fromTick: z.int().min(0).max(61440),
  toTick: z.int().min(1).max(61440),
});
