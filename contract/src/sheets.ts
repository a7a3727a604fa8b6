import { gradeRange } from '@jocund/core/grading/terms';
import { scoreLimits } from '@jocund/core/score';
import { documentSchema } from '@jocund/core/score/document';
import { line } from '@jocund/core/score/schema';
import { z } from 'zod';
import { handSchema, id, timestamp } from './fields.ts';

/** Fingers a printed sheet may carry: more than a long piece has notes. */
const mostPrintedFingers = 20_000;

/** A note's fingers as the page worked them out, with its place. */
const placedFingersSchema = z.object({
  place: z.object({
    bar: z.int().min(0).max(scoreLimits.bars),
    tick: z.int().min(0),
    string: z.literal([1, 2, 3, 4, 5, 6]),
    voice: z.enum(['thumb', 'melody']),
  }),
  finger: z.literal([1, 2, 3, 4, 'T']).nullable(),
  picking: z.enum(['p', 'i', 'm', 'a']).optional(),
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
    verses: z.boolean().optional(),
    notesAlone: z.boolean().optional(),
    /** Where it is practised, an address of this Jocund. */
    link: z
      .url({ protocol: /^https?$/ })
      .max(300)
      .optional(),
    words: z.enum(['do', 'why']).optional(),
  }),
  names: z.enum(['english', 'german']),
});

/** As the studio grades it. */
const printedGrade = z.int().min(gradeRange.lowest).max(gradeRange.highest).optional();

/** A score to be printed, and how. */
export const printedSheetSchema = sheetLookSchema.extend({
  score: documentSchema,
  grade: printedGrade,
  fingers: z.array(placedFingersSchema).max(mostPrintedFingers),
  /** Other pieces on the same sheet. */
  also: z
    .array(
      z.strictObject({
        score: documentSchema,
        grade: printedGrade,
        fingers: z.array(placedFingersSchema).max(mostPrintedFingers),
      }),
    )
    .max(mostAlsoOnSheet)
    .optional(),
});

/** Most sheets that are printed at one go. */
export const mostSheetsAtOnce = 24;

/** Sheets printed at one go, each for its own reader. */
export const printedSheetsSchema = z.array(printedSheetSchema).min(1).max(mostSheetsAtOnce);

/** Most studies that are packed together. */
const mostPackedStudies = 24;

/** Studies to be packed into one zip: sheet, notes and sound of each. Both hands are worked out anew for the hand given. */
export const newBundleSchema = z.strictObject({
  title: line(scoreLimits.textLength).min(1),
  look: sheetLookSchema,
  hand: handSchema,
  /** Whether sound is made, too: slow and full, thumb alone, tune alone. */
  sound: z.boolean(),
  studies: z
    .array(
      z.strictObject({
        name: line(scoreLimits.textLength).min(1),
        score: documentSchema,
        grade: printedGrade,
      }),
    )
    .min(1)
    .max(mostPackedStudies),
});

/** Studies being packed, or packed: how many of its files are made, which is being made, and how large it is in bytes. */
export const bundleSchema = z.object({
  id,
  title: z.string(),
  state: z.enum(['waiting', 'working', 'done', 'failed']),
  filesDone: z.int().min(0),
  files: z.int().min(1),
  now: z.string(),
  bytes: z.int().min(0),
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
