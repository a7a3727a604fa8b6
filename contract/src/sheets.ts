import { gradeRange } from '@jocund/core/grading/terms';
import { scoreLimits } from '@jocund/core/score';
import { documentSchema } from '@jocund/core/score/document';
import { line } from '@jocund/core/score/schema';
import * as z from 'zod/mini';
import { handSchema, id, timestamp } from './fields.ts';

/** Fingers a printed sheet may carry: more than a long piece has notes. */
const mostPrintedFingers = 20_000;

/** A note's fingers as the page worked them out, with its place. */
const placedFingersSchema = z.object({
  place: z.object({
    bar: z.int().check(z.minimum(0), z.maximum(scoreLimits.bars)),
    tick: z.int().check(z.minimum(0)),
    string: z.literal([1, 2, 3, 4, 5, 6]),
    voice: z.enum(['thumb', 'melody']),
  }),
  finger: z.nullable(z.literal([1, 2, 3, 4, 'T'])),
  picking: z.optional(z.enum(['p', 'i', 'm', 'a'])),
});

/** Most pieces beside the first on one sheet. */
export const mostAlsoOnSheet = 7;

/** How sheets are printed, and for whom. */
const sheetLookSchema = z.strictObject({
  paper: z.enum(['a4', 'letter']),
  inks: z.enum(['both', 'black']),
  student: line(scoreLimits.textLength),
  leftHanded: z.boolean(),
  staff: z.boolean(),
  call: z.enum(['strings', 'frets', 'none']),
  holds: z.strictObject({
    comments: z.boolean(),
    grips: z.boolean(),
    practice: z.boolean(),
    tuning: z.boolean(),
    song: z.boolean(),
    large: z.boolean(),
    verses: z.optional(z.boolean()),
    notesAlone: z.optional(z.boolean()),
    /** Where it is practised, an address of this Jocund. */
    link: z.optional(z.url({ protocol: /^https?$/ }).check(z.maxLength(300))),
    words: z.optional(z.enum(['do', 'why'])),
  }),
  names: z.enum(['english', 'german']),
});

/** As the studio grades it. */
const printedGrade = z.optional(z.int().check(z.minimum(gradeRange.lowest), z.maximum(gradeRange.highest)));

/** A score to be printed, and how. */
export const printedSheetSchema = z.extend(sheetLookSchema, {
  score: documentSchema,
  grade: printedGrade,
  fingers: z.array(placedFingersSchema).check(z.maxLength(mostPrintedFingers)),
  /** Other pieces on the same sheet. */
  also: z.optional(
    z
      .array(
        z.strictObject({
          score: documentSchema,
          grade: printedGrade,
          fingers: z.array(placedFingersSchema).check(z.maxLength(mostPrintedFingers)),
        }),
      )
      .check(z.maxLength(mostAlsoOnSheet)),
  ),
});

/** Most sheets that are printed at one go. */
export const mostSheetsAtOnce = 24;

/** Sheets printed at one go, each for its own reader. */
export const printedSheetsSchema = z
  .array(printedSheetSchema)
  .check(z.minLength(1), z.maxLength(mostSheetsAtOnce));

/** Most studies that are packed together. */
const mostPackedStudies = 24;

/** Studies to be packed into one zip: sheet, notes and sound of each. Both hands are worked out anew for the hand given. */
export const newBundleSchema = z.strictObject({
  title: line(scoreLimits.textLength).check(z.minLength(1)),
  look: sheetLookSchema,
  hand: handSchema,
  /** Whether sound is made, too: slow and full, thumb alone, tune alone. */
  sound: z.boolean(),
  studies: z
    .array(
      z.strictObject({
        name: line(scoreLimits.textLength).check(z.minLength(1)),
        score: documentSchema,
        grade: printedGrade,
      }),
    )
    .check(z.minLength(1), z.maxLength(mostPackedStudies)),
});

/** Studies being packed, or packed: how many of its files are made, which is being made, and how large it is in bytes. */
export const bundleSchema = z.object({
  id,
  title: z.string(),
  state: z.enum(['waiting', 'working', 'done', 'failed']),
  filesDone: z.int().check(z.minimum(0)),
  files: z.int().check(z.minimum(1)),
  now: z.string(),
  bytes: z.int().check(z.minimum(0)),
  /** Why it failed, in a sentence; empty otherwise. */
  failure: z.string(),
  madeAt: timestamp,
});

/** Where a packed bundle is taken from. */
export const bundleFilePath = (bundleId: string): string => `/api/bundles/${bundleId}/file`;

export type SheetLook = z.infer<typeof sheetLookSchema>;
/** As it goes over the line. */
export type PrintedSheetSent = z.input<typeof printedSheetSchema>;
export type PrintedSheet = z.infer<typeof printedSheetSchema>;
export type NewBundle = z.infer<typeof newBundleSchema>;
export type Bundle = z.infer<typeof bundleSchema>;
