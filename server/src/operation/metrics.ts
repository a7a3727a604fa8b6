import { timingSafeEqual } from 'node:crypto';
import type { Request, RequestHandler } from 'express';
import { collectDefaultMetrics, Histogram, Registry } from 'prom-client';

export interface Metrics {
  /** Counts and times every request. */
  readonly handler: RequestHandler;
  /** Everything counted, in the text format of Prometheus. */
  readonly read: () => Promise<{ readonly type: string; readonly text: string }>;
}

/** Figures of this server: its process, and how long requests took by route, method and answer. No address, name or id is in them. */
export function createMetrics(): Metrics {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const seconds = new Histogram({
    name: 'jocund_request_seconds',
    help: 'How long requests took, in seconds',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.005, 0.02, 0.05, 0.15, 0.3, 1, 3, 10],
    registers: [registry],
  });
  return {
    handler: (request, response, next) => {
      const end = seconds.startTimer();
      response.on('finish', () =>
        end({ method: request.method, route: routeOf(request), status: response.statusCode }),
      );
      next();
    },
    read: async () => ({ type: registry.contentType, text: await registry.metrics() }),
  };
}

/** The pattern of a route, "/api/pieces/:id": what an address names stays out. */
const routeOf = ({ route }: Request): string => {
  const path = (route as { path?: unknown } | undefined)?.path;
  return typeof path === 'string' ? path : 'none';
};

/** Whether a request carries the token, compared in a time that tells nothing of it. */
export function hasToken(request: Request, token: string): boolean {
  const given = Buffer.from(request.get('authorization') ?? '');
  const wanted = Buffer.from(`Bearer ${token}`);
  return given.length === wanted.length && timingSafeEqual(given, wanted);
}
