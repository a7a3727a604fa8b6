import type { HeardNote } from './heard-note.ts';
import { listeningRate } from './recording.ts';
import { spectraOf } from './spectrum.ts';

const size = 4096;
/** One look at the sound, and from one to the next, in seconds. */
const [lookS, stepS] = [0.12, 0.08];
const partials = 3;
/** A note is over once so little of it is left; longer than this it is not followed. */
const gone = 0.18;
const longestS = 4;

/** When each note stops sounding, by its first partials, at the latest where its pitch begins again. Samples of one channel at the listening rate; `cents`: how sharp the guitar is. */
export function withRing(samples: Float32Array, notes: readonly HeardNote[], cents = 0): HeardNote[] {
  const spectra = spectraOf(samples, size);
  const length = Math.round(lookS * listeningRate);
  const strengthAt = (midi: number, atS: number): number => {
    const magnitudes = spectra.at(Math.round(atS * listeningRate), length);
    const hz = 440 * 2 ** ((midi - 69 + cents / 100) / 12);
    let sum = 0;
    for (let partial = 1; partial <= partials; partial += 1) {
      const bin = Math.round((partial * hz * size) / listeningRate);
      sum += Math.max(magnitudes[bin - 1] ?? 0, magnitudes[bin] ?? 0, magnitudes[bin + 1] ?? 0);
    }
    return sum;
  };
  const next = new Map<number, number>();
  return [...notes]
    .reverse()
    .map((note): HeardNote => {
      const until = Math.min(
        next.get(note.midi) ?? Infinity,
        note.startS + longestS,
        samples.length / listeningRate,
      );
      next.set(note.midi, note.startS);
      const first = strengthAt(note.midi, note.startS + 0.02);
      let atS = note.startS + stepS;
      while (atS < until && strengthAt(note.midi, atS) > gone * first) atS += stepS;
      return { ...note, endS: Math.min(atS, until) };
    })
    .reverse();
}
