/** The easiest grade and the hardest. */
export const gradeRange = { lowest: 1, highest: 8 } as const;
