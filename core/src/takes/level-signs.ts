import {
  looksPerSecond,
  partialBand,
  type BandSpectra,
  type KnownStroke,
  type PitchLevels,
} from '../listening/index.ts';
import type { Midi } from '../pitch/index.ts';
import type { ExpectedNote } from './expected.ts';
import { median } from './numbers.ts';

/** What speaks for a note being struck, by how loud its pitch and its partials become there beside how loud they become elsewhere in the same take; all as logarithms. */
export const levelSignNames = [
  'level rises',
  'level after',
  'level before',
  'share of all that rises',
  'own partials rise',
  'lowest own partial rises',
  'least own partial rises',
] as const;

/** A note of the study, or another in its place, and how it was to be begun. */
export interface TakenStroke extends KnownStroke {
  readonly attack: ExpectedNote['attack'];
}

export interface LevelSigns {
  /** The signs of a pitch at a time, in the order of {@link levelSignNames}, beside what is usual for such an attack. */
  readonly at: (midi: Midi, atS: number, attack?: TakenStroke['attack']) => readonly number[];
  /** How much a pitch rises at a time beside what is usual for it: 1 as usual. */
  readonly riseAt: (midi: Midi, atS: number) => number;
}

/** Where what was before a stroke and what is after it are looked for, in seconds from it. */
const before = { fromS: -0.11, toS: -0.02 };
const after = { fromS: 0, toS: 0.11 };
/** What never rises is told from what does by no more than this share of a usual stroke. */
const least = 0.02;
/** The same beside all that rises at once. */
const leastOfAll = 0.002;
/** So many strokes of one pitch say what is usual for it. */
const leastUsual = 3;
/** A pitch that hardly sounds is told no finer than by so much of the usual stroke. */
const leastBesideUsual = 0.1;
/** Softer than this share of a picked note, a slur was left out; with too few of them, they are taken to be so soft. */
const [softest, unknownSoftness] = [0.2, 0.5];
const partialCount = 8;
/** Partials of two notes nearer than this, in half steps, are not told apart. */
const apart = 0.8;
/** Notes so near in time are struck together. */
const togetherS = 0.1;

/** How loudly pitches and their partials rise in a take in which the moments of the study are known. */
export function levelSignsOf(
  spectra: BandSpectra,
  levels: PitchLevels,
  moments: readonly TakenStroke[],
): LevelSigns {
  const changeOf = (midi: Midi, atS: number): Change => {
    const own = levels.get(midi);
    return own ? changeAt(atS, own.length, (look) => own[look] ?? 0) : { was: 0, becomes: 0 };
  };
  const partialRise = (midi: Midi, partial: number, atS: number): number => {
    const band = Math.round(partialBand(midi, partial));
    const value = (look: number, of: number) => spectra.values[look * spectra.bands + of] ?? 0;
    return riseOf(
      changeAt(atS, spectra.looks, (look) =>
        Math.max(value(look, band - 1), value(look, band), value(look, band + 1)),
      ),
    );
  };
  const riseAt = (midi: Midi, atS: number) => riseOf(changeOf(midi, atS));
  const usual = usualRises(moments, riseAt);
  const softness = softnessOf(moments, ({ midi, atS }) => riseAt(midi, atS) / usual(midi));
  const usualPartials = new Map<string, number>();
  const usualPartial = (midi: Midi, partial: number): number => {
    const key = `${midi} ${partial}`;
    const known = usualPartials.get(key);
    if (known !== undefined) return known;
    const mine = pickedOf(moments.filter((moment) => moment.midi === midi));
    const found = median(mine.map(({ atS }) => partialRise(midi, partial, atS)));
    usualPartials.set(key, found);
    return found;
  };

  /** How much louder the partials become that no other note of the moment has, beside what is usual. */
  const ownPartials = (midi: Midi, atS: number): number[] => {
    const others = moments.filter((each) => each.midi !== midi && Math.abs(each.atS - atS) < togetherS);
    const taken = others.flatMap((each) => partials.map((partial) => each.midi + 12 * Math.log2(partial)));
    return partials
      .filter((partial) => isInside(midi, partial, spectra.bands))
      .filter((partial) => taken.every((pitch) => Math.abs(pitch - midi - 12 * Math.log2(partial)) >= apart))
      .flatMap((partial) => {
        const mostly = usualPartial(midi, partial);
        return mostly > 0 ? [partialRise(midi, partial, atS) / mostly] : [];
      });
  };

  const signsAt: LevelSigns['at'] = (midi, atS, attack = 'picked') => {
    const change = changeOf(midi, atS);
    const rise = riseOf(change);
    const mostly = usual(midi) * softness(attack);
    const all = [...levels.keys()].reduce((sum, each) => sum + riseOf(changeOf(each, atS)), 0);
    const share = all > 0 ? rise / all : 0;
    const own = ownPartials(midi, atS).map((each) => each / softness(attack));
    const inOrder = [...own].sort((a, b) => a - b);
    return [
      ...[rise, change.becomes, change.was].map((each) => Math.log(each / mostly + least)),
      Math.log(share + leastOfAll),
      // Where all partials are shared they say nothing.
      ...[inOrder[inOrder.length >> 1], own[0], inOrder[0]].map((each) => Math.log((each ?? 1) + least)),
    ];
  };
  return { at: signsAt, riseAt: (midi, atS) => riseAt(midi, atS) / usual(midi) };
}

