export { jotHead, readJot } from './read-jot.ts';
export { writeJot } from './write-jot.ts';
