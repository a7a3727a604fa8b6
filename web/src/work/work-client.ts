import { sayBroken } from './broken-work.ts';
import type { TaskName, Tasks, WorkAnswer, WorkRequest } from './messages.ts';

interface Waiting {
  readonly duty: Duty;
  readonly request: WorkRequest;
  readonly resolve: (output: Tasks[TaskName]['output']) => void;
  readonly reject: (reason: Error) => void;
  readonly onProgress: ((share: number) => void) | undefined;
}

/** A worker for each: reading a stranger's file must not keep the hands waiting. */
type Duty = 'hands' | 'files' | 'tunings' | 'ear' | 'notes' | 'playing';

const dutyOf: Readonly<Record<TaskName, Duty>> = {
  checkScore: 'hands',
  weighNote: 'hands',
  compareHands: 'hands',
  placeMelody: 'hands',
  writeForm: 'hands',
  figureWays: 'hands',
  makeFigures: 'hands',
  dealFigures: 'hands',
  suggest: 'hands',
  findGrips: 'hands',
  readFile: 'files',
  fitTune: 'files',
  soundFile: 'files',
  judgeTake: 'notes',
  bandPeaks: 'ear',
  hearRecording: 'ear',
  openEar: 'notes',
  hearNotes: 'notes',
  guessNotes: 'ear',
  returnDelay: 'ear',
  evenOut: 'ear',
  simulateRecording: 'ear',
  soundOnBeats: 'ear',
  stretchSound: 'playing',
  soundString: 'tunings',
  findTunings: 'tunings',
  secondParts: 'tunings',
  cutLadder: 'tunings',
  studioWeights: 'tunings',
  gradeParts: 'tunings',
  simplify: 'tunings',
  easierPlaces: 'tunings',
  readManners: 'tunings',
  checkStyle: 'tunings',
  addNext: 'tunings',
  nearerMoves: 'tunings',
  varyPassage: 'tunings',
  restyle: 'tunings',
  openPieces: 'tunings',
  arrangeAfter: 'tunings',
};

/** Tasks of one step: a cancel between steps would never be heard, so their worker is ended. */
const isOneStep: ReadonlySet<TaskName> = new Set([
  'readFile',
  'dealFigures',
  'judgeTake',
  'hearRecording',
  'hearNotes',
  'returnDelay',
  'simulateRecording',
]);

const waiting = new Map<number, Waiting>();
const workers = new Map<Duty, Worker>();
let lastId = 0;

/** Starts one task in the page's worker for it. The answer is rejected with an AbortError when the signal is aborted. */
export function startWork<Name extends TaskName>(
  task: Name,
  input: Tasks[Name]['input'],
  { signal, onProgress }: { signal?: AbortSignal; onProgress?: (share: number) => void } = {},
): Promise<Tasks[Name]['output']> {
  lastId += 1;
  const id = lastId;
  const duty = dutyOf[task];
  const request = { kind: 'start', id, task, input } as WorkRequest;
  const answer = new Promise<Tasks[TaskName]['output']>((resolve, reject) => {
    waiting.set(id, { duty, request, resolve, reject, onProgress });
  });
  workerFor(duty).postMessage(request);
  signal?.addEventListener('abort', () => {
    waiting.get(id)?.reject(new DOMException('The work was cancelled', 'AbortError'));
    if (!waiting.delete(id)) return;
    if (isOneStep.has(task)) endWorker(duty);
    else workerFor(duty).postMessage({ kind: 'cancel', id });
  });
  return answer;
}

/** Ends a worker whatever it does; what else was asked of it is asked again of the next one. */
function endWorker(duty: Duty): void {
  workers.get(duty)?.terminate();
  workers.delete(duty);
  for (const { duty: other, request } of waiting.values())
    if (other === duty) workerFor(duty).postMessage(request);
}

function workerFor(duty: Duty): Worker {
  const known = workers.get(duty);
  if (known) return known;
  const started = newWorker(duty);
  started.onmessage = ({ data }: MessageEvent<WorkAnswer>) => {
    sayBroken(false);
    const asked = waiting.get(data.id);
    if (!asked) return;
    if (data.kind === 'progress') {
      asked.onProgress?.(data.share);
      return;
    }
    waiting.delete(data.id);
    if (data.kind === 'done') asked.resolve(data.output);
    else asked.reject(new Error(data.message));
  };
  // Also where its file cannot be had: the connection is gone, or the server is newer than the page.
  started.onerror = () => {
    if (workers.get(duty) === started) giveUp(duty);
  };
  workers.set(duty, started);
  return started;
}

/** A worker that broke, or never began, answers nothing any more; the next that is asked begins another. */
function giveUp(duty: Duty): void {
  sayBroken(true);
  workers.get(duty)?.terminate();
  workers.delete(duty);
  for (const [id, asked] of waiting)
    if (asked.duty === duty) {
      waiting.delete(id);
      asked.reject(new Error('The work broke off. Reload the page and try again.'));
    }
}

/** Only what hears notes may run WebAssembly, so it has a worker to itself. */
const newWorker = (duty: Duty): Worker =>
  duty === 'notes'
    ? new Worker(new URL('./notes.worker.ts', import.meta.url), { type: 'module' })
    : new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
