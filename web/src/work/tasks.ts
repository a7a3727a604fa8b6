import { ok } from '@jocund/core/fault';
import { writeWav } from '@jocund/core/formats/wav';
import { easierPlaces, gradeParts, ladderOf, simplifySteps, studioWeights } from '@jocund/core/grading';
import { commonMoves, findGrips, parseChord } from '@jocund/core/shapes';
import { layTimeline, renderStereo, renderStringTones } from '@jocund/core/sound';
import { findTunings, passageOf } from '@jocund/core/tuning-finder';
import { secondParts } from '@jocund/core/two-guitars';
import { earTasks } from './ear-tasks.ts';
import { fitTuneTask, readFileTask } from './file-tasks.ts';
import {
  checkTask,
  compareHandsTask,
  placeMelodyTask,
  suggestTask,
  weighNoteTask,
} from './fingering-tasks.ts';
import { dealFiguresTask, figureWaysTask, makeFiguresTask } from './figure-tasks.ts';
import { writeFormTask } from './form-task.ts';
import {
  arrangeAfterTask,
  checkStyleTask,
  addNextTask,
  nearerMovesTask,
  openPiecesTask,
  readManners,
  restyleTask,
  varyPassageTask,
} from './style-task.ts';
import { judgeTakeTask, takeOf } from './take-task.ts';
import type { TaskName, Tasks, WorkRequest } from './messages.ts';

/** Each task runs in steps and says how far it is, so that a cancel is heard between two steps. */
const tasks: {
  readonly [Name in TaskName]: (input: Tasks[Name]['input']) => Generator<number, Tasks[Name]['output']>;
} = {
  *findTunings({ score, ...search }) {
    return yield* findTunings(passageOf(score), { ...search, guitar: score });
  },
  *easierPlaces({ score, settings }) {
    return yield* easierPlaces(score, settings);
  },
  *readManners(input) {
    return yield* readManners(input);
  },
  *checkStyle(input) {
    yield 0;
    return checkStyleTask(input);
  },
  *addNext(input) {
    return yield* addNextTask(input);
  },
  *nearerMoves(input) {
    return yield* nearerMovesTask(input);
  },
  *varyPassage(input) {
    return yield* varyPassageTask(input);
  },
  *restyle(input) {
    return yield* restyleTask(input);
  },
  *openPieces(input) {
    yield 0;
    return openPiecesTask(input);
  },
  *arrangeAfter(input) {
    return yield* arrangeAfterTask(input);
  },
  *findGrips({ chord, ...search }) {
    const parsed = parseChord(chord);
    if (!parsed.ok) return parsed;
    yield 0;
    const { instrument, hand } = search;
    return ok(
      findGrips(parsed.value, search).map((grip) => ({
        ...grip,
        moves: commonMoves(parsed.value, grip.frets, instrument, hand),
      })),
    );
  },
  judgeTake: (input) => judgeTakeTask(input, takeOf(input), undefined),
  *checkScore(input) {
    yield 0;
    return checkTask(input);
  },
  *weighNote(input) {
    yield 0;
    return weighNoteTask(input);
  },
  *compareHands(input) {
    yield 0;
    return compareHandsTask(input);
  },
  *placeMelody(input) {
    yield 0;
    return yield* placeMelodyTask(input);
  },
  *writeForm(input) {
    yield 0;
    return writeFormTask(input);
  },
  *figureWays(input) {
    yield 0;
    return figureWaysTask(input);
  },
  *dealFigures(input) {
    yield 0;
    return dealFiguresTask(input);
  },
  *makeFigures(input) {
    yield 0;
    return makeFiguresTask(input);
  },
  *secondParts({ score, ...search }) {
    return yield* secondParts(score, search);
  },
  *cutLadder({ score, settings }) {
    yield 0;
    return ladderOf(score, settings);
  },
  *studioWeights({ sayings }) {
    yield 0;
    return studioWeights(sayings);
  },
  *gradeParts({ score, weights }) {
    yield 0;
    return gradeParts(score, weights);
  },
  *simplify({ score, settings }) {
    return yield* simplifySteps(score, settings);
  },
  *suggest(input) {
    yield 0;
    return yield* suggestTask(input);
  },
  *readFile(input) {
    yield 0;
    return readFileTask(input);
  },
  *fitTune(input) {
    yield 0;
    return yield* fitTuneTask(input);
  },
  ...earTasks,
  *soundFile({ score, sampleRate }) {
    return writeWav(yield* renderStereo(layTimeline(score), sampleRate), sampleRate);
  },
  *soundString({ hz, seconds, sampleRate }) {
    yield 0;
    return renderStringTones([{ hz, atS: 0 }], seconds, sampleRate, Math.random);
  },
};

/** The steps of what the page asks for. */
export function stepsOf(
  request: Extract<WorkRequest, { kind: 'start' }>,
): Generator<number, Tasks[TaskName]['output']> {
  switch (request.task) {
    case 'findTunings':
      return tasks.findTunings(request.input);
    case 'easierPlaces':
      return tasks.easierPlaces(request.input);
    case 'readManners':
      return tasks.readManners(request.input);
    case 'checkStyle':
      return tasks.checkStyle(request.input);
    case 'judgeTake':
      return tasks.judgeTake(request.input);
    case 'addNext':
      return tasks.addNext(request.input);
    case 'nearerMoves':
      return tasks.nearerMoves(request.input);
    case 'varyPassage':
      return tasks.varyPassage(request.input);
    case 'restyle':
      return tasks.restyle(request.input);
    case 'openPieces':
      return tasks.openPieces(request.input);
    case 'arrangeAfter':
      return tasks.arrangeAfter(request.input);
    case 'findGrips':
      return tasks.findGrips(request.input);
    case 'checkScore':
      return tasks.checkScore(request.input);
    case 'weighNote':
      return tasks.weighNote(request.input);
    case 'compareHands':
      return tasks.compareHands(request.input);
    case 'placeMelody':
      return tasks.placeMelody(request.input);
    case 'writeForm':
      return tasks.writeForm(request.input);
    case 'figureWays':
      return tasks.figureWays(request.input);
    case 'dealFigures':
      return tasks.dealFigures(request.input);
    case 'makeFigures':
      return tasks.makeFigures(request.input);
    case 'secondParts':
      return tasks.secondParts(request.input);
    case 'cutLadder':
      return tasks.cutLadder(request.input);
    case 'studioWeights':
      return tasks.studioWeights(request.input);
    case 'gradeParts':
      return tasks.gradeParts(request.input);
    case 'simplify':
      return tasks.simplify(request.input);
    case 'suggest':
      return tasks.suggest(request.input);
    case 'readFile':
      return tasks.readFile(request.input);
    case 'fitTune':
      return tasks.fitTune(request.input);
    case 'soundFile':
      return tasks.soundFile(request.input);
    case 'bandPeaks':
      return tasks.bandPeaks(request.input);
    case 'hearRecording':
      return tasks.hearRecording(request.input);
    case 'openEar':
      return tasks.openEar(request.input);
    case 'hearNotes':
      return tasks.hearNotes(request.input);
    case 'guessNotes':
      return tasks.guessNotes(request.input);
    case 'stretchSound':
      return tasks.stretchSound(request.input);
    case 'soundOnBeats':
      return tasks.soundOnBeats(request.input);
    case 'returnDelay':
      return tasks.returnDelay(request.input);
    case 'evenOut':
      return tasks.evenOut(request.input);
    case 'simulateRecording':
      return tasks.simulateRecording(request.input);
    case 'soundString':
      return tasks.soundString(request.input);
  }
}
