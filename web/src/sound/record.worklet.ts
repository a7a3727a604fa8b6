/** So many samples are sent at once: a good tenth of a second. */
const atOnce = 6144;

/** Sends all that the microphone hears, with the frame of the context's own time at which it begins; told to end, what it has not sent yet. */
class Recording extends AudioWorkletProcessor {
  #samples = new Float32Array(atOnce);
  #filled = 0;
  #frame = 0;

  constructor() {
    super();
    this.port.onmessage = () => this.#send(true);
  }

  process(inputs: readonly (readonly Float32Array[])[]): boolean {
    const heard = inputs[0]?.[0];
    if (!heard) return true;
    if (this.#filled === 0) this.#frame = currentFrame;
    this.#samples.set(heard, this.#filled);
    this.#filled += heard.length;
    if (this.#filled + heard.length > atOnce) this.#send(false);
    return true;
  }

  #send(isLast: boolean): void {
    const samples = this.#samples.slice(0, this.#filled);
    this.port.postMessage({ frame: this.#frame, samples, isLast }, [samples.buffer]);
    this.#filled = 0;
  }
}

registerProcessor('record', Recording);
