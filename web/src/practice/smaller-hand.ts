import type { Hand, HandSize } from '@jocund/core/hands';

const smallerSize: Readonly<Record<HandSize, HandSize>> = {
  large: 'medium',
  medium: 'small',
  small: 'small',
};

/** A hand a size smaller, by the table of that size: fingers for it stretch less. Undefined where there is none. */
export function smallerHand({ spans: _, ...hand }: Hand): Hand | undefined {
  const size = smallerSize[hand.size];
  return size === hand.size ? undefined : { ...hand, size };
}
