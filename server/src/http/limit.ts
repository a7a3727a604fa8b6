import { createHash } from 'node:crypto';
import ipaddr from 'ipaddr.js';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Database } from '../database/connect.ts';
import { Refusal } from './refusal.ts';

interface LimitSettings {
  /** Names what is counted; no two limits share one. */
  readonly name: string;
  /** So many are let through in the time. */
  readonly allowed: number;
  readonly seconds: number;
  /** What was too much, and how long to wait, for the one sentence that refuses. */
  readonly message: string;
  readonly remedy: string;
}

export interface Limit {
  /** Counts one more, and refuses it when it is too many. Counted before the work, so that those that come at once count, too. */
  readonly count: (whose: string) => Promise<void>;
  /** Takes one back that was no try after all. */
  readonly forgive: (whose: string) => Promise<void>;
}

/** A limit that is kept in the database: it holds over all servers on it, and over a restart. */
export function limitIn(
  database: Database,
  { name, allowed, seconds, message, remedy }: LimitSettings,
): Limit {
  const limiter = new RateLimiterPostgres({
    storeClient: database,
    storeType: 'knex',
    tableName: 'tries',
    tableCreated: true,
    keyPrefix: name,
    points: allowed,
    duration: seconds,
  });
  return {
    count: async (whose) => {
      try {
        await limiter.consume(printOf(whose));
      } catch (error) {
        if (error instanceof RateLimiterRes) throw new Refusal('too-many', message, remedy);
        throw error;
      }
    },
    forgive: async (whose) => {
      await limiter.reward(printOf(whose));
    },
  };
}

/** Neither addresses nor names are written into the table of counts. */
const printOf = (whose: string): string => createHash('sha256').update(whose).digest('base64url');

/** The network that a request comes from: one address, or the 64 bits that one household has in IPv6 (RFC 6177, from memory, gives a site at least so much). */
export function networkOf(address: string | undefined): string {
  if (!address || !ipaddr.isValid(address)) return 'unknown';
  const parsed = ipaddr.process(address);
  return parsed instanceof ipaddr.IPv6
    ? parsed.parts
        .slice(0, 4)
        .map((part) => part.toString(16))
        .join(':')
    : parsed.toString();
}
