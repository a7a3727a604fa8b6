import guitar from '@tombatossals/chords-db/lib/guitar.json' with { type: 'json' };
import type { FrettingFinger, GripFingers } from '../hands/index.ts';
import type { GripFrets } from '../score/index.ts';

/** A shape of the open data set `@tombatossals/chords-db` 0.5.1: standard tuning, with somebody's choice of fingers. */
export interface DataSetShape {
  readonly key: string;
  readonly suffix: string;
  readonly frets: GripFrets;
  readonly fingers: GripFingers;
}

interface Position {
  readonly frets: readonly number[];
  readonly fingers: readonly number[];
  readonly baseFret: number;
}

interface DataSet {
  readonly chords: Readonly<
    Record<
      string,
      readonly { readonly key: string; readonly suffix: string; readonly positions: readonly Position[] }[]
    >
  >;
}

/** Every shape of the data set, in its order. It writes frets from its base fret, −1 for a string not played, finger 0 for none. */
export const dataSetShapes: readonly DataSetShape[] = Object.values((guitar as DataSet).chords).flatMap(
  (chords) =>
    chords.flatMap(({ key, suffix, positions }) =>
      positions.map(({ frets, fingers, baseFret }) => {
        const ours = frets.map((fret) => (fret < 0 ? null : fret === 0 ? 0 : fret + baseFret - 1));
        return {
          key,
          suffix,
          frets: ours,
          fingers: fingers.map((finger, index) =>
            (ours[index] ?? 0) > 0 && finger > 0 ? (finger as FrettingFinger) : null,
          ),
        };
      }),
    ),
);
