export { readWav } from './read-wav.ts';
export { writeMonoWav, writeWav, type StereoSamples } from './write-wav.ts';
