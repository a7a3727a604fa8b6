import { pickingSchools } from '@jocund/core/score';
import * as z from 'zod/mini';

export const id = z.uuid();
export const timestamp = z.iso.datetime();

const spanMm = z.number().check(z.minimum(10), z.maximum(250));
const spanSchema = z
  .strictObject({ comfortableMm: spanMm, largestMm: spanMm })
  .check(
    z.refine(
      ({ comfortableMm, largestMm }) => comfortableMm <= largestMm,
      'the largest span is at least the comfortable one',
    ),
  );

/** What a person's fretting hand is taken to do; spans only where they were measured. */
export const handSchema = z.strictObject({
  size: z.enum(['small', 'medium', 'large']),
  thumbOver: z.boolean(),
  spans: z.optional(z.partialRecord(z.enum(['12', '23', '34', '13', '24', '14']), spanSchema)),
});

/** How a person reads a sheet; null: as the piece has it, or the teacher's own browser. */
export const readingSchema = z.strictObject({
  school: z.nullable(z.enum(pickingSchools)),
  noteNames: z.nullable(z.enum(['english', 'german'])),
  leftHanded: z.nullable(z.boolean()),
});

export type Reading = z.infer<typeof readingSchema>;
export type HandSettings = z.infer<typeof handSchema>;
