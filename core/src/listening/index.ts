export { drawDrill, judgeDrill, type DrillResult, type EarDrill } from './ear-drill.ts';
export { createTuner, foldOctaves, steadyCents, tunerWindow, type TunerReading } from './tuner.ts';
