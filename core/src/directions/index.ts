export { callLine, type CallEntry, type CallVerb } from './call-line.ts';
export { callDigits, type CallDigits, type CallPart } from './call-digits.ts';
export { callLetters, readCall, writeCall, type CallFault, type TypedCall } from './typed-call.ts';
export { countedIn, isSpoken, readSpokenCall, toldCount } from './spoken-call.ts';
export { noteWords } from './note-words.ts';
export { tellBar, type FingersOf, type ToldBar, type ToldMoment } from './tell-bar.ts';
