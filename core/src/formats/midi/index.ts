export { readMidi, type MidiReadOptions } from './read-midi.ts';
export { readMidiTake } from './read-take.ts';
export { writeMidi, type MidiOptions } from './write-midi.ts';
export { writeMidiTake } from './write-take.ts';
