import type { RevisionSummary } from '@jocund/contract';
import { changesBetween } from '@jocund/core/score';
import { openDocument } from '@jocund/core/score/document';
import type { Database } from '../database/connect.ts';
import { documentsOf, keepChanges, listRevisions, type RevisionRow } from './repository.ts';

/** Rises when changes are told in other words: what was kept before is then worked out again. */
const changesMeasure = 1;

/** Changes of one save that are told; more would not be read. */
const mostTold = 12;

/** What changed from one stored document to the next; undefined when one of them cannot be read. */
function changesIn(before: unknown, after: unknown): string[] | undefined {
  const [was, now] = [openDocument(before), openDocument(after)];
  return was.ok && now.ok ? changesBetween(was.value, now.value).slice(0, mostTold) : undefined;
}

/** A page of the history, newest first, from below a version. What changed is worked out once for each and kept. */
export async function readHistory(
  database: Database,
  studioId: string,
  id: string,
  before: number | undefined,
): Promise<RevisionSummary[]> {
  const rows = await listRevisions(database, studioId, id, before);
  const isTold = ({ changes, changes_measure }: Pick<RevisionRow, 'changes' | 'changes_measure'>) =>
    changes !== null && changes_measure === changesMeasure;
  const untold = rows.flatMap(({ version, previous, ...row }) =>
    previous === null || isTold(row) ? [] : [{ version, previous }],
  );
  const told =
    untold.length > 0 ? await tellChanges(database, studioId, id, untold) : new Map<number, string[]>();
  return rows.map((row) => ({
    version: row.version,
    savedAt: row.saved_at.toISOString(),
    savedBy: row.saved_by,
    barCount: row.bar_count ?? 0,
    title: row.title ?? '',
    name: row.name,
    changes: told.get(row.version) ?? (isTold(row) ? row.changes : null) ?? [],
  }));
}

async function tellChanges(
  database: Database,
  studioId: string,
  id: string,
  pairs: readonly { readonly version: number; readonly previous: number }[],
): Promise<Map<number, string[]>> {
  const documents = await documentsOf(database, studioId, id, [
    ...new Set(pairs.flatMap(({ version, previous }) => [previous, version])),
  ]);
  const told = new Map<number, string[]>();
  for (const { version, previous } of pairs) {
    const changes = changesIn(documents.get(previous), documents.get(version));
    if (!changes) continue;
    told.set(version, changes);
    await keepChanges(database, studioId, id, { version, changes, measure: changesMeasure });
  }
  return told;
}
