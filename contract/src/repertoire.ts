import { keySchema } from '@jocund/core/score/schema';
import * as z from 'zod/mini';
import { id, timestamp } from './fields.ts';

/** Answers are not held to the limits of what is typed: one row out of bounds must not take the list with it. */
export const pieceSummarySchema = z.object({
  id,
  arrangementId: id,
  title: z.string(),
  player: z.string(),
  tuningName: z.string(),
  capo: z.int(),
  key: keySchema,
  tempoBpm: z.number(),
  barCount: z.int(),
  /** How hard it is and what is open in it; null while that is being measured, and where the piece cannot be read. */
  figures: z.nullable(
    z.object({
      gradePoints: z.number(),
      errorCount: z.int(),
      warningCount: z.int(),
      openStage: z.object({
        stage: z.enum(['shapes', 'thumb', 'melody', 'form', 'ready']),
        why: z.enum(['empty', 'unfinished', 'queries', 'ready']),
        count: z.int(),
      }),
    }),
  ),
  updatedAt: timestamp,
  archivedAt: z.nullable(timestamp),
  /** Why the piece cannot be read as it is stored; its figures then say nothing. */
  trouble: z.nullable(z.string()),
  /** How many students have it to practise. */
  givenTo: z.int(),
});

/** Which pieces of the repertoire are asked for, in an address. Every word of `search` is in the title, the player, the tuning or the key. */
export const askedPiecesSchema = z.object({
  search: z._default(z.string().check(z.maxLength(200)), ''),
  shelf: z._default(z.enum(['in-hand', 'archived']), 'in-hand'),
  /** By title; the last saved, the easiest or the hardest first; or what is not written to the end first, then what students have. */
  order: z._default(z.enum(['title', 'saved', 'easiest', 'hardest', 'worked']), 'title'),
  /** Only those of this grade, 1 to 8. */
  grade: z.optional(z.coerce.number().check(z.int(), z.minimum(1), z.maximum(8))),
  /** Only those with something to mend. */
  open: z._default(z.stringbool(), false),
  /** How many come before the page. */
  from: z._default(z.coerce.number().check(z.int(), z.minimum(0), z.maximum(1_000_000)), 0),
});

/** Pieces on a page of the repertoire. */
export const piecesAPage = 60;

export const pieceListSchema = z.object({
  pieces: z.array(pieceSummarySchema),
  /** All that match, on whatever page. */
  total: z.int(),
  /** All on that shelf. */
  onShelf: z.int(),
});

export type PieceSummary = z.infer<typeof pieceSummarySchema>;
export type AskedPieces = z.output<typeof askedPiecesSchema>;
export type PieceList = z.infer<typeof pieceListSchema>;
