import type { Midi } from '../pitch/index.ts';
import type { HeardNote } from './heard-note.ts';
import { findOnsets, type Onset } from './onsets.ts';
import { listeningRate } from './recording.ts';
import { spectraOf } from './spectrum.ts';
import { finished } from '../steps/index.ts';

export interface HearSettings {
  /** The pitches that may sound. */
  readonly pitches: readonly Midi[];
  /** By how much the guitar is sharp against A 440, in cents. */
  readonly cents?: number;
}

/** A pitch that begins at an onset. Strengths compare within one recording only. */
export interface Rising {
  readonly midi: Midi;
  readonly strength: number;
}

/** What begins to sound at an onset. */
export interface HeardOnset extends Onset {
  /** How strongly each of some pitches begins, when nothing else does. */
  readonly strengthsOf: (pitches: readonly Midi[]) => readonly Rising[];
  /** The strongest of the pitches that may sound, once some that are known to are taken out. */
  readonly beside: (known: readonly Midi[]) => Rising | undefined;
}

const size = 4096;
/** What is compared before and after an onset, in seconds. */
const stretchS = { shortest: 0.07, longest: 0.17 };
const partials = 10;
/** Stiffness of a wound or plain string: partial k lies at k f √(1 + B k²) (Fletcher & Rossing, The Physics of Musical Instruments, from memory for B). */
const stiffness = 1e-4;
/** What was there before an onset has died away to so much of itself by the time after it. */
const carriesOver = 0.9;

/** Listens at every onset of a recording: samples of one channel at the listening rate. */
export function hearOnsets(samples: Float32Array, settings: HearSettings): HeardOnset[] {
  return listenAt(findOnsets(samples), samples, settings);
}

/** Listens at onsets that are known. */
export function listenAt(
  onsets: readonly Onset[],
  samples: Float32Array,
  settings: HearSettings,
): HeardOnset[] {
  const spectra = spectraOf(samples, size);
  const combs = new Map(combsOf(settings).map((comb) => [comb.midi, comb]));
  return onsets.map((onset, index): HeardOnset => {
    const rise = riseAt(onset, onsets[index + 1]?.atS ?? Infinity, spectra.at);
    const of = (pitches: readonly Midi[]) => pitches.flatMap((midi) => combs.get(midi) ?? []);
    return {
      ...onset,
      strengthsOf: (pitches) => takenOut(of(pitches), rise).found,
      beside: (known) => {
        const { left } = takenOut(of(known), rise);
        const others = [...combs.values()].filter(({ midi }) => !known.includes(midi));
        return strongestOf(others, left);
      },
    };
  });
}

/** A further note at an onset has so much of the strength of the strongest one, and of a usual note (set on half of the demo's pieces). */
const least = { ofStrongest: 0.45, ofUsual: 0.35 };
const mostAtOnce = 6;
/** The same pitch again within so many seconds is the same stroke. */
const sameStrokeS = 0.07;

/**
 * The notes that begin at onsets, as far as they can be told without the music: at each onset the strongest pitches, each taken out of the spectrum before the next is looked for
 * (iterative cancellation after Klapuri 2006, on the rise instead of the spectrum, so that strings which ring on do not count). Some are partials of others. How long a note
 * sounds is not told.
 */
export function notesAt(onsets: readonly HeardOnset[]): HeardNote[] {
  return finished(notesAtSteps(onsets));
}

/** The same in steps (yields the share done). */
export function* notesAtSteps(onsets: readonly HeardOnset[]): Generator<number, HeardNote[]> {
  const found: { readonly onset: HeardOnset; readonly pitches: readonly Rising[] }[] = [];
  for (const onset of onsets) {
    found.push({ onset, pitches: blindly(onset) });
    if (found.length % 10 === 0) yield found.length / onsets.length;
  }
  const strongest = found.flatMap(({ pitches }) => pitches[0]?.strength ?? []).sort((a, b) => a - b);
  const usual = strongest[strongest.length >> 1] ?? 0;
  const last = new Map<Midi, number>();
  return found.flatMap(({ onset, pitches }) =>
    pitches.flatMap(({ midi, strength }): HeardNote[] => {
      if (strength < least.ofUsual * usual) return [];
      if (onset.atS - (last.get(midi) ?? -1) < sameStrokeS) return [];
      last.set(midi, onset.atS);
      return [
        { startS: onset.atS, endS: null, midi, velocity: null, sureness: surenessOf(strength / usual) },
      ];
    }),
  );
}

