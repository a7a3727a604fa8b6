export { loadNoteModel, type NoteModelFiles } from './note-model.ts';
