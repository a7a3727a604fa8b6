import FFT from 'fft.js';

/** Magnitudes of a stretch of sound, by a Hann window and a transform of `size` points. */
export interface Spectra {
  readonly size: number;
  /** Magnitudes, size / 2 of them, of so many samples from `from` on; what lies outside the sound is silence. */
  readonly at: (from: number, length: number) => Float64Array;
}

/** Of one sound. `size` is a power of two and at least as long as any stretch that is asked for. */
export function spectraOf(samples: Float32Array, size: number): Spectra {
  const transform = new FFT(size);
  const out = transform.createComplexArray();
  const windows = new Map<number, Float64Array>();
  const input = new Float64Array(size);
  const windowOf = (length: number): Float64Array => {
    const known = windows.get(length);
    if (known) return known;
    const made = Float64Array.from(
      { length },
      (_, index) => (1 - Math.cos((2 * Math.PI * (index + 0.5)) / length)) / length,
    );
    windows.set(length, made);
    return made;
  };
  return {
    size,
    at: (from, length) => {
      input.fill(0);
      const weights = windowOf(length);
      for (let index = 0; index < length; index += 1)
        input[index] = (weights[index] ?? 0) * (samples[from + index] ?? 0);
      transform.realTransform(out, input);
      const magnitudes = new Float64Array(size / 2);
      for (let bin = 0; bin < magnitudes.length; bin += 1) {
        const [real, imaginary] = [out[2 * bin] ?? 0, out[2 * bin + 1] ?? 0];
        magnitudes[bin] = Math.sqrt(real * real + imaginary * imaginary);
      }
      return magnitudes;
    },
  };
}
