import { scoreFindings } from '@jocund/core/checking';
import { describeFault } from '@jocund/core/fault';
import { featuresByDimension, type Features } from '@jocund/core/grading';
import { isLetStand, type Score } from '@jocund/core/score';
import { openStageOf, type OpenStage } from '@jocund/core/stages';
import { mendDocument, openDocument } from '@jocund/core/score/document';

/** Raised when pieces are measured otherwise than before: every piece is then measured anew. */
export const pieceMeasure = 2;

/** What can be said of a piece without grading it. */
type Settings = Pick<Score, 'title' | 'player' | 'capo' | 'key' | 'tempoBpm'> & {
  readonly tuningName: string;
  readonly barCount: number;
};

interface Figures {
  /** What the grade is added up from, dimension by dimension. */
  readonly features: readonly Features[];
  readonly openStage: OpenStage;
  readonly errorCount: number;
  readonly warningCount: number;
}

/** A piece measured, or what of one can be told that cannot be read. */
export type MeasuredPiece =
  | { readonly settings: Settings; readonly figures: Figures; readonly trouble: null }
  | { readonly settings: Settings | undefined; readonly figures: undefined; readonly trouble: string };

/** Reads and measures a piece as it is stored; takes a few milliseconds for a short one, and half a second for a long one. */
export function measurePiece(document: unknown): MeasuredPiece {
  const opened = openDocument(document);
  if (opened.ok)
    return { settings: settingsOf(opened.value), figures: figuresOf(opened.value), trouble: null };
  const mended = mendDocument(document);
  return {
    settings: mended.ok ? settingsOf(mended.value.score) : undefined,
    figures: undefined,
    trouble: describeFault(opened.fault),
  };
}

/** The same of a piece as the database writes it: a thread of its own reads it, too. */
export const measureStored = (text: string): MeasuredPiece => measurePiece(JSON.parse(text));

const settingsOf = ({ title, player, tuning, capo, key, tempoBpm, bars }: Score): Settings => ({
  title,
  player,
  tuningName: tuning.name,
  capo,
  key,
  tempoBpm,
  barCount: bars.length,
});

function figuresOf(score: Score): Figures {
  const open = scoreFindings(score).filter((finding) => !isLetStand(score, finding));
  const errorCount = open.filter(({ severity }) => severity === 'error').length;
  return {
    features: featuresByDimension(score),
    openStage: openStageOf(score, open),
    errorCount,
    warningCount: open.length - errorCount,
  };
}
