export { readTextTab, type TextTabOptions } from './read-text-tab.ts';
export type { TabRhythm } from './rhythm.ts';
export { writeTextTab } from './write-text-tab.ts';
