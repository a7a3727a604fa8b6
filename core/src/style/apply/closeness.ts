/** How near an arrangement is to come to the player, from 1, the tune and the hands first, to 5, the player first. */
export const closenesses = [1, 2, 3, 4, 5] as const;
export type Closeness = (typeof closenesses)[number];
export const usualCloseness: Closeness = 3;

interface Prices {
  /** What the hands may do more in a bar for one spread nearer, in mm. */
  readonly mmForSpread: number;
  /** How much what is taken from the tune counts. */
  readonly tuneWeight: number;
}

/** From memory; heard and looked at on the demo's pieces. */
const prices: Readonly<Record<Closeness, Prices>> = {
  1: { mmForSpread: 4, tuneWeight: 3 },
  2: { mmForSpread: 12, tuneWeight: 1.5 },
  3: { mmForSpread: 30, tuneWeight: 0.75 },
  4: { mmForSpread: 60, tuneWeight: 0.4 },
  5: { mmForSpread: 120, tuneWeight: 0.2 },
};

export const closenessOf = (closeness: Closeness): Prices => prices[closeness];
