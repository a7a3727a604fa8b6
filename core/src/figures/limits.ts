/** What a figure may hold: it is a phrase at most, or it is a piece. */
export const figureLimits = { bars: 8, nameLength: 60, numeralLength: 12 } as const;
