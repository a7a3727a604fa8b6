import type { Midi } from '../pitch/index.ts';
import { stringNumbers, type StringNumber } from './strings.ts';
import { openMidi, realMidi, type Tuning } from './tuning.ts';

/** A guitar as a score needs it: its tuning, where the capo sits, and the neck. Frets are counted from the capo. */
export interface Instrument {
  readonly tuning: Tuning;
  /** Fret of the bare neck the capo sits at; 0 is no capo. */
  readonly capo: number;
  /** Nut to bridge saddle in mm. */
  readonly scaleMm: number;
  /** Frets of the bare neck. */
  readonly fretCount: number;
}

/** A place on the neck; `fret` counts from the capo, 0 is open. */
export interface NeckPlace {
  readonly string: StringNumber;
  readonly fret: number;
}

/** Usual steel-string scale lengths are 628–650 mm (common practice). */
export const defaultScaleMm = 650;
export const defaultFretCount = 20;

/** Highest fret, counted from the capo, that the neck still has. */
export const highestFret = ({ capo, fretCount }: Pick<Instrument, 'capo' | 'fretCount'>): number =>
  fretCount - capo;

/** Pitch as written (as if there were no capo): what the fret's shape is named by. */
export const writtenMidi = (tuning: Tuning, { string, fret }: NeckPlace): Midi =>
  openMidi(tuning, string) + fret;

/** Pitch as heard: capo and a guitar tuned away as a whole included. */
export const soundingMidi = (
  { tuning, capo }: Pick<Instrument, 'tuning' | 'capo'>,
  { string, fret }: NeckPlace,
): Midi => realMidi(tuning, string) + fret + capo;

/** Semitones from what the shapes are named by to what is heard: the capo, and how far the whole guitar is tuned away. */
export const soundingShift = ({ tuning, capo }: Pick<Instrument, 'tuning' | 'capo'>): number =>
  capo + (tuning.wholeSemitones ?? 0);

/** Every place where a written pitch lies, from string 6 to string 1. */
export function placesOf(instrument: Instrument, midi: Midi): NeckPlace[] {
  return [...stringNumbers]
    .reverse()
    .map((string) => ({ string, fret: midi - openMidi(instrument.tuning, string) }))
    .filter(({ fret }) => fret >= 0 && fret <= highestFret(instrument));
}

/**
 * Distance of a bare-neck fret from the nut in mm: scale·(1 − 2^(−n/12)), equal temperament
 * (Fletcher & Rossing, The Physics of Musical Instruments; cited from memory).
 */
export const fretPositionMm = (scaleMm: number, bareFret: number): number =>
  scaleMm * (1 - (openShares[bareFret] ?? openShare(bareFret)));

/** Share of the open length that sounds behind a fret. Worked out once: the fingering search asks many times. */
const openShare = (bareFret: number): number => 2 ** (-bareFret / 12);
const openShares: readonly number[] = Array.from({ length: 49 }, (_, fret) => openShare(fret));

/** Length of neck in mm between two frets counted from the capo. */
export const fretSpanMm = (
  { scaleMm, capo }: Pick<Instrument, 'scaleMm' | 'capo'>,
  fretA: number,
  fretB: number,
): number => Math.abs(fretPositionMm(scaleMm, fretB + capo) - fretPositionMm(scaleMm, fretA + capo));

/** Distance between neighbouring strings in mm at the nut and at the bridge (common practice for steel-string guitars). */
const nutSpacingMm = 7.5;
const bridgeSpacingMm = 11;

/** Distance between neighbouring strings in mm, `alongMm` from the nut: the strings spread evenly toward the bridge. */
export const stringSpacingMm = (scaleMm: number, alongMm: number): number =>
  nutSpacingMm + (bridgeSpacingMm - nutSpacingMm) * (alongMm / scaleMm);
