import type { BarView } from './bar-view.ts';

/** What a trait is about, in the order of a profile. */
export const traitGroups = ['thumb', 'meeting', 'tune', 'ornaments', 'hands', 'form'] as const;
export type TraitGroup = (typeof traitGroups)[number];

/** One thing that is counted when a manner is measured: what it is, without how it is read. */
export interface Trait {
  /** For good: profiles are compared by it. */
  readonly id: string;
  readonly group: TraitGroup;
  /** "strings of the thumb". */
  readonly name: string;
  /** What one count is: "strokes". */
  readonly counts: string;
  /** Whether its values are kinds, told apart by how often each comes, or numbers, told apart by how far they lie apart. */
  readonly values: 'kinds' | 'numbers';
  /** Of numbers: what they are in, "half steps". */
  readonly unit?: string;
  /** Told in places of the bar: compared only with bars in the same metre. */
  readonly isOfMetre?: true;
  /** Values begin with a chord's name: compared only for chords that both sides have, where settings are left out. */
  readonly isOfChord?: true;
  /** Told by how the guitar is set up or by the piece chosen, not by how it is played. */
  readonly isSetting?: true;
  /** Told by the notes of the tune: what is added to a tune is to go as the player’s tunes go, but a tune that is given is not held against them. */
  readonly isOfTune?: true;
}

/** A trait with how it is read. */
export interface ReadTrait extends Trait {
  /** Which bar is looked at besides: absent, the bar alone and the grips it is played over. */
  readonly beside?: 'before' | 'after';
  /** The values in a bar, one for each count. */
  readonly read: (view: BarView) => readonly (string | number)[];
}
