import { touchesOf } from '../touches.ts';
import { endings, fills } from './figure-moves.ts';
import type { Move, MoveSetting } from './move.ts';
import { doubles, otherPlaces } from './place-moves.ts';
import { innerNotes, lags, pushes, pushesOver, repeats, thinnings } from './rhythm-moves.ts';
import { otherThumbs } from './thumb-moves.ts';

export { bendsTheTune, moveKinds, type Move, type MoveKind, type MoveSetting } from './move.ts';
export { heldBass, heldThroughout } from './thumb-moves.ts';

/** Everything an arranger may do to a bar as it stands. */
export const movesOf = (setting: MoveSetting): Move[] => [
  ...pushes(setting),
  ...pushesOver(setting),
  ...lags(setting),
  ...repeats(setting),
  ...innerNotes(setting),
  ...thinnings(setting),
  ...doubles(setting),
  ...otherPlaces(setting),
  ...touchesIn(setting),
  ...otherThumbs(setting),
  ...fills(setting),
  ...endings(setting),
];

const touchesIn = ({ score, index }: MoveSetting): Move[] =>
  touchesOf(score)
    .filter(({ bar }) => bar === index)
    .map(({ note, word, change }) => ({
      kind: 'touch',
      word,
      change: (bar) => ({
        ...bar,
        notes: bar.notes.map((each) =>
          each.tick === note.tick && each.string === note.string && each.voice === 'melody' && !each.tied
            ? { ...each, ...change }
            : each,
        ),
      }),
    }));
