import { spanOf, type FrettingFinger, type Press } from '../hands/index.ts';
import { fretSpanMm } from '../instrument/index.ts';
import { placeOfNote, type Finding } from '../score/index.ts';
import { fingeredWith } from './alternatives.ts';
import { spareMs } from './finger-moves.ts';
import { moveElsewhere, stopIt } from './finger-remedies.ts';
import type { FingeredMoment, Fingering } from './finger-score.ts';
import { findingLimits as limits } from './finding-limits.ts';
import type { HandState } from './hand-state.ts';
import { findingPlace, tempoIn } from './note-places.ts';

/** Two fingers far apart. Said once while they stay so, and only where every fingering of the notes has something to say. */
export function reach(fingering: Fingering, moment: FingeredMoment, index: number): Finding[] {
  const { score, hand } = fingering;
  const wide = stretchAt(fingering, index);
  if (!wide || isEasierOtherwise(fingering, index, 'reach')) return [];
  const { largestMm } = spanOf(Number(wide.lower.finger), Number(wide.higher.finger), hand);
  const note = moment.notes.find(
    ({ finger }) => finger === wide.higher.finger || finger === wide.lower.finger,
  );
  return [
    {
      severity: 'warning',
      code: 'reach',
      ...findingPlace(score, moment.bar, moment.tick, note?.string),
      message: `Fingers ${wide.lower.finger} and ${wide.higher.finger} are ${Math.round(wide.spanMm)} mm apart, at frets ${wide.lower.fret} and ${wide.higher.fret}; a ${hand.size} hand reaches ${Math.round(largestMm)}`,
      remedy: 'Move or shorten one of the notes; stop if a stretch hurts',
      remedies: note ? [...moveElsewhere(fingering, note), stopIt(note)].slice(0, 2) : [],
    },
  ];
}

interface Stretch {
  readonly lower: Press;
  readonly higher: Press;
  readonly spanMm: number;
}

const sameStretch = (a: Stretch, b: Stretch): boolean =>
  a.lower.fret === b.lower.fret && a.higher.fret === b.higher.fret && a.lower.finger === b.lower.finger;

/** The stretch that begins at a moment. */
function stretchAt(fingering: Fingering, index: number): Stretch | undefined {
  const [moment, before] = [fingering.moments[index], fingering.moments[index - 1]];
  const wide = moment && widest(fingering, moment);
  if (!wide || !moment.notes.some(({ finger }) => finger !== null)) return undefined;
  const earlier = before && widest(fingering, before);
  return earlier && sameStretch(earlier, wide) ? undefined : wide;
}

function widest({ score, hand }: Fingering, { placement }: FingeredMoment): Stretch | undefined {
  const fingers = placement.presses.filter(({ finger }) => finger !== 'T');
  let found: Stretch | undefined;
  fingers.forEach((lower, index) => {
    for (const higher of fingers.slice(index + 1)) {
      const spanMm = fretSpanMm(score, lower.fret, higher.fret);
      const { comfortableMm, largestMm } = spanOf(Number(lower.finger), Number(higher.finger), hand);
      const isWide = spanMm > comfortableMm + limits.stretch.value * (largestMm - comfortableMm);
      if (isWide && (!found || spanMm > found.spanMm)) found = { lower, higher, spanMm };
    }
  });
  return found;
}

