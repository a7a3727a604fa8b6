import type { Profile, ProfileTrait, TraitGroup } from '@jocund/core/style';

export const groupNames: Readonly<Record<TraitGroup, string>> = {
  thumb: 'The thumb',
  meeting: 'Thumb and tune',
  tune: 'The tune',
  ornaments: 'Ornaments',
  hands: 'Grips and guitar',
  form: 'Form',
};

export const traitOf = (profile: Profile, id: string): ProfileTrait | undefined =>
  profile.traits.find(({ trait }) => trait.id === id);

export const meanOf = (profile: Profile, id: string): number | undefined => traitOf(profile, id)?.mean?.value;

/** "42 %". */
export const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** A number as a guitarist reads it: whole, or with two digits where it is small. */
export const plainNumber = (value: number): string =>
  Math.abs(value) < 10 ? value.toFixed(2) : value.toFixed(0);

/** What is commonest in a trait, or the mean of numbers, in words. */
export function figureWords(measured: ProfileTrait | undefined, most = 3): string {
  if (!measured) return 'nothing found';
  const { mean, trait, values } = measured;
  if (mean)
    return `${plainNumber(mean.value)} ${trait.unit ?? ''} (${plainNumber(mean.low)} to ${plainNumber(mean.high)})`;
  return values
    .filter(({ value }) => value >= 0.01)
    .slice(0, most)
    .map(({ name, value }) => `${String(name)}: ${percent(value)}`)
    .join(', ');
}
