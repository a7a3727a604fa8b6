import type { Result } from '@jocund/core/fault';
import type { Hand } from '@jocund/core/hands';
import type { Instrument, Tuning } from '@jocund/core/instrument';
import type { Study } from '@jocund/core/score';
import type { FoundGrip } from '@jocund/core/shapes';
import type { FoundTuning } from '@jocund/core/tuning-finder';

/** What the page may ask of the worker, and what each question is answered with. */
export interface Tasks {
  readonly findTunings: {
    readonly input: {
      readonly study: Study;
      readonly tunings: readonly Tuning[];
      readonly today: Tuning;
      readonly maxCapo: number;
      readonly maxTranspose: number;
    };
    readonly output: FoundTuning[];
  };
  readonly findGrips: {
    readonly input: {
      readonly chord: string;
      readonly instrument: Instrument;
      readonly hand: Hand;
      readonly nearFret: number | undefined;
    };
    readonly output: Result<FoundGrip[]>;
  };
  /** One string plucked, as samples. */
  readonly soundString: {
    readonly input: { readonly hz: number; readonly seconds: number; readonly sampleRate: number };
    readonly output: Float32Array<ArrayBuffer>;
  };
}

export type TaskName = keyof Tasks;

export type WorkRequest =
  | {
      [Name in TaskName]: {
        readonly kind: 'start';
        readonly id: number;
        readonly task: Name;
        readonly input: Tasks[Name]['input'];
      };
    }[TaskName]
  | { readonly kind: 'cancel'; readonly id: number };

/** `share` is 0 to 1. */
export type WorkAnswer =
  | { readonly kind: 'progress'; readonly id: number; readonly share: number }
  | { readonly kind: 'done'; readonly id: number; readonly output: Tasks[TaskName]['output'] }
  | { readonly kind: 'failed'; readonly id: number; readonly message: string };
