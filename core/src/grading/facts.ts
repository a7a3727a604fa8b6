import { reaches, type Reach } from '../hands/index.ts';
import {
  barTicks,
  beatTicks,
  isCompound,
  isPicked,
  pinchTicks,
  placedNotes,
  sweepOf,
  tempoMap,
  ticksPerQuarter,
  type PlacedNote,
  type Score,
  type Ticks,
} from '../score/index.ts';
import { distinctBars } from './distinct-bars.ts';
import { changesOf, heldAs, isBarre, isThumbOver, type GripChangeFact } from './held-grips.ts';

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
  readonly gripChanges: readonly GripChangeFact[];
  /** Grips that are held with one finger over several strings. */
  readonly barres: readonly FactPlace[];
  /** Grips that are held with the fretting thumb over the edge. */
  readonly thumbsOver: readonly FactPlace[];
  readonly reaches: readonly Reach[];
  /** Where in a bar either hand strikes, in ticks, in order; also in bars that were played before. */
  readonly strokes: (bar: number) => readonly Ticks[];
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
  const gripPlaces = (is: (held: ReturnType<typeof heldAs>) => boolean): FactPlace[] =>
    bars.flatMap((bar) =>
      (score.bars[bar]?.grips ?? []).flatMap((grip) =>
        is(heldAs(score, grip)) ? [{ bar, tick: grip.tick }] : [],
      ),
    );
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
    barres: gripPlaces(isBarre),
    thumbsOver: gripPlaces(isThumbOver),
    reaches: reaches(score).filter(({ bar }) => isNew.has(bar)),
    strokes: (bar) =>
      [...new Set((score.bars[bar]?.notes ?? []).filter(({ tied }) => !tied).map(({ tick }) => tick))].sort(
        (a, b) => a - b,
      ),
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
