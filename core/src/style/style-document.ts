import * as z from 'zod/mini';
import { fail, ok, type Result } from '../fault/index.ts';
import { noteSchema } from '../score/schema.ts';
import type { PieceEvidence } from './evidence.ts';

const value = z.union([z.string().check(z.maxLength(80)), z.number()]);

const figureSchema = z.strictObject({
  kind: z.enum(['fill', 'ending']),
  tuning: z.string().check(z.maxLength(200)),
  grip: z.string().check(z.maxLength(40)),
  ticks: z.int().check(z.minimum(1), z.maximum(61440)),
  notes: z.array(noteSchema).check(z.minLength(1), z.maxLength(64)),
});

/** What was measured of pieces, bar by bar, as a file carries it. */
const styleDocumentSchema = z.strictObject({
  format: z.literal('jocund-style'),
  version: z.literal(1),
  name: z.string().check(z.maxLength(200)),
  pieces: z
    .array(
      z.strictObject({
        title: z.string().check(z.maxLength(200)),
        isSaid: z.optional(z.literal(true)),
        bars: z
          .array(z.record(z.string().check(z.maxLength(40)), z.array(value).check(z.maxLength(500))))
          .check(z.maxLength(400)),
        figures: z._default(z.array(figureSchema).check(z.maxLength(800)), []),
      }),
    )
    .check(z.maxLength(500)),
});

export type StyleDocument = z.infer<typeof styleDocumentSchema>;

/** Evidence as a file carries it. */
export const styleDocument = (name: string, pieces: readonly PieceEvidence[]): StyleDocument => ({
  format: 'jocund-style',
  version: 1,
  name,
  pieces: pieces.map(({ title, isSaid, bars, figures }) => ({
    title,
    ...(isSaid ? { isSaid } : {}),
    bars: bars.map((bar) =>
      Object.fromEntries(
        [...bar].flatMap(([trait, values]) => (values.length === 0 ? [] : [[trait, [...values]]])),
      ),
    ),
    figures: [...figures].map(({ notes, ...figure }) => ({ ...figure, notes: [...notes] })),
  })),
});

/** Reads what {@link styleDocument} wrote. Traits that are not known are kept, and count for nothing. */
export function openStyle(
  document: unknown,
): Result<{ readonly name: string; readonly pieces: readonly PieceEvidence[] }> {
  const read = styleDocumentSchema.safeParse(document);
  if (!read.success)
    return fail('This is not a measured style', 'Measure it anew with `jocund style FILE… --json`');
  const { name, pieces } = read.data;
  return ok({
    name,
    pieces: pieces.map(({ title, isSaid, bars, figures }) => ({
      title,
      ...(isSaid ? { isSaid } : {}),
      bars: bars.map((bar) => new Map(Object.entries(bar))),
      figures,
    })),
  });
}
