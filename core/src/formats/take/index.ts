export { isTake, readTake } from './read-take.ts';
