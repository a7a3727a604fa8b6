import { createHash } from 'node:crypto';
import type { PieceSummary } from '@jocund/contract';
import { scoreFindings } from '@jocund/core/checking';
import { describeFault } from '@jocund/core/fault';
import { gradeScore, type GradeWeights } from '@jocund/core/grading';
import { isLetStand, type Score } from '@jocund/core/score';
import { mendDocument, openDocument } from '@jocund/core/score/document';
import type { StoredPiece } from './repository.ts';

/** Everything but the identity is computed from the score as it stands; its grade with the weights of the studio. A piece that cannot be read is listed with what is wrong with it. */
export function summarise({ id, archivedAt, arrangement }: StoredPiece, weights: GradeWeights): PieceSummary {
  const about = {
    id,
    arrangementId: arrangement.id,
    updatedAt: arrangement.savedAt,
    archivedAt: archivedAt?.toISOString() ?? null,
  };
  const key = keyOf(arrangement.document, weights);
  const known = remembered.get(key);
  if (known) return { ...about, ...known, trouble: null };
  const opened = openDocument(arrangement.document);
  if (opened.ok) return { ...about, ...remember(key, figuresOf(opened.value, weights)), trouble: null };
  const mended = mendDocument(arrangement.document);
  return {
    ...about,
    ...(mended.ok ? settingsOf(mended.value.score) : nothingKnown),
    ...nothingMeasured,
    trouble: describeFault(opened.fault),
  };
}

/** Figures of music seen lately, by what is in it: a list asks for the same again and again. */
const remembered = new Map<string, ReturnType<typeof figuresOf>>();
const mostRemembered = 5000;

const keyOf = (document: unknown, weights: GradeWeights): string =>
  createHash('sha256')
    .update(JSON.stringify([document, weights]))
    .digest('base64');

/** The oldest goes where there are too many. */
function remember<T extends ReturnType<typeof figuresOf>>(key: string, figures: T): T {
  const [oldest] = remembered.keys();
  if (oldest !== undefined && remembered.size >= mostRemembered) remembered.delete(oldest);
  remembered.set(key, figures);
  return figures;
}

const settingsOf = (score: Score) => ({
  title: score.title,
  player: score.player,
  tuningName: score.tuning.name,
  capo: score.capo,
  key: score.key,
  tempoBpm: score.tempoBpm,
  barCount: score.bars.length,
});

function figuresOf(score: Score, weights: GradeWeights) {
  const open = scoreFindings(score).filter((finding) => !isLetStand(score, finding));
  const errorCount = open.filter(({ severity }) => severity === 'error').length;
  return {
    ...settingsOf(score),
    gradePoints: gradeScore(score, weights).points,
    errorCount,
    warningCount: open.length - errorCount,
  };
}

const nothingMeasured = { gradePoints: 0, errorCount: 0, warningCount: 0 };

const nothingKnown = {
  title: 'A piece that cannot be read',
  player: '',
  tuningName: '',
  capo: 0,
  key: { tonic: 'C', mode: 'major' as const },
  tempoBpm: 0,
  barCount: 0,
};
