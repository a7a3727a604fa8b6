import type { Trait } from '../trait.ts';
import { formTraits } from './form.ts';
import { handTraits } from './hands.ts';
import { meetingTraits } from './meeting.ts';
import { ornamentTraits } from './ornaments.ts';
import { thumbTraits } from './thumb.ts';
import { tuneTraits } from './tune.ts';

/** Everything that is measured, group by group. */
export const traits: readonly Trait[] = [
  ...thumbTraits,
  ...meetingTraits,
  ...tuneTraits,
  ...ornamentTraits,
  ...handTraits,
  ...formTraits,
];

export const traitNamed = (id: string): Trait | undefined => traits.find((trait) => trait.id === id);
