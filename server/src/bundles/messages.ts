import type { NewBundle } from '@jocund/contract';

/** What the server says to the process that makes a bundle. */
export type ToBundleProcess =
  | { readonly kind: 'make'; readonly bundle: NewBundle }
  | { readonly kind: 'go-on' };

/** What that process says: bytes of the zip, which file it begins, and how it ended. */
export type FromBundleProcess =
  | { readonly kind: 'bytes'; readonly bytes: Uint8Array }
  | { readonly kind: 'file'; readonly filesDone: number; readonly now: string }
  | { readonly kind: 'done' }
  | { readonly kind: 'failed'; readonly reason: string };
