import type { NoteListener } from '@jocund/core/listening';
import { answerWork } from './answer-work.ts';
import { hearNotesTask } from './hear-notes-task.ts';
import { judgeTakeTask, takeOf } from './take-task.ts';

/** The one worker that may run WebAssembly: it hears notes by the trained model, of recordings and of takes. */
answerWork(async (request) => {
  if (request.task === 'hearNotes') return hearNotesTask(request.input, await trainedEar());
  if (request.task !== 'judgeTake') throw new Error(`Not asked of this worker: ${request.task}`);
  const take = takeOf(request.input);
  const isSound = take.ok && take.value.kind === 'sound';
  return judgeTakeTask(request.input, take, isSound ? await trainedEar() : undefined);
});

/** Fetched when something has to be heard; undefined where it cannot be, as without a connection, or cannot run. */
async function trainedEar(): Promise<NoteListener | undefined> {
  try {
    const { noteModel } = await import('./note-model.ts');
    return await noteModel();
  } catch {
    return undefined;
  }
}
