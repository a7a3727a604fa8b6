import { piecesAPage, type AskedPieces, type PieceList, type PieceSummary } from '@jocund/contract';
import type { OpenStage } from '@jocund/core/stages';
import { keySchema } from '@jocund/core/score/schema';
import { toArrangement, type StoredArrangement } from '../arrangements/repository.ts';
import type { Database } from '../database/connect.ts';
import { pieceMeasure } from '../summaries/measure.ts';

interface SummaryRow {
  readonly id: string;
  readonly archived_at: Date | null;
  readonly arrangement_id: string;
  readonly saved_at: Date;
  readonly title: string;
  readonly player: string;
  readonly tuning_name: string;
  /** A number with as many digits as the document gave it: text. */
  readonly capo: string;
  readonly key_tonic: string;
  readonly key_mode: string;
  readonly tempo_bpm: string;
  readonly bar_count: number;
  readonly measure: number | null;
  readonly grade_points: number | null;
  readonly error_count: number | null;
  readonly warning_count: number | null;
  readonly open_stage: OpenStage | null;
  readonly trouble: string | null;
  readonly given_to: string;
}

const columns = [
  'p.id',
  'p.archived_at',
  'a.id as arrangement_id',
  'a.saved_at',
  's.title',
  's.player',
  's.tuning_name',
  's.capo',
  's.key_tonic',
  's.key_mode',
  's.tempo_bpm',
  's.bar_count',
  's.measure',
  's.grade_points',
  's.error_count',
  's.warning_count',
  's.open_stage',
  's.trouble',
] as const;

const givenTo = 'coalesce(given.students, 0) as given_to';

const summaries = (database: Database, studioId: string) =>
  database('pieces as p')
    .join('arrangements as a', { 'a.studio_id': 'p.studio_id', 'a.piece_id': 'p.id' })
    .join('piece_summaries as s', 's.arrangement_id', 'a.id')
    .leftJoin(studentsOfEach(database, studioId), 'given.arrangement_id', 'a.id')
    .where('p.studio_id', studioId);

/** How many students have each piece to practise. */
const studentsOfEach = (database: Database, studioId: string) =>
  database('assignments')
    .where({ studio_id: studioId })
    .whereNull('ended_at')
    .groupBy('arrangement_id')
    .select('arrangement_id', database.raw('count(distinct student_id) as students'))
    .as('given');

/** As a reader would sort them. */
const byTitle = `s.title collate "en-x-icu", p.created_at, p.id`;

const orders: Record<AskedPieces['order'], string> = {
  title: byTitle,
  saved: `a.saved_at desc, ${byTitle}`,
  worked: `coalesce(s.open_stage ->> 'stage', '') = 'ready', given.students is null, a.saved_at desc, ${byTitle}`,
  easiest: `s.grade_points asc nulls last, ${byTitle}`,
  hardest: `s.grade_points desc nulls last, ${byTitle}`,
};

/** Every piece of a studio by title. */
export async function listPieces(database: Database, studioId: string): Promise<PieceSummary[]> {
  const rows = await summaries(database, studioId)
    .orderByRaw(byTitle)
    .select<SummaryRow[]>(...columns, database.raw(givenTo));
  return rows.map(toSummary);
}

/** What a word is looked for in; small letters as Unicode has them, whatever the database was made with. */
const text = `lower((s.title || ' ' || s.player || ' ' || s.tuning_name || ' ' || s.key_tonic) collate "en-x-icu")`;

/** A page of those that match. */
export async function findPieces(
  database: Database,
  studioId: string,
  { search, shelf, order, grade, open, from }: AskedPieces,
): Promise<PieceList> {
  const onShelf = () =>
    summaries(database, studioId).whereRaw(`p.archived_at is ${shelf === 'archived' ? 'not null' : 'null'}`);
  const matching = () => {
    const query = onShelf();
    for (const word of search.split(/\s+/).filter((each) => each !== ''))
      void query.whereRaw(`strpos(${text}, lower(? collate "en-x-icu")) > 0`, [word]);
    if (grade !== undefined)
      void query.whereRaw('least(8, greatest(1, floor(s.grade_points + 0.5))) = ?', [grade]);
    if (open) void query.whereRaw('(s.error_count + s.warning_count > 0 or s.trouble is not null)');
    return query;
  };
  const count = async (query: ReturnType<typeof onShelf>) =>
    Number((await query.count<{ count: string }[]>())[0]?.count ?? 0);
  const [rows, total, all] = await Promise.all([
    matching()
      .orderByRaw(orders[order])
      .offset(from)
      .limit(piecesAPage)
      .select<SummaryRow[]>(...columns, database.raw(givenTo)),
    count(matching()),
    count(onShelf()),
  ]);
  return { pieces: rows.map(toSummary), total, onShelf: all };
}

export async function findSummary(
  database: Database,
  studioId: string,
  id: string,
): Promise<PieceSummary | undefined> {
  const [row] = await summaries(database, studioId)
    .where('p.id', id)
    .select<SummaryRow[]>(...columns, database.raw(givenTo));
  return row && toSummary(row);
}

/** Those of another measure say nothing any more. */
const figuresOf = ({
  measure,
  grade_points,
  error_count,
  warning_count,
  open_stage,
}: SummaryRow): PieceSummary['figures'] =>
  measure === pieceMeasure &&
  grade_points !== null &&
  error_count !== null &&
  warning_count !== null &&
  open_stage !== null
    ? {
        gradePoints: grade_points,
        errorCount: error_count,
        warningCount: warning_count,
        openStage: open_stage,
      }
    : null;

/** A key that is none is shown as the one that pieces begin with: the row says what is wrong with the piece. */
const noKey = { tonic: 'C', mode: 'major' } as const;

const toSummary = (row: SummaryRow): PieceSummary => ({
  id: row.id,
  arrangementId: row.arrangement_id,
  title: row.title,
  player: row.player,
  tuningName: row.tuning_name,
  capo: Math.round(Number(row.capo)),
  key: keySchema.safeParse({ tonic: row.key_tonic, mode: row.key_mode }).data ?? noKey,
  tempoBpm: Number(row.tempo_bpm),
  barCount: row.bar_count,
  figures: figuresOf(row),
  updatedAt: row.saved_at.toISOString(),
  archivedAt: row.archived_at?.toISOString() ?? null,
  trouble: row.trouble,
  givenTo: Number(row.given_to),
});

/** The arrangement of a piece. */
export async function findArrangementOf(
  database: Database,
  studioId: string,
  pieceId: string,
): Promise<StoredArrangement | undefined> {
  const row = await database('arrangements')
    .where({ studio_id: studioId, piece_id: pieceId })
    .first<Parameters<typeof toArrangement>[0] | undefined>();
  return row && toArrangement(row);
}

export async function insertPiece(transaction: Database, studioId: string): Promise<string> {
  const [row] = await transaction('pieces').insert({ studio_id: studioId }).returning<{ id: string }[]>('id');
  if (!row) throw new Error('the new piece was not stored');
  return row.id;
}

export const setArchived = async (
  database: Database,
  studioId: string,
  id: string,
  archived: boolean,
): Promise<void> => {
  await database('pieces')
    .where({ studio_id: studioId, id })
    .update({ archived_at: archived ? database.fn.now() : null });
};
