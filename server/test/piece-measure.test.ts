import { createHash } from 'node:crypto';
import { anchors } from '@jocund/core/grading';
import { asDocument } from '@jocund/core/score/document';
import { expect, test } from 'vitest';
import { measurePiece, pieceMeasure } from '../src/summaries/measure.ts';

/** What the studies of every grade measured when the measure was last raised. */
const measuredThen = { measure: 2, print: '33c14ec6e58f1f20' };

test('when pieces are measured otherwise, the measure is raised, so that every list is made anew', () => {
  const measured = anchors.map(({ score }) => measurePiece(asDocument(score)).figures);
  const print = createHash('sha256').update(JSON.stringify(measured)).digest('hex').slice(0, 16);
  expect({ measure: pieceMeasure, print }, 'Raise pieceMeasure, then write both here').toEqual(measuredThen);
});
