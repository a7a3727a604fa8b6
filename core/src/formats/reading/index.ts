export { LeftOutList, leftOutWords, longestText, type LeftOut, type Reading } from './reading.ts';
