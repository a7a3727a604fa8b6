export { beatGrid, type BeatGrid, type Beats, type GridPlace } from './beat-grid.ts';
export { guessSteps, type Guess, type Guesses, type GuessSettings } from './guesses.ts';
export { heardTime, type HeardSwing, type HeardTime } from './heard-time.ts';
export { likelyTunings, type LikelyTuning } from './likely-tunings.ts';
export { takenAs, takeGuesses } from './take-guesses.ts';
export { halfAsFast, moveBeat, tempoOf, twiceAsFast } from './counted-beats.ts';
export { pooled } from './pooled.ts';
export { onBeats, type OnBeats } from './on-beats.ts';
