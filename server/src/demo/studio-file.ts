import * as z from 'zod/mini';

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
      goals: z._default(z.string(), ''),
      cautions: z._default(z.string(), ''),
      groups: z._default(z.array(z.string()), []),
      /** With an address the student can sign in, with the teacher's password. */
      account: z.optional(z.email()),
      /** The weekday on which the demo is loaded is a day of lessons. */
      lesson: z.optional(z.strictObject({ starts: z.string(), minutes: z.int() })),
      /** Pairs of strings to be counted right. */
      earDrill: z.optional(z.int().check(z.minimum(1))),
      practises: z._default(
        z.array(
          z.strictObject({
            /** A piece's file, or else a figure's id. */
            piece: z.optional(z.string()),
            figure: z.optional(z.string()),
            firstBar: z.nullable(z.int()),
            lastBar: z.nullable(z.int()),
            startBpm: z.int(),
            goalBpm: z.int(),
            /** So many weeks of practice are made up. */
            weeks: z.int().check(z.minimum(0), z.maximum(52)),
            hurts: z.boolean(),
            note: z.string(),
            barWords: z._default(z.array(z.strictObject({ bar: z.int(), text: z.string() })), []),
          }),
        ),
        [],
      ),
    }),
  ),
  pieces: z.array(z.string().check(z.regex(/^[a-z-]+$/))),
});
