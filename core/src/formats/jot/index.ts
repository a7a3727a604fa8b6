export { jotHead, readJot, readJotBars, type JotFault } from './read-jot.ts';
export { writeJot, writeJotBars } from './write-jot.ts';
