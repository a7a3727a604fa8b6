import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { endpoints, recordingPartBytes, recordingPartPath, recordingSoundPath } from '@jocund/contract';
import express, { Router, type RequestHandler } from 'express';
import type { Database } from '../database/connect.ts';
import { Refusal } from '../http/refusal.ts';
import { idOf, route, teacherAsking } from '../http/route.ts';
import { deleteRecording, findRecording, listRecordings, soundOf } from './repository.ts';
import { announceRecording, keepListening, noRecording, takePart } from './service.ts';
import { soundKindOf } from './sound-kind.ts';

/** Asks who it is before any bytes are read. */
const teachersOnly: RequestHandler = (request, _response, next) => {
  teacherAsking(request);
  next();
};

export function recordingRoutes(database: Database): Router {
  const router = Router();

  route(router, endpoints.listRecordings, ({ request, who }) =>
    listRecordings(database, who.studioId, idOf(request, 'piece')),
  );

  route(router, endpoints.announceRecording, ({ body, request, who }) =>
    announceRecording(database, who.studioId, idOf(request, 'piece'), body),
  );

  router.put(
    recordingPartPath(':id', ':number'),
    teachersOnly,
    express.raw({ type: 'application/octet-stream', limit: recordingPartBytes, inflate: false }),
    async (request, response) => {
      const { studioId } = teacherAsking(request);
      const bytes: unknown = request.body;
      if (!Buffer.isBuffer(bytes))
        throw new Refusal('bad-request', 'A part of a recording comes as bytes', 'Send the file again');
      const number = Number(request.params.number);
      response.json(await takePart(database, studioId, idOf(request, 'recording'), number, bytes));
    },
  );

  route(router, endpoints.keepListening, ({ body, request, who }) =>
    keepListening(database, who.studioId, idOf(request, 'recording'), body),
  );

  route(router, endpoints.dropRecording, async ({ request, who }) => {
    if (!(await deleteRecording(database, who.studioId, idOf(request, 'recording')))) throw noRecording();
    return null;
  });

  router.get(recordingSoundPath(':id'), async (request, response) => {
    const { studioId } = teacherAsking(request);
    const id = idOf(request, 'recording');
    const recording = await findRecording(database, studioId, id);
    if (!recording || recording.missing.length > 0) throw noRecording();
    const whole = { start: 0, end: recording.bytes - 1 };
    const asked = request.range(recording.bytes, { combine: true });
    response.set('accept-ranges', 'bytes');
    if (asked === -1) {
      response.status(416).set('content-range', `bytes */${recording.bytes}`).end();
      return;
    }
    // More than one range at once is answered with the whole, as RFC 9110 allows.
    const [range = whole] = Array.isArray(asked) && asked.type === 'bytes' && asked.length === 1 ? asked : [];
    if (range !== whole)
      response.status(206).set('content-range', `bytes ${range.start}-${range.end}/${recording.bytes}`);
    const [beginning = Buffer.alloc(0)] = await firstOf(
      soundOf(database, studioId, id, { start: 0, end: 15 }),
    );
    response
      .type(soundKindOf(beginning) ?? 'application/octet-stream')
      // It is compressed already where it can be; and its length must stay what was said.
      .set('cache-control', 'private, no-transform, max-age=3600')
      .set('content-length', String(range.end - range.start + 1));
    await pipeline(Readable.from(soundOf(database, studioId, id, range)), response);
  });

  return router;
}

async function firstOf(parts: AsyncGenerator<Buffer>): Promise<Buffer[]> {
  for await (const part of parts) return [part];
  return [];
}
