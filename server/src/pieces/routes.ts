import { askedPiecesSchema, endpoints } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { idOf, queryOf, route } from '../http/route.ts';
import type { Measuring } from '../summaries/measuring.ts';
import type { Workers } from '../workers/workers.ts';
import { archivePiece, createPiece, duplicatePiece, repertoirePage, summarisePieces } from './service.ts';

export function pieceRoutes(database: Database, workers: Workers, measuring: Measuring): Router {
  const router = Router();

  route(router, endpoints.listPieces, ({ who }) => summarisePieces(database, measuring, who));

  route(router, endpoints.findPieces, ({ request, who }) =>
    repertoirePage(database, measuring, who, queryOf(request, askedPiecesSchema)),
  );

  route(router, endpoints.createPiece, ({ body, who }) => createPiece(database, workers, who, body.score));

  route(router, endpoints.duplicatePiece, ({ request, who }) =>
    duplicatePiece(database, workers, who, idOf(request, 'piece')),
  );

  route(router, endpoints.archivePiece, ({ body, request, who }) =>
    archivePiece(database, who, idOf(request, 'piece'), body.archived),
  );

  return router;
}
