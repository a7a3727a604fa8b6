import type { MeasuredPiece, Player } from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import { evidenceOf, styleDocument } from '@jocund/core/style';
import { written } from '@jocund/core/testing/written';

/** A player, and pieces as the server measured them. */
export const orla: Player = {
  id: '00000000-0000-4000-8000-000000000001',
  name: 'Orla Finch',
  thumbPattern: 'one-string',
  bassEnding: 'palm-damped',
  note: '',
  claims: [],
  archivedAt: null,
};

/** A tune over two strings, by nobody who was measured. */
export const air = written(
  ['[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m1:0@1/2 m1:3@3/2', '[320003] t6:3@1 t4:0@2 t6:3@3 t4:0@4 m1:3@1/4'],
  { title: 'Air', player: 'Somebody', key: { tonic: 'C', mode: 'major' } },
);

/** One-string thump in E, as Orla plays. */
export const thump = written(
  ['[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:0@1/2 m2:0@3/2', '[x21202] t5:2@1 t5:2@2 t5:2@3 t5:2@4 m1:2@1/4'],
  { key: { tonic: 'E', mode: 'major' }, bassEnding: 'palm-damped' },
);

/** A measured piece by its number, 1 to 9. */
export const measuredPiece = (number: number, playerId: string | null, score: Score): MeasuredPiece => ({
  arrangementId: `00000000-0000-4000-8000-00000000001${number}`,
  playerId,
  style: styleDocument('', [evidenceOf(score)]),
});
