/** Bins of the model's spectrum, three to a semitone from A0, and how many of them it hears pitches in. */
const bins = 309;
export const binsHeard = 264;
const binsOfOctave = 36;
/** What lies beside each bin: half its frequency, itself, and its partials up to the seventh (Bittner and others 2022, section 2.2). */
const harmonics = [0.5, 1, 2, 3, 4, 5, 6, 7];
export const harmonicsHeard = harmonics.length;
const shifts = harmonics.map((harmonic) => Math.round(binsOfOctave * Math.log2(harmonic)));

/**
 * The harmonic stack of a spectrum: for each frame and each bin heard the values at its harmonics, side by side; 0 where the spectrum ends.
 * @param spectrum frames of 309 bins, one after the other
 * @returns frames × 264 bins × 8 harmonics
 */
export function stackedHarmonics(spectrum: Float32Array): Float32Array<ArrayBuffer> {
  const frames = Math.floor(spectrum.length / bins);
  const stack = new Float32Array(frames * binsHeard * harmonicsHeard);
  for (let frame = 0; frame < frames; frame += 1)
    shifts.forEach((shift, harmonic) => {
      const [first, last] = [Math.max(0, -shift), Math.min(binsHeard, bins - shift)];
      for (let bin = first; bin < last; bin += 1)
        stack[(frame * binsHeard + bin) * harmonicsHeard + harmonic] =
          spectrum[frame * bins + bin + shift] ?? 0;
    });
  return stack;
}
