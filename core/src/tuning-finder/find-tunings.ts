import { openMidiLowToHigh, soundingKey, type Instrument, type Tuning } from '../instrument/index.ts';
import { keyText, transposeKey, type Key } from '../pitch/index.ts';
import { tuningCosts } from './costs.ts';
import { layPassage, waysToPlay, type LaidPassage } from './lay-passage.ts';
import type { FoundTuning, TuningSearch, TuningTerm } from './found-tuning.ts';
import { layByHands } from './lay-by-hands.ts';
import type { Passage } from './passage.ts';
import { reasonsFor } from './reasons.ts';
import { ownTerms, retuningMm } from './tuning-terms.ts';

type Ranked = Omit<FoundTuning, 'reasons'>;

/**
 * Ranks tunings, capos and keys for a passage, cheapest first. One entry for each tuning while there are as many tunings as
 * entries wanted; with fewer tunings, several capos and keys of each. Yields the share done, 0 to 1.
 */
export function* findTunings(passage: Passage, search: TuningSearch): Generator<number, FoundTuning[]> {
  const { tunings, limit = 10 } = search;
  const perTuning = Math.max(1, Math.ceil(limit / Math.max(1, tunings.length)));
  const best: Ranked[] = [];
  for (const [index, tuning] of tunings.entries()) {
    const kept = isToday(tuning, search) ? Math.max(perTuning, waysOfToday) : perTuning;
    const share = (done: number) => (laidShare * (index + done)) / tunings.length;
    best.push(...(yield* bestWays(passage, search, tuning, kept, share)));
  }
  best.sort(byCost);
  const necks = byNeck(best);
  const looked = likeliest(necks, search);
  const first: Ranked[] = [];
  for (const [index, [quickest, ...alike]] of looked.entries()) {
    if (!quickest) continue;
    const share = (done: number) => laidShare + ((1 - laidShare) * (index + done)) / looked.length;
    const laid = yield* layByHands(quickest, passage, share);
    first.push(...[quickest, ...alike].map((found) => fingered(found, laid, passage)));
    yield share(1);
  }
  const dearest = Math.max(...first.map(({ costMm, unplayable }) => (unplayable > 0 ? 0 : costMm)));
  // Those left behind by the quick layout stay behind what can be played.
  const rest = necks
    .filter((neck) => !looked.includes(neck))
    .flat()
    .map((found) => raisedTo(found, dearest));
  const inOrder = [...first, ...rest].sort(byCost);
  const ofToday = inOrder.filter(({ tuning }) => isToday(tuning, search)).slice(perTuning);
  return inOrder
    .filter((found) => !ofToday.includes(found))
    .slice(0, limit)
    .map((found) => ({ ...found, reasons: reasonsFor(found, passage, search.today) }));
}

/** So many of the necks that lie best at a quick look are fingered. */
const mostFingered = 8;

/** So many capos and keys of today’s tuning are fingered, which every player asks about first. */
const waysOfToday = 3;

const isToday = (tuning: Tuning, { today }: Pick<TuningSearch, 'today'>): boolean =>
  openMidiLowToHigh(tuning).join() === openMidiLowToHigh(today).join();

/** The necks that are fingered: those that lie best, and those of today’s tuning. */
const likeliest = (necks: readonly Ranked[][], search: TuningSearch): Ranked[][] =>
  necks.filter((neck, index) => index < mostFingered || neck.some(({ tuning }) => isToday(tuning, search)));

/** Entries with one and the same neck together, the quickest first. */
function byNeck(entries: readonly Ranked[]): Ranked[][] {
  const necks = new Map<string, Ranked[]>();
  for (const entry of entries) necks.set(neckOf(entry), [...(necks.get(neckOf(entry)) ?? []), entry]);
  return [...necks.values()];
}

/** The open strings as the passage meets them: one tuning with a capo is another one without, to the fretting hand. */
const neckOf = ({ tuning, capo, transpose }: Ranked): string =>
  openMidiLowToHigh(tuning)
    .map((midi) => midi + (tuning.wholeSemitones ?? 0) + capo - transpose)
    .join();

