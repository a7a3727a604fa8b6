import { fail, ok, type Result } from '../fault/index.ts';
import { fingerScoreSteps } from '../fingering/index.ts';
import type { Hand } from '../hands/index.ts';
import {
  openMidi,
  realMidi,
  stringNumbers,
  type Instrument,
  type StringNumber,
} from '../instrument/index.ts';
import { parseSymbol, symbolText, transposeKey, transposeSymbol } from '../pitch/index.ts';
import {
  barTicks,
  inPlayingOrder,
  ticksPerQuarter,
  type Bar,
  type Note,
  type PickingSchool,
  type PlacedGrip,
  type Score,
} from '../score/index.ts';
import { findGrips, parseChord } from '../shapes/index.ts';
import { applyThumb } from '../thumb/index.ts';
import { assignStrings, type StringPlace } from './assign-strings.ts';
import { splitVoices } from './split-voices.ts';
import { barOf, scoreFrom, withoutLooseMarks } from './tab-score.ts';
import type { TellLeftOut } from './tidy-notes.ts';
import { bestTranspose } from './transpose.ts';
import type { Tune, TuneBar, TuneNote } from './tune.ts';

export interface FitOptions {
  readonly instrument: Instrument;
  readonly hand: Hand;
  readonly school?: PickingSchool | undefined;
  /** Semitones up, or "auto": what suits the guitar. */
  readonly transpose: number | 'auto';
  /** Pattern of the thumb where the source has chords and no bass; absent: two strings. */
  readonly thumbPattern?: string | undefined;
  /** Highest fret, counted from the capo, that is looked at; absent: 12. */
  readonly highestFret?: number | undefined;
  /** After so many searches bars that are alike are laid alike without proof that it costs least; absent: it is proved. */
  readonly mostAlikeSearches?: number | undefined;
}

/** A tune laid on the strings. */
export interface FittedTune {
  readonly score: Score;
  /** Semitones it was moved. */
  readonly transposed: number;
  /** Cost of both hands in mm. */
  readonly costMm: number;
}

/**
 * Lays a tune on a guitar in steps (yields the share done, 0 to 1): transposed, the hands told apart, grips found for its chords
 * and the thumb laid on them where it has no bass of its own, then strings and frets of every note chosen at the least cost for both
 * hands together. Notes below or above the strings are left out and told.
 */
export function* fitTuneSteps(
  tune: Tune,
  options: FitOptions,
  tell: TellLeftOut,
): Generator<number, Result<FittedTune>> {
  const { instrument, hand } = options;
  const tooQuick = quickestBar(tune);
  if (tooQuick)
    return fail(
      `${Math.round(tooQuick.strokes)} strokes a second are more than two hands can play`,
      'Slow the piece down, or take ornaments out of the file',
      { bar: tooQuick.bar },
    );
  const transposed = options.transpose === 'auto' ? bestTranspose(tune, instrument) : options.transpose;
  const laid = layRoughly(tune, options, transposed, tell);
  if (laid.bars.every(({ notes }) => notes.length === 0))
    return fail(
      'None of its notes lies within reach of the strings',
      'Transpose it, or choose another tuning or capo',
    );
  const withThumb = laid.thumbPattern === 'by-hand' ? laid : applyThumb(laid);
  const fingering = yield* fingerScoreSteps(withThumb, {
    hand,
    ...(options.school ? { school: options.school } : {}),
    highestOpenFret: options.highestFret ?? usualHighestFret,
    mostAlikeSearches: options.mostAlikeSearches,
    isOpen: ({ note }) => note.voice === 'melody' || laid.thumbPattern === 'by-hand',
  });
  const bars = withThumb.bars.map((bar) => ({
    ...bar,
    notes: bar.notes
      .map((note) => {
        const found = fingering.notes.get(note);
        return found ? { ...note, string: found.string, fret: found.fret } : note;
      })
      .sort(inPlayingOrder),
  }));
  const score = withoutLooseMarks({ ...withThumb, bars }, tell);
  return ok({ score, transposed, costMm: fingering.costMm });
}

const usualHighestFret = 12;

/** Strokes a second over a whole bar that no two hands play (common practice: the quickest tremolos reach about 16). */
const mostStrokes = 20;

/** The first bar, from 1, that asks for more strokes a second than can be played. */
function quickestBar({
  bars,
  tempoBpm,
}: Tune): { readonly bar: number; readonly strokes: number } | undefined {
  let tempo = tempoBpm;
  for (const [index, bar] of bars.entries()) {
    tempo = bar.tempoBpm ?? tempo;
    const seconds = (barTicks(bar.metre) / ticksPerQuarter) * (60 / tempo);
    const struck = new Set(
      bar.notes.filter(({ marks }) => !marks.tied && !marks.grace).map(({ tick }) => tick),
    );
    const strokes = struck.size / seconds;
    if (strokes > mostStrokes && struck.size > mostStrokes / 2) return { bar: index + 1, strokes };
  }
  return undefined;
}

