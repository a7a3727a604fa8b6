import type { GripFingers } from '../hands/index.ts';
import type { GripFrets } from '../score/index.ts';
import { givenUpMm, noFinger, type Choice } from './choice.ts';
import { frettingCosts as costs } from './cost-table.ts';
import type { FrettingSetting } from './fretting-setting.ts';
import { isSameNote, type Moment, type TimedNote } from './moments.ts';
import { numberOf, standBeside, type FingerNumber, type Placement } from './placement.ts';

/**
 * What sounds and is held, by string from 6 to 1: the note, its fret and finger, and a finger already down behind a note that
 * will be pulled off. Notes that are over are still here until the next moment.
 */
export interface Sounding {
  readonly notes: readonly (TimedNote | undefined)[];
  readonly frets: readonly number[];
  readonly fingers: readonly FingerNumber[];
  readonly planted: readonly (TimedNote | undefined)[];
  readonly plantedFrets: readonly number[];
  readonly plantedFingers: readonly FingerNumber[];
}

const nothing = [undefined, undefined, undefined, undefined, undefined, undefined];
const noFrets = [-1, -1, -1, -1, -1, -1];
const noFingers = [0, 0, 0, 0, 0, 0];

export const silence: Sounding = {
  notes: nothing,
  frets: noFrets,
  fingers: noFingers,
  planted: nothing,
  plantedFrets: noFrets,
  plantedFingers: noFingers,
};

/** Names of what a step costs, as shown to a guitarist. */
export type StepTerm =
  | 'hold'
  | 'mute risk'
  | 'reach'
  | 'fingers at one fret'
  | 'shift'
  | 'another finger'
  | 'bend'
  | 'little finger'
  | 'other finger than the grip'
  | 'grip moved'
  | 'weak finger'
  | 'pressed notes'
  | 'string of the other voice'
  | 'cuts a note short'
  | 'given up';

export type Tally = (term: StepTerm, mm: number) => void;

/** What sounds after a moment, and the part of its cost that does not depend on how the hand came there. */
export interface Sounded {
  readonly sounding: Sounding;
  readonly placement: Placement;
  readonly costMm: number;
  /** New notes that are pressed. */
  readonly pressed: number;
}

/** What sounds when the notes of a moment are played as chosen; undefined when no hand can hold that. */
export function soundNext(
  before: Sounding,
  { at, starts }: Moment,
  choice: Choice,
  setting: FrettingSetting,
  tally?: Tally,
): Sounded | undefined {
  const notes = [...before.notes];
  const frets = [...before.frets];
  const fingers = [...before.fingers];
  const planted = [...before.planted];
  const plantedFrets = [...before.plantedFrets];
  const plantedFingers = [...before.plantedFingers];
  const end = (index: number) => {
    notes[index] = undefined;
    frets[index] = -1;
    fingers[index] = 0;
  };
  let costMm = 0;
  const pay: Tally = (term, mm) => {
    if (mm === 0) return;
    costMm += mm;
    tally?.(term, mm);
  };

  for (let index = 0; index < 6; index += 1) if ((notes[index]?.until ?? at) <= at) end(index);
  choice.released.forEach(end);
  pay('given up', givenUpMm(choice));
  let pressed = 0;
  let opened = 0;
  for (let each = 0; each < starts.length; each += 1) {
    const start = starts[each];
    const index = choice.strings[each] ?? 0;
    const finger = choice.fingers[each] ?? 0;
    if (!start) continue;
    if (!arrives(start, index, finger, before)) return undefined;
    if (notes[index]) pay('cuts a note short', costs.cutShort.value);
    pay('string of the other voice', otherVoiceMm(start, index));
    planted[index] = undefined;
    plantedFrets[index] = -1;
    plantedFingers[index] = 0;
    if (start.asks.includes('no-place') || finger === noFinger) {
      end(index);
      continue;
    }
    const fret = start.midi - (setting.openMidi[index] ?? 0);
    notes[index] = start;
    frets[index] = fret;
    fingers[index] = finger;
    if (fret === 0) opened += 1;
    else {
      pressed += 1;
      payNote(start, index, fret, finger, pay);
    }
    const plant = choice.planted[each] ?? 0;
    if (plant <= 0 || !start.pulledTo) continue;
    planted[index] = start.pulledTo;
    plantedFrets[index] = start.pulledTo.midi - (setting.openMidi[index] ?? 0);
    plantedFingers[index] = plant;
  }

  const placement = placementOf({ notes, frets, fingers, plantedFrets, plantedFingers }, setting);
  if (!placement.isLegal) return undefined;
  if (pressed > 0) pay('hold', placement.holdMm);
  else if (opened > 0) pay('mute risk', placement.muteMm);
  return {
    sounding: { notes, frets, fingers, planted, plantedFrets, plantedFingers },
    placement,
    costMm,
    pressed,
  };
}