/** A shift for which there is hardly time, only where every fingering of the notes has something to say. */
export function quickShift(fingering: Fingering, moment: FingeredMoment, index: number): Finding[] {
  const { score } = fingering;
  const hurried = hurriedShiftAt(fingering, index);
  if (!hurried || isEasierOtherwise(fingering, index, 'shift')) return [];
  const { spare, wayMm, landed, fromPosition } = hurried;
  const note = moment.notes.find(({ finger }) => finger !== null) ?? moment.notes[0];
  const place = note?.string;
  return [
    {
      severity: 'warning',
      code: 'quick-shift',
      ...findingPlace(score, moment.bar, moment.tick, place),
      message: `The hand has ${Math.round(spare)} ms to shift ${Math.round(wayMm)} mm, from position ${fromPosition} to ${moment.position}, at ♩ ${tempoIn(score, moment.bar)}`,
      remedy: 'Let the note before end early, or play this one nearer',
      remedies: [
        ...(note ? moveElsewhere(fingering, note) : []),
        {
          words: 'Stop the note before early',
          edits: [
            {
              kind: 'mark' as const,
              place: placeOfNote(landed.bar, landed.note),
              change: { ending: 'stopped' as const },
            },
          ],
        },
      ].slice(0, 2),
    },
  ];
}

interface HurriedShift {
  readonly wayMm: number;
  /** Time there is for it, in ms. */
  readonly spare: number;
  readonly fromPosition: number;
  /** The note that was played last before it. */
  readonly landed: NonNullable<HandState['landed']>;
}

/** The shift at a moment, when there is hardly time for it. */
function hurriedShiftAt({ moments, setting }: Fingering, index: number): HurriedShift | undefined {
  const [moment, before] = [moments[index], moments[index - 1]];
  if (!moment || !before || before.position === 0 || before.position === moment.position) return undefined;
  const wayMm = Math.abs((setting.fretMm[moment.position] ?? 0) - (setting.fretMm[before.position] ?? 0));
  const landed = moment.fretStep.before?.state.landed;
  // A slide is itself the way: its finger leads the hand while the string sounds.
  const isSlid = moment.notes.some(({ note }) => note.arrival === 'slide');
  if (!landed || isSlid || wayMm < limits.shiftWay.value) return undefined;
  const spare = spareMs(landed, { at: moment.at, starts: [{ bar: moment.bar }] }, setting);
  return spare < limits.shiftSpare.value
    ? { wayMm, spare, fromPosition: before.position, landed }
    : undefined;
}

/** Moments on either side of a change of finger that are looked at with it. */
const around = 2;

/**
 * Whether the notes of a moment have other fingers with which something hard there is gone and nothing else comes: then it is Jocund’s choice,
 * and no query.
 */
function isEasierOtherwise(fingering: Fingering, index: number, hard: Hardship['what']): boolean {
  const now = new Set(hardships(fingering, index).map(tell));
  const named = tell({ what: hard, index });
  const isBetter = (other: Fingering): boolean => {
    const then = hardships(other, index).map(tell);
    return !then.includes(named) && then.every((each) => now.has(each));
  };
  return (fingering.moments[index]?.notes ?? []).some(
    ({ bar, note, finger }) =>
      finger !== null &&
      note.finger === undefined &&
      note.bottleneck === undefined &&
      fingers
        .filter((other) => other !== finger)
        .some((other) => isBetter(fingeredWith(fingering, bar, note, { ...note, finger: other }))),
  );
}

const fingers: readonly FrettingFinger[] = [1, 2, 3, 4];

interface Hardship {
  readonly what: 'reach' | 'shift' | 'let go' | 'unplayed';
  /** Its moment. */
  readonly index: number;
}

const tell = ({ what, index }: Hardship): string => `${what} ${index}`;

/** What there is to say of the fretting hand about a moment and those beside it. */
function hardships(fingering: Fingering, at: number): Hardship[] {
  const found: Hardship[] = [];
  for (let index = at - around; index <= at + around; index += 1) {
    const moment = fingering.moments[index];
    if (!moment) continue;
    if (moment.letGo.length > 0) found.push({ what: 'let go', index });
    if (moment.notes.some(({ isUnplayed }) => isUnplayed)) found.push({ what: 'unplayed', index });
    if (stretchAt(fingering, index)) found.push({ what: 'reach', index });
    if (hurriedShiftAt(fingering, index)) found.push({ what: 'shift', index });
  }
  return found;
}
