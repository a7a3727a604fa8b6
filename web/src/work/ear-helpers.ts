import type { EarHelper, HeardWindow, WindowEar } from '@jocund/core/note-model';

/** What a helper is asked, and what it answers. */
interface AskedWindow {
  readonly id: number;
  readonly window: Float32Array<ArrayBuffer>;
}
type AnsweredWindow = HeardWindow & { readonly id: number };

/** By its name a worker knows that it is one. */
export const helperName = 'ear helper';

/** More would want more memory than a telephone has: some sixty megabytes each. */
const most = 2;

/** Workers that hear beside the one that asks, as many as there are processors for; one is left to the page. */
export const startHelpers = (script: string): readonly EarHelper[] =>
  Array.from({ length: Math.max(0, Math.min(most, navigator.hardwareConcurrency - 1)) }, () =>
    helperOf(new Worker(script, { type: 'module', name: helperName })),
  );

function helperOf(worker: Worker): EarHelper {
  const waiting = new Map<number, (heard: HeardWindow) => void>();
  let lastId = 0;
  worker.onmessage = ({ data: { id, ...heard } }: MessageEvent<AnsweredWindow>) => {
    waiting.get(id)?.(heard);
    waiting.delete(id);
  };
  return {
    hear: (window, done) => {
      lastId += 1;
      waiting.set(lastId, done);
      const asked: AskedWindow = { id: lastId, window };
      worker.postMessage(asked, [window.buffer]);
    },
  };
}

/** Makes this worker a helper. Where the model cannot be had it stays silent: its windows are then heard by who asked. */
export function answerWindows(windowEar: () => Promise<WindowEar>): void {
  // While the one that asks loads it, too.
  windowEar().catch(() => undefined);
  self.onmessage = ({ data: { id, window } }: MessageEvent<AskedWindow>) => {
    void windowEar().then(
      (ear) => {
        const answered: AnsweredWindow = { id, ...ear(window) };
        self.postMessage(answered, { transfer: [answered.sounding.buffer, answered.struck.buffer] });
      },
      () => undefined,
    );
  };
}
