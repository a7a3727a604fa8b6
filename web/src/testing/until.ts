import { vi } from 'vitest';

/** Waits until it holds, as long as a loaded machine may take. */
export const until = (holds: () => void): Promise<void> => vi.waitFor(holds, { timeout: 60_000 });