/** How many of ten notes of a strength are right, that of a usual note being 1: counted over the demo's pieces as a synthesiser plays them, nylon and steel; both halves of them agree within a tenth. */
const surenessOf = (strength: number): number => Math.min(0.9, Math.max(0.1, 0.2 + 1.35 * (strength - 0.33)));

function blindly(onset: HeardOnset): Rising[] {
  const found: Rising[] = [];
  while (found.length < mostAtOnce) {
    const next = onset.beside(found.map(({ midi }) => midi));
    if (!next || next.strength < least.ofStrongest * (found[0]?.strength ?? 0)) break;
    found.push(next);
  }
  return found;
}

function riseAt(
  { atS }: Onset,
  nextS: number,
  at: (from: number, length: number) => Float64Array,
): Float64Array {
  const seconds = Math.max(stretchS.shortest, Math.min(stretchS.longest, nextS - atS));
  const length = Math.round(seconds * listeningRate);
  const after = at(Math.round((atS + 0.006) * listeningRate), length);
  const before = at(Math.round((atS - 0.012) * listeningRate) - length, length);
  return after.map((magnitude, bin) => {
    const was = Math.max(before[bin - 1] ?? 0, before[bin] ?? 0, before[bin + 1] ?? 0);
    return Math.max(0, magnitude - carriesOver * was);
  });
}

interface Comb {
  readonly midi: Midi;
  /** Bins of the partials, fractional. */
  readonly bins: readonly number[];
}

function combsOf({ pitches, cents = 0 }: HearSettings): Comb[] {
  return [...new Set(pitches)].map((midi) => {
    const hz = 440 * 2 ** ((midi - 69 + cents / 100) / 12);
    const bins = Array.from({ length: partials }, (_, index) => {
      const k = index + 1;
      return (k * hz * Math.sqrt(1 + stiffness * k * k) * size) / listeningRate;
    });
    return { midi, bins: bins.filter((bin) => bin < size / 2 - 8) };
  });
}

/** Some pitches, the strongest first, each taken out before the next is weighed; and what is left of the spectrum. */
function takenOut(
  combs: readonly Comb[],
  rise: Float64Array,
): { readonly found: Rising[]; readonly left: Float64Array } {
  const left = Float64Array.from(rise);
  const found: Rising[] = [];
  let waiting = combs;
  while (waiting.length > 0) {
    const next = strongestOf(waiting, left);
    const comb = waiting.find(({ midi }) => midi === next?.midi);
    if (!next || !comb) break;
    found.push(next);
    takeOut(comb, left);
    waiting = waiting.filter((each) => each !== comb);
  }
  return { found, left };
}

function strongestOf(combs: readonly Comb[], spectrum: Float64Array): Rising | undefined {
  let best: Rising | undefined;
  for (const comb of combs) {
    const strength = strengthOf(comb, spectrum);
    if (!best || strength > best.strength) best = { midi: comb.midi, strength };
  }
  return best;
}

/** The magnitude of a partial, a little to both sides of where it should lie. */
function peakAt(bin: number, spectrum: Float64Array): number {
  const middle = Math.round(bin);
  return Math.max(spectrum[middle - 1] ?? 0, spectrum[middle] ?? 0, spectrum[middle + 1] ?? 0);
}

/** Partials weigh less the higher they are; magnitudes are compressed, so that one loud partial is no note. */
function strengthOf({ bins }: Comb, spectrum: Float64Array): number {
  let [sum, weights] = [0, 0];
  bins.forEach((bin, index) => {
    const weight = 1 / (index + 1) ** 0.7;
    sum += weight * peakAt(bin, spectrum) ** 0.7;
    weights += weight;
  });
  return sum / weights;
}

/** A partial spreads over so many bins to both sides. */
const spread = 5;

/** Takes a note's partials out, no more of each than the smooth way of its neighbours has (Klapuri 2003): a partial of another note that lies there stays. */
function takeOut({ bins }: Comb, spectrum: Float64Array): void {
  const peaks = bins.map((bin) => peakAt(bin, spectrum));
  bins.forEach((bin, index) => {
    const neighbours = [peaks[index - 1], peaks[index + 1]].flatMap((each) => each ?? []);
    const here = peaks[index] ?? 0;
    const smooth = Math.min(here, 1.3 * Math.max(...neighbours, 0));
    const share = here > 0 ? Math.max(0, 1 - smooth / here) : 0;
    const middle = Math.round(bin);
    for (let each = middle - spread; each <= middle + spread; each += 1)
      spectrum[each] = (spectrum[each] ?? 0) * share;
  });
}
