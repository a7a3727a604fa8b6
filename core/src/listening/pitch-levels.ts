import type { Midi } from '../pitch/index.ts';
import { within } from '../steps/index.ts';
import { bandAt, bandsPerHalfStep, looksPerSecond, spreadAt, type BandSpectra } from './band-spectra.ts';

/** A stroke that is known of, or was to be. */
export interface KnownStroke {
  readonly midi: Midi;
  readonly atS: number;
}

/** How loud each pitch sounds, look by look. */
export type PitchLevels = ReadonlyMap<Midi, Float64Array>;

/** What one pitch sounds like: the bands in which it sounds and its share in each; shares sum to 1. */
interface Template {
  readonly bands: Int32Array;
  readonly shares: Float64Array;
}

/** Rounds in which the pitches of a recording are learned, and then its levels found. */
const rounds = { learning: 8, finding: 12 };
/** A known stroke may sound from a little before its time on, dying away; in seconds. */
const sounds = { beforeS: 0.12, untilS: 1.6, diesS: 0.7 };
/** What belongs to no pitch, attacks and hiss, is tried with so much beside a stroke at its loudest. */
const noiseTried = 0.1;
/** A pitch that came so often has been learned; a rarer one sounds as its neighbour does, moved. */
const leastLearned = 2;
const partialCount = 24;
/** Strings are a little stiff: the k-th partial lies √(1 + Bk²) above k times the first (Fletcher 1964; a middling B of steel strings). */
const stiffness = 0.0001;
/** A level of so small a share of its look is none, once the levels have settled a little. */
const leastShare = 0.001;
const settledAfter = 3;
/** No ratio is taken to less than this. */
const floor = 1e-6;
const atOnce = 256;

/** Where a partial of a pitch lies, in bands. */
export const partialBand = (midi: Midi, partial: number): number => bandAt(partialHz(midi, partial));

const partialHz = (midi: Midi, partial: number): number =>
  440 * 2 ** ((midi - 69) / 12) * partial * Math.sqrt(1 + stiffness * partial * partial);

/**
 * How loud each pitch sounds, told apart by what the pitches of this very recording sound like: non-negative matrix factorisation for the Kullback-Leibler divergence (Lee & Seung 2001), told where the
 * known strokes are (score-informed, Ewert & Müller 2012). First what each known pitch sounds like is learned at its strokes; then all `pitches` are found in each look. In steps (yields the share done).
 */
export function* pitchLevelsSteps(
  spectra: BandSpectra,
  strokes: readonly KnownStroke[],
  pitches: readonly Midi[],
): Generator<number, PitchLevels> {
  const known = [...new Set(strokes.map(({ midi }) => midi))].sort((a, b) => a - b);
  const templates = [...known.map((midi) => combOf(midi, spectra.bands)), evenTemplate(spectra.bands)];
  const levels = [
    ...known.map((midi) => triedLevels(midi, strokes, spectra.looks)),
    new Float64Array(spectra.looks).fill(noiseTried),
  ];
  for (let round = 0; round < rounds.learning; round += 1) {
    yield (0.5 * round) / rounds.learning;
    learn(spectra, templates, levels);
  }
  const noise = templates[known.length] ?? evenTemplate(spectra.bands);
  const often = known.filter((midi) => countOf(strokes, midi) >= leastLearned);
  const learned = new Map(
    (often.length > 0 ? often : known).map((midi) => [midi, templates[known.indexOf(midi)] ?? noise]),
  );
  const all = [
    ...pitches.map((midi) => learned.get(midi) ?? asNeighbour(midi, learned, spectra.bands)),
    noise,
  ];
  const found = yield* within(0.5, 1, findSteps(spectra, all));
  return new Map(pitches.map((midi, index) => [midi, found[index] ?? new Float64Array(0)]));
}

const countOf = (strokes: readonly KnownStroke[], midi: Midi): number =>
  strokes.filter((stroke) => stroke.midi === midi).length;

/** Before anything is learned: partials that grow weaker. */
function combOf(midi: Midi, bandCount: number): Template {
  const shares = new Float64Array(bandCount);
  for (let partial = 1; partial <= partialCount; partial += 1) {
    const hz = partialHz(midi, partial);
    const [centre, half] = [bandAt(hz), spreadAt(hz)];
    const last = Math.min(bandCount - 1, Math.floor(centre + half));
    for (let band = Math.max(0, Math.ceil(centre - half)); band <= last; band += 1)
      shares[band] = Math.max(shares[band] ?? 0, (1 - ((band - centre) / half) ** 2) ** 2 / partial);
  }
  return templateOf(shares);
}

const evenTemplate = (bandCount: number): Template => templateOf(new Float64Array(bandCount).fill(1));

function templateOf(all: Float64Array): Template {
  const bands = Int32Array.from([...all.keys()].filter((band) => (all[band] ?? 0) > 0));
  const shares = Float64Array.from(bands, (band) => all[band] ?? 0);
  normalise(shares);
  return { bands, shares };
}

/** Makes shares sum to 1; answers what they summed to. */
function normalise(shares: Float64Array): number {
  let sum = 0;
  for (const share of shares) sum += share;
  if (sum > 0) for (let at = 0; at < shares.length; at += 1) shares[at] = (shares[at] ?? 0) / sum;
  return sum;
}

