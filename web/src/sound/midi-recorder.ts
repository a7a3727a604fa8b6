import { keyMoveOf, type LiveMessage } from '@jocund/core/formats/midi';

export type MidiRecorderState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'asking' }
  | {
      readonly kind: 'recording';
      readonly sinceMs: number;
      /** Names of the instruments that are listened to. */
      readonly from: readonly string[];
      /** Notes that have come. */
      readonly notes: number;
    }
  | { readonly kind: 'failed'; readonly reason: string };

/** Whether this browser can hear an instrument that sends MIDI. */
export const hearsMidi = (): boolean => 'requestMIDIAccess' in navigator;

/** Records what instruments send over MIDI: every one that is plugged in, also while it records. */
export class MidiRecorder {
  #state: MidiRecorderState = { kind: 'idle' };
  readonly #listeners = new Set<() => void>();
  #access: MIDIAccess | undefined;
  #messages: LiveMessage[] = [];
  #wish = 0;

  readonly getState = (): MidiRecorderState => this.#state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Records until it is stopped. */
  async start(): Promise<void> {
    this.drop();
    this.#set({ kind: 'asking' });
    const wish = this.#wish;
    try {
      const access = await navigator.requestMIDIAccess();
      if (wish !== this.#wish) return;
      if (namesOf(access).length === 0) {
        this.#fail('No instrument is plugged in that sends MIDI. Plug it in and try again');
        return;
      }
      this.#access = access;
      this.#messages = [];
      access.onstatechange = () => this.#listen();
      this.#set({ kind: 'recording', sinceMs: performance.now(), from: namesOf(access), notes: 0 });
      this.#listen();
    } catch {
      if (wish === this.#wish)
        this.#fail('The browser was not allowed to hear MIDI. Allow it beside the address, then try again');
    }
  }

  /** What came since the start, and how long it was, in seconds. */
  stop(): { readonly messages: readonly LiveMessage[]; readonly endS: number } | undefined {
    if (this.#state.kind !== 'recording') return undefined;
    const taken = { messages: this.#messages, endS: (performance.now() - this.#state.sinceMs) / 1000 };
    this.drop();
    return taken;
  }

  /** What came is let go. */
  drop(): void {
    this.#wish += 1;
    if (this.#access) {
      this.#access.onstatechange = null;
      for (const input of this.#access.inputs.values()) input.onmidimessage = null;
    }
    this.#access = undefined;
    this.#messages = [];
    this.#set({ kind: 'idle' });
  }

  #listen(): void {
    const access = this.#access;
    if (!access || this.#state.kind !== 'recording') return;
    for (const input of access.inputs.values()) input.onmidimessage = (event) => this.#take(event);
    this.#set({ ...this.#state, from: namesOf(access) });
  }

  #take({ data, timeStamp }: MIDIMessageEvent): void {
    if (this.#state.kind !== 'recording' || !data) return;
    const message = { atS: Math.max(0, timeStamp - this.#state.sinceMs) / 1000, bytes: data };
    const move = keyMoveOf(message);
    if (!move) return;
    this.#messages.push(message);
    if (move.velocity > 0) this.#set({ ...this.#state, notes: this.#state.notes + 1 });
  }

  #fail(reason: string): void {
    this.#set({ kind: 'failed', reason: `${reason}, or hand in a file.` });
  }

  #set(state: MidiRecorderState): void {
    this.#state = state;
    for (const listener of this.#listeners) listener();
  }
}

const namesOf = ({ inputs }: MIDIAccess): string[] =>
  [...inputs.values()]
    .filter(({ state }) => state === 'connected')
    .map(({ name }) => name ?? 'an instrument');
