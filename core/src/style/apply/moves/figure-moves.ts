import { barTicks, gripAt, inPlayingOrder, soundingFrets, type Note } from '../../../score/index.ts';
import { fretsText } from '../../../shapes/index.ts';
import { modulo } from '../../../pitch/index.ts';
import { byHand } from '../../../thumb/index.ts';
import { fillTicks } from '../../players-figures.ts';
import type { Move, MoveSetting } from './move.ts';
import { areTiedOn, endBy, midiIn, tuneMoments, withTune } from './tune-moments.ts';

/** A fill begins at most so far from the note it follows: a fifth, in half steps. */
const furthestLeap = 7;

/** The player's figures over the same grip, where the tune holds a note through the last half of the bar. */
export function fills({ score, index, bar, figures }: MoveSetting): Move[] {
  const ticks = fillTicks(score, index);
  const from = barTicks(bar.metre) - ticks;
  const grip = gripAt(score, index, from);
  const held = tuneMoments(bar).at(-1);
  const isLast = index === score.bars.length - 1;
  const goesOn = held !== undefined && areTiedOn(score, index, held);
  const changes = bar.grips.some(({ tick }) => tick > from);
  if (!grip || isLast || goesOn || changes || !held || held.tick >= from) return [];
  const written = fretsText(soundingFrets(grip));
  const top = Math.max(...held.notes.map((note) => midiIn(score, note)));
  return figures.flatMap((figure): Move[] => {
    const [first] = figure.notes;
    const fits =
      figure.kind === 'fill' &&
      figure.tuning === score.tuning.name &&
      figure.grip === written &&
      figure.ticks === ticks;
    if (!fits || !first || Math.abs(midiIn(score, first) - top) > furthestLeap) return [];
    const taken = new Set(
      bar.notes.filter(({ voice }) => voice === 'thumb').map(({ tick, string }) => `${tick} ${string}`),
    );
    const laid = figure.notes.map((note): Note => ({ ...note, tick: note.tick + from }));
    if (laid.some(({ tick, string }) => taken.has(`${tick} ${string}`))) return [];
    return [
      {
        kind: 'fill',
        change: (each) => {
          const cut = withTune(each, (note) => [endBy(note, from)]);
          return { ...cut, notes: [...cut.notes, ...laid].sort(inPlayingOrder) };
        },
      },
    ];
  });
}

/** The player's way to end a piece, where the tune ends on a held note that the ending begins with, an octave higher or lower if need be. */
export function endings({ score, index, bar, figures }: MoveSetting): Move[] {
  const grip = gripAt(score, index, 0);
  const [held, ...others] = tuneMoments(bar);
  if (index !== score.bars.length - 1 || !grip || !held || held.tick > 0 || others.length > 0) return [];
  const written = fretsText(soundingFrets(grip));
  const tops = (notes: readonly Note[]) =>
    notes.filter(({ voice, tick }) => voice === 'melody' && tick === 0).map((note) => midiIn(score, note));
  const top = Math.max(...held.notes.map((note) => midiIn(score, note)));
  return figures.flatMap((figure): Move[] => {
    const begins = tops(figure.notes).some((midi) => modulo(midi - top, 12) === 0);
    const fits =
      figure.kind === 'ending' &&
      figure.tuning === score.tuning.name &&
      figure.grip === written &&
      figure.ticks === barTicks(bar.metre);
    if (!fits || !begins) return [];
    return [
      {
        kind: 'ending',
        change: (each) => ({ ...each, thumbPattern: byHand, notes: [...figure.notes].sort(inPlayingOrder) }),
      },
    ];
  });
}
