import { spanOf, type Hand, type Press } from '../hands/index.ts';
import { fretSpanMm } from '../instrument/index.ts';
import { noFinger, type Choice } from './choice.ts';
import { spareMs } from './finger-moves.ts';
import { findingLimits as limits } from './finding-limits.ts';
import type { FrettingSetting } from './fretting-setting.ts';
import { searchFretting, type FrettingSearch } from './fretting-search.ts';
import { emptyHand, type HandState } from './hand-state.ts';
import { finished } from '../steps/index.ts';
import { cheapestWay, type Reached } from './layered-search.ts';
import type { Moment } from './moments.ts';
import { placementOf } from './sounding.ts';

/** The fretting hand’s way through a piece. */
interface HandWay {
  readonly moments: readonly Moment[];
  readonly steps: readonly Reached<HandState, Choice>[];
}

/** A piece as far as hardships are told from it. */
export interface Searched {
  readonly hand: Hand;
  readonly setting: FrettingSetting;
  readonly search: FrettingSearch;
  /** The search in which like bars need not be alike. */
  readonly free: FrettingSearch;
}

/** Two fingers far apart. */
export interface Stretch {
  readonly lower: Press;
  readonly higher: Press;
  readonly spanMm: number;
}

/** A shift for which there is hardly time. */
export interface HurriedShift {
  readonly wayMm: number;
  /** Time there is for it, in ms. */
  readonly spare: number;
  readonly fromPosition: number;
  /** The note that was played last before it. */
  readonly landed: NonNullable<HandState['landed']>;
}

/** Something of the fretting hand that a teacher is told. */
export type HardshipKind = 'reach' | 'shift' | 'let go' | 'unplayed';

/** Moments on either side of a change of finger that are looked at with it. */
const around = 2;
const fingers = [1, 2, 3, 4] as const;

const ways = new WeakMap<FrettingSearch, HandWay>();

/** The cheapest way of a search, worked out once. */
function wayOf(search: FrettingSearch): HandWay {
  const known = ways.get(search);
  if (known) return known;
  const way = { moments: search.layers.map(({ moment }) => moment), steps: cheapestWay(search) };
  ways.set(search, way);
  return way;
}

/** The stretch that begins at a moment: said once while the fingers stay so. */
export function stretchAt(searched: Searched, index: number): Stretch | undefined {
  const { steps } = wayOf(searched.search);
  const wide = widest(searched, steps[index]);
  if (!wide || !steps[index]?.choice.fingers.some((finger) => finger > 0)) return undefined;
  const earlier = widest(searched, steps[index - 1]);
  return earlier && sameStretch(earlier, wide) ? undefined : wide;
}

const sameStretch = (a: Stretch, b: Stretch): boolean =>
  a.lower.fret === b.lower.fret && a.higher.fret === b.higher.fret && a.lower.finger === b.lower.finger;

function widest(
  { hand, setting }: Searched,
  step: Reached<HandState, Choice> | undefined,
): Stretch | undefined {
  if (!step) return undefined;
  const presses = placementOf(step.state.sounding, setting).presses.filter(({ finger }) => finger !== 'T');
  let found: Stretch | undefined;
  presses.forEach((lower, index) => {
    for (const higher of presses.slice(index + 1)) {
      const spanMm = fretSpanMm(setting.neck, lower.fret, higher.fret);
      const { comfortableMm, largestMm } = spanOf(Number(lower.finger), Number(higher.finger), hand);
      const isWide = spanMm > comfortableMm + limits.stretch.value * (largestMm - comfortableMm);
      if (isWide && (!found || spanMm > found.spanMm)) found = { lower, higher, spanMm };
    }
  });
  return found;
}

/** The shift at a moment, when there is hardly time for it. */
export function hurriedShiftAt({ search, setting }: Searched, index: number): HurriedShift | undefined {
  const { moments, steps } = wayOf(search);
  const [moment, step] = [moments[index], steps[index]];
  if (!moment || !step) return undefined;
  const { position: fromPosition, landed } = steps[index - 1]?.state ?? emptyHand;
  const { position } = step.state;
  if (fromPosition === 0 || fromPosition === position || !landed) return undefined;
  const wayMm = Math.abs((setting.fretMm[position] ?? 0) - (setting.fretMm[fromPosition] ?? 0));
  // A slide is itself the way: its finger leads the hand while the string sounds.
  const isSlid = moment.starts.some(({ note }) => note.arrival === 'slide');
  if (isSlid || wayMm < limits.shiftWay.value) return undefined;
  const spare = spareMs(landed, moment, setting);
  return spare < limits.shiftSpare.value ? { wayMm, spare, fromPosition, landed } : undefined;
}

/**
 * Whether the notes of a moment have other fingers with which something hard there is gone and nothing else comes beside it: then it is
 * Jocund’s choice. Only the fretting hand is searched anew, and like bars need not follow.
 */
export function isEasierOtherwise(searched: Searched, index: number, hard: HardshipKind): boolean {
  const now = new Set(hardships(searched, index));
  const { moments } = wayOf(searched.free);
  const [moment, step] = [moments[index], wayOf(searched.search).steps[index]];
  if (!moment || !step) return false;
  const isBetter = (bound: NonNullable<Moment['bound']>): boolean => {
    const search = finished(
      searchFretting(moments.with(index, { ...moment, bound }), searched.setting, searched.free),
    );
    const then = hardships({ ...searched, search }, index);
    return !then.includes(`${hard} 0`) && then.every((each) => now.has(each));
  };
  return moment.starts.some(({ note }, each) => {
    const taken = step.choice.fingers[each] ?? 0;
    if (taken < 1 || note.finger !== undefined || note.bottleneck !== undefined) return false;
    return fingers
      .filter((finger) => finger !== taken)
      .some((finger) =>
        isBetter(
          moment.starts.map((_, other) =>
            other === each ? { index: step.choice.strings[each] ?? 0, finger } : undefined,
          ),
        ),
      );
  });
}

/** What there is to say of the fretting hand about a moment and those beside it: what, and how many moments away. */
function hardships(searched: Searched, at: number): string[] {
  const { steps } = wayOf(searched.search);
  const found: string[] = [];
  for (let away = -around; away <= around; away += 1) {
    const step = steps[at + away];
    if (!step) continue;
    const add = (kind: HardshipKind) => found.push(`${kind} ${away}`);
    if (step.choice.released.length > 0) add('let go');
    if (step.choice.fingers.includes(noFinger)) add('unplayed');
    if (stretchAt(searched, at + away)) add('reach');
    if (hurriedShiftAt(searched, at + away)) add('shift');
  }
  return found;
}
