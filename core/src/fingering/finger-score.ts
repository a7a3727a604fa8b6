import { glassFingerOf, mediumHand, type CostTerm, type FrettingFinger, type Hand } from '../hands/index.ts';
import type { StringNumber } from '../instrument/index.ts';
import {
  usualSchool,
  type Note,
  type PickingDigit,
  type PickingSchool,
  type Score,
  type Ticks,
} from '../score/index.ts';
import { noFinger, type Choice } from './choice.ts';
import { typedInGrip } from './choices.ts';
import { frettingSetting, typesThumb, type FrettingSetting } from './fretting-setting.ts';
import { searchAlikePicking } from './alike-picking.ts';
import { searchAlike } from './alike-search.ts';
import { searchFretting, type FrettingSearch } from './fretting-search.ts';
import { finished } from '../steps/index.ts';
import { asPart, cheapestWay, leastCostMm, type Reached } from './layered-search.ts';
import { emptyHand, stepHand, type HandState } from './hand-state.ts';
import { momentsOf, type Moment, type MomentOptions, type TimedNote } from './moments.ts';
import { pickingMoments, searchPicking, type PickingSearch } from './picking-search.ts';
import {
  digitOf,
  pickingSetting,
  restingHand,
  noDigit,
  stepPicking,
  struckStrings,
  type DigitNumber,
  type PickingState,
  type PickingTerm,
} from './picking-step.ts';
import { fingerOf, type Placement } from './placement.ts';
import { placementOf, type StepTerm } from './sounding.ts';

export interface FingeringOptions extends MomentOptions {
  readonly hand?: Hand;
  /** Absent: the score's, else index, middle and ring. */
  readonly school?: PickingSchool | undefined;
  /** After so many searches like bars are made alike without proof that it costs least; absent: as many as that ever took. */
  readonly mostAlikeSearches?: number | undefined;
}

/** The fingers of one written note. */
export interface NoteFingers {
  /** From 0. */
  readonly bar: number;
  readonly note: Note;
  /** Where it is played: as written, unless its place was open. */
  readonly string: StringNumber;
  readonly fret: number;
  /** Null for open strings and dead notes. */
  readonly finger: FrettingFinger | null;
  /** The finger the teacher typed for it in the grip held there. */
  readonly typedInGrip: FrettingFinger | undefined;
  /** Undefined where the picking hand does not strike it, or has no digit left. */
  readonly picking: PickingDigit | undefined;
  /** No finger could take it. */
  readonly isUnplayed: boolean;
  /** Written notes that only carry it on. */
  readonly tied: readonly Note[];
}

/** A part of a cost in mm, by the name a guitarist is shown. */
export interface WeighedTerm {
  readonly name: StepTerm | PickingTerm;
  readonly mm: number;
}

/** Both hands at one moment. */
export interface FingeredMoment {
  readonly bar: number;
  readonly tick: Ticks;
  readonly at: Ticks;
  readonly notes: readonly NoteFingers[];
  /** Fret the index finger lies over, counted from the capo; 0 before anything is pressed. */
  readonly position: number;
  readonly spanMm: number;
  /** What holding the moment's notes costs, term by term. */
  readonly hold: readonly CostTerm[];
  readonly fretting: readonly WeighedTerm[];
  readonly picking: readonly WeighedTerm[];
  readonly frettingMm: number;
  readonly pickingMm: number;
  /** Earlier notes that must be let go here before their end. */
  readonly letGo: readonly TimedNote[];
  readonly placement: Placement;
  /** The search's own steps, kept for the next run. */
  readonly fretStep: WayStep<HandState, Choice>;
  readonly pickStep: WayStep<PickingState, readonly DigitNumber[]>;
}

/** The hand moves along the neck. */
export interface Shift {
  readonly bar: number;
  readonly tick: Ticks;
  readonly fromPosition: number;
  readonly toPosition: number;
  readonly wayMm: number;
}

/** Both hands through a whole score, at the least cost there is. */
export interface Fingering {
  readonly score: Score;
  readonly hand: Hand;
  readonly school: PickingSchool;
  readonly moments: readonly FingeredMoment[];
  /** By written note; one that is tied has the fingers of the note it carries on. */
  readonly notes: ReadonlyMap<Note, NoteFingers>;
  readonly frettingMm: number;
  readonly pickingMm: number;
  readonly costMm: number;
  readonly spanMaxMm: number;
  readonly shifts: readonly Shift[];
  /** Kept for the next run: the search in which like bars need not be alike. */
  readonly free: FrettingSearch;
  readonly search: FrettingSearch;
  /** The same two for the picking hand. */
  readonly freePicking: PickingSearch;
  readonly picking: PickingSearch;
  readonly setting: FrettingSetting;
}

