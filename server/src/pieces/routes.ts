import { endpoints } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { idOf, teacherRoute } from '../http/route.ts';
import { archivePiece, createPiece, duplicatePiece, summarisePieces } from './service.ts';

export function pieceRoutes(database: Database): Router {
  const router = Router();

  teacherRoute(router, endpoints.listPieces, ({ who }) => summarisePieces(database, who));

  teacherRoute(router, endpoints.createPiece, ({ body, who }) => createPiece(database, who, body.score));

  teacherRoute(router, endpoints.duplicatePiece, ({ request, who }) =>
    duplicatePiece(database, who, idOf(request, 'piece')),
  );

  teacherRoute(router, endpoints.archivePiece, ({ body, request, who }) =>
    archivePiece(database, who, idOf(request, 'piece'), body.archived),
  );

  return router;
}
