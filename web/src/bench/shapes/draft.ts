import { fingerGrip, fingersText, parseFingers, type FingeredGrip, type Hand } from '@jocund/core/hands';
import { highestFret } from '@jocund/core/instrument';
import type { Fault } from '@jocund/core/fault';
import type { GripFrets, PlacedGrip, Score } from '@jocund/core/score';
import { fretsText, parseFrets } from '@jocund/core/shapes';

/** A grip being written: what was typed, so that nothing typed is lost while it cannot be read yet. */
export interface Draft {
  readonly frets: string;
  readonly fingers: string;
  readonly silent: readonly number[];
  readonly functionName: string;
}

export const emptyDraft: Draft = { frets: '', fingers: '', silent: [], functionName: '' };

export const draftOf = (grip: PlacedGrip | undefined): Draft =>
  grip
    ? {
        frets: fretsText(grip.frets),
        fingers: grip.fingers ? fingersText(grip.fingers) : '',
        silent: grip.silent ?? [],
        functionName: grip.functionName ?? '',
      }
    : emptyDraft;

/** A draft read: the grip it makes, how a hand holds it, and what cannot be read. */
export interface ReadDraft {
  readonly frets: GripFrets | undefined;
  readonly fretsFault: Fault | undefined;
  readonly fingersFault: Fault | undefined;
  /** Fingers the teacher set; undefined when they are worked out. */
  readonly ownFingers: PlacedGrip['fingers'];
  readonly fingered: FingeredGrip | undefined;
}

export function readDraft(draft: Draft, score: Score, hand: Hand): ReadDraft {
  const frets = parseFrets(draft.frets, highestFret(score));
  if (!frets.ok)
    return {
      frets: undefined,
      fretsFault: draft.frets.trim() === '' ? undefined : frets.fault,
      fingersFault: undefined,
      ownFingers: undefined,
      fingered: undefined,
    };
  const typed = draft.fingers.trim() === '' ? undefined : parseFingers(draft.fingers, frets.value);
  const ownFingers = typed?.ok ? [...typed.value] : undefined;
  const mayUseThumb = hand.thumbOver || ownFingers?.includes('T') === true;
  return {
    frets: frets.value,
    fretsFault: undefined,
    fingersFault: typed && !typed.ok ? typed.fault : undefined,
    ownFingers,
    fingered: fingerGrip(frets.value, score, { ...hand, thumbOver: mayUseThumb }, ownFingers),
  };
}

/** The grip as it is laid into a bar. */
export function placedGripOf(draft: Draft, read: ReadDraft, tick: number): PlacedGrip | undefined {
  if (!read.frets) return undefined;
  const { frets, ownFingers } = read;
  const name = draft.functionName.trim();
  const silent = draft.silent.filter((string) => (frets[6 - string] ?? 0) > 0);
  return {
    tick,
    frets,
    ...(ownFingers ? { fingers: ownFingers } : {}),
    ...(silent.length > 0 ? { silent: silent as NonNullable<PlacedGrip['silent']> } : {}),
    ...(name ? { functionName: name } : {}),
  };
}
