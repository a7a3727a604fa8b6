import type { Instrument, Tuning } from '../instrument/index.ts';
import type { Key } from '../pitch/index.ts';
import type { LaidPassage } from './lay-passage.ts';

/** What to try. Semitones of transposition are how far the sounding key may move either way; 0 keeps it. */
export interface TuningSearch {
  readonly tunings: readonly Tuning[];
  /** The tuning the guitar is in today. */
  readonly today: Tuning;
  readonly guitar: Pick<Instrument, 'scaleMm' | 'fretCount'>;
  readonly maxCapo: number;
  readonly maxTranspose: number;
  readonly limit?: number;
  /** One capo and one transposition, whatever else might lie better; absent: all up to the most. */
  readonly only?: { readonly capo: number; readonly transpose: number } | undefined;
}

/** One part of what a tuning costs, in mm. */
export interface TuningTerm {
  readonly name:
    | 'the hand, each bar'
    | 'behind at a quick look'
    | 'capo'
    | 'another key'
    | 'open strings off the key’s chord'
    | 'strings unlike standard tuning'
    | 'strings above their usual pitch'
    | 'no chord under the bottleneck'
    | 'tune on fretted strings'
    | 'bass on fretted strings'
    | 'unfamiliar key';
  readonly mm: number;
}

/** A tuning, capo and key for a passage, with the passage laid out in it and what it costs. */
export interface FoundTuning {
  readonly tuning: Tuning;
  readonly capo: number;
  /** Semitones by which it sounds away from the passage. */
  readonly transpose: number;
  readonly shapeKey: Key;
  readonly costMm: number;
  readonly terms: readonly TuningTerm[];
  /** What it takes to get there from the guitar's tuning of today, in the same unit; not part of `costMm`. */
  readonly retuningMm: number;
  readonly unplayable: number;
  /** Shares of the voice's notes on open strings, 0 to 1. */
  readonly openBassShare: number;
  readonly openMelodyShare: number;
  readonly maxSpanMm: number;
  readonly shifts: number;
  readonly reasons: readonly string[];
  readonly laid: LaidPassage;
}
