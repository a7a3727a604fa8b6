import type { PlayOrder } from '../sound/player.ts';

const idle = { status: 'idle', share: 0, moment: undefined, isCountingIn: false, fault: undefined };

let state: object = idle;
const listeners = new Set<() => void>();
const become = (next: object) => {
  state = next;
  for (const listener of listeners) listener();
};

/** What was to be played, by any player of the page. */
export const orders: PlayOrder[] = [];

/** The bars are over. */
export const endPlaying = (): void => become(idle);

export const forgetPlaying = (): void => {
  orders.length = 0;
  endPlaying();
};

/** Plays nothing; the test says when the bars are over. Stands in for the page's player with `vi.mock('../sound/player.ts', () => import('../testing/still-player.ts'))`. */
export class Player {
  getState = (): object => state;
  subscribe = (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  play = (order: PlayOrder): Promise<void> => {
    orders.push(order);
    become({ ...idle, status: 'playing', moment: { bar: 0, tick: 0, atS: 0 } });
    return Promise.resolve();
  };
  stop = (): void => endPlaying();
  setVoice = (): void => undefined;
  close = (): void => undefined;
}
