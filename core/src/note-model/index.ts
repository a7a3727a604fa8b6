export { loadNoteModel, loadWindowEar, type NoteModelFiles } from './note-model.ts';
export { listenerOf, type EarHelper, type HeardWindow, type WindowEar } from './windows.ts';