/** Share of the time that the quick look takes (from memory). */
const laidShare = 0.5;

/** By what the hand pays; of two alike the one with less to turn first. */
const byCost = (a: Ranked, b: Ranked): number =>
  Math.round((a.costMm - b.costMm) * 10) || a.retuningMm - b.retuningMm;

/** An entry as it is laid out and weighed by the fretting hand itself instead of the quick look. */
function fingered(found: Ranked, laid: LaidPassage, passage: Passage): Ranked {
  const counted = counts(passage, laid);
  const mm = (laid.handMm + leftOut(passage, laid) * tuningCosts.impossible) / Math.max(1, passage.barCount);
  const terms = found.terms.filter(({ name }) => !ofLayout.has(name));
  return withTerms({ ...found, ...counted, laid, maxSpanMm: laid.maxSpanMm, shifts: laid.shifts }, [
    { name: 'the hand, each bar', mm },
    ...frettedMm(passage, counted),
    ...terms,
  ]);
}

/** What follows from where the notes lie. */
const ofLayout: ReadonlySet<TuningTerm['name']> = new Set([
  'the hand, each bar',
  'tune on fretted strings',
  'bass on fretted strings',
]);

/** What does not ring on open strings. */
const frettedMm = (
  { noteCount }: Passage,
  { openMelodyShare, openBassShare }: Pick<FoundTuning, 'openMelodyShare' | 'openBassShare'>,
): TuningTerm[] =>
  noteCount === 0
    ? []
    : [
        { name: 'tune on fretted strings', mm: (1 - openMelodyShare) * tuningCosts.frettedTune },
        { name: 'bass on fretted strings', mm: (1 - openBassShare) * tuningCosts.heldBass },
      ];

const raisedTo = (found: Ranked, leastMm: number): Ranked =>
  found.costMm >= leastMm
    ? found
    : withTerms(found, [...found.terms, { name: 'behind at a quick look', mm: leastMm - found.costMm }]);

const withTerms = (found: Ranked, terms: readonly TuningTerm[]): Ranked => ({
  ...found,
  terms: terms.filter(({ mm }) => mm > 0),
  costMm: terms.reduce((sum, { mm }) => sum + mm, 0),
});

/** A capo and a key that a tuning is tried with, and what they cost before a note is laid. */
interface Way {
  readonly capo: number;
  readonly transpose: number;
  readonly shapeKey: Key;
  readonly terms: readonly TuningTerm[];
  readonly leastMm: number;
}

/** So many ways are laid between two reports. */
const waysAStep = 8;

/**
 * The cheapest capos and keys of one tuning, as many as are kept. They are laid in the order of what they cost before a note is laid: once that
 * alone is more than what has been found, none of the rest can be cheaper.
 */
function* bestWays(
  passage: Passage,
  search: TuningSearch,
  tuning: Tuning,
  kept: number,
  share: (done: number) => number,
): Generator<number, Ranked[]> {
  const ways = waysOf(passage, search, tuning);
  const open = openMidiLowToHigh(tuning);
  let best: Ranked[] = [];
  for (const [index, way] of ways.entries()) {
    const worst = best[kept - 1];
    if (worst && way.leastMm > worst.costMm + closeMm) break;
    const instrument: Instrument = { ...search.guitar, tuning, capo: way.capo };
    const shift = way.transpose - way.capo - (tuning.wholeSemitones ?? 0);
    const mostMm = worst ? (worst.costMm + closeMm - way.leastMm) * Math.max(1, passage.barCount) : Infinity;
    const laid = layPassage(passage, waysToPlay(passage, open, shift, instrument), instrument, mostMm);
    if (laid) best = [...best, rank(passage, laid, tuning, way, search.today)].sort(byCost).slice(0, kept);
    if (index % waysAStep === 0) yield share(index / ways.length);
  }
  yield share(1);
  return best;
}

/** Costs this near to each other count as alike, as in {@link byCost}. */
const closeMm = 0.1;

