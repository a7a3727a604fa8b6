export { callLine, type CallEntry, type CallVerb } from './call-line.ts';
export { noteWords } from './note-words.ts';