/**
 * The least-cost fingers of both hands for a score. The fretting hand is exact over all fingers, and over strings and frets
 * where a note's place is open; the picking hand is exact for those places. `before` is an earlier answer for the same hand:
 * only what an edit can reach is worked out anew.
 */
export const fingerScore = (score: Score, options: FingeringOptions = {}, before?: Fingering): Fingering =>
  finished(fingerScoreSteps(score, options, before));

/** The same in steps: yields the share done, 0 to 1. */
export function* fingerScoreSteps(
  score: Score,
  options: FingeringOptions = {},
  before?: Fingering,
): Generator<number, Fingering> {
  const hand = options.hand ?? mediumHand;
  const school = options.school ?? score.pickingSchool ?? usualSchool;
  const known = before && sameSetting(before, score, hand) ? before : undefined;
  const setting = known?.setting ?? frettingSetting(score, hand);
  const asked = momentsOf(score, options, setting.usualFingers);
  const free = yield* asPart(searchFretting(asked, setting, known?.free), 0, 0.4);
  const { moments, search } = yield* asPart(
    searchAlike(asked, setting, free, options.mostAlikeSearches),
    0.4,
    0.5,
  );
  const way = cheapestWay(search);
  const strings = new Map<TimedNote, number>();
  way.forEach(({ choice }, index) =>
    moments[index]?.starts.forEach((note, each) => strings.set(note, 6 - (choice.strings[each] ?? 0))),
  );
  const picker = pickingSetting(score, school);
  const strokes = pickingMoments(moments, (note) => strings.get(note) ?? note.note.string, picker);
  const freePicking = yield* asPart(
    searchPicking(strokes, picker, known?.school === school ? known.freePicking : undefined),
    0.5,
    0.9,
  );
  const picking = yield* asPart(searchAlikePicking(strokes, picker, freePicking), 0.9, 1);
  return layOut(
    { score, hand, school, moments, free, search, freePicking, picking, setting, strings },
    known,
  );
}

/** Whether what was worked out for one score holds for another: the same guitar, hand, tempo and grips. */
function sameSetting(before: Fingering, score: Score, hand: Hand): boolean {
  const guitar = ({ tuning, capo, scaleMm, tempoBpm, bars }: Score) =>
    JSON.stringify([tuning, capo, scaleMm, tempoBpm, bars.flatMap((bar) => bar.grips)]);
  return (
    JSON.stringify(before.hand) === JSON.stringify(hand) &&
    typesThumb(before.score) === typesThumb(score) &&
    glassFingerOf(before.score) === glassFingerOf(score) &&
    guitar(before.score) === guitar(score)
  );
}

interface Worked extends Pick<
  Fingering,
  'score' | 'hand' | 'school' | 'free' | 'search' | 'freePicking' | 'picking' | 'setting'
> {
  readonly moments: readonly Moment[];
  readonly strings: ReadonlyMap<TimedNote, number>;
}

/** Goes the cheapest way once more and writes down what each moment pays; moments that nothing reached are as before. */
function layOut(worked: Worked, known: Fingering | undefined): Fingering {
  const { score, hand, school, moments, free, search, freePicking, picking, setting } = worked;
  const fretted = cheapestWay(search);
  const picked = cheapestWay(picking);
  const steps = moments.map((moment, index): FingeredMoment => {
    const fretStep = { before: fretted[index - 1], now: fretted[index] };
    const pickStep = { before: picked[index - 1], now: picked[index] };
    const same = known?.moments[index];
    if (
      same?.fretStep.now === fretStep.now &&
      same?.fretStep.before === fretStep.before &&
      same?.pickStep.now === pickStep.now &&
      same?.pickStep.before === pickStep.before &&
      same?.notes.every(({ note }, each) => note === moment.starts[each]?.note)
    )
      return same;
    const tick = moment.starts[0]?.note.tick ?? 0;
    return layMoment(worked, moment, tick, fretStep, pickStep);
  });
  const frettingMm = leastCostMm(search);
  const pickingMm = leastCostMm(picking);
  return {
    score,
    hand,
    school,
    moments: steps,
    notes: new Map(
      steps.flatMap(({ notes }) =>
        notes.flatMap((each) => [each.note, ...each.tied].map((note) => [note, each] as const)),
      ),
    ),
    frettingMm,
    pickingMm,
    costMm: frettingMm + pickingMm,
    spanMaxMm: steps.reduce((most, { spanMm }) => Math.max(most, spanMm), 0),
    shifts: shiftsOf(steps, setting),
    free,
    search,
    freePicking,
    picking,
    setting,
  };
}