/** Every capo and key of a tuning, the cheapest before a note is laid first. */
function waysOf(passage: Passage, { only, maxCapo, maxTranspose }: TuningSearch, tuning: Tuning): Way[] {
  const capos = only ? [only.capo] : Array.from({ length: maxCapo + 1 }, (_, capo) => capo);
  const transposes = only ? [only.transpose] : transpositions(maxTranspose);
  return capos
    .flatMap((capo) =>
      transposes.map((transpose): Way => {
        const shapeKey = transposeKey(passage.key, transpose - capo - (tuning.wholeSemitones ?? 0));
        const terms: TuningTerm[] = [
          {
            name: 'capo',
            mm: capo * tuningCosts.capoFret + Math.max(0, capo - 5) * tuningCosts.highCapoFret,
          },
          {
            name: 'another key',
            mm: transpose === 0 ? 0 : tuningCosts.otherKey + Math.abs(transpose) * tuningCosts.keySemitone,
          },
          ...ownTerms(tuning, shapeKey, passage),
        ];
        return { capo, transpose, shapeKey, terms, leastMm: terms.reduce((sum, { mm }) => sum + mm, 0) };
      }),
    )
    .sort((a, b) => a.leastMm - b.leastMm);
}

/** 0, then −1, 1, −2, 2 … without counting the tritone twice. */
const transpositions = (most: number): number[] =>
  Array.from({ length: 2 * most + 1 }, (_, index) => index - most).filter((by) => by > -6);

function rank(
  passage: Passage,
  laid: LaidPassage,
  tuning: Tuning,
  { capo, transpose, shapeKey, terms: before }: Way,
  today: Tuning,
): Ranked {
  const counted = counts(passage, laid);
  const terms: TuningTerm[] = [
    { name: 'the hand, each bar', mm: laid.handMm / Math.max(1, passage.barCount) },
    ...frettedMm(passage, counted),
    ...before,
  ];
  return {
    tuning,
    capo,
    transpose,
    shapeKey,
    costMm: terms.reduce((sum, { mm }) => sum + mm, 0),
    terms: terms.filter(({ mm }) => mm > 0),
    retuningMm: retuningMm(today, tuning),
    ...counted,
    maxSpanMm: laid.maxSpanMm,
    shifts: laid.shifts,
    laid,
  };
}

function counts(passage: Passage, laid: LaidPassage) {
  let [unplayable, thumb, openThumb, melody, openMelody] = [0, 0, 0, 0, 0];
  passage.moments.forEach(({ notes }, moment) =>
    notes.forEach(({ voice, share }, index) => {
      const place = laid.places[moment]?.[index];
      const open = place?.fret === 0 ? share : 0;
      if (!place) unplayable += 1;
      if (voice === 'thumb') {
        thumb += share;
        openThumb += open;
      } else {
        melody += share;
        openMelody += open;
      }
    }),
  );
  return {
    unplayable,
    openBassShare: thumb === 0 ? 0 : openThumb / thumb,
    openMelodyShare: melody === 0 ? 0 : openMelody / melody,
  };
}

/** What has no place, a brush counting once. */
const leftOut = ({ moments }: Passage, { places }: LaidPassage): number =>
  moments
    .flatMap(({ notes }, moment) => notes.map(({ share }, index) => (places[moment]?.[index] ? 0 : share)))
    .reduce((sum, share) => sum + share, 0);

/** "D shapes, capo 2, sounds E": where an entry stands. */
export const keyWords = ({
  shapeKey,
  capo,
  tuning,
}: Pick<FoundTuning, 'shapeKey' | 'capo' | 'tuning'>): string => {
  const heard = keyText(soundingKey(shapeKey, capo + (tuning.wholeSemitones ?? 0)));
  const shapes = keyText(shapeKey);
  return heard === shapes
    ? `in ${shapes}`
    : `${shapes} shapes${capo > 0 ? `, capo ${capo}` : ''}, sounds ${heard}`;
};
