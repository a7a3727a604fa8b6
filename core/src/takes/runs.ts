import { align, type Match, type Pace, type Played } from './align.ts';
import type { ExpectedEvent } from './expected.ts';
import type { Anchor } from './local-clock.ts';
import { median } from './numbers.ts';

/** A stretch that was played on without stopping, going back or leaping ahead. */
export interface Run {
  readonly matches: readonly Match[];
  readonly firstEvent: number;
  /** The last that belongs to it: what is missing up to a stop does, too. */
  readonly lastEvent: number;
  /** How it came about. */
  readonly begins: 'take' | 'stop' | 'restart';
  /** Seconds lost before it, where it begins after a stop. */
  readonly lostS: number;
}

/** So many moments left out at once is a leap ahead, not notes that are missing. */
const leap = 12;
/** A pause that is so much longer than what is written is a stop. */
const leastStop = { seconds: 0.5, times: 2 };

/** Finds the study's moments in a take: first by what sounds alone, then twice with the pace that came of it. */
export function findRuns(played: Played, events: readonly ExpectedEvent[]): Run[] {
  let matches = align(played, events);
  let pace: Pace = () => 1;
  for (let round = 0; round < 2; round += 1) {
    pace = paceFrom(matches, played, events);
    matches = align(played, events, pace);
  }
  return runsOf(matches, played, events, pace);
}

function runsOf(
  matches: readonly Match[],
  { startS }: Played,
  events: readonly ExpectedEvent[],
  pace: Pace,
): Run[] {
  const runs: { matches: Match[]; begins: Run['begins']; lostS: number }[] = [];
  matches.forEach((match, index) => {
    const before = matches[index - 1];
    const isNear = before && match.event >= before.event && match.event - before.event <= leap;
    const usual = Math.min(pace(match.heard - paceAside), pace(match.heard + paceAside));
    const wanted = ((events[match.event]?.atS ?? 0) - (events[before?.event ?? 0]?.atS ?? 0)) * usual;
    const gap = (startS[match.heard] ?? 0) - (startS[before?.heard ?? 0] ?? 0);
    const lostS = gap - wanted;
    const isStop =
      lostS > leastStop.seconds && gap > leastStop.times * wanted && match.event !== before?.event;
    if (isNear && !isStop) runs.at(-1)?.matches.push(match);
    else
      runs.push({
        matches: [match],
        begins: !before ? 'take' : isNear ? 'stop' : 'restart',
        lostS: isNear ? lostS : 0,
      });
  });
  return runs.map(({ matches: mine, begins, lostS }, index) => {
    const next = runs[index + 1];
    const last = mine.at(-1)?.event ?? 0;
    return {
      matches: mine,
      begins,
      lostS,
      firstEvent: mine[0]?.event ?? 0,
      lastEvent: next?.begins === 'stop' ? Math.max(last, (next.matches[0]?.event ?? 0) - 1) : last,
    };
  });
}

/** So many notes aside of a stop, the pace knows nothing of it. */
const paceAside = 6;
/** Between so many notes the pace is taken: fewer make it jumpy, more make it late. */
const paceReach = 4;

/** Seconds of the take for one second of the study around each note, by the middle of what neighbouring notes say. */
function paceFrom(matches: readonly Match[], { startS }: Played, events: readonly ExpectedEvent[]): Pace {
  const anchors = matches.map(({ heard: index, event }) => ({
    index,
    atS: events[event]?.atS ?? 0,
    heardS: startS[index] ?? 0,
  }));
  const slope = (a: Anchor, b: Anchor) => (b.heardS - a.heardS) / (b.atS - a.atS);
  const slopesAround = (at: number): number[] => {
    const near = anchors.slice(Math.max(0, at - paceReach), at + paceReach + 1);
    return near
      .flatMap((a, index) => near.slice(index + 2).map((b) => [a, b] as const))
      .filter(([a, b]) => b.atS - a.atS > 0.05)
      .map(([a, b]) => slope(a, b));
  };
  const whole = median(anchors.flatMap((_, at) => (at % 4 === 0 ? slopesAround(at) : []))) || 1;
  const paces = anchors.map((_, at) => {
    const slopes = slopesAround(at).filter((each) => each > whole / 2.5 && each < whole * 2.5);
    return slopes.length >= 5 ? median(slopes) : whole;
  });
  return (heardIndex) => {
    let [low, high] = [0, anchors.length - 1];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((anchors[middle]?.index ?? 0) < heardIndex) low = middle + 1;
      else high = middle;
    }
    return paces[low] ?? whole;
  };
}
