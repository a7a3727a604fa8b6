import { likelihoodOf, modelNotes, strokeSigns, type HeardNote } from '../listening/index.ts';
import type { Midi } from '../pitch/index.ts';
import type { ExpectedEvent } from './expected.ts';
import { pitchesAround } from './hear-take.ts';
import type { ModelHearing } from './model-hearing.ts';
import { playedNotes } from './played-notes.ts';
import { findRuns } from './runs.ts';
import { strayNotes, type AskedMoment } from './stray-notes.ts';
import { judgeNotes, type JudgedNote } from './verdicts.ts';

/** How much each sign speaks for a note that the study asks for, in the order of the signs, then whether it asks for the octave below and above at the same moment: logistic regression over takes with many faults of every other piece of the demo, by fluidsynth (`npm run bench -- asked`). */
const weighing = {
  constant: -2.268,
  weights: [1.582, 2.188, -1.012, 0.965, -0.265, 0.01, -0.449, 0.742, 0.323, -3.538, -2.399],
};
/** What the study asks for is there when it is as sure as this. */
const leastSure = 0.15;
/** So near to when it was due a note is looked for, in seconds. */
const reachS = 0.09;
const octave = 12;

/**
 * The notes of a recorded take, by a trained model and by the study that was to be played: first as the model hears them without the study; by what fits of that, every note of the study has its moment,
 * and is asked for there. Strokes that were not asked for are told by what sounds around them.
 */
export function hearTakeByModel(hearing: ModelHearing, events: readonly ExpectedEvent[]): HeardNote[] {
  const notes = askedNotes(hearing, events);
  const strays = strayNotes(hearing, momentsOf(notes), pitchesAround(events));
  const isNear = (atS: number | null, { startS }: HeardNote) =>
    atS !== null && Math.abs(startS - atS) < reachS;
  const kept = notes.flatMap(({ note, found }): HeardNote[] => {
    const sureness = found ? likelihoodOf(found.signs, weighing) : 0;
    if (found && sureness >= leastSure)
      return [{ startS: found.startS, endS: null, midi: note.midi, velocity: null, sureness }];
    // What is heard in its place is surer told by what sounds around it than without the study.
    const isTold = strays.some((stray) => isNear(note.dueS, stray));
    return note.verdict === 'wrong' && note.played && !isTold ? [note.played] : [];
  });
  const others = strays.filter(
    (stray) => !kept.some(({ midi, startS }) => midi === stray.midi && isNear(startS, stray)),
  );
  return [...kept, ...others].sort((a, b) => a.startS - b.startS || a.midi - b.midi);
}

/** Where each note of a study was played, as itself or as another, or was to be. */
export const momentsOf = (notes: readonly AskedNote[]): AskedMoment[] =>
  notes.flatMap(({ note: { verdict, played, midi, dueS } }) => {
    const atS = played?.startS ?? dueS;
    return atS === null ? [] : [{ midi: verdict === 'wrong' && played ? played.midi : midi, atS }];
  });

/** A note of the study, as it is judged without asking for it, and the stroke at which it most likely is. */
export interface AskedNote {
  readonly note: JudgedNote;
  /** Undefined where nothing of it is heard. */
  readonly found: { readonly startS: number; readonly signs: readonly number[] } | undefined;
}

/** What speaks for each note of a study in a take. */
export function askedNotes(hearing: ModelHearing, events: readonly ExpectedEvent[]): AskedNote[] {
  const blind = modelNotes(hearing.onsets, hearing.activations, pitchesAround(events));
  const { notes } = judgeNotes(blind, events, findRuns(playedNotes(blind, events), events));
  const together = pitchesByMoment(notes);
  return notes.map((note) => ({
    note,
    found: clearestOf(note, together.get(momentOf(note)) ?? [], hearing),
  }));
}

const momentOf = ({ run, bar, tick }: JudgedNote): string => `${run} ${bar} ${tick}`;

function pitchesByMoment(notes: readonly JudgedNote[]): ReadonlyMap<string, readonly Midi[]> {
  const moments = new Map<string, Midi[]>();
  for (const note of notes) moments.set(momentOf(note), [...(moments.get(momentOf(note)) ?? []), note.midi]);
  return moments;
}

/** The stroke that was taken for a note, or of those near its time the one at which it most likely is, with the signs of it. */
function clearestOf(
  { verdict, played, midi, dueS }: JudgedNote,
  together: readonly Midi[],
  { onsets, activations }: ModelHearing,
): AskedNote['found'] {
  const meantS = verdict === 'hit' && played ? played.startS : dueS;
  if (meantS === null) return undefined;
  const near = verdict === 'hit' ? [] : onsets.filter(({ atS }) => Math.abs(atS - meantS) < reachS);
  const strokes = near.length > 0 ? near : [{ atS: meantS, strength: 1 }];
  const found = strokeSigns(strokes, activations, [midi]).flatMap(([struck], index) =>
    struck ? [{ startS: strokes[index]?.atS ?? meantS, signs: struck.signs }] : [],
  );
  const [best] = found.sort((a, b) => clearness(b.signs) - clearness(a.signs));
  if (!best) return undefined;
  const asked = [midi - octave, midi + octave].map((pitch) => Number(together.includes(pitch)));
  return { startS: best.startS, signs: [...best.signs, ...asked] };
}

/** Of several strokes the one at which a pitch is most likely struck and sounds. */
const clearness = ([struck = 0, soundsAfter = 0]: readonly number[]): number => struck + soundsAfter;
