import * as z from 'zod/mini';
import { describeFault, fail, ok, type Result } from '../fault/index.ts';
import { asDocument, openDocument } from '../score/document/index.ts';
import { barTicks } from '../score/index.ts';
import type { Figure } from './figure.ts';
import { figureHeadSchema } from './figure-schema.ts';
import { figureLimits } from './limits.ts';

const format = 'jocund-figure' as const;

/** A figure as files and the studio keep it: its head, and its score in the envelope of every score. */
export const asFigureDocument = ({ score, ...head }: Figure) => ({
  format,
  ...head,
  score: asDocument(score),
});

/** Reads a figure as it was kept. Refused: what is no figure, or one without a bar or over eight. */
export function openFigure(document: unknown): Result<Figure> {
  if (
    typeof document !== 'object' ||
    document === null ||
    !('format' in document) ||
    document.format !== format
  )
    return fail('This is not a figure', 'Choose a file that was kept as a figure');
  const { format: _, score: inner, ...rest } = document as Record<string, unknown>;
  const head = figureHeadSchema.safeParse(rest);
  if (!head.success) {
    const [issue] = head.error.issues;
    return fail(
      `The figure’s ${String(issue?.path[0] ?? 'head')} cannot be read`,
      'Keep the figure anew from a piece',
    );
  }
  const opened = openDocument(inner);
  if (!opened.ok) return opened;
  const score = opened.value;
  const last = score.bars.at(-1);
  if (score.bars.length > figureLimits.bars)
    return fail(`A figure has at most ${figureLimits.bars} bars`, 'Keep a shorter part of it');
  if (
    !last ||
    head.data.toTick > barTicks(last.metre) ||
    (score.bars.length === 1 && head.data.fromTick >= head.data.toTick)
  )
    return fail('The figure ends outside its bars', 'Keep the figure anew from a piece');
  return ok({ ...head.data, score });
}

/** A figure as a request or an answer carries it: a document on the way, a figure inside. */
export const figureDocumentSchema = z.pipe(
  z.looseObject({ format: z.literal(format) }),
  z.transform((document, context): Figure => {
    const opened = openFigure(document);
    if (opened.ok) return opened.value;
    context.issues.push({ code: 'custom', message: describeFault(opened.fault), input: document });
    return z.NEVER;
  }),
);
