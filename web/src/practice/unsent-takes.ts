import type { TakeFigures } from '@jocund/contract';
import { unsentStore } from './unsent-store.ts';

/** What came of takes, and is not with the server yet. */
export const unsentTakes = unsentStore<TakeFigures>('jocund-takes', 'takes');
