export { readCaptions, type Caption } from './read-captions.ts';
