import { featureNames, gradeRange } from '@jocund/core/grading/terms';
import { scoreLimits } from '@jocund/core/score';
import { documentSchema } from '@jocund/core/score/document';
import { line } from '@jocund/core/score/schema';
import * as z from 'zod/mini';
import { id, timestamp } from './fields.ts';

const ladderWord = z.string().check(z.regex(/^[a-z0-9-]{1,48}$/));

/** A rung of a piece's ladder that is changed by hand: a piece of its own that still follows. */
export const keptRungSchema = z.object({
  /** The piece it is. */
  arrangementId: id,
  version: z.int().check(z.minimum(1)),
  own: documentSchema,
  order: ladderWord,
  rung: ladderWord,
  /** The version of the piece it was last cut from, and the rung as it was cut. */
  parentVersion: z.int().check(z.minimum(1)),
  then: documentSchema,
});

export const newKeptRungSchema = z.strictObject({
  parentId: id,
  order: ladderWord,
  rung: ladderWord,
  score: documentSchema,
});

/** A rung by hand takes over what changed in the piece: as it was cut now, and as it is with what is by hand. */
export const followedRungSchema = z.strictObject({
  then: documentSchema,
  baseVersion: z.int().check(z.minimum(1)),
  score: documentSchema,
});

/** A piece or a rung as it was measured when something was said of its grade. */
const gradedMusicSchema = z.strictObject({
  title: line(2 * scoreLimits.textLength).check(z.minLength(1)),
  /** Null for a study that ships. */
  arrangementId: z.nullable(id),
  features: z.partialRecord(z.enum(featureNames), z.number().check(z.minimum(0), z.maximum(1))),
});

/** A teacher's own word on grades: what this is, or which of two is easier. */
export const newGradeSayingSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('grade'),
    music: gradedMusicSchema,
    points: z.number().check(z.minimum(gradeRange.lowest), z.maximum(gradeRange.highest)),
  }),
  z.strictObject({ kind: z.literal('order'), easier: gradedMusicSchema, harder: gradedMusicSchema }),
]);

export const gradeSayingSchema = z.object({
  id,
  said: newGradeSayingSchema,
  saidBy: z.string(),
  saidAt: timestamp,
});

/** A studio keeps at most so many. */
export const mostGradeSayings = 200;

export type KeptRung = z.output<typeof keptRungSchema>;
export type GradedMusic = z.infer<typeof gradedMusicSchema>;
export type NewGradeSaying = z.infer<typeof newGradeSayingSchema>;
export type KeptGradeSaying = z.infer<typeof gradeSayingSchema>;
