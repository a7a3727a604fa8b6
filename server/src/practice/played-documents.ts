import { figureToPractise, openFigure } from '@jocund/core/figures';
import { cutRung } from '@jocund/core/grading';
import type { Score } from '@jocund/core/score';
import { asDocument, openDocument } from '@jocund/core/score/document';
import { LRUCache } from 'lru-cache';
import type { Database } from '../database/connect.ts';
import { documentsOf, type AssignedPiece } from './repository.ts';

/** Pieces are remembered as they are played, up to so many characters: a class plays few at a time, and to read and write one takes milliseconds. */
const mostCharacters = 64_000_000;

/** As JSON; “null”: what is stored cannot be read. By what it is made from, so that nothing in it grows old. */
const remembered = new LRUCache<string, string>({
  maxSize: mostCharacters,
  sizeCalculation: (text) => text.length,
});

/** The JSON of what is played of each assignment: the figure, again and again, or the piece, or its rung as the teacher changed it, else as it is cut. A rung that the piece has no more is the whole piece. “null” where it cannot be read. */
export async function playedDocuments(
  database: Database,
  studioId: string,
  assigned: readonly AssignedPiece[],
): Promise<readonly string[]> {
  const unknown = assigned.filter((each) => !remembered.has(keyOf(each)));
  const ids = unknown.flatMap(({ stored }) => (stored ? [stored.id] : []));
  const documents = await documentsOf(database, studioId, [...new Set(ids)]);
  return assigned.map((each) => {
    const key = keyOf(each);
    const known = remembered.get(key);
    if (known !== undefined) return known;
    const score = playedOf(each, documents.get(each.stored?.id ?? ''));
    const text = JSON.stringify(score ? asDocument(score) : null);
    remembered.set(key, text);
    return text;
  });
}

function keyOf({ assignment: { id, rung }, stored }: AssignedPiece): string {
  // A figure is kept with its assignment as it was when it was given.
  if (!stored) return `figure ${id}`;
  return `${stored.id} ${stored.version} ${rung && !stored.isByHand ? `${rung.order} ${rung.id}` : ''}`;
}

function playedOf(
  { assignment: { rung }, figure, stored }: AssignedPiece,
  document: unknown,
): Score | undefined {
  if (!stored) {
    const opened = openFigure(figure);
    return opened.ok ? figureToPractise(opened.value) : undefined;
  }
  const opened = openDocument(document);
  if (!opened.ok) return undefined;
  const isCut = rung !== null && !stored.isByHand;
  return (isCut ? cutRung(opened.value, rung.order, rung.id) : undefined) ?? opened.value;
}
