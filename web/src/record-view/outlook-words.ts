import { outlookOf, tempoTrend, type InHand } from '@jocund/core/practice';

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const dayOf = (ms: number): string => day.format(new Date(ms));
/** Further ahead a line through six weeks says nothing. */
const furthestMs = 365 * 24 * 3_600_000;

/** How fast the tempo rises, and when the goal is likely reached, in words; undefined where there is too little to go by. */
export function outlookWords(inHand: InHand, nowMs: number): string | undefined {
  const outlook = outlookOf(inHand, nowMs);
  if (outlook.kind === 'reached') return 'The goal is reached.';
  if (outlook.kind === 'unknown') return undefined;
  const trend = tempoTrend(inHand.passes, nowMs);
  const rise = trend ? `${riseWords(Math.round(trend.aWeek))} ` : '';
  const { soonestMs, latestMs, kind } = outlook;
  const goal = `♩${inHand.goalBpm}`;
  const by = inHand.goalMs === undefined ? '' : ` by ${dayOf(inHand.goalMs)}`;
  if (soonestMs === undefined || soonestMs - nowMs > furthestMs)
    return `${rise}${goal}${by} is out of reach as it goes: change something.`;
  const when =
    latestMs === undefined || latestMs - nowMs > furthestMs
      ? `not before ${dayOf(soonestMs)}`
      : dayOf(soonestMs) === dayOf(latestMs)
        ? `about ${dayOf(soonestMs)}`
        : `between ${dayOf(soonestMs)} and ${dayOf(latestMs)}`;
  const verdict = {
    'in time': ', in time.',
    late: `, too late for ${dayOf(inHand.goalMs ?? 0)}.`,
    open: inHand.goalMs === undefined ? '.' : `; ${dayOf(inHand.goalMs)} may or may not be met.`,
  }[kind];
  return `${rise}${goal} ${when}${verdict}`;
}

const riseWords = (aWeek: number): string =>
  aWeek > 0 ? `Rises by ♩${aWeek} a week.` : aWeek < 0 ? `Falls by ♩${-aWeek} a week.` : 'Stands still.';
