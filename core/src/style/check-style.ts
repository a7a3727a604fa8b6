import type { Score } from '../score/index.ts';
import { sharesOf, type Shares } from './distribution.ts';
import { distanceOf, traitDistances, type DistanceSettings } from './distance.ts';
import { countsOf, evidenceOf, type PieceEvidence } from './evidence.ts';
import { ownTraitDistances } from './own-distances.ts';
import { profileOf, type Profile, type ProfileTrait } from './profile.ts';
import { stepFor, type StyleStep } from './steps-nearer.ts';
import type { Trait } from './trait.ts';

/** A trait in which a piece is not the player's. */
export interface StrayingTrait {
  readonly trait: Trait;
  /** From 0, alike, to 1, nothing in common. */
  readonly apart: number;
  /** As far as the player's own pieces lie from each other at most. */
  readonly usual: number;
  /** What the piece has, and what the player has. */
  readonly here: ProfileTrait;
  readonly theirs: ProfileTrait;
  /** The bars that stray, from 0, the furthest first. */
  readonly bars: readonly number[];
  /** What would bring it nearer at once; undefined where that is no single change. */
  readonly step: StyleStep | undefined;
}

/** A piece held against a player. */
export interface StyleCheck {
  /** 0 alike to 1. */
  readonly distance: number;
  /** How far the player's own pieces lie from the others of theirs: the nearest, and the furthest. Undefined with fewer than three pieces. */
  readonly own: { readonly nearest: number; readonly furthest: number } | undefined;
  /** Whether it lies as near as the player's own pieces do; undefined where that is not known. */
  readonly isNear: boolean | undefined;
  /** Where the piece strays most, first. */
  readonly strays: readonly StrayingTrait[];
}

/** A trait strays past what is usual by more than this, so that a hair is no fault. */
const leastStray = 0.05;
/** A piece is held against one piece more than each of the player's own: so much further is as near. */
const hair = 0.005;
/** Values that less than one in twenty of the player's counts have are strange to the player. */
const strange = 0.05;

/**
 * Holds a piece against a player's pieces: how far it lies from them beside how far they lie from each other, each against the rest; in which traits and bars it strays. Key, capo and the like are not held against it.
 */
export function checkStyle(
  score: Score,
  pieces: readonly PieceEvidence[],
  settings: Pick<DistanceSettings, 'pool'>,
): StyleCheck {
  const against = { ...settings, withoutSettings: true };
  const evidence = evidenceOf(score);
  const distances = traitDistances([evidence], pieces, against);
  const own = ownTraitDistances(pieces, against);
  const usualOf = (trait: string): number =>
    Math.max(0, ...own.map((each) => each.find((one) => one.trait.id === trait)?.apart ?? 0));
  const profile = profileOf(pieces, settings);
  // What the piece has is no guess: nothing is drawn.
  const here = profileOf([evidence]);
  const all = own.map((each) => distanceOf(each));
  const distance = distanceOf(distances);
  return {
    distance,
    isNear: all.length === 0 ? undefined : distance <= Math.max(...all) + hair,
    own: all.length === 0 ? undefined : { nearest: Math.min(...all), furthest: Math.max(...all) },
    strays: distances
      .flatMap(({ trait, apart }): StrayingTrait[] => {
        const usual = usualOf(trait.id);
        const [mine, theirs] = [traitIn(here, trait), traitIn(profile, trait)];
        if (!mine || !theirs || apart <= usual + leastStray || isAlikeOnTheMean(mine, theirs)) return [];
        const shares = sharesOf(countsOf(pieces, trait.id));
        return [
          {
            trait,
            apart,
            usual,
            here: mine,
            theirs,
            bars: strayingBars(evidence, trait, shares),
            step: stepFor(trait.id, profile),
          },
        ];
      })
      .sort((a, b) => b.apart - b.usual - (a.apart - a.usual)),
  };
}

/** Numbers whose means are as good as equal: how they scatter is no fault one could hear of. */
const isAlikeOnTheMean = ({ mean }: ProfileTrait, { mean: theirs }: ProfileTrait): boolean =>
  mean !== undefined &&
  theirs !== undefined &&
  Math.abs(mean.value - theirs.value) <= leastStray * Math.abs(theirs.value);

const traitIn = (profile: Profile, { id }: Trait): ProfileTrait | undefined =>
  profile.traits.find(({ trait }) => trait.id === id);

/** Bars with values that are strange to the player, those with most of them first. Numbers are told by the piece's figure alone. */
function strayingBars(evidence: PieceEvidence, trait: Trait, shares: Shares): number[] {
  if (trait.values === 'numbers') return [];
  return evidence.bars
    .map((bar, index) => ({
      index,
      strays: (bar.get(trait.id) ?? []).filter((value) => (shares.get(value) ?? 0) < strange).length,
    }))
    .filter(({ strays }) => strays > 0)
    .sort((a, b) => b.strays - a.strays)
    .map(({ index }) => index);
}
