import { beatTicks, isOnBeat, ticksPerQuarter, type Score } from '../score/index.ts';
import { mean, median, spreadOf } from './numbers.ts';
import type { JudgedNote } from './verdicts.ts';

/** A way of being early or late that comes again and again. */
export interface TimingHabit {
  readonly voice: JudgedNote['voice'];
  /** Beat of the bar, from 1; null: all notes between the beats. */
  readonly beat: number | null;
  /** By so much later than its time in the mean; negative: early. */
  readonly lateMs: number;
  readonly count: number;
}

export interface TakeTiming {
  /** Spread of the thumb's strokes about an even beat: standard deviation in ms, and as a share of a beat. Null with fewer than four. */
  readonly thumbSdMs: number | null;
  readonly thumbSdShare: number | null;
  /** The picked tune behind the thumb in the mean, in ms; negative: early. */
  readonly melodyMeanMs: number | null;
  readonly melodySdMs: number | null;
  /** Between the two notes of a pinch, in the middle. */
  readonly pinchMs: number | null;
  readonly habits: readonly TimingHabit[];
}

/** A habit is heard from so many ms on, in so many notes (settings; about the least difference that players are heard to make on purpose). */
const leastHabitMs = 18;
const leastHabitCount = 4;

export function timingOf(score: Score, notes: readonly JudgedNote[]): TakeTiming {
  const timed = notes.filter(({ isGrace, attack }) => !isGrace && attack === 'picked').filter(hasTime);
  const thumb = timed.filter(({ voice }) => voice === 'thumb');
  const melody = timed.filter(({ voice }) => voice === 'melody');
  const thumbSdMs = spreadOf(thumb.map(({ lateMs }) => lateMs));
  const beatMs = median(
    thumb.flatMap(({ pace, bar }) => {
      const metre = score.bars[bar]?.metre;
      const tempo = score.bars[bar]?.tempoBpm ?? score.tempoBpm;
      return pace === null || !metre ? [] : [(pace * 60_000 * beatTicks(metre)) / tempo / ticksPerQuarter];
    }),
  );
  return {
    thumbSdMs,
    thumbSdShare: thumbSdMs === null || beatMs === 0 ? null : thumbSdMs / beatMs,
    melodyMeanMs: melody.length < 3 ? null : mean(melody.map(({ lateMs }) => lateMs)),
    melodySdMs: spreadOf(melody.map(({ lateMs }) => lateMs)),
    pinchMs: pinchOf(timed),
    habits: habitsOf(score, timed),
  };
}

type Timed = JudgedNote & { readonly lateMs: number };
const hasTime = (note: JudgedNote): note is Timed => note.lateMs !== null && note.verdict === 'hit';

function pinchOf(timed: readonly Timed[]): number | null {
  const gaps = timed.flatMap((note) => {
    if (note.voice !== 'thumb') return [];
    const other = timed.find(
      (each) => each.voice === 'melody' && each.run === note.run && each.startS === note.startS,
    );
    return other?.played && note.played ? [Math.abs(other.played.startS - note.played.startS) * 1000] : [];
  });
  return gaps.length < 2 ? null : median(gaps);
}

/** Places of the bar at which one hand is early or late by habit: further out than twice its own doubt. */
function habitsOf(score: Score, timed: readonly Timed[]): TimingHabit[] {
  const places = new Map<string, Timed[]>();
  for (const note of timed) {
    const metre = score.bars[note.bar]?.metre;
    if (!metre) continue;
    const beat = isOnBeat(metre, note.tick) ? note.tick / beatTicks(metre) + 1 : null;
    const key = `${note.voice} ${beat}`;
    places.set(key, [...(places.get(key) ?? []), note]);
  }
  return [...places].flatMap(([key, notes]): TimingHabit[] => {
    const late = notes.map(({ lateMs }) => lateMs);
    const middle = median(late);
    const doubt = (spreadOf(late) ?? Infinity) / Math.sqrt(late.length);
    if (late.length < leastHabitCount || Math.abs(middle) < Math.max(leastHabitMs, 2 * doubt)) return [];
    const [voice, beat] = key.split(' ');
    return [
      {
        voice: voice as JudgedNote['voice'],
        beat: beat === 'null' ? null : Number(beat),
        lateMs: middle,
        count: late.length,
      },
    ];
  });
}