/** Whether a note is touched by a straight finger or the bottleneck, across as many strings as there are, and not pressed. */
const liesAcross = ({ asks }: TimedNote): boolean => asks.includes('touch') || asks.includes('glass');

/** What holding all that sounds is worth. */
export const placementOf = (
  sounding: Pick<Sounding, 'notes' | 'frets' | 'fingers' | 'plantedFrets' | 'plantedFingers'>,
  { placements }: FrettingSetting,
): Placement =>
  placements({
    ...sounding,
    touched: sounding.notes.map((note) => note !== undefined && liesAcross(note)),
  });

/** Whether a note has the finger it must have: one already down for it, one that slides, one above that which is hammered from. */
function arrives(start: TimedNote, index: number, finger: FingerNumber, before: Sounding): boolean {
  if (finger === noFinger || start.asks.includes('no-place')) return true;
  if (isSameNote(before.planted[index], start) && finger !== before.plantedFingers[index]) return false;
  const { source } = start;
  if (!source) return true;
  if (!isSameNote(before.notes[index], source))
    return !before.notes.some((sounding) => isSameNote(sounding, source));
  const from = before.fingers[index] ?? 0;
  if (from === 0 || finger === 0) return true;
  if (start.asks.includes('same-finger')) return finger === from;
  if (start.asks.includes('finger-above')) return finger !== 5 && (from === 5 || finger > from);
  return true;
}

const bendMm = [
  0,
  costs.bendIndex.value,
  costs.bendMiddle.value,
  0,
  costs.bendLittle.value,
  costs.bendThumb.value,
];

/** What one pressed note pays for the finger it gets. */
function payNote(start: TimedNote, index: number, fret: number, finger: FingerNumber, pay: Tally): void {
  const { grip } = start;
  if (start.asks.includes('glass')) return;
  pay('pressed notes', costs.presses.value);
  if (start.asks.includes('push')) pay('bend', bendMm[finger] ?? 0);
  if (finger === 4 && (start.asks.includes('finger-above') || start.pulledTo))
    pay('little finger', costs.weakHammer.value);
  const held = start.gripFingers;
  const expected = grip?.frets[index] === fret ? held?.[index] : undefined;
  if (expected && numberOf(expected) === finger) return;
  if (finger === 4) pay('weak finger', costs.littleFinger.value);
  if (finger === 3) pay('weak finger', costs.ringFinger.value);
  if (expected) pay('other finger than the grip', costs.againstUsual.value);
  else if (grip && held) pay('grip moved', gripMovedMm(grip.frets, held, index, fret, finger));
}

/** Fingers of a held grip, sounding or not, that must leave their places for a note beside it; those of the bass are missed most. */
function gripMovedMm(
  frets: GripFrets,
  held: GripFingers,
  index: number,
  fret: number,
  finger: FingerNumber,
): number {
  const leaving = [0, 0, 0, 0, 0, 0];
  let [thickest, thinnest] = [6, -1];
  for (let other = 0; other < held.length; other += 1) {
    const holds = held[other];
    if (!holds || other === index) continue;
    const number = numberOf(holds);
    const mm = other < 3 ? costs.bassMoved.value : costs.gripMoved.value;
    if (number === finger && frets[other] === fret) {
      thickest = Math.min(thickest, other);
      thinnest = Math.max(thinnest, other);
    }
    const isUnder = number === finger && frets[other] === fret;
    if (isUnder || !standBeside(finger, fret, index, number, frets[other] ?? 0, other))
      leaving[number] = Math.max(leaving[number] ?? 0, mm);
  }
  // Under a barre the finger lies there already.
  if (thickest < index && index < thinnest) leaving[finger] = 0;
  return leaving.reduce((sum, mm) => sum + mm, 0);
}

/** A melody note on strings 4 to 6, a thumb note on strings 1 and 2: each string further costs. */
function otherVoiceMm({ note }: TimedNote, index: number): number {
  const string = 6 - index;
  const away = note.voice === 'melody' ? Math.max(0, string - 3) : Math.max(0, 3 - string);
  return away * costs.otherVoiceString.value;
}
