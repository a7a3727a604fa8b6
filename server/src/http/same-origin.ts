import type { RequestHandler } from 'express';
import { Refusal } from './refusal.ts';

/** Refuses changes asked for by another site's page: browsers name the page's origin on every such request. */
export const sameOriginOnly: RequestHandler = (request, _response, next) => {
  const { origin, host } = request.headers;
  const changes = !['GET', 'HEAD', 'OPTIONS'].includes(request.method);
  if (changes && origin !== undefined && hostOf(origin) !== host) {
    throw new Refusal('forbidden', 'The request comes from another site', 'Open Jocund at its own address');
  }
  next();
};

function hostOf(origin: string): string | undefined {
  return URL.canParse(origin) ? new URL(origin).host : undefined;
}
