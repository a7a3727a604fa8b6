import type { GripFingers } from '../hands/index.ts';
import type { GripFrets } from '../score/index.ts';
import type { Choice } from './choice.ts';
import { frettingCosts as costs } from './cost-table.ts';
import type { FrettingSetting } from './fretting-setting.ts';
import type { Moment, TimedNote } from './moments.ts';
import { numberOf, type FingerNumber, type Placement } from './placement.ts';

/** A position of the hand, the fret of its index finger, and what it costs the fingers that land. */
export interface PositionWay {
  /** Counted from the capo; 0 where the hand stays. */
  readonly position: number;
  readonly reachMm: number;
  readonly stackMm: number;
}

/**
 * Where the hand may lie as a choice is played: one finger a fret, and what it costs where that is left. Notes of a grip that is held
 * as a whole lie where the grip lies. Undefined when no finger is asked for; empty when no position is near enough for all.
 */
export function positionsFor(
  { starts }: Moment,
  choice: Choice,
  placement: Placement,
  setting: FrettingSetting,
): PositionWay[] | undefined {
  const landing: { finger: FingerNumber; fret: number }[] = [];
  let grip: number | undefined;
  let pinned: number | undefined;
  for (let each = 0; each < starts.length; each += 1) {
    const start = starts[each];
    const finger = choice.fingers[each] ?? 0;
    if (!start || finger < 1) continue;
    pinned ??= start.note.position;
    if (finger > 4) continue;
    const index = choice.strings[each] ?? 0;
    const fret = start.midi - (setting.openMidi[index] ?? 0);
    if (isOfGrip(start, index, fret, finger)) grip ??= gripPosition(start, setting);
    else landing.push({ finger, fret });
  }
  if (landing.length === 0 && grip === undefined) return undefined;
  const allowed = placement.positions.filter((position) => pinned === undefined || position === pinned);
  const wanted = grip !== undefined && allowed.includes(grip) ? [grip] : allowed;
  const isShared = sharedFrets(starts, placement);
  return wanted.map((position) => ({ position, ...offMm(landing, position, isShared, setting) }));
}

/** Tells frets at which several fingers stand, those that hold a silent note of the grip among them. */
function sharedFrets(starts: readonly TimedNote[], placement: Placement): (fret: number) => boolean {
  const pressed = placement.presses.map(({ fret }) => fret);
  const held = starts.find(({ gripFingers }) => gripFingers);
  const silent = (held?.gripFingers ?? []).flatMap((finger, index) =>
    finger === null || finger === 'T' ? [] : (held?.grip?.frets[index] ?? []),
  );
  return (fret) => pressed.indexOf(fret) !== pressed.lastIndexOf(fret) || silent.includes(fret);
}

/** Whether a note takes the finger that holds it in its grip. */
export const isOfGrip = (
  { grip, gripFingers }: TimedNote,
  index: number,
  fret: number,
  finger: FingerNumber,
): boolean => {
  const expected = grip?.frets[index] === fret ? gripFingers?.[index] : undefined;
  return expected !== undefined && expected !== null && numberOf(expected) === finger;
};

interface Landed {
  readonly finger: FingerNumber;
  readonly fret: number;
}

/** Ways by which fingers lie off their own frets, weighed. */
function offMm(
  landing: readonly Landed[],
  position: number,
  isShared: (fret: number) => boolean,
  { bareFretMm }: FrettingSetting,
): Pick<PositionWay, 'reachMm' | 'stackMm'> {
  let reachMm = 0;
  let stackMm = 0;
  for (const { finger, fret } of landing) {
    const mm = (bareFretMm[fret] ?? 0) - (bareFretMm[position + finger - 1] ?? 0);
    if (mm > 0) reachMm += mm * costs.reach.value * (fret - position - finger + 1);
    else stackMm -= mm * (isShared(fret) ? costs.stack : costs.cramp).value;
  }
  return { reachMm, stackMm };
}

/** The position in which a grip's fingers lie least off their own frets; the lowest of equals. */
function gripPosition({ grip, gripFingers }: TimedNote, setting: FrettingSetting): number | undefined {
  if (!grip || !gripFingers) return undefined;
  const known = setting.gripPositions.get(grip);
  if (known !== undefined) return known;
  const found = easiestPosition(grip.frets, gripFingers, setting);
  setting.gripPositions.set(grip, found);
  return found;
}

function easiestPosition(frets: GripFrets, fingers: GripFingers, setting: FrettingSetting): number {
  const landing = fingers.flatMap((finger, index): Landed[] => {
    const fret = frets[index] ?? 0;
    return finger === null || finger === 'T' || fret === 0 ? [] : [{ finger, fret }];
  });
  const homes = landing.map(({ finger, fret }) => fret - finger + 1);
  const low = Math.max(1, Math.min(...homes));
  let best = { position: low, mm: Infinity };
  for (let position = low; position <= Math.max(low, ...homes); position += 1) {
    const { reachMm, stackMm } = offMm(landing, position, () => true, setting);
    if (reachMm + stackMm < best.mm - 1e-9) best = { position, mm: reachMm + stackMm };
  }
  return best.position;
}
