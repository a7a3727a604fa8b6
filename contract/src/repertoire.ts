import { keySchema } from '@jocund/core/score/schema';
import { z } from 'zod';
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
  figures: z
    .object({
      gradePoints: z.number(),
      errorCount: z.int(),
      warningCount: z.int(),
      openStage: z.object({
        stage: z.enum(['shapes', 'thumb', 'melody', 'form', 'ready']),
        why: z.enum(['empty', 'unfinished', 'queries', 'ready']),
        count: z.int(),
      }),
    })
    .nullable(),
  updatedAt: timestamp,
  archivedAt: timestamp.nullable(),
  /** Why the piece cannot be read as it is stored; its figures then say nothing. */
  trouble: z.string().nullable(),
  /** How many students have it to practise. */
  givenTo: z.int(),
});

/** Which pieces of the repertoire are asked for, in an address. Every word of `search` is in the title, the player, the tuning or the key. */
export const askedPiecesSchema = z.object({
  search: z.string().max(200).default(''),
  shelf: z.enum(['in-hand', 'archived']).default('in-hand'),
  /** By title; the last saved, the easiest or the hardest first; or what is not written to the end first, then what students have. */
  order: z.enum(['title', 'saved', 'easiest', 'hardest', 'worked']).default('title'),
  /** Only those of this grade, 1 to 8. */
  grade: z.coerce.number().int().min(1).max(8).optional(),
  /** Only those with something to mend. */
  open: z.stringbool().default(false),
  /** How many come before the page. */
  from: z.coerce.number().int().min(0).max(1_000_000).default(0),
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
