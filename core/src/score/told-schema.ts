import * as z from 'zod/mini';
import { scoreLimits } from './limits.ts';
import { prose } from './text-schema.ts';

/** A phrase told in the teacher's own words, in place of those made from the notes. */
const toldSchema = z.strictObject({
  depth: z.enum(['do', 'why']),
  language: z.enum(['english', 'german']),
  text: prose(scoreLimits.toldLength).check(z.minLength(1)),
  /** The print of what the phrase played when this was written: where it plays something else, the words may no longer fit. */
  of: z.string().check(z.regex(/^[0-9a-f]{8}$/)),
});

/** Each depth in each language once. */
export const toldListSchema = z.array(toldSchema).check(
  z.minLength(1),
  z.maxLength(4),
  z.refine(
    (all) => new Set(all.map(({ depth, language }) => `${depth} ${language}`)).size === all.length,
    'a phrase is told once at each depth in each language',
  ),
);
