import { fail, ok, type Result } from '../fault/index.ts';
import {
  bandSpectraSteps,
  findOnsetsSteps,
  heardInTune,
  hearOnsets,
  longestRecordingS,
  modelNotes,
  monoOf,
  overloadOf,
  notesAt,
  referenceOf,
  type HeardNote,
  type Overload,
  type NoteListener,
  type Recording,
} from '../listening/index.ts';
import type { Midi } from '../pitch/index.ts';
import type { Score } from '../score/index.ts';
import { begun, within } from '../steps/index.ts';
import type { ClickHeard } from './beside-click.ts';
import { expectedOf, pitchesAround, type BarSpan, type ExpectedEvent } from './expected.ts';
import { hearAskedTake } from './hear-asked-take.ts';
import { levelEar } from './level-ear.ts';
import { modelEar } from './model-ear.ts';
import { playedNotes } from './played-notes.ts';
import { reportOf, type TakeReport } from './report.ts';
import { findRuns } from './runs.ts';
import type { TakeHearing } from './take-ear.ts';
import { judgeNotes, type JudgedNote, type Verdicts } from './verdicts.ts';

export interface TakeSettings {
  /** A click that was heard while it was played. */
  readonly click?: ClickHeard | undefined;
  /** Bars of the written score that were to be played; all of them without. */
  readonly bars?: BarSpan;
}

/** What somebody played: notes of an instrument that tells them, or sound. */
export type Take =
  | { readonly kind: 'notes'; readonly notes: readonly HeardNote[] }
  | { readonly kind: 'sound'; readonly recording: Recording };

/** Holds a take of either kind against the study, in steps (yields the share done). */
export function* judgeSteps(
  score: Score,
  take: Take,
  settings: RecordingSettings = {},
): Generator<number, Result<TakeReport | RecordingReport>> {
  if (take.kind === 'notes') return judgeTake(score, take.notes, settings);
  const { recording } = take;
  const seconds = (recording.channels[0]?.length ?? 0) / recording.sampleRate;
  if (seconds > longestRecordingS)
    return fail(
      `The recording is ${Math.round(seconds / 60)} minutes long`,
      `Cut it to ${longestRecordingS / 60} minutes`,
    );
  const judged = yield* judgeRecordingSteps(score, monoOf(recording), settings);
  const overload = overloadOf(recording);
  if (!judged.ok || !overload) return judged;
  return ok({ ...judged.value, notJudged: [overloadWords(overload), ...judged.value.notJudged] });
}

const overloadWords = ({ places, firstS }: Overload): string =>
  `The recording is too loud in ${places === 1 ? 'one place' : `${places} places`}, first after ${Math.floor(firstS)} seconds, and cut off there: marks near it are less sure. Put the microphone further away.`;

/** With a smaller share of hits among all that was asked for or played, the take is of something else. */
const leastFit = { played: 0.55, recorded: 0.65 };
/** A hand that plays less of its notes than this was left out on purpose. */
const leastOfHand = 0.1;
const leastNotes = 3;
/** Strokes of the take times moments of the study: beyond it the search would keep everybody waiting. */
const mostToCompare = 12_000_000;
/** Further off than a capo on the wrong fret, it is another piece. */
const furthestShift = 5;

/**
 * Holds a take against the study: what was hit, wrong, missed and added, note by note, and how it lay in time. Tempo is the player's own; stops, repeats and new beginnings are found.
 * Fails where nothing was played, or something else.
 */
