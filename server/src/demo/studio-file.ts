import { z } from 'zod';

/** The demo studio as its file tells it. */
export const studioFileSchema = z.strictObject({
  studio: z.string(),
  teacher: z.strictObject({ name: z.string(), email: z.email() }),
  players: z.array(
    z.strictObject({
      name: z.string(),
      thumbPattern: z.string(),
      bassEnding: z.enum(['let-ring', 'stopped', 'palm-damped']),
      note: z.string(),
    }),
  ),
  students: z.array(
    z.strictObject({
      name: z.string(),
      note: z.string(),
      goals: z.string().default(''),
      cautions: z.string().default(''),
      groups: z.array(z.string()).default([]),
      /** With an address the student can sign in, with the teacher's password. */
      account: z.email().optional(),
      /** The weekday on which the demo is loaded is a day of lessons. */
      lesson: z.strictObject({ starts: z.string(), minutes: z.int() }).optional(),
      /** Pairs of strings to be counted right. */
      earDrill: z.int().min(1).optional(),
      practises: z
        .array(
          z.strictObject({
            /** A piece's file, or else a figure's id. */
            piece: z.string().optional(),
            figure: z.string().optional(),
            firstBar: z.int().nullable(),
            lastBar: z.int().nullable(),
            startBpm: z.int(),
            goalBpm: z.int(),
            /** So many weeks of practice are made up. */
            weeks: z.int().min(0).max(52),
            hurts: z.boolean(),
            note: z.string(),
            barWords: z.array(z.strictObject({ bar: z.int(), text: z.string() })).default([]),
          }),
        )
        .default([]),
    }),
  ),
  pieces: z.array(z.string().regex(/^[a-z-]+$/)),
});
