import type { FrettingFinger } from '../hands/index.ts';
import { noFinger, type Choice } from './choice.ts';
import type { FrettingSetting } from './fretting-setting.ts';
import type { Moment, TimedNote } from './moments.ts';
import { numberOf, standBeside, type FingerNumber } from './placement.ts';
import type { Sounding } from './sounding.ts';

const noFingerNeeded: readonly FingerNumber[] = [0];
const fourFingers: readonly FingerNumber[] = [1, 2, 3, 4];
const everyString = [0, 1, 2, 3, 4, 5];

/**
 * Every choice of strings and fingers that may be legal, giving up exactly so many notes. Only choices that break a rule of
 * the hand whatever else is chosen are passed over.
 */
export function choicesFor(
  before: Sounding,
  { at, starts, bound }: Moment,
  setting: FrettingSetting,
  givenUp: number,
): Choice[] {
  const found: Choice[] = [];
  const strings: number[] = [];
  const fingers: number[] = [];
  const planted: number[] = [];
  const areFixed = starts.every((note) => note.strings.length === 1);
  const taken = [false, false, false, false, false, false];
  const held = everyString.filter(
    (index) => (before.fingers[index] ?? 0) > 0 && (before.notes[index]?.until ?? 0) > at,
  );
  /** Held notes that surely go on: no note that starts may take their string. */
  const staying = held.filter((index) => !starts.some((note) => note.strings.includes(index)));

  const standsBesideAll = (
    finger: FingerNumber,
    fret: number,
    index: number,
    chosen: number,
    released: readonly number[],
  ) => {
    for (const other of staying)
      if (
        !released.includes(other) &&
        !standBeside(finger, fret, index, before.fingers[other] ?? 0, before.frets[other] ?? 0, other)
      )
        return false;
    for (let each = 0; each < chosen; each += 1) {
      const other = strings[each] ?? 0;
      const press = fingers[each] ?? 0;
      const otherFret = (starts[each]?.midi ?? 0) - (setting.openMidi[other] ?? 0);
      if (press > 0 && !standBeside(finger, fret, index, press, otherFret, other)) return false;
    }
    return true;
  };

  const choose = (each: number, left: number, released: readonly number[]): void => {
    const note = starts[each];
    if (!note) {
      if (left === 0)
        found.push({ strings: [...strings], fingers: [...fingers], planted: [...planted], released });
      return;
    }
    const own = bound?.[each];
    for (const index of note.strings) {
      if (taken[index] && !areFixed) continue;
      if (own && own.index !== index) continue;
      const wasTaken = taken[index] ?? false;
      taken[index] = true;
      strings[each] = index;
      const fret = note.midi - (setting.openMidi[index] ?? 0);
      for (const finger of fingersFor(note, index, fret, setting)) {
        if (own && own.finger !== finger) continue;
        if (finger > 0 && !standsBesideAll(finger, fret, index, each, released)) continue;
        fingers[each] = finger;
        for (const plant of plantsFor(note, index, fret, finger, setting)) {
          planted[each] = plant;
          choose(each + 1, left, released);
        }
        if (left > 0 && plantFret(note, index, setting) > 0) {
          planted[each] = noFinger;
          choose(each + 1, left - 1, released);
        }
      }
      if (left > 0 && fret > 0 && !note.asks.includes('no-place')) {
        fingers[each] = noFinger;
        planted[each] = 0;
        choose(each + 1, left - 1, released);
      }
      taken[index] = wasTaken;
    }
  };

  if (givenUp === 0) choose(0, 0, []);
  else for (const released of subsets(held, givenUp)) choose(0, givenUp - released.length, released);
  return found;
}

/** The most notes that one moment may give up: every string's held and new note and its pull-off. */
export const mostGivenUp = 18;

/** Subsets of at most so many, the empty one first. */
function subsets(items: readonly number[], most: number): number[][] {
  return items.reduce<number[][]>(
    (all, item) => [...all, ...all.filter(({ length }) => length < most).map((each) => [...each, item])],
    [[]],
  );
}

/** Fingers that may press a note on a string, whatever else is held; only 0 where none is needed. */
export function fingersFor(
  note: TimedNote,
  index: number,
  fret: number,
  { hand, choosesThumb }: FrettingSetting,
): readonly FingerNumber[] {
  if (fret === 0 || note.asks.includes('no-place')) return noFingerNeeded;
  const typed = note.note.finger ?? typedInGrip(note, index, fret);
  if (note.asks.includes('glass')) {
    const worn = note.note.finger ?? hand.glassFinger;
    return worn === undefined ? [] : [numberOf(worn)];
  }
  const thumb = hand.thumbOver && index <= 1;
  if (typed !== undefined) return typed === 'T' && !thumb ? [] : [numberOf(typed)];
  const free = hand.glassFinger ? fourFingers.filter((each) => each !== hand.glassFinger) : fourFingers;
  return thumb && (choosesThumb || note.gripFingers?.[index] === 'T') ? [...free, 5] : free;
}

/** The finger the teacher gave a note in its grip. */
export const typedInGrip = ({ grip }: TimedNote, index: number, fret: number): FrettingFinger | undefined =>
  grip?.fingers && grip.frets[index] === fret ? (grip.fingers[index] ?? undefined) : undefined;

/** The fret behind a note that is pulled off later, 0 when nothing has to be prepared. */
function plantFret({ pulledTo }: TimedNote, index: number, { openMidi }: FrettingSetting): number {
  return pulledTo?.strings.includes(index) ? pulledTo.midi - (openMidi[index] ?? 0) : 0;
}

function plantsFor(
  note: TimedNote,
  index: number,
  fret: number,
  finger: FingerNumber,
  setting: FrettingSetting,
): readonly FingerNumber[] {
  const target = plantFret(note, index, setting);
  if (target <= 0 || target >= fret) return noFingerNeeded;
  const pinned = note.pulledTo?.note.finger;
  if (pinned !== undefined) return pinned === 'T' ? [] : [numberOf(pinned)];
  return fourFingers.filter((each) => each < finger);
}
