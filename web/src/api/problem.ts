import { RefusedRequest } from '@jocund/contract';

/** What went wrong with a request, in one or two sentences: the server’s own, or what is said when it cannot be reached. */
export const problemOf = (error: unknown, unreached: string): string =>
  error instanceof RefusedRequest ? `${error.error.message}. ${error.error.remedy}.` : unreached;
