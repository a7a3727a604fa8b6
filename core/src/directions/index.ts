export { callLine, type CallEntry, type CallVerb } from './call-line.ts';
export { callDigits, type CallDigits } from './call-digits.ts';
export { callLetters, readCall, writeCall, type CallFault, type TypedCall } from './typed-call.ts';
export { noteWords } from './note-words.ts';
