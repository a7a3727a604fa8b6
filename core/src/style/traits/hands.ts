import { keyText } from '../../pitch/index.ts';
import { soundingFrets, type PlacedGrip } from '../../score/index.ts';
import { fretsText } from '../../shapes/index.ts';
import { chordsOf, gripUnder, heldFrets, type BarView } from '../bar-view.ts';
import type { ReadTrait } from '../trait.ts';

/** Grips that begin in a bar. */
const grips = ({ bar }: BarView): readonly PlacedGrip[] => bar.grips;

function kindOfGrip(grip: PlacedGrip): string {
  const frets = heldFrets(grip);
  const pressed = frets.filter((fret) => fret > 0);
  if (pressed.length === 0) return 'open strings';
  if (frets.length <= 3) return 'two or three strings';
  const low = Math.min(...pressed);
  if (!frets.includes(0)) return 'nothing open';
  return low > 3 ? 'moved up over open strings' : 'first position with open strings';
}

/** Grips, and how the guitar is set up for them. */
export const handTraits: readonly ReadTrait[] = [
  {
    id: 'grip-kinds',
    group: 'hands',
    name: 'kinds of grips',
    counts: 'grips',
    values: 'kinds',
    read: (view) => grips(view).map(kindOfGrip),
  },
  {
    id: 'grips',
    group: 'hands',
    name: 'grips',
    counts: 'bars',
    values: 'kinds',
    isOfChord: true,
    read: (view) =>
      chordsOf(view).flatMap(({ tick, name }) => {
        const grip = gripUnder(view, tick);
        return grip ? [`${name ?? '?'} ${fretsText(soundingFrets(grip))}`] : [];
      }),
  },
  {
    id: 'grip-fingers',
    group: 'hands',
    name: 'strings pressed by a grip',
    counts: 'grips',
    values: 'numbers',
    unit: 'strings',
    read: (view) => grips(view).map((grip) => heldFrets(grip).filter((fret) => fret > 0).length),
  },
  {
    id: 'tune-from-grip',
    group: 'hands',
    name: 'tune against the grip',
    counts: 'notes',
    values: 'kinds',
    read: (view) =>
      view.tune.flatMap(({ tick, notes }) => {
        const grip = gripUnder(view, tick);
        return notes.map(({ string, fret }) =>
          fret === 0
            ? 'an open string'
            : grip?.frets[6 - string] === fret
              ? 'a note of the grip'
              : 'beside the grip',
        );
      }),
  },
  {
    id: 'tuning',
    group: 'hands',
    name: 'tuning',
    counts: 'bars',
    values: 'kinds',
    isSetting: true,
    read: ({ score }) => [score.tuning.name],
  },
  {
    id: 'key',
    group: 'hands',
    name: 'key of the shapes',
    counts: 'bars',
    values: 'kinds',
    isSetting: true,
    read: ({ score }) => [keyText(score.key)],
  },
  {
    id: 'capo',
    group: 'hands',
    name: 'capo',
    counts: 'bars',
    values: 'kinds',
    isSetting: true,
    read: ({ score }) => [score.capo === 0 ? 'none' : 'with a capo'],
  },
];
