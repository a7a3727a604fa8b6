/** What a figure is for, by the trade's words. */
export const figureRoles = ['riff', 'run', 'fill', 'walk', 'turnaround', 'intro', 'ending'] as const;

export type FigureRole = (typeof figureRoles)[number];
