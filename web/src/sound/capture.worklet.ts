/** A tuner reading needs this many samples, and a new one is made every quarter of that. */
const windowLength = 4096;
const hop = windowLength / 4;

/** Gathers the microphone's samples into overlapping windows and sends each to the port it was given. */
class Capture extends AudioWorkletProcessor {
  #ring = new Float32Array(windowLength);
  #fresh = 0;
  #out: MessagePort | undefined;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<MessagePort>) => {
      this.#out = data;
    };
  }

  process(inputs: readonly (readonly Float32Array[])[]): boolean {
    const samples = inputs[0]?.[0];
    if (!samples) return true;
    this.#ring.copyWithin(0, samples.length);
    this.#ring.set(samples, windowLength - samples.length);
    this.#fresh += samples.length;
    if (this.#fresh >= hop) {
      this.#fresh = 0;
      const window = this.#ring.slice();
      this.#out?.postMessage(window, [window.buffer]);
    }
    return true;
  }
}

registerProcessor('capture', Capture);