export function judgeTake(
  score: Score,
  take: readonly HeardNote[],
  { bars, click }: TakeSettings = {},
  least = leastFit.played,
): Result<TakeReport> {
  const { events, unpitched } = expectedOf(score, bars);
  if (events.length === 0) return fail('The study has no notes there', 'Choose bars with notes in them');
  if (take.length < leastNotes)
    return fail(
      'Too little was played to compare',
      'Play at least a bar of the study, nearer to the microphone',
    );
  const refused = tooMuch(take.length, events.length);
  if (refused) return refused;
  const inOrder = [...take].sort((a, b) => a.startS - b.startS || a.midi - b.midi);
  const shift = shiftOf(inOrder, events);
  const heard = inOrder.map((note) => ({ ...note, midi: note.midi - shift }));
  const runs = findRuns(playedNotes(heard, events), events);
  const verdicts = judgeNotes(heard, events, runs);
  const { hits, asked, share } = fitOf(verdicts);
  if (share < least || hits < leastNotes) {
    const fits =
      heard.length > asked
        ? `${hits} of ${heard.length} notes played fit it`
        : `${hits} of the ${asked} notes it asks for were played`;
    return fail(
      `This does not sound like the study: ${fits}`,
      'Choose the take of this study, or the study of this take',
    );
  }
  return ok(reportOf({ score, verdicts, runs, events, shift, unpitched, click }));
}

const tooMuch = (strokes: number, moments: number): Result<never> | undefined =>
  strokes * moments <= mostToCompare
    ? undefined
    : fail(
        `${strokes} strokes against ${moments} moments of the study are too many to compare`,
        'Compare some bars of it, with the take of these bars',
      );

/** How much of what was played and asked for fits; a hand that did not play is not asked. */
function fitOf({ notes, extras }: Verdicts): {
  readonly hits: number;
  readonly asked: number;
  readonly share: number;
} {
  const hitsOf = (some: readonly JudgedNote[]) => some.filter(({ verdict }) => verdict === 'hit').length;
  const asked = (['thumb', 'melody'] as const)
    .map((voice) => notes.filter((note) => note.voice === voice))
    .filter((hand) => hitsOf(hand) > leastOfHand * hand.length)
    .flat();
  const hits = hitsOf(asked);
  return { hits, asked: asked.length, share: hits / Math.max(1, asked.length + extras.length) };
}

/** What a recording adds to a report. */
export interface RecordingReport extends TakeReport {
  /** How far the guitar lay from the nearest semitones of A 440. */
  readonly cents: number;
}

export interface RecordingSettings extends TakeSettings {
  /** A trained model; without it notes are told by the rise of their partials, far less surely. */
  readonly listener?: NoteListener | undefined;
}

/** Measured on takes played by a synthesiser: see docs/models.md. */
const howSure = {
  byModel: 'Of ten marks of a recording eight or nine are right, and of ten faults one or two go unheard.',
  byLevels: 'Of ten marks of a recording about eight are right, and of ten faults two or three go unheard.',
};
const slidWords =
  'Notes slid to: a recording has no stroke there. They count as played where the note before was.';
/** How much of the work is done when so much of it is known, from 0 to 1. */
const shares = { onsets: 0.08, spectra: 0.2, heard: 0.8 };
/** Below this the partials do not agree on a pitch, and A 440 is taken. */
const leastAgreement = 0.5;

/** The same of a recording: samples of one channel at the listening rate. A guitar out of tune is judged in its own tuning. In steps (yields the share done). */
export function* judgeRecordingSteps(
  score: Score,
  samples: Float32Array,
  settings: RecordingSettings = {},
): Generator<number, Result<RecordingReport>> {
  const { listener } = settings;
  const { events } = expectedOf(score, settings.bars);
  const reference = referenceOf(samples);
  if (!reference) return fail('The recording is silent', 'Choose the right microphone, and record it again');
  const cents = reference.agreement < leastAgreement ? 0 : reference.cents;
  yield 0;
  if (events.length === 0) return judgeTake(score, [], settings) as Result<never>;
  const heard = yield* within(0, shares.heard, hearingOf(samples, cents, events, listener));
  const judged =
    tooMuch(heard.hearing.onsets.length, events.length) ??
    (yield* within(shares.heard, 1, judgeHeard(score, heard, events, settings)));
  if (!judged.ok) return judged;
  const sure = listener ? howSure.byModel : howSure.byLevels;
  const isSlid = events.some(({ notes }) => notes.some(({ attack }) => attack === 'slid'));
  const notJudged = [...judged.value.notJudged, ...(isSlid ? [slidWords] : []), sure];
  return ok({ ...judged.value, cents, notJudged });
}

