import {
  emptyHand,
  noFinger,
  rememberedTicks,
  stepHand,
  type Choice,
  type FrettingSetting,
  type HandState,
} from './hand-state.ts';
import type { Moment, TimedNote } from './moments.ts';
import { numberOf, type FingerNumber } from './placement.ts';

/** One way to have reached a moment: the hand then, the least cost so far, and from where. */
export interface Reached {
  readonly key: string;
  readonly state: HandState;
  readonly costMm: number;
  readonly choice: Choice;
  readonly from: string;
}

/** Every hand that can be reached at a moment, by what distinguishes it for the rest of the piece. */
export interface Layer {
  readonly moment: Moment;
  readonly reached: ReadonlyMap<string, Reached>;
  /** Added to every cost of the layer; a later run may find all of them dearer or cheaper by the same amount. */
  readonly addedMm: number;
}

/** A search that went through, kept so that the next one works out only what an edit can reach. */
export interface FrettingSearch {
  readonly layers: readonly Layer[];
  /** Moments worked out anew in this run. */
  readonly workedOut: number;
}

/**
 * The least-cost way of the fretting hand through a piece, by dynamic programming over every legal placement of every
 * moment; two ways that leave the hand alike for all that follows are one. Linear in the number of moments. Where no legal
 * placement is reached at all, the fewest notes are let go or left unplayed that lets the search go on. `before` is an
 * earlier run with the same setting: its layers are used again up to the first change and from where nothing is left of it.
 */
export function searchFretting(
  moments: readonly Moment[],
  setting: FrettingSetting,
  before?: FrettingSearch,
): FrettingSearch {
  const layers: Layer[] = [];
  const old = before?.layers ?? [];
  const kept = sameAtStart(moments, old);
  const keptEnd = sameAtEnd(moments, old, kept);
  let workedOut = 0;
  let from: ReadonlyMap<string, Reached> = start;
  let added = 0;
  for (let index = 0; index < moments.length; index += 1) {
    const moment = moments[index];
    if (!moment) continue;
    const again = index < kept ? old[index] : undefined;
    if (again) {
      layers.push(again);
      from = again.reached;
      added = again.addedMm;
      continue;
    }
    const reached = reach(from, added, moment, setting);
    workedOut += 1;
    layers.push({ moment, reached, addedMm: 0 });
    from = reached;
    added = 0;
    const counterpart = old[index];
    if (index + 1 < moments.length - keptEnd || !counterpart || old.length !== moments.length) continue;
    const difference = evenDifference(reached, counterpart);
    if (difference === undefined) continue;
    for (const later of old.slice(index + 1)) layers.push({ ...later, addedMm: later.addedMm + difference });
    return { layers, workedOut };
  }
  return { layers, workedOut };
}

const noChoice: Choice = { strings: [], fingers: [], planted: [], released: [] };
const start: ReadonlyMap<string, Reached> = new Map([
  ['', { key: '', state: emptyHand, costMm: 0, choice: noChoice, from: '' }],
]);

/** The cheapest way through, one entry a moment. */
export function cheapestWay({ layers }: FrettingSearch): Reached[] {
  const way: Reached[] = [];
  let key = cheapest(layers.at(-1)?.reached);
  for (let index = layers.length - 1; index >= 0; index -= 1) {
    const reached = layers[index]?.reached.get(key);
    if (!reached) break;
    way.unshift(reached);
    key = reached.from;
  }
  return way;
}

/** What the cheapest way costs, in mm. */
export function leastCostMm({ layers }: FrettingSearch): number {
  const last = layers.at(-1);
  return last ? (last.reached.get(cheapest(last.reached))?.costMm ?? 0) + last.addedMm : 0;
}

function cheapest(reached: ReadonlyMap<string, Reached> | undefined): string {
  let best: Reached | undefined;
  for (const each of reached?.values() ?? []) if (!best || each.costMm < best.costMm) best = each;
  return best?.key ?? '';
}

/** All hands reached from the moment before; notes are given up only when otherwise none is. */
function reach(
  from: ReadonlyMap<string, Reached>,
  addedMm: number,
  moment: Moment,
  setting: FrettingSetting,
): Map<string, Reached> {
  const reached = new Map<string, Reached>();
  for (let givenUp = 0; reached.size === 0 && givenUp <= 12; givenUp += 1) {
    for (const earlier of from.values()) {
      forEachChoice(earlier.state, moment, setting, givenUp, (choice) => {
        const step = stepHand(earlier.state, moment, choice, setting);
        if (!step) return;
        const costMm = earlier.costMm + addedMm + step.costMm;
        const key = keyOf(step.state, moment);
        const known = reached.get(key);
        if (!known || costMm < known.costMm)
          reached.set(key, { key, state: step.state, costMm, choice, from: earlier.key });
      });
    }
  }
  return reached;
}