interface WayStep<State, Choice> {
  readonly before: Reached<State, Choice> | undefined;
  readonly now: Reached<State, Choice> | undefined;
}

const noChoice: Choice = { strings: [], fingers: [], planted: [], released: [] };

function layMoment(
  { score, school, setting, strings }: Worked,
  moment: Moment,
  tick: Ticks,
  fretStep: FingeredMoment['fretStep'],
  pickStep: FingeredMoment['pickStep'],
): FingeredMoment {
  const before = fretStep.before?.state ?? emptyHand;
  const choice = fretStep.now?.choice ?? noChoice;
  const fretting = terms<StepTerm>();
  const { position, sounding } = fretStep.now?.state ?? before;
  const [step] = stepHand(before, moment, choice, setting, { position, tally: fretting.tally });
  const struck = struckStrings(moment, (note) => strings.get(note) ?? note.note.string);
  const digits = pickStep.now?.choice ?? [];
  const strokes = terms<PickingTerm>();
  const stroke = stepPicking(
    pickStep.before?.state ?? restingHand,
    moment.at,
    struck,
    digits,
    pickingSetting(score, school),
    strokes.tally,
  );
  const placement = placementOf(sounding, setting);
  return {
    bar: moment.bar,
    tick,
    at: moment.at,
    notes: moment.starts.map((timed, each): NoteFingers => {
      const finger = choice.fingers[each] ?? 0;
      const string = (strings.get(timed) ?? timed.note.string) as StringNumber;
      const struckAs = struck.findIndex(({ note }) => note === timed);
      const fret = timed.note.dead ? timed.note.fret : timed.midi - (setting.openMidi[6 - string] ?? 0);
      return {
        bar: timed.bar,
        note: timed.note,
        string,
        fret,
        typedInGrip: typedInGrip(timed, 6 - string, fret),
        finger: finger > 0 ? fingerOf(finger) : null,
        picking: struckAs < 0 ? undefined : digitOf(digits[struckAs] ?? noDigit),
        isUnplayed: finger === noFinger,
        tied: timed.tied,
      };
    }),
    position,
    spanMm: placement.spanMm,
    hold: placement.terms,
    fretting: fretting.list(),
    picking: strokes.list(),
    frettingMm: step?.costMm ?? 0,
    pickingMm: stroke?.costMm ?? 0,
    letGo: choice.released.flatMap((string) => before.sounding.notes[string] ?? []),
    placement,
    fretStep,
    pickStep,
  };
}

function shiftsOf(moments: readonly FingeredMoment[], { fretMm }: FrettingSetting): Shift[] {
  return moments.flatMap(({ bar, tick, position }, index) => {
    const fromPosition = moments[index - 1]?.position ?? 0;
    if (fromPosition === 0 || fromPosition === position) return [];
    const wayMm = Math.abs((fretMm[position] ?? 0) - (fretMm[fromPosition] ?? 0));
    return [{ bar, tick, fromPosition, toPosition: position, wayMm }];
  });
}

/** Gathers the parts of a cost by name. */
function terms<Name extends string>() {
  const found = new Map<Name, number>();
  return {
    tally: (name: Name, mm: number) => {
      if (mm > 0) found.set(name, (found.get(name) ?? 0) + mm);
    },
    list: () => [...found].map(([name, mm]) => ({ name, mm })),
  };
}

/** The score with every note's fingers, and its place where that was open, written in. */
export function writeFingers({ score, notes }: Fingering): Score {
  return {
    ...score,
    bars: score.bars.map((bar) => ({
      ...bar,
      notes: bar.notes.map((note) => {
        const found = notes.get(note);
        if (!found) return note;
        const { string, fret, finger, picking } = found;
        return {
          ...note,
          string,
          fret,
          ...(finger ? { finger } : {}),
          ...(picking && !note.tied ? { picking } : {}),
        };
      }),
    })),
  };
}
