export { readAbc } from './read-abc.ts';
export { notInAbc, writeAbc } from './write-abc.ts';