/** What of a hand matters for what follows: the notes it remembers, their fingers, where it lies and since when. */
function keyOf(state: HandState, { at }: Moment): string {
  const letters: number[] = [];
  let fingers = 0;
  let planted = 0;
  for (let index = 0; index < 6; index += 1) {
    letters.push((state.frets[index] ?? -1) + 1, (state.plantedFrets[index] ?? -1) + 1);
    addTime(letters, state.notes[index], at);
    fingers = fingers * 8 + (state.fingers[index] ?? 0);
    planted = planted * 8 + (state.plantedFingers[index] ?? 0);
  }
  for (const place of state.places) {
    letters.push(place?.fret ?? 0, place?.strings ?? 0);
    addTime(letters, place?.note, at);
  }
  letters.push(state.position, fingers >> 9, fingers & 511, planted >> 9, planted & 511);
  addTime(letters, state.landed, at);
  return String.fromCharCode(...letters);
}

/** How long ago a note began, or ended if it is over, and how long it is: what the time a hand has is counted from. */
function addTime(letters: number[], note: TimedNote | undefined, at: number): void {
  if (!note) {
    letters.push(0);
    return;
  }
  const length = note.until - note.at;
  const since = note.until > at ? at - note.at : Math.min(at - note.until, rememberedTicks);
  letters.push(note.until > at ? 1 : 2, since >> 12, since & 4095, length >> 12, length & 4095);
}

const allFingers: readonly FingerNumber[] = [1, 2, 3, 4];

/**
 * Calls back with every choice of strings and fingers that may be legal, giving up exactly so many notes. Only choices that
 * break a rule of the hand whatever else is chosen are passed over.
 */
export function forEachChoice(
  before: HandState,
  moment: Moment,
  setting: FrettingSetting,
  givenUp: number,
  found: (choice: Choice) => void,
): void {
  const { at, starts } = moment;
  const strings: number[] = [];
  const fingers: number[] = [];
  const planted: number[] = [];
  const areFixed = starts.every((note) => note.strings.length === 1);
  const taken = [false, false, false, false, false, false];
  const mayBeReplaced = [0, 1, 2, 3, 4, 5].map((index) =>
    starts.some((note) => note.strings.includes(index)),
  );

  const choose = (each: number, left: number, released: readonly number[]): void => {
    const note = starts[each];
    if (!note) {
      if (left === 0)
        found({ strings: [...strings], fingers: [...fingers], planted: [...planted], released });
      return;
    }
    for (const index of note.strings) {
      if (taken[index] && !areFixed) continue;
      const wasTaken = taken[index] ?? false;
      taken[index] = true;
      strings[each] = index;
      const fret = note.midi - (setting.openMidi[index] ?? 0);
      for (const finger of fingersFor(note, index, fret, setting)) {
        if (
          finger > 0 &&
          !mayPress(
            finger,
            fret,
            index,
            before,
            at,
            mayBeReplaced,
            released,
            strings,
            fingers,
            each,
            setting,
            starts,
          )
        )
          continue;
        fingers[each] = finger;
        for (const plant of plantsFor(note, index, fret, finger, setting)) {
          planted[each] = plant;
          choose(each + 1, left, released);
        }
      }
      if (left > 0 && fret > 0 && !note.note.dead) {
        fingers[each] = noFinger;
        planted[each] = 0;
        choose(each + 1, left - 1, released);
      }
      if (left > 0 && note.pulledTo && plantFret(note, index, setting) > 0) {
        for (const finger of fingersFor(note, index, fret, setting)) {
          fingers[each] = finger;
          planted[each] = noFinger;
          choose(each + 1, left - 1, released);
        }
      }
      taken[index] = wasTaken;
    }
  };

  if (givenUp === 0) {
    choose(0, 0, []);
    return;
  }
  const held = [0, 1, 2, 3, 4, 5].filter(
    (index) => (before.fingers[index] ?? 0) > 0 && (before.notes[index]?.until ?? 0) > at,
  );
  for (const released of subsets(held, givenUp)) choose(0, givenUp - released.length, released);
}

/** Subsets of at most so many, the empty one first. */
function subsets(items: readonly number[], most: number): number[][] {
  return items.reduce<number[][]>(
    (all, item) => [...all, ...all.filter(({ length }) => length < most).map((each) => [...each, item])],
    [[]],
  );
}

const open: readonly FingerNumber[] = [0];

function fingersFor(
  note: TimedNote,
  index: number,
  fret: number,
  { hand }: FrettingSetting,
): readonly FingerNumber[] {
  if (fret === 0 || note.note.dead) return open;
  const { finger } = note.note;
  const thumb = hand.thumbOver && index <= 1;
  if (finger !== undefined) return finger === 'T' && !thumb ? [] : [numberOf(finger)];
  return thumb ? withThumb : allFingers;
}

