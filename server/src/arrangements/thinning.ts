import type { Database } from '../database/connect.ts';

/**
 * Thins the history out: all of the last day stays, then the last revision of each hour for a week, of each day for ninety days, and of each week after that; the first, the newest and
 * those with a name stay for ever. Answers how many went. What changed is told anew where the revision before is another one now.
 */
export async function thinRevisions(database: Database): Promise<number> {
  const { rows } = await database.raw<{ rows: { count: number }[] }>(`
    with aged as (
      select studio_id, arrangement_id, version, name, saved_at,
        case
          when saved_at > now() - interval '1 day' then 'all'
          when saved_at > now() - interval '7 days' then 'hour'
          when saved_at > now() - interval '90 days' then 'day'
          else 'week'
        end as by,
        max(version) over each_piece as newest, min(version) over each_piece as first
      from revisions window each_piece as (partition by studio_id, arrangement_id)
    ),
    placed as (
      select *, row_number() over (
        partition by studio_id, arrangement_id, by, date_trunc(case by when 'all' then 'microseconds' else by end, saved_at)
        order by version desc
      ) as place
      from aged
    ),
    gone as (
      delete from revisions using placed
      where placed.studio_id = revisions.studio_id and placed.arrangement_id = revisions.arrangement_id
        and placed.version = revisions.version
        and placed.by <> 'all' and placed.place > 1 and placed.name is null
        and placed.version not in (placed.newest, placed.first)
      returning revisions.studio_id, revisions.arrangement_id, revisions.version
    ),
    told_anew as (
      update revisions set changes = null, changes_measure = null
      from (select studio_id, arrangement_id, min(version) as earliest from gone group by 1, 2) touched
      where touched.studio_id = revisions.studio_id and touched.arrangement_id = revisions.arrangement_id
        and revisions.version > touched.earliest
        and not exists (
          select from gone where gone.studio_id = revisions.studio_id
            and gone.arrangement_id = revisions.arrangement_id and gone.version = revisions.version
        )
      returning 1
    )
    select count(*)::int as count from gone`);
  return rows[0]?.count ?? 0;
}

const firstAfterMs = 60_000;
const everyMs = 24 * 60 * 60 * 1000;

/** Thins out once a day while the server runs; several servers on one database do not disturb each other. Answers how to stop. */
export function startThinning(database: Database, failed: (error: unknown) => void): () => void {
  const thin = () => void thinRevisions(database).catch(failed);
  const first = setTimeout(thin, firstAfterMs);
  const daily = setInterval(thin, everyMs);
  first.unref();
  daily.unref();
  return () => {
    clearTimeout(first);
    clearInterval(daily);
  };
}
