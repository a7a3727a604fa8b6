import type { NoteListener } from '@jocund/core/listening';
import { listenerOf } from '@jocund/core/note-model';
import { answerWork } from './answer-work.ts';
import { answerWindows, helperName, startHelpers } from './ear-helpers.ts';
import { hearNotesTask } from './hear-notes-task.ts';
import { judgeTakeTask, takeOf } from './take-task.ts';

/** Hears notes by the trained model, of recordings and of takes, and has itself helped by workers of the same file: no other may run WebAssembly. */
if (self.name === helperName) answerWindows(windowEar);
else
  answerWork(async (request) => {
    if (request.task === 'openEar') return openEarTask(await trainedEar());
    if (request.task === 'hearNotes') return hearNotesTask(request.input, await trainedEar());
    if (request.task !== 'judgeTake') throw new Error(`Not asked of this worker: ${request.task}`);
    const take = takeOf(request.input);
    const isSound = take.ok && take.value.kind === 'sound';
    return judgeTakeTask(request.input, take, isSound ? await trainedEar() : undefined);
  });

/** By the time it is asked the ear is there, or cannot be. */
function* openEarTask(listener: NoteListener | undefined): Generator<number, boolean> {
  yield 1;
  return listener !== undefined;
}

/** Fetched when something has to be heard; undefined where it cannot be, as without a connection, or cannot run. */
async function trainedEar(): Promise<NoteListener | undefined> {
  try {
    const beside = helpers();
    return listenerOf(await windowEar(), beside);
  } catch {
    return undefined;
  }
}

async function windowEar() {
  const model = await import('./note-model.ts');
  return model.windowEar();
}

let started: ReturnType<typeof startHelpers> | undefined;
const helpers = () => (started ??= startHelpers(self.location.href));
