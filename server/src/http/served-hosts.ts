import type { RequestHandler } from 'express';
import ipaddr from 'ipaddr.js';
import { Refusal } from './refusal.ts';

interface ServedHosts {
  /** Where the server listens, as it was set. */
  readonly listensAt: string;
  /** The address at which people reach it; absent where it was not set. */
  readonly publicUrl: string | undefined;
  /** A proxy passes on by which name it was asked. */
  readonly behindProxy: boolean;
}

/**
 * Whether a server is meant by a Host header.
 * A server on a loopback address is asked by loopback names and by its public address only; any other by addresses in figures, too, which nobody can let point elsewhere. Without a public address a server that is no loopback one, or behind a proxy, cannot know its names: there all are served.
 */
export function isServed(
  host: string | undefined,
  { listensAt, publicUrl, behindProxy }: ServedHosts,
): boolean {
  const isLocal = isLoopback(listensAt);
  if (publicUrl === undefined && (!isLocal || behindProxy)) return true;
  const name = nameOf(host);
  if (name === undefined) return false;
  const isPublic = publicUrl !== undefined && name === new URL(publicUrl).hostname;
  return isPublic || isLoopback(name) || (!isLocal && ipaddr.isValid(bare(name)));
}

/** Refuses requests under a name that is not this server's. A page of another site can let its own name point at this machine (DNS rebinding): then its requests come to Jocund as from Jocund's own pages. */
export const servedHostsOnly =
  (hosts: ServedHosts): RequestHandler =>
  (request, _response, next) => {
    if (!isServed(request.headers.host, hosts))
      throw new Refusal(
        'forbidden',
        'Jocund is not served under this name',
        'Open it at its own address; whoever runs it sets that as PUBLIC_URL',
      );
    next();
  };

const bare = (name: string): string => name.replace(/^\[|\]$/g, '');

/** Of a Host header, without its port. */
function nameOf(host: string | undefined): string | undefined {
  if (!host || !URL.canParse(`http://${host}`)) return undefined;
  return new URL(`http://${host}`).hostname;
}

function isLoopback(name: string): boolean {
  if (name === 'localhost' || name.endsWith('.localhost')) return true;
  const address = bare(name);
  return ipaddr.isValid(address) && ipaddr.process(address).range() === 'loopback';
}
