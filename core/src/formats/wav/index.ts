export { writeWav, type StereoSamples } from './write-wav.ts';