const withThumb: readonly FingerNumber[] = [...allFingers, 5];

/** The fret behind a note that is pulled off later, 0 when nothing has to be prepared. */
function plantFret({ pulledTo, strings }: TimedNote, index: number, { openMidi }: FrettingSetting): number {
  if (!pulledTo || (strings.length === 1 && !pulledTo.strings.includes(index))) return 0;
  return pulledTo.midi - (openMidi[index] ?? 0);
}

function plantsFor(
  note: TimedNote,
  index: number,
  fret: number,
  finger: FingerNumber,
  setting: FrettingSetting,
): readonly FingerNumber[] {
  const target = plantFret(note, index, setting);
  if (target <= 0 || target >= fret || finger === noFinger) return open;
  const pinned = note.pulledTo?.note.finger;
  if (pinned !== undefined) return pinned === 'T' ? [] : [numberOf(pinned)];
  return allFingers.filter((each) => each < finger);
}

/** Whether a finger can press here beside those that hold on and those already chosen: one fret a finger, none crossed. */
function mayPress(
  finger: FingerNumber,
  fret: number,
  index: number,
  before: HandState,
  at: number,
  mayBeReplaced: readonly boolean[],
  released: readonly number[],
  strings: readonly number[],
  fingers: readonly number[],
  chosen: number,
  setting: FrettingSetting,
  starts: readonly TimedNote[],
): boolean {
  for (let other = 0; other < 6; other += 1) {
    const held = before.fingers[other] ?? 0;
    if (
      held === 0 ||
      mayBeReplaced[other] ||
      (before.notes[other]?.until ?? 0) <= at ||
      released.includes(other)
    )
      continue;
    if (!standBeside(finger, fret, index, held, before.frets[other] ?? 0, other)) return false;
  }
  for (let each = 0; each < chosen; each += 1) {
    const other = strings[each] ?? 0;
    const press = fingers[each] ?? 0;
    const otherFret = (starts[each]?.midi ?? 0) - (setting.openMidi[other] ?? 0);
    if (press > 0 && !standBeside(finger, fret, index, press, otherFret, other)) return false;
  }
  return true;
}

function standBeside(
  finger: FingerNumber,
  fret: number,
  index: number,
  other: FingerNumber,
  otherFret: number,
  otherIndex: number,
): boolean {
  if (finger === other) return fret === otherFret;
  if (finger === 5 || other === 5) return true;
  if (fret === otherFret) return finger < other === index < otherIndex;
  return finger < other === fret < otherFret;
}

/** How many layers at the start belong to moments that have not changed. */
function sameAtStart(moments: readonly Moment[], old: readonly Layer[]): number {
  let same = 0;
  while (same < moments.length && isSame(moments[same], old[same]?.moment)) same += 1;
  return same;
}

function sameAtEnd(moments: readonly Moment[], old: readonly Layer[], limit: number): number {
  let same = 0;
  const most = Math.min(moments.length, old.length) - limit;
  while (same < most && isSame(moments[moments.length - 1 - same], old[old.length - 1 - same]?.moment))
    same += 1;
  return same;
}

/** Whether two moments ask the same of the hand at the same time. */
function isSame(a: Moment | undefined, b: Moment | undefined): boolean {
  if (!a || !b || a.at !== b.at || a.starts.length !== b.starts.length) return false;
  return a.starts.every((note, index) => {
    const other = b.starts[index];
    return other !== undefined && asksTheSame(note, other);
  });
}

function asksTheSame(a: TimedNote, b: TimedNote): boolean {
  return (
    (a.note === b.note || JSON.stringify(a.note) === JSON.stringify(b.note)) &&
    a.until === b.until &&
    a.midi === b.midi &&
    a.strings.join() === b.strings.join() &&
    a.source?.at === b.source?.at &&
    a.source?.midi === b.source?.midi &&
    a.pulledTo?.at === b.pulledTo?.at &&
    a.pulledTo?.midi === b.pulledTo?.midi &&
    a.pulledTo?.note.finger === b.pulledTo?.note.finger &&
    sameGrip(a, b)
  );
}

const sameGrip = ({ grip: a }: TimedNote, { grip: b }: TimedNote): boolean =>
  a === b || JSON.stringify(a) === JSON.stringify(b);

const closeEnough = 1e-6;

/** By how much all costs of a layer differ from an earlier run's; undefined when the layers are not otherwise alike. */
function evenDifference(reached: ReadonlyMap<string, Reached>, old: Layer): number | undefined {
  if (reached.size !== old.reached.size) return undefined;
  let difference: number | undefined;
  for (const [key, { costMm }] of reached) {
    const other = old.reached.get(key);
    if (!other) return undefined;
    const each = costMm - other.costMm - old.addedMm;
    if (difference !== undefined && Math.abs(each - difference) > closeEnough) return undefined;
    difference ??= each;
  }
  return difference;
}
