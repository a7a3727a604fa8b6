import { pipeline } from 'node:stream/promises';
import { Readable } from 'node:stream';
import { bundleFilePath, endpoints } from '@jocund/contract';
import { asDocument } from '@jocund/core/score/document';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { inTurn } from '../database/in-turn.ts';
import { Refusal } from '../http/refusal.ts';
import { idOf, route, teacherAsking } from '../http/route.ts';
import { safeName } from './file-names.ts';
import { filesOf } from './make-bundle.ts';
import type { BundleQueue } from './queue.ts';
import {
  deleteBundle,
  deleteBundlesBefore,
  finishedBundle,
  insertBundle,
  listBundles,
  partsOf,
} from './repository.ts';

/** A bundle is kept for a day: it is made to be taken away. */
const keptMs = 24 * 60 * 60 * 1000;
/** What a studio may have at once. */
const mostUnfinished = 3;
const mostKept = 12;

export function bundleRoutes(database: Database, queue: BundleQueue): Router {
  const router = Router();

  route(router, endpoints.listBundles, ({ who }) => listBundles(database, who.studioId));

  route(router, endpoints.makeBundle, async ({ body, who }) => {
    const bundle = await inTurn(database, who.studioId, async (transaction) => {
      await deleteBundlesBefore(transaction, who.studioId, new Date(Date.now() - keptMs));
      const kept = await listBundles(transaction, who.studioId);
      const unfinished = kept.filter(({ state }) => state === 'waiting' || state === 'working');
      if (unfinished.length >= mostUnfinished || kept.length >= mostKept)
        throw new Refusal(
          'too-many',
          unfinished.length >= mostUnfinished
            ? `${mostUnfinished} bundles are being packed already`
            : `${mostKept} bundles are kept already`,
          'Wait until one is done, or remove one',
        );
      return insertBundle(transaction, {
        studioId: who.studioId,
        title: body.title,
        files: filesOf(body),
        request: {
          ...body,
          studies: body.studies.map((study) => ({ ...study, score: asDocument(study.score) })),
        },
      });
    });
    await queue.add(bundle.id);
    return bundle;
  });

  route(router, endpoints.dropBundle, async ({ request, who }) => {
    const id = idOf(request, 'bundle');
    if (!(await deleteBundle(database, who.studioId, id)))
      throw new Refusal(
        'not-found',
        'There is no such bundle in your studio',
        'It may have been removed; reload the page',
      );
    queue.giveUp(id);
    return null;
  });

  router.get(bundleFilePath(':id'), async (request, response) => {
    const { studioId } = teacherAsking(request);
    const id = idOf(request, 'bundle');
    const bundle = await finishedBundle(database, studioId, id);
    if (!bundle)
      throw new Refusal(
        'not-found',
        'There is no such bundle in your studio, or it is not done',
        'Pack it again',
      );
    response
      .attachment(`${safeName(bundle.title)}.zip`)
      .type('application/zip')
      .set('content-length', String(bundle.bytes));
    await pipeline(Readable.from(partsOf(database, id)), response);
  });

  return router;
}
