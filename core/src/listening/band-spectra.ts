import { listeningRate } from './recording.ts';
import { spectraOf } from './spectrum.ts';

/** How loud a recording is in narrow bands, a quarter of a half step each, look by look. */
export interface BandSpectra {
  readonly looks: number;
  readonly bands: number;
  /** Look after look, each from the lowest band up: from just above 0 to {@link loudest}. */
  readonly values: Float32Array;
}

/** Half a band is an eighth of a half step. */
const bandsPerOctave = 48;
/** The lowest band: the D below a guitar's low E, slackened by three half steps. */
const lowestHz = 61.7;
/** Up to 5.4 kHz: far above, partials say little of a guitar's notes. */
const bandCount = 310;
/** What the loudest band of a recording is made. */
export const loudest = 1000;
/** So much is in every band of every look: no band is ever quite silent. */
const quietest = 0.001;
const hop = 512;
/** Low notes need a long window to be told apart, high ones a short one to be told in time. Samples; from which frequency up in Hz. */
const windows = [
  { size: 4096, fromHz: 0, toHz: 800 },
  { size: 2048, fromHz: 800, toHz: Infinity },
] as const;
/** Looks between two steps. */
const atOnce = 64;

/** Looks a second. */
export const looksPerSecond = listeningRate / hop;

/** The band of a frequency in a recording that is in tune with A 440, between bands as well. */
export const bandAt = (hz: number): number => bandsPerOctave * Math.log2(hz / lowestHz);

/** So many bands lie from one half step to the next. */
export const bandsPerHalfStep = bandsPerOctave / 12;

/** Half the width of what one pure tone fills, in bands: the Hann window spreads it over two bins each way. */
export function spreadAt(hz: number): number {
  const { size } = windows.find(({ toHz }) => hz < toHz) ?? windows[0];
  return Math.max(1.5, bandAt(hz + (2 * listeningRate) / size) - bandAt(hz));
}

/** The bands of a recording that lies some cents off A 440, samples of one channel at the listening rate, in steps (yields the share done). */
export function* bandSpectraSteps(samples: Float32Array, cents: number): Generator<number, BandSpectra> {
  const looks = Math.floor(samples.length / hop);
  const values = new Float32Array(looks * bandCount);
  const readers = windows.map((window) => ({
    size: window.size,
    spectra: spectraOf(samples, window.size),
    bands: bandsWithin(window, cents),
  }));
  for (let look = 0; look < looks; look += 1) {
    for (const { size, spectra, bands } of readers) {
      const magnitudes = spectra.at(look * hop - size / 2, size);
      for (const { band, bin, width } of bands)
        values[look * bandCount + band] = width < 1 ? between(magnitudes, bin) : over(magnitudes, bin, width);
    }
    if (look % atOnce === 0) yield look / looks;
  }
  let most = 0;
  for (const value of values) if (value > most) most = value;
  if (most > 0)
    for (let at = 0; at < values.length; at += 1) values[at] = ((values[at] ?? 0) / most) * loudest;
  for (let at = 0; at < values.length; at += 1) values[at] = (values[at] ?? 0) + quietest;
  return { looks, bands: bandCount, values };
}

/** The bands that a window looks at, each with its place and width in bins. */
function bandsWithin({ size, fromHz, toHz }: (typeof windows)[number], cents: number) {
  return Array.from({ length: bandCount }, (_, band) => {
    const hz = lowestHz * 2 ** (band / bandsPerOctave + cents / 1200);
    const bin = (hz * size) / listeningRate;
    return { band, hz, bin, width: bin * (2 ** (0.5 / bandsPerOctave) - 2 ** (-0.5 / bandsPerOctave)) };
  }).filter(({ hz }) => hz >= fromHz && hz < toHz);
}

function between(magnitudes: Float64Array, bin: number): number {
  const below = Math.floor(bin);
  return (magnitudes[below] ?? 0) * (below + 1 - bin) + (magnitudes[below + 1] ?? 0) * (bin - below);
}

function over(magnitudes: Float64Array, bin: number, width: number): number {
  const [first, last] = [Math.ceil(bin - width / 2), Math.floor(bin + width / 2)];
  let sum = 0;
  for (let at = first; at <= last; at += 1) sum += magnitudes[at] ?? 0;
  return sum / (last - first + 1);
}
