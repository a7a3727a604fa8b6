export { readMidi, type MidiReadOptions } from './read-midi.ts';
export { keyMoveOf, liveTake, type LiveMessage } from './live-take.ts';
export { readMidiTake } from './read-take.ts';
export { writeMidi, type MidiOptions } from './write-midi.ts';
export { writeMidiTake } from './write-take.ts';
