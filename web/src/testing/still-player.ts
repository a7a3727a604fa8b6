import type { PlayOrder } from '../sound/player.ts';

const idle = { status: 'idle', share: 0, moment: undefined, isCountingIn: false, fault: undefined };

/** What was to be played, by any player of the page. */
export const orders: PlayOrder[] = [];
const players = new Set<Player>();

/** The bars are over. */
export const endPlaying = (): void => players.forEach((player) => player.stop());

export const forgetPlaying = (): void => {
  orders.length = 0;
  endPlaying();
  players.clear();
};

/** Plays nothing; the test says when the bars are over. Stands in for the page's player with `vi.mock('../sound/player.ts', () => import('../testing/still-player.ts'))`. */
export class Player {
  #state: object = idle;
  readonly #listeners = new Set<() => void>();
  constructor() {
    players.add(this);
  }
  getState = (): object => this.#state;
  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
  prepare = (): void => undefined;
  play = (order: PlayOrder): Promise<void> => {
    orders.push(order);
    this.#become({ ...idle, status: 'playing', moment: { bar: 0, tick: 0, atS: 0 } });
    return Promise.resolve();
  };
  stop = (): void => this.#become(idle);
  setVoice = (): void => undefined;
  close = (): void => undefined;
  #become(state: object): void {
    this.#state = state;
    for (const listener of this.#listeners) listener();
  }
}
