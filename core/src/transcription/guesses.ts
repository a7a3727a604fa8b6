import { ok, type Result } from '../fault/index.ts';
import { soundingMidi } from '../instrument/index.ts';
import type { Hand } from '../hands/index.ts';
import type { HeardNote } from '../listening/index.ts';
import {
  fitTuneSteps,
  quantise,
  splitVoices,
  swingOf,
  unswung,
  type Tune,
  type TuneBar,
} from '../melody/index.ts';
import { barTicks, type Bar, type Note, type Score, type Ticks } from '../score/index.ts';
import { beatGrid, type BeatGrid, type Beats } from './beat-grid.ts';

/** A heard note where it is likely played: a guess until it is taken. */
export interface Guess {
  readonly heard: HeardNote;
  /** From 0; past the end of the score where the recording goes on. */
  readonly bar: number;
  /** As it would be written, with its tick on the grid. */
  readonly note: Note;
}

export interface Guesses {
  readonly guesses: readonly Guess[];
  /** The same as a score, so that other places can be weighed. */
  readonly laid: Score;
  /** Percentage of a quarter before its off-beat eighth; undefined: straight. */
  readonly swingPercent: number | undefined;
}

export interface GuessSettings extends Beats {
  /** Says the tuning, the capo and the bars that are counted. */
  readonly score: Score;
  readonly hand: Hand;
}

/** A note goes further up the neck than this only where no string has it lower: of places that cost the hands the same, players take the low one (common practice). */
const usualHighestFret = 5;
/** A note lasts no shorter than a triplet of sixteenths. */
const shortest = 160;

/**
 * Sets heard notes on the grid of their beats and on strings, in steps (yields the share done): off-beats that fall late and alike are written straight, the thumb is told from the tune, and the hands choose strings and frets of all notes together. What lies outside the neck or before bar 1 is left out.
 */
export function* guessSteps(
  notes: readonly HeardNote[],
  settings: GuessSettings,
): Generator<number, Result<Guesses>> {
  const { score, hand } = settings;
  const grid = beatGrid(score, settings);
  const { placed, swingPercent } = onGrid(notes, grid);
  const nothing = { guesses: [], laid: { ...score, bars: [] }, swingPercent };
  if (placed.length === 0) return ok(nothing);
  const tune = tuneOf(placed, grid, score);
  const fitted = yield* fitTuneSteps(
    tune,
    {
      instrument: score,
      hand,
      school: score.pickingSchool,
      transpose: 0,
      highestFret: usualHighestFret,
    },
    () => undefined,
  );
  if (!fitted.ok) return fitted;
  const laid = fitted.value.score;
  const heardAt = new Map(placed.map((each) => [keyOf(each.bar, each.tick, each.heard.midi), each.heard]));
  const guesses = laid.bars.flatMap(({ notes: written }, bar) =>
    written.flatMap((note): Guess[] => {
      const heard = heardAt.get(keyOf(bar, note.tick, soundingMidi(score, note)));
      return heard ? [{ heard, bar, note }] : [];
    }),
  );
  return ok({ guesses, laid, swingPercent });
}

const keyOf = (bar: number, tick: Ticks, midi: number): string => `${bar} ${tick} ${midi}`;

interface Placed {
  readonly heard: HeardNote;
  readonly bar: number;
  readonly tick: Ticks;
}

/** Each note on the nearest place of the grid; of two that fall together the surer one. */
function onGrid(
  notes: readonly HeardNote[],
  grid: BeatGrid,
): { readonly placed: readonly Placed[]; readonly swingPercent: number | undefined } {
  const within = notes.flatMap((heard) => {
    // What is a little early still belongs to the bar that begins.
    const place = grid.placeAt(heard.startS) ?? grid.placeAt(heard.startS + earlyS);
    return place ? [{ heard, at: startOf(grid, place.bar) + place.tick }] : [];
  });
  const swingPercent = swingOf(within.map(({ at }) => at));
  const straight =
    swingPercent === undefined
      ? (at: number) => at
      : unswung(
          swingPercent,
          within.map(({ at }) => at),
        );
  const ticks = quantise(within.map(({ at }) => straight(at)));
  const found = new Map<string, Placed>();
  within.forEach(({ heard }, index) => {
    const { bar, tick } = barOf(grid, ticks[index] ?? 0);
    const key = keyOf(bar, tick, heard.midi);
    const before = found.get(key);
    if (!before || before.heard.sureness < heard.sureness) found.set(key, { heard, bar, tick });
  });
  return { placed: [...found.values()], swingPercent };
}

/** A stroke on the first beat of all may come so much before it. */
const earlyS = 0.06;

const startOf = (grid: BeatGrid, bar: number): Ticks =>
  Array.from({ length: bar }, (_, index) => barTicks(grid.metreOf(index))).reduce(
    (sum, each) => sum + each,
    0,
  );

function barOf(grid: BeatGrid, at: Ticks): { readonly bar: number; readonly tick: Ticks } {
  let [bar, tick] = [0, at];
  while (tick >= barTicks(grid.metreOf(bar))) {
    tick -= barTicks(grid.metreOf(bar));
    bar += 1;
  }
  return { bar, tick };
}

function tuneOf(placed: readonly Placed[], grid: BeatGrid, score: Score): Tune {
  const last = Math.max(...placed.map(({ bar }) => bar));
  const bars = Array.from({ length: last + 1 }, (_, bar): TuneBar => {
    const mine = placed.filter((each) => each.bar === bar);
    return { ...barLike(score.bars[bar], grid.metreOf(bar)), notes: notesOf(mine, grid.metreOf(bar)) };
  });
  return {
    title: score.title,
    player: score.player,
    key: score.key,
    tempoBpm: score.tempoBpm,
    swingPercent: score.swingPercent,
    tuning: score.tuning,
    capo: score.capo,
    bars,
  };
}

const barLike = (bar: Bar | undefined, metre: Bar['metre']): Omit<TuneBar, 'notes'> => ({
  metre,
  ...(bar?.pickup ? { pickup: bar.pickup } : {}),
  chords: [],
  grips: [],
});

/** Each note lasts until the next of its hand, at the longest to the end of the bar. */
function notesOf(placed: readonly Placed[], metre: Bar['metre']): TuneBar['notes'] {
  const plain = placed.map(({ heard, tick }) => ({
    tick,
    durationTicks: shortest,
    midi: heard.midi,
    marks: {},
  }));
  const voices = splitVoices({ metre, notes: plain, chords: [], grips: [] });
  return plain.map((note) => {
    const voice = voices.get(note) ?? 'melody';
    const next = plain
      .filter((other) => other.tick > note.tick && voices.get(other) === voice)
      .reduce((soonest, { tick }) => Math.min(soonest, tick), barTicks(metre));
    return { ...note, voice, durationTicks: next - note.tick };
  });
}