/** A pitch that was never learned sounds as the nearest one that was, moved to its own place. */
function asNeighbour(midi: Midi, learned: ReadonlyMap<Midi, Template>, bandCount: number): Template {
  const [nearest] = [...learned.keys()].sort((a, b) => Math.abs(a - midi) - Math.abs(b - midi));
  const { bands, shares } = combOf(midi, bandCount);
  const neighbour = nearest === undefined ? undefined : learned.get(nearest);
  if (nearest === undefined || !neighbour) return { bands, shares };
  const its = new Map([...neighbour.bands].map((band, at) => [band, neighbour.shares[at] ?? 0]));
  const moved = shares.map(
    (_, at) => (its.get((bands[at] ?? 0) - (midi - nearest) * bandsPerHalfStep) ?? 0) + floor,
  );
  normalise(moved);
  return { bands, shares: moved };
}

function triedLevels(midi: Midi, strokes: readonly KnownStroke[], looks: number): Float64Array {
  const tried = new Float64Array(looks);
  for (const { midi: its, atS } of strokes) {
    if (its !== midi) continue;
    const first = Math.max(0, Math.floor((atS - sounds.beforeS) * looksPerSecond));
    const last = Math.min(looks - 1, Math.ceil((atS + sounds.untilS) * looksPerSecond));
    for (let look = first; look <= last; look += 1) {
      const passedS = Math.max(0, look / looksPerSecond - atS);
      tried[look] = Math.max(tried[look] ?? 0, Math.exp(-passedS / sounds.diesS));
    }
  }
  return tried;
}

/** One round: levels from templates, then templates from levels. Changes both. */
function learn(
  { values, looks, bands }: BandSpectra,
  templates: readonly Template[],
  levels: readonly Float64Array[],
): void {
  const parts = templates.map((template, index) => ({
    template,
    own: levels[index] ?? new Float64Array(looks),
    gathered: new Float64Array(template.shares.length),
    total: 0,
  }));
  const ratios = new Float64Array(bands);
  for (let look = 0; look < looks; look += 1) {
    const active = parts.filter(({ own }) => (own[look] ?? 0) > floor);
    const divide = (): void => {
      ratios.fill(floor);
      for (const { template, own } of active) addTo(ratios, template, own[look] ?? 0);
      divideInto(ratios, values, look);
    };
    divide();
    for (const { template, own } of active) own[look] = (own[look] ?? 0) * raiseOf(template, ratios);
    divide();
    for (const part of active) {
      const level = part.own[look] ?? 0;
      part.total += level;
      const { template, gathered } = part;
      for (let at = 0; at < gathered.length; at += 1)
        gathered[at] = (gathered[at] ?? 0) + level * (ratios[template.bands[at] ?? 0] ?? 0);
    }
  }
  for (const { template, own, gathered, total } of parts) {
    if (total <= 0) continue;
    const { shares } = template;
    for (let at = 0; at < shares.length; at += 1)
      shares[at] = ((shares[at] ?? 0) * (gathered[at] ?? 0)) / total;
    const sum = normalise(shares);
    for (let look = 0; look < looks; look += 1) own[look] = (own[look] ?? 0) * sum;
  }
}

/** The levels of each template, which stays as it is, in each look, in steps (yields the share done). */
function* findSteps(
  { values, looks, bands }: BandSpectra,
  templates: readonly Template[],
): Generator<number, Float64Array[]> {
  const found = templates.map(() => new Float64Array(looks));
  const parts = templates.map((template, index) => ({ template, index, level: 0 }));
  const ratios = new Float64Array(bands);
  for (let look = 0; look < looks; look += 1) {
    if (look % atOnce === 0) yield look / looks;
    let active = parts;
    for (const part of parts) part.level = 1;
    for (let round = 0; round < rounds.finding; round += 1) {
      ratios.fill(floor);
      for (const { template, level } of active) addTo(ratios, template, level);
      divideInto(ratios, values, look);
      for (const part of active) part.level *= raiseOf(part.template, ratios);
      if (round !== settledAfter) continue;
      const all = active.reduce((sum, { level }) => sum + level, 0);
      active = active.filter(({ level }) => level >= leastShare * all);
    }
    for (const { index, level } of active) {
      const own = found[index];
      if (own) own[look] = level;
    }
  }
  return found;
}

/** Lays a pitch at a level over bands. */
function addTo(sums: Float64Array, { bands, shares }: Template, level: number): void {
  for (let at = 0; at < bands.length; at += 1) {
    const band = bands[at] ?? 0;
    sums[band] = (sums[band] ?? 0) + level * (shares[at] ?? 0);
  }
}

/** How much louder each band of a look is than the levels make it. */
function divideInto(sums: Float64Array, values: Float32Array, look: number): void {
  const from = look * sums.length;
  for (let band = 0; band < sums.length; band += 1)
    sums[band] = (values[from + band] ?? 0) / (sums[band] ?? 1);
}

/** By how much a pitch must be louder to come nearer to what is heard. */
function raiseOf({ bands, shares }: Template, ratios: Float64Array): number {
  let times = 0;
  for (let at = 0; at < bands.length; at += 1) times += (shares[at] ?? 0) * (ratios[bands[at] ?? 0] ?? 0);
  return times;
}
