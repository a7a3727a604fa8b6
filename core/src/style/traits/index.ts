import type { ReadTrait, Trait } from '../trait.ts';
import { formTraits } from './form.ts';
import { handTraits } from './hands.ts';
import { meetingTraits } from './meeting.ts';
import { ornamentTraits } from './ornaments.ts';
import { thumbTraits } from './thumb.ts';
import { tuneTraits } from './tune.ts';

/** Everything that is measured, group by group, with how it is read. */
export const readTraits: readonly ReadTrait[] = [
  ...thumbTraits,
  ...meetingTraits,
  ...tuneTraits,
  ...ornamentTraits,
  ...handTraits,
  ...formTraits,
];

/** The same without how it is read: what profiles and comparisons carry, so that a worker can send them. */
export const traits: readonly Trait[] = readTraits.map(({ read: _, beside: __, ...trait }) => trait);
