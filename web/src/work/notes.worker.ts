import { answerWork } from './answer-work.ts';
import { hearNotesTask } from './hear-notes-task.ts';
import { noteModel } from './note-model.ts';

/** The one worker that may run WebAssembly: it hears notes by the trained model, and nothing else. */
answerWork(async (request) => {
  if (request.task !== 'hearNotes') throw new Error(`Not asked of this worker: ${request.task}`);
  return hearNotesTask(request.input, await noteModel());
});
