export { readAbc } from './read-abc.ts';
export { writeAbc } from './write-abc.ts';
