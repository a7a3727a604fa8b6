import { heardInTune, hearSteps, signNames } from '@jocund/core/listening';
import { mulberry32 } from '@jocund/core/random';
import { layTimeline } from '@jocund/core/sound';
import { playAsStudent } from '@jocund/core/stand-ins';
import { finished } from '@jocund/core/steps';
import { askedNotes, expectedOf } from '@jocund/core/takes';
import { installedNoteModel } from '../cli/src/note-model.ts';
import { demoPieces } from './lib/demo-pieces.mjs';
import { dealtFaults } from './lib/ear/dealt-faults.mjs';
import { synthesised } from './lib/ear/synthesised.mjs';
import { writtenBars } from './lib/ear/written-bars.mjs';
import { fitYesOrNo } from './lib/fit-yes-or-no.mjs';

/**
 * `npm run bench -- asked`: how much each sign speaks for a note being there that the study asks for. Every other piece of the demo is played by a student who leaves out a fifth of the notes,
 * and by a synthesiser. Bundled and run by bench.mjs with the project's folder as its first argument.
 */
const [, , root = '.'] = process.argv;
const seed = 901;
/** Where a fault was put in, and where its note was due: so near they are the same, in seconds. */
const nearS = 0.25;
const listener = await installedNoteModel();
const random = mulberry32(seed + 77);

const examples = demoPieces(root)
  .filter((_, at) => at % 2 === 0)
  .flatMap((score, take) => {
    const faults = {
      ...dealtFaults(random, layTimeline(score).bars.length),
      missedShare: 0.2,
      wrongStringShare: 0.06,
      stops: [],
      restarts: [],
    };
    const student = playAsStudent(score, faults, take + seed);
    const sound = synthesised(student.notes, { program: 24 + (take % 2), isWet: take % 4 > 1 });
    const { onsets, reference } = finished(hearSteps(sound));
    const activations = finished(heardInTune(sound, reference?.cents ?? 0, listener));
    const { events } = expectedOf(score, writtenBars(score, faults.bars));
    const left = student.putIn.filter(({ kind }) => kind !== 'extra');
    return askedNotes({ onsets, activations }, events).notes.flatMap(({ note, found }) => {
      if (note.dueS === null) return [];
      const dueS = note.dueS;
      const at = left.findIndex(
        ({ bar, midi, atS }) => bar === note.bar && midi === note.midi && Math.abs(atS - dueS) < nearS,
      );
      if (at >= 0) left.splice(at, 1);
      return found ? [{ signs: found.signs, is: at < 0 }] : [];
    });
  });

const { constant, weights } = fitYesOrNo(examples);
console.log(`${examples.length} notes, ${examples.filter(({ is }) => !is).length} of them not played`);
console.log(`${'always'.padEnd(32)} ${constant.toFixed(3)}`);
[...signNames, 'octave below asked', 'octave above asked'].forEach((name, index) =>
  console.log(`${name.padEnd(32)} ${weights[index]?.toFixed(3)}`),
);
