import type { Tune, TuneBar } from '../../melody/index.ts';
import { modulo, pitchClassOf, tonicOf, type Key } from '../../pitch/index.ts';
import { barTicks, beatTicks } from '../../score/index.ts';
import { metricalWeight } from '../syncopation.ts';
import { chordNames, followings, type Degrees } from './chord-habits.ts';

/** A chord proposed for a bar of a tune, with what speaks for it. */
export interface ProposedChord {
  /** From 0. */
  readonly bar: number;
  /** As it is heard: "D7". */
  readonly symbol: string;
  /** For how many beats of the bar the tune is on a note of the chord, and for how many it sounds. */
  readonly inChord: number;
  readonly sounding: number;
}

/** A note outside the chord costs so much of what one inside brings (from memory). */
const outside = 0.8;
/** A change of chord costs as much as so many beats in the chord bring (from memory). */
const change = 0.4;
/** How much more a strong beat counts than one between the beats. */
const weights = [4, 3, 2, 1] as const;

/**
 * A chord for every bar of a tune, as heard: the one whose notes the tune's strong and long notes are, in an order of chords that is usual (common practice: the fifth leads home, a tune begins and ends on its tonic). The whole is the best there is by these weights (Viterbi). Empty for a tune without notes.
 */
export function proposeChords(tune: Tune): ProposedChord[] {
  if (tune.bars.every(({ notes }) => notes.length === 0)) return [];
  const chords = chordNames(tune.key);
  let ways: readonly Way[] = [{ worth: 0, chords: [] }];
  tune.bars.forEach((bar, index) => {
    const isEdge = index === 0 || index === tune.bars.length - 1;
    ways = chords.map((chord) => {
      const best = ways.reduce<Way | undefined>((most, way) => {
        const worth = way.worth + following(way.chords.at(-1), chord);
        return most && most.worth >= worth ? most : { worth, chords: way.chords };
      }, undefined);
      const home = isEdge && chord.degree === 0 ? 1 : 0;
      return {
        worth: (best?.worth ?? 0) + fit(bar, chord, tune.key) + home,
        chords: [...(best?.chords ?? []), chord],
      };
    });
  });
  const best = ways.reduce((most, way) => (way.worth > most.worth ? way : most));
  return best.chords.map((chord, bar) => ({
    bar,
    symbol: chord.symbol,
    ...held(tune.bars[bar], chord, tune.key),
  }));
}

interface Way {
  readonly worth: number;
  readonly chords: readonly Degrees[];
}

const following = (last: Degrees | undefined, chord: Degrees): number =>
  last === undefined || last === chord ? 0 : (followings(last, chord) ? 0.3 : 0) - change;

const isIn = (midi: number, chord: Degrees, key: Key): boolean =>
  chord.tones.includes(modulo(midi - pitchClassOf(tonicOf(key)) - chord.degree, 12));

/** What the notes of a bar say for a chord: each by its length in beats and how strong its place is. */
function fit({ notes, metre }: TuneBar, chord: Degrees, key: Key): number {
  return notes.reduce((sum, { tick, durationTicks, midi }) => {
    const strength = weights[Math.min(weights.length - 1, -metricalWeight(metre, tick))] ?? 1;
    const counts =
      (strength * Math.min(durationTicks, barTicks(metre) - tick)) / beatTicks(metre) / weights[0];
    return sum + counts * (isIn(midi, chord, key) ? 1 : -outside);
  }, 0);
}

function held(bar: TuneBar | undefined, chord: Degrees, key: Key) {
  const notes = bar?.notes ?? [];
  const beats = (some: typeof notes) =>
    bar ? some.reduce((sum, { durationTicks }) => sum + durationTicks, 0) / beatTicks(bar.metre) : 0;
  return { inChord: beats(notes.filter(({ midi }) => isIn(midi, chord, key))), sounding: beats(notes) };
}

/** The tune with the chords that are proposed, where it has none. A tune with a chord anywhere keeps what it has. */
export function withProposedChords(tune: Tune): {
  readonly tune: Tune;
  readonly proposed: readonly ProposedChord[];
} {
  if (tune.bars.some(({ chords }) => chords.length > 0)) return { tune, proposed: [] };
  const proposed = proposeChords(tune);
  const bars = tune.bars.map((bar, index) => {
    const symbol = proposed[index]?.symbol;
    const isNew = symbol !== undefined && symbol !== proposed[index - 1]?.symbol;
    return isNew ? { ...bar, chords: [{ tick: 0, symbol }] } : bar;
  });
  return { tune: { ...tune, bars }, proposed };
}