const partials = Array.from({ length: partialCount }, (_, index) => index + 1);

const isInside = (midi: Midi, partial: number, bands: number): boolean => {
  const band = Math.round(partialBand(midi, partial));
  return band >= 1 && band < bands - 1;
};

interface Change {
  readonly was: number;
  readonly becomes: number;
}

const riseOf = ({ was, becomes }: Change): number => Math.max(0, becomes - was);

/** The least of before and the most of after. */
function changeAt(atS: number, looks: number, valueAt: (look: number) => number): Change {
  const lookOf = (offS: number) => Math.round((atS + offS) * looksPerSecond);
  let [was, becomes] = [Infinity, 0];
  for (
    let look = Math.max(0, lookOf(before.fromS));
    look <= Math.min(looks - 1, lookOf(before.toS));
    look += 1
  )
    was = Math.min(was, valueAt(look));
  for (let look = Math.max(0, lookOf(after.fromS)); look <= Math.min(looks - 1, lookOf(after.toS)); look += 1)
    becomes = Math.max(becomes, valueAt(look));
  return { was: was === Infinity ? 0 : was, becomes };
}

/** Those that were picked; all of them, where too few were. */
function pickedOf(moments: readonly TakenStroke[]): readonly TakenStroke[] {
  const picked = moments.filter(({ attack }) => attack === 'picked');
  return picked.length < leastUsual ? moments : picked;
}

/** How much each pitch rises as a rule, where it is picked. */
function usualRises(
  moments: readonly TakenStroke[],
  riseAt: (midi: Midi, atS: number) => number,
): (midi: Midi) => number {
  const pitches = new Set(moments.map(({ midi }) => midi));
  const rises = new Map(
    [...pitches].map((midi) => {
      const mine = pickedOf(moments.filter((each) => each.midi === midi));
      return [midi, mine.map(({ atS }) => riseAt(midi, atS))] as const;
    }),
  );
  const all = median([...rises.values()].flat()) || 1;
  const usual = new Map(
    [...rises].map(([midi, mine]) => [
      midi,
      mine.length < leastUsual ? all : Math.max(median(mine), leastBesideUsual * all),
    ]),
  );
  return (midi) => usual.get(midi) ?? all;
}

/** How much of a picked note a hammer, a pull or a slide of this hand is: they are softer, and a slide only changes what sounds. */
function softnessOf(
  moments: readonly TakenStroke[],
  shareOf: (moment: TakenStroke) => number,
): (attack: TakenStroke['attack']) => number {
  const known = new Map<TakenStroke['attack'], number>(
    (['fretting-hand', 'slid'] as const).map((attack) => {
      const mine = moments.filter((moment) => moment.attack === attack);
      const share = mine.length < leastUsual ? unknownSoftness : median(mine.map(shareOf));
      return [attack, Math.min(1, Math.max(softest, share))] as const;
    }),
  );
  return (attack) => known.get(attack) ?? 1;
}
