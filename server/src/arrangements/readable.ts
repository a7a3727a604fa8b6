import type { Arrangement } from '@jocund/contract';
import { describeFault } from '@jocund/core/fault';
import type { Score } from '@jocund/core/score';
import { asDocument, mendDocument, openDocument, type ScoreDocument } from '@jocund/core/score/document';
import { Refusal } from '../http/refusal.ts';
import type { StoredArrangement } from './repository.ts';

/** An arrangement on its way out: the score in its envelope. */
type SentArrangement = Omit<Arrangement, 'score'> & {
  readonly score: ScoreDocument & Record<string, unknown>;
};

export const sent = (score: Score): SentArrangement['score'] => ({ ...asDocument(score) });

/** The arrangement for the page, or a refusal as {@link openOrRefuse} has it. */
export const readable = (arrangement: StoredArrangement): SentArrangement => {
  const { document: _, ...stored } = arrangement;
  return { ...stored, score: sent(openOrRefuse(arrangement)) };
};

/**
 * The score of an arrangement. One that cannot be read is refused with all that is there: the document as it is stored, to be kept as
 * a file, and what of it can be read, if anything.
 */
export function openOrRefuse({ document, ...stored }: StoredArrangement): Score {
  const opened = openDocument(document);
  if (opened.ok) return opened.value;
  const mended = mendDocument(document);
  throw new Refusal(
    'unreadable',
    `Version ${stored.version} of this piece cannot be read: ${describeFault(opened.fault)}`,
    'Open what can be read, or go back to an earlier version; nothing is lost',
    {
      ...stored,
      stored: document,
      mended: mended.ok ? { score: sent(mended.value.score), leftOut: mended.value.leftOut } : null,
    },
  );
}
