import { startWork } from './work-client.ts';

/** Has the trained ear fetched and made ready while there is nothing to hear yet: it takes seconds. Where it cannot be had, what is heard is heard without it. */
export const openEar = (): void => void startWork('openEar', {}).catch(() => undefined);
