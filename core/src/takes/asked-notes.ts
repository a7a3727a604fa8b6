import { logOddsOf, pitchLevelsSteps, type KnownStroke, type Onset } from '../listening/index.ts';
import type { Midi } from '../pitch/index.ts';
import { pitchesAround, type ExpectedEvent } from './expected.ts';
import { levelSignsOf, type LevelSigns, type TakenStroke } from './level-signs.ts';
import { playedNotes } from './played-notes.ts';
import { findRuns } from './runs.ts';
import type { TakeHearing } from './take-ear.ts';
import { judgeNotes, type JudgedNote } from './verdicts.ts';

/** So near to when it was due a note is looked for, in seconds. */
export const reachS = 0.09;
/** What was taken for a note so far from its time, in seconds, may be another one. */
const farS = 0.2;
/** A stroke in time is believed as if a pitch were so much likelier there, as a logarithm of odds. */
const inTimeBelieved = 1;
/** A finger arrives a little sooner or later than written, in seconds. */
const underWayS = [-0.06, 0, 0.06, 0.12];
const octave = 12;

/** Where each note of a study was played, as itself or as another, or was to be. */
const momentsOf = (notes: readonly JudgedNote[]): TakenStroke[] =>
  notes.flatMap(({ verdict, played, midi, dueS, attack }) => {
    const atS = played?.startS ?? dueS;
    return atS === null ? [] : [{ midi: verdict === 'wrong' && played ? played.midi : midi, atS, attack }];
  });

/** A note of the study, as it is judged without asking for it, and the stroke at which it most likely is. */
export interface AskedNote {
  readonly note: JudgedNote;
  /** Undefined where nothing says when it was due. */
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
  hearing: TakeHearing,
  events: readonly ExpectedEvent[],
): Generator<number, { readonly notes: readonly AskedNote[]; readonly levels: LevelSigns }> {
  const first = hearing.ear.atFirst(events);
  const { notes } = judgeNotes(first, events, findRuns(playedNotes(first, events), events));
  const moments = momentsOf(notes);
  const pitchLevels = yield* pitchLevelsSteps(hearing.spectra, moments, pitchesAround(events));
  const levels = levelSignsOf(hearing.spectra, pitchLevels, moments);
  const together = pitchesByMoment(notes);
  const asked = notes.map((note) => ({
    note,
    found: clearestOf(note, together.get(momentOf(note)) ?? [], hearing, levels),
  }));
  return { notes: asked, levels };
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
  { onsets, ear }: TakeHearing,
  levels: LevelSigns,
): AskedNote['found'] {
  const { midi } = note;
  const strokes = strokesFor(note, onsets);
  const asked = [midi - octave, midi + octave].map((pitch) => Number(together.includes(pitch)));
  const found = settlings(note).flatMap((afterS) => {
    const settled = strokes.map((stroke) => ({ ...stroke, atS: stroke.atS + afterS }));
    const heard = ear.signsAt(settled, midi);
    return settled.map(({ atS, isInTime }, index) => {
      const signs = [...(heard[index] ?? []), ...asked, ...levels.at(midi, atS, note.attack)];
      const odds = logOddsOf(signs, ear.weighing.asked);
      return { startS: atS - afterS, signs, clearness: odds + (isInTime ? inTimeBelieved : 0) };
    });
  });
  const [best] = found.sort((a, b) => b.clearness - a.clearness);
  return best && { startS: best.startS, signs: best.signs };
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

/** How long after its stroke a note is at its own pitch, in seconds of the take: at several times, where a finger is under way to it. */
const settlings = ({ way, pace }: JudgedNote): number[] =>
  way ? [...new Set([0, ...underWayS.map((each) => way.settlesS * (pace ?? 1) + each)])] : [0];
