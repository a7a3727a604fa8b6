export { fitTuneSteps, type FitOptions, type FittedTune } from './fit-tune.ts';
export { splitVoices } from './split-voices.ts';
export { doubleStops, suggestSteps, type Suggestion } from './suggestions.ts';
export { scoreOfTab } from './tab-score.ts';
export type { TellLeftOut } from './tidy-notes.ts';
export { tuneOfScore } from './tune-of-score.ts';
export { isTab, type Tune, type TuneBar, type TuneChord, type TuneMarks, type TuneNote } from './tune.ts';
export { readNotes, type NotesFault, type TypedNotes, type TypingOptions } from './typed-notes.ts';