/** The score with every note on some string: the search then chooses anew. */
function layRoughly(tune: Tune, options: FitOptions, transposed: number, tell: TellLeftOut): Score {
  const { instrument, thumbPattern = 'two-string' } = options;
  const voices = tune.bars.map(splitVoices);
  const hasBass = voices.some((bar) => [...bar.values()].includes('thumb'));
  const grips = gripFinder(options, transposed, tune, tell);
  const strings = createPlacer(instrument);
  const bars = tune.bars.map((bar, index): Bar => {
    const notes = placeBar(bar, voices[index] ?? new Map(), strings, transposed, index, tell);
    return { ...barOf(bar, notes, index, tell), grips: grips(bar, index) };
  });
  const hasGrips = bars.some((bar) => bar.grips.length > 0);
  const key = transposeKey(tune.key, transposed);
  const { wholeSemitones = 0 } = instrument.tuning;
  return {
    ...scoreFrom({ ...tune, key, tuning: instrument.tuning, capo: instrument.capo }, bars),
    key: transposeKey(key, -instrument.capo - wholeSemitones),
    scaleMm: instrument.scaleMm,
    fretCount: instrument.fretCount,
    thumbPattern: hasBass || !hasGrips ? 'by-hand' : thumbPattern,
    ...(options.school ? { pickingSchool: options.school } : {}),
  };
}

/** Each moment's notes on strings of their own, the lowest on the thickest that leaves strings for the rest. */
function placeBar(
  { notes }: TuneBar,
  voices: ReadonlyMap<TuneNote, Note['voice']>,
  placed: (notes: readonly TuneNote[], transposed: number) => (StringPlace | undefined)[],
  transposed: number,
  index: number,
  tell: TellLeftOut,
): Note[] {
  const byTick = new Map<number, TuneNote[]>();
  for (const note of notes) byTick.set(note.tick, [...(byTick.get(note.tick) ?? []), note]);
  return [...byTick.values()].flatMap((together) => {
    const rising = [...together].sort((a, b) => a.midi - b.midi);
    const strings = placed(rising, transposed);
    return rising.flatMap((note, position): Note[] => {
      const place = strings[position];
      if (!place) {
        tell('notes out of reach of the strings', { bar: index + 1 });
        return [];
      }
      const { finger: _, position: __, ...marks } = note.marks;
      return [
        {
          tick: note.tick,
          durationTicks: note.durationTicks,
          ...place,
          voice: voices.get(note) ?? 'melody',
          ...marks,
        },
      ];
    });
  });
}

/**
 * Answers a string for each of a moment's notes, lowest first, no string twice, as many as can be placed, frets as low as can be.
 * A note that is tied on, hammered, pulled or slid stays on the string of the note before it; moments come in order.
 */
function createPlacer({ tuning, capo, fretCount }: Instrument) {
  const lastByPitch = new Map<number, StringNumber>();
  let lastMelody: StringNumber | undefined;
  return (notes: readonly TuneNote[], transposed: number): (StringPlace | undefined)[] => {
    const choices = notes.map(({ midi, marks }) => {
      const all = stringNumbers
        .map((string) => ({ string, fret: midi + transposed - realMidi(tuning, string) - capo }))
        .filter(({ fret }) => fret >= 0 && fret <= fretCount - capo);
      const from = marks.tied ? lastByPitch.get(midi) : marks.arrival ? lastMelody : undefined;
      const same = all.filter(({ string }) => string === from);
      return same.length > 0 ? same : all;
    });
    const placed = assignStrings(choices);
    placed.forEach((place, index) => {
      const note = notes[index];
      if (place && note) lastByPitch.set(note.midi, place.string);
    });
    lastMelody = placed.at(-1)?.string ?? lastMelody;
    return placed;
  };
}

/** Finds the easiest grip for each chord of the tune; one that the source drew stays if it is in no other key. */
function gripFinder(
  { instrument, hand }: FitOptions,
  transposed: number,
  tune: Tune,
  tell: TellLeftOut,
): (bar: TuneBar, index: number) => PlacedGrip[] {
  const found = new Map<string, PlacedGrip['frets'] | undefined>();
  const shift = transposed - instrument.capo - (instrument.tuning.wholeSemitones ?? 0);
  const keepsFrames = transposed === 0 && sameStrings(tune, instrument);
  return ({ chords, grips }, index) => {
    if (grips.length > 0 && keepsFrames) return [...grips];
    return chords.flatMap(({ tick, symbol }): PlacedGrip[] => {
      const parts = parseSymbol(symbol);
      const shape = parts.ok ? symbolText(transposeSymbol(parts.value, shift, tune.key)) : symbol;
      if (!found.has(shape)) {
        const chord = parseChord(shape);
        found.set(
          shape,
          chord.ok ? findGrips(chord.value, { instrument, hand, limit: 1 })[0]?.frets : undefined,
        );
      }
      const frets = found.get(shape);
      if (!frets) {
        tell(`the chord ${symbol}, for which no grip was found`, { bar: index + 1 });
        return [];
      }
      return [{ tick, frets: [...frets] }];
    });
  };
}

const sameStrings = ({ tuning, capo }: Tune, instrument: Instrument): boolean =>
  tuning !== undefined &&
  capo === instrument.capo &&
  stringNumbers.every((string) => openMidi(tuning, string) === openMidi(instrument.tuning, string));
