import { fingerGrip, mediumHand, reaches, type Reach } from '../hands/index.ts';
import {
  barTicks,
  beatTicks,
  gripAt,
  isCompound,
  isPicked,
  pinchTicks,
  placedNotes,
  sweepOf,
  tempoMap,
  ticksPerQuarter,
  type PlacedGrip,
  type PlacedNote,
  type Score,
} from '../score/index.ts';
import { fretsText } from '../shapes/index.ts';
import { distinctBars } from './distinct-bars.ts';

/** A place in the score, from 0: the bar, and the tick in it. */
export interface FactPlace {
  readonly bar: number;
  readonly tick: number;
}

/** What one voice strikes at one moment: a note, or the strings of a chord. */
export interface VoiceEvent extends FactPlace {
  readonly atTicks: number;
  readonly notes: readonly PlacedNote[];
  /** One movement over the strings, thumb and fingers alike. */
  readonly isStrum: boolean;
}

/** What a grade is measured from, counted once: only in bars that have to be learned. `bar` of every place counts from 0. */
export interface ScoreFacts {
  readonly score: Score;
  /** Bars that play something new. */
  readonly bars: readonly number[];
  readonly melody: readonly PlacedNote[];
  readonly thumb: readonly PlacedNote[];
  readonly melodyEvents: readonly VoiceEvent[];
  readonly thumbEvents: readonly VoiceEvent[];
  /** Moments of the melody off the pulse, without a stroke of the thumb; strums are none. */
  readonly offBeats: readonly VoiceEvent[];
  readonly pinches: readonly FactPlace[];
  readonly gripChanges: readonly FactPlace[];
  /** Grips that are held with one finger over several strings. */
  readonly barres: readonly FactPlace[];
  readonly reaches: readonly Reach[];
  /** How long a bar lasts. */
  readonly secondsOf: (bar: number) => number;
}

export function factsOf(score: Score): ScoreFacts {
  const bars = distinctBars(score);
  const isNew = new Set(bars);
  const inBars = (voice: 'melody' | 'thumb') => placedNotes(score, voice).filter(({ bar }) => isNew.has(bar));
  const [melody, thumb] = [inBars('melody'), inBars('thumb')];
  const [melodyEvents, thumbEvents] = [eventsOf(melody), eventsOf(thumb)];
  const struck = new Set(thumbEvents.map(({ atTicks }) => atTicks));
  const strums = new Set(
    [...melodyEvents, ...thumbEvents]
      .filter(({ isStrum }) => isStrum)
      .map(({ bar, tick }) => `${bar} ${tick}`),
  );
  const times = tempoMap(score);
  return {
    score,
    bars,
    melody,
    thumb,
    melodyEvents,
    thumbEvents,
    offBeats: melodyEvents.filter(
      ({ bar, tick, atTicks, isStrum }) => !isStrum && !struck.has(atTicks) && !isOnPulse(score, bar, tick),
    ),
    pinches: bars.flatMap((bar) =>
      (score.bars[bar] ? pinchTicks(score.bars[bar]) : [])
        .filter((tick) => !strums.has(`${bar} ${tick}`))
        .map((tick) => ({ bar, tick })),
    ),
    gripChanges: changesOf(score, bars),
    barres: bars.flatMap((bar) =>
      (score.bars[bar]?.grips ?? []).flatMap((grip) =>
        isBarre(score, grip) ? [{ bar, tick: grip.tick }] : [],
      ),
    ),
    reaches: reaches(score).filter(({ bar }) => isNew.has(bar)),
    secondsOf: (bar) => {
      const metre = score.bars[bar]?.metre ?? { beats: 0, unit: 4 };
      return barTicks(metre) * (times.bars[bar]?.secondsPerTick ?? 0);
    },
  };
}

/** Notes that begin a sound, by the moment; one string may be under way from the note before. */
function eventsOf(notes: readonly PlacedNote[]): VoiceEvent[] {
  const events = new Map<number, PlacedNote[]>();
  for (const placed of notes)
    if (!placed.note.tied) events.set(placed.atTicks, [...(events.get(placed.atTicks) ?? []), placed]);
  return [...events].map(([atTicks, all]) => ({
    atTicks,
    bar: all[0]?.bar ?? 0,
    tick: all[0]?.note.tick ?? 0,
    notes: all,
    isStrum: all.some(({ note }) => sweepOf(note) !== undefined),
  }));
}

/** Beats; in 6/8 and its like every eighth, as it is counted. */
export function isOnPulse(score: Score, bar: number, tick: number): boolean {
  const metre = score.bars[bar]?.metre;
  if (!metre) return false;
  return tick % (isCompound(metre) ? ticksPerQuarter / 2 : beatTicks(metre)) === 0;
}

/** Whether a voice is picked at a moment, rather than sounded by the fretting hand. */
export const isPickedEvent = ({ notes }: VoiceEvent): boolean => notes.some(({ note }) => isPicked(note));

const knownBarres = new WeakMap<PlacedGrip, boolean>();

/** Whether a finger lies over three strings and more in the easiest way to hold a grip, or as it was typed. */
function isBarre(score: Score, grip: PlacedGrip): boolean {
  const known = knownBarres.get(grip);
  if (known !== undefined) return known;
  const held = fingerGrip(grip.frets, score, mediumHand, grip.fingers ?? []);
  const found = held?.presses.some(({ kind, strings }) => kind === 'barre' && strings.length > 2) ?? false;
  knownBarres.set(grip, found);
  return found;
}

/** Moments where the fretting hand takes another grip than the one before. */
function changesOf(score: Score, bars: readonly number[]): FactPlace[] {
  return bars.flatMap((index) =>
    (score.bars[index]?.grips ?? [])
      .filter((grip) => {
        const before =
          grip.tick > 0 ? gripAt(score, index, grip.tick - 1) : gripAt(score, index - 1, Infinity);
        return before !== undefined && fretsText(before.frets) !== fretsText(grip.frets);
      })
      .map(({ tick }) => ({ bar: index, tick })),
  );
}
