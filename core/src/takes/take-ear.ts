import type { BandSpectra, HeardNote, Onset, PossibleStroke, Weighing } from '../listening/index.ts';
import type { Midi } from '../pitch/index.ts';
import type { ExpectedEvent } from './expected.ts';
import type { LevelSigns } from './level-signs.ts';

/** A stroke that may be one; whether it lies at an onset. */
export type LikelyStray = PossibleStroke & { readonly isAtOnset: boolean };

/** How strokes of one take are told beside the levels of their pitches: by a trained model, or by nothing else. */
export interface TakeEar {
  /** What is heard before each note of the study is asked for. */
  readonly atFirst: (events: readonly ExpectedEvent[]) => HeardNote[];
  /** What speaks for a pitch at each of some strokes, as logarithms; always as many signs. */
  readonly signsAt: (strokes: readonly Onset[], midi: Midi) => (readonly number[])[];
  /** Pitches that may have been struck, with the same signs. */
  readonly mayBeStruck: (pitches: readonly Midi[], levels: LevelSigns) => LikelyStray[];
  /** How much the signs speak for a note of the study, followed by whether the octaves below and above are asked for and by those of levels; and for one that nobody asked for, followed by whether it is a partial and by those of levels. */
  readonly weighing: { readonly asked: Weighing; readonly stray: Weighing };
}

/** A take that can be asked for the notes of a study. */
export interface TakeHearing {
  readonly onsets: readonly Onset[];
  readonly spectra: BandSpectra;
  readonly ear: TakeEar;
}
