export { writeMonoWav, writeWav, type StereoSamples } from './write-wav.ts';
