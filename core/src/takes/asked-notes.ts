import {
  modelNotes,
  pitchLevelsSteps,
  strokeSigns,
  type KnownStroke,
  type Onset,
} from '../listening/index.ts';
import type { Midi } from '../pitch/index.ts';
import type { ExpectedEvent } from './expected.ts';
import { pitchesAround } from './hear-take.ts';
import { levelSignsOf, type LevelSigns } from './level-signs.ts';
import type { ModelHearing } from './model-hearing.ts';
import { playedNotes } from './played-notes.ts';
import { findRuns } from './runs.ts';
import { judgeNotes, type JudgedNote } from './verdicts.ts';

/** So near to when it was due a note is looked for, in seconds. */
export const reachS = 0.09;
/** What was taken for a note so far from its time, in seconds, may be another one. */
const farS = 0.2;
/** A stroke in time is believed as if a pitch were so much likelier there, as a logarithm of odds. */
const inTimeBelieved = 1;
const octave = 12;

/** Where each note of a study was played, as itself or as another, or was to be. */
const momentsOf = (notes: readonly JudgedNote[]): KnownStroke[] =>
  notes.flatMap(({ verdict, played, midi, dueS }) => {
    const atS = played?.startS ?? dueS;
    return atS === null ? [] : [{ midi: verdict === 'wrong' && played ? played.midi : midi, atS }];
  });

/** A note of the study, as it is judged without asking for it, and the stroke at which it most likely is. */
export interface AskedNote {
  readonly note: JudgedNote;
  /** Undefined where nothing of it is heard. */
  readonly found: { readonly startS: number; readonly signs: readonly number[] } | undefined;
}

/** Where each note of a study is asked for. */
export const askedMoments = (notes: readonly AskedNote[]): KnownStroke[] =>
  notes.flatMap(({ note: { midi, dueS }, found }) => {
    const atS = found?.startS ?? dueS;
    return atS === null ? [] : [{ midi, atS }];
  });

/** What speaks for each note of a study in a take, in steps (yields the share done). */
export function* askedNotes(
  hearing: ModelHearing,
  events: readonly ExpectedEvent[],
): Generator<number, { readonly notes: readonly AskedNote[]; readonly levelSigns: LevelSigns }> {
  const pitches = pitchesAround(events);
  const blind = modelNotes(hearing.onsets, hearing.activations, pitches);
  const { notes } = judgeNotes(blind, events, findRuns(playedNotes(blind, events), events));
  const moments = momentsOf(notes);
  const levels = yield* pitchLevelsSteps(hearing.spectra, moments, pitches);
  const levelSigns = levelSignsOf(hearing.spectra, levels, moments);
  const together = pitchesByMoment(notes);
  const asked = notes.map((note) => {
    const found = clearestOf(note, together.get(momentOf(note)) ?? [], hearing);
    return {
      note,
      found: found && { ...found, signs: [...found.signs, ...levelSigns(note.midi, found.startS)] },
    };
  });
  return { notes: asked, levelSigns };
}

const momentOf = ({ run, bar, tick }: JudgedNote): string => `${run} ${bar} ${tick}`;

function pitchesByMoment(notes: readonly JudgedNote[]): ReadonlyMap<string, readonly Midi[]> {
  const moments = new Map<string, Midi[]>();
  for (const note of notes) moments.set(momentOf(note), [...(moments.get(momentOf(note)) ?? []), note.midi]);
  return moments;
}

/** The stroke that was taken for a note, or of those near its time the one at which it most likely is, with the signs of it. */
function clearestOf(
  note: JudgedNote,
  together: readonly Midi[],
  { onsets, activations }: ModelHearing,
): AskedNote['found'] {
  const { midi } = note;
  const strokes = strokesFor(note, onsets);
  const found = strokeSigns(strokes, activations, [midi], 0).flatMap(([struck], index) => {
    const stroke = strokes[index];
    return struck && stroke ? [{ stroke, signs: struck.signs }] : [];
  });
  const [best] = found.sort((a, b) => clearness(b) - clearness(a));
  if (!best) return undefined;
  const asked = [midi - octave, midi + octave].map((pitch) => Number(together.includes(pitch)));
  return { startS: best.stroke.atS, signs: [...best.signs, ...asked] };
}

/** A stroke that a note of the study may be. */
interface LikelyStroke extends Onset {
  readonly isInTime: boolean;
}

/** Where a note may have been struck: as it was taken to be, if that is in time; near its time, if not. */
function strokesFor({ verdict, played, dueS }: JudgedNote, onsets: readonly Onset[]): LikelyStroke[] {
  const taken = verdict === 'hit' && played ? [{ atS: played.startS, strength: 1, isInTime: false }] : [];
  const isFar = taken.every(({ atS }) => dueS !== null && Math.abs(atS - dueS) > farS);
  if (!isFar || dueS === null) return taken;
  const near = onsets
    .filter(({ atS }) => Math.abs(atS - dueS) < reachS)
    .map((onset) => ({ ...onset, isInTime: true }));
  const strokes = [...taken, ...near];
  return strokes.length > 0 ? strokes : [{ atS: dueS, strength: 1, isInTime: true }];
}

/** Of several strokes the one at which a pitch is most likely struck and sounds; one in time is believed a little sooner. */
const clearness = ({
  stroke,
  signs: [struck = 0, soundsAfter = 0],
}: {
  readonly stroke: LikelyStroke;
  readonly signs: readonly number[];
}): number => struck + soundsAfter + (stroke.isInTime ? inTimeBelieved : 0);
