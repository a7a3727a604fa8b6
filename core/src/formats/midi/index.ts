export { readMidi, type MidiReadOptions } from './read-midi.ts';
export { writeMidi, type MidiOptions } from './write-midi.ts';
