import { heardInTune, hearSteps, signNames } from '@jocund/core/listening';
import { mulberry32 } from '@jocund/core/random';
import { layTimeline } from '@jocund/core/sound';
import { playAsStudent } from '@jocund/core/stand-ins';
import { finished } from '@jocund/core/steps';
import { askedNotes, expectedOf, momentsOf, pitchesAround, possibleStrays } from '@jocund/core/takes';
import { installedNoteModel } from '../cli/src/note-model.ts';
import { demoPieces } from './lib/demo-pieces.mjs';
import { dealtFaults } from './lib/ear/dealt-faults.mjs';
import { synthesised } from './lib/ear/synthesised.mjs';
import { writtenBars } from './lib/ear/written-bars.mjs';
import { fitYesOrNo } from './lib/fit-yes-or-no.mjs';

/**
 * `npm run bench -- asked`: how much each sign speaks for a note being there that the study asks for, and for one that it does not ask for. Every other piece of the demo is played by a student
 * who leaves out a fifth of the notes, then by one who adds some, and by a synthesiser. Bundled and run by bench.mjs with the project's folder as its first argument.
 */
const [, , root = '.'] = process.argv;
const seed = 901;
/** Where a fault was put in, and where its note was due: so near they are the same, in seconds. */
const nearS = 0.25;
/** An added note is heard so near to where it was played, in seconds. */
const strayNearS = 0.05;
const listener = await installedNoteModel();

/**
 * Every other piece, played with faults of the student's and heard by the model.
 * @param {import('@jocund/core/stand-ins').StudentFaults} kind
 * @param {number} from where the dealing begins
 */
function* heardTakes(kind, from) {
  const random = mulberry32(from + 77);
  const pieces = demoPieces(root).filter((_, at) => at % 2 === 0);
  for (const [take, score] of pieces.entries()) {
    const dealt = dealtFaults(random, layTimeline(score).bars.length);
    const faults = { ...dealt, ...kind, stops: [], restarts: [] };
    const { notes, putIn } = playAsStudent(score, faults, take + from);
    const sound = synthesised(notes, { program: 24 + (take % 2), isWet: take % 4 > 1 });
    const { onsets, reference } = finished(hearSteps(sound));
    const activations = finished(heardInTune(sound, reference?.cents ?? 0, listener));
    const { events } = expectedOf(score, writtenBars(score, faults.bars));
    yield { putIn, hearing: { onsets, activations }, events };
  }
}

const asked = [];
for (const { putIn, hearing, events } of heardTakes({ missedShare: 0.2, wrongStringShare: 0.06 }, seed)) {
  const left = putIn.filter(({ kind }) => kind !== 'extra');
  for (const { note, found } of askedNotes(hearing, events)) {
    const { dueS } = note;
    if (dueS === null) continue;
    const at = left.findIndex(
      ({ bar, midi, atS }) => bar === note.bar && midi === note.midi && Math.abs(atS - dueS) < nearS,
    );
    if (at >= 0) left.splice(at, 1);
    if (found) asked.push({ signs: found.signs, is: at < 0 });
  }
}
tell('notes that are asked for', asked, ['octave below asked', 'octave above asked']);

const strays = [];
for (const { putIn, hearing, events } of heardTakes(
  { extraShare: 0.08, wrongStringShare: 0.06 },
  seed + 302,
)) {
  const added = putIn.filter(({ kind }) => kind === 'extra');
  const moments = momentsOf(askedNotes(hearing, events));
  for (const { startS, midi, signs } of possibleStrays(hearing, moments, pitchesAround(events)))
    strays.push({
      signs,
      is: added.some((each) => each.midi === midi && Math.abs(each.atS - startS) < strayNearS),
    });
}
tell('strokes that are not asked for', strays, ['partial of a note asked for']);

/** @param {string} what @param {import('./lib/fit-yes-or-no.mjs').Example[]} examples @param {readonly string[]} moreSigns */
function tell(what, examples, moreSigns) {
  const { constant, weights } = fitYesOrNo(examples);
  console.log(`${examples.length} ${what}, ${examples.filter(({ is }) => is).length} of them played`);
  console.log(`${'always'.padEnd(32)} ${constant.toFixed(3)}`);
  [...signNames, ...moreSigns].forEach((name, index) =>
    console.log(`${name.padEnd(32)} ${weights[index]?.toFixed(3)}`),
  );
}
