import type { CostTerm, Hand } from '../hands/index.ts';
import type { Instrument, StringNumber } from '../instrument/index.ts';
import type { NameLanguage } from '../pitch/index.ts';

/** Where and how to look for grips of a chord. Frets count from the capo. */
export interface GripSearch {
  readonly instrument: Instrument;
  readonly hand: Hand;
  readonly fromFret?: number;
  readonly toFret?: number;
  /** A grip costs more the further it lies from this fret. */
  readonly nearFret?: number | undefined;
  /** This string rings open as the bass, whether the chord has its tone or not; thicker ones are not played. */
  readonly openBass?: StringNumber | undefined;
  readonly limit?: number;
  readonly language?: NameLanguage;
}

/** One more reason than holding it why a grip ranks where it does, in mm. */
export interface SearchTerm {
  readonly name:
    | CostTerm['name']
    | 'pressing'
    | 'barre pressure'
    | 'missing tones'
    | 'unplayed strings'
    | 'crossed pitches'
    | 'open strings up the neck'
    | 'doubled tones'
    | 'bass'
    | 'distance'
    | 'up the neck';
  readonly mm: number;
}
