import {
  endpoints,
  recordingSchema,
  RefusedRequest,
  request,
  type Listening,
  type RecordingSummary,
} from '@jocund/contract';

export type ListeningChange = (before: Listening) => Listening;

/** How often a writing that somebody came before is put to the newest state. */
const mostTries = 3;
/** What is written within so many milliseconds is sent together. */
const togetherMs = 400;
/** What could not be sent is sent again after so many milliseconds. */
const againMs = 5000;
/** Browsers let a page that goes away send so much, in characters. */
const mostOnLeaving = 60_000;

/**
 * What is written to recordings, on its way: a change is shown at once and sent a moment later, after those before it. Where somebody else wrote in between, it is put to what stands now. Where the server cannot be reached it is sent again and again.
 */
export class ListeningQueue {
  readonly #known: (id: string) => RecordingSummary | undefined;
  readonly #show: (recording: RecordingSummary) => void;
  readonly #failed: (error: unknown) => void;
  readonly #waiting = new Map<string, readonly ListeningChange[]>();
  #sending = Promise.resolve();
  #isUnreached = false;

  /** `known` and `show`: the recordings as the page has them. `failed` is told what the server refuses, and once that it cannot be reached. */
  constructor(
    known: (id: string) => RecordingSummary | undefined,
    show: (recording: RecordingSummary) => void,
    failed: (error: unknown) => void,
  ) {
    this.#known = known;
    this.#show = show;
    this.#failed = failed;
  }

  readonly write = (id: string, change: ListeningChange): void => {
    const shown = this.#known(id);
    if (!shown) return;
    this.#show({ ...shown, listening: change(shown.listening) });
    const before = this.#waiting.get(id);
    this.#waiting.set(id, [...(before ?? []), change]);
    if (!before) setTimeout(() => this.#sendNext(id), togetherMs);
  };

  /** Sends what waits without waiting longer. */
  readonly sendAll = (): void => {
    for (const id of this.#waiting.keys()) this.#sendNext(id);
  };

  #sendNext(id: string): void {
    this.#sending = this.#sending.then(() => this.#send(id));
  }

  async #send(id: string): Promise<void> {
    const changes = this.#waiting.get(id) ?? [];
    const sent = this.#known(id);
    if (!sent || changes.length === 0) return;
    this.#waiting.delete(id);
    try {
      const kept = await write(sent, (before) => changes.reduce((now, change) => change(now), before));
      this.#isUnreached = false;
      const latest = this.#known(id);
      // What was done meanwhile is shown already, and comes next.
      if (latest)
        this.#show(latest.listening === sent.listening ? kept : { ...latest, version: kept.version });
    } catch (error) {
      const isRefused = error instanceof RefusedRequest;
      if (!isRefused) {
        this.#waiting.set(id, [...changes, ...(this.#waiting.get(id) ?? [])]);
        setTimeout(() => this.#sendNext(id), againMs);
      }
      if (isRefused || !this.#isUnreached) this.#failed(error);
      this.#isUnreached = !isRefused;
    }
  }
}

async function write(recording: RecordingSummary, change: ListeningChange): Promise<RecordingSummary> {
  let { version, listening } = recording;
  for (let tries = 0; ; tries += 1)
    try {
      return await request(endpoints.keepListening, {
        params: { id: recording.id },
        body: { version, listening },
        outlivesPage: JSON.stringify(listening).length < mostOnLeaving,
      });
    } catch (error) {
      const current = currentOf(error);
      if (!current || tries >= mostTries) throw error;
      ({ version } = current);
      listening = change(current.listening);
    }
}

function currentOf(error: unknown): RecordingSummary | undefined {
  if (!(error instanceof RefusedRequest) || error.error.code !== 'stale') return undefined;
  const { current } = error.body as { readonly current?: unknown };
  const parsed = recordingSchema.safeParse(current);
  return parsed.success ? parsed.data : undefined;
}
