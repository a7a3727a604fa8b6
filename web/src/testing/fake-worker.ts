/** A worker that never answers by itself; the test answers for it, and reads what it was sent. */
export class FakeWorker {
  /** All that were begun since the test emptied the list. */
  static readonly started: FakeWorker[] = [];
  readonly sent: object[] = [];
  isEnded = false;
  onmessage: ((event: { data: unknown }) => void) | undefined;
  onerror: (() => void) | undefined;
  constructor() {
    FakeWorker.started.push(this);
  }
  postMessage(message: object): void {
    this.sent.push(message);
  }
  terminate(): void {
    this.isEnded = true;
  }
}