/** A take that can be asked for the notes of a study. */
interface AskedTake {
  readonly hearing: TakeHearing;
  /** Its notes without any study. */
  readonly blindly: () => HeardNote[];
}

/** By a trained model, or by the rise of partials alone. */
function* hearingOf(
  samples: Float32Array,
  cents: number,
  events: readonly ExpectedEvent[],
  listener: NoteListener | undefined,
): Generator<number, AskedTake> {
  const pitches = pitchesAround(events);
  if (!listener) {
    const spectra = yield* bandSpectraSteps(samples, cents);
    const heard = hearOnsets(samples, { pitches, cents });
    return { hearing: { onsets: heard, spectra, ear: levelEar(heard) }, blindly: () => notesAt(heard) };
  }
  // Its helpers, where it has some, hear while the rest is done here.
  const listening = begun(heardInTune(samples, cents, listener));
  const onsets = yield* within(0, shares.onsets, findOnsetsSteps(samples));
  const spectra = yield* within(shares.onsets, shares.spectra, bandSpectraSteps(samples, cents));
  const activations = yield* within(shares.spectra, 1, listening);
  return {
    hearing: { onsets, spectra, ear: modelEar(onsets, activations) },
    blindly: () => modelNotes(onsets, activations, pitches),
  };
}

/** As all of it sounds higher or lower, where what is heard without the study says so: what each note is held against is the take itself, which would fit at any height. Else, or where that does not fit, as it is written. */
function* judgeHeard(
  score: Score,
  { hearing, blindly }: AskedTake,
  events: readonly ExpectedEvent[],
  settings: TakeSettings,
): Generator<number, Result<TakeReport>> {
  function* judgedAs(asked: readonly ExpectedEvent[]): Generator<number, Result<TakeReport>> {
    const notes = yield* hearAskedTake(hearing, asked);
    return judgeTake(score, notes, settings, leastFit.recorded);
  }
  const shift = hearing.onsets.length === 0 ? 0 : shiftOf(blindly(), events);
  const asShifted = shift === 0 ? undefined : yield* judgedAs(shifted(events, shift));
  return asShifted?.ok ? asShifted : yield* judgedAs(events);
}

/** The study as it sounds with the capo so many frets further up. */
const shifted = (events: readonly ExpectedEvent[], by: number): ExpectedEvent[] =>
  events.map((event) => ({
    ...event,
    notes: event.notes.map((note) => ({
      ...note,
      midi: note.midi + by,
      way: note.way && { ...note.way, lowest: note.way.lowest + by, highest: note.way.highest + by },
    })),
  }));

/** The shift that lets clearly more of the take's notes be notes of the study; 0 where none does. */
function shiftOf(heard: readonly HeardNote[], events: readonly ExpectedEvent[]): number {
  const wanted = new Map<Midi, number>();
  for (const { midi } of events.flatMap(({ notes }) => notes)) wanted.set(midi, (wanted.get(midi) ?? 0) + 1);
  const all = [...wanted.values()].reduce((sum, each) => sum + each, 0);
  const played = new Map<Midi, number>();
  for (const { midi } of heard) played.set(midi, (played.get(midi) ?? 0) + 1);
  const inCommon = (shift: number): number =>
    [...played].reduce(
      (sum, [midi, count]) => sum + Math.min(count / heard.length, (wanted.get(midi - shift) ?? 0) / all),
      0,
    );
  const asWritten = inCommon(0);
  let best = { shift: 0, share: asWritten };
  for (let shift = -furthestShift; shift <= furthestShift; shift += 1)
    if (inCommon(shift) > best.share) best = { shift, share: inCommon(shift) };
  return best.share > 1.6 * asWritten + 0.1 ? best.shift : 0;
}
