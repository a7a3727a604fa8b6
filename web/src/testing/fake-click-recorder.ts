import type { ClickPlan } from '../sound/click-recorder.ts';

/** What was to be clicked, and what it hands on as recorded. */
export const clicked = { plans: [] as ClickPlan[], sound: undefined as object | undefined };

export const longestClickedS = 60;

/** Records what it is given, as soon as it is stopped or has clicked as often as it was to. */
export class ClickRecorder {
  #state: object = { kind: 'idle' };
  #tell: () => void = () => undefined;
  #end: () => void = () => undefined;
  readonly getState = (): object => this.#state;
  readonly subscribe = (tell: () => void): (() => void) => {
    this.#tell = tell;
    return () => undefined;
  };
  readonly start = async (plan: ClickPlan, take: (sound: unknown) => void): Promise<void> => {
    clicked.plans.push(plan);
    this.#set({ kind: 'recording', sinceMs: 0 });
    this.#end = () => {
      this.#set({ kind: 'idle' });
      take(clicked.sound);
    };
    if (plan.endsWithClicks) this.#end();
    return Promise.resolve();
  };
  readonly stop = (): void => this.#end();
  readonly drop = (): void => undefined;
  #set(state: object): void {
    this.#state = state;
    this.#tell();
  }
}
