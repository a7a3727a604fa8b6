import { hearSteps, signNames, strokeSigns } from '@jocund/core/listening';
import { finished } from '@jocund/core/steps';
import { layTimeline } from '@jocund/core/sound';
import { playAsStudent } from '@jocund/core/stand-ins';
import { installedNoteModel } from '../cli/src/note-model.ts';
import { demoPieces } from './lib/demo-pieces.mjs';
import { synthesised } from './lib/ear/synthesised.mjs';
import { fitYesOrNo } from './lib/fit-yes-or-no.mjs';

/**
 * `npm run bench -- notes`: how much each sign speaks for a note being struck. Twelve bars of every other piece of the demo, as a synthesiser plays them, set the weights; the
 * other pieces tell how many of ten notes that are so sure are right. Bundled and run by bench.mjs with the project's folder as its first argument.
 */
const [, , root = '.'] = process.argv;
const pitches = Array.from({ length: 56 }, (_, at) => 33 + at);
const nearS = 0.05;
const pieces = demoPieces(root);
const listener = await installedNoteModel();

/** @param {number} parity @param {number} seed */
function examplesOf(parity, seed) {
  return pieces
    .filter((_, at) => at % 2 === parity)
    .flatMap((score, take) => {
      const last = Math.min(layTimeline(score).bars.length - 1, 11);
      const student = playAsStudent(score, { bars: { first: 0, last }, unsteadyMs: 6 }, take + seed);
      const sound = synthesised(student.notes, { program: 24 + (take % 2), isWet: take % 4 > 1 });
      const { onsets } = finished(hearSteps(sound));
      const left = [...student.notes];
      return strokeSigns(onsets, finished(listener(sound)), pitches).flatMap((struck, index) =>
        struck.map(({ midi, signs }) => {
          const atS = onsets[index]?.atS ?? 0;
          const at = left.findIndex((note) => note.midi === midi && Math.abs(note.startS - atS) < nearS);
          return { signs, is: at >= 0 && left.splice(at, 1).length > 0 };
        }),
      );
    });
}

const { constant, weights, shareOf } = fitYesOrNo(examplesOf(0, 11));
console.log(`${'always'.padEnd(32)} ${constant.toFixed(3)}`);
signNames.forEach((name, index) => console.log(`${name.padEnd(32)} ${weights[index]?.toFixed(3)}`));

console.log('\nHeld out: sure to, right of how many');
const heldOut = examplesOf(1, 5001).map((each) => ({ ...each, share: shareOf(each.signs) }));
for (let tenth = 0; tenth < 10; tenth += 1) {
  const among = heldOut.filter(({ share }) => Math.min(9, Math.floor(10 * share)) === tenth);
  const right = among.filter(({ is }) => is).length;
  console.log(
    `${tenth}0 to ${tenth + 1}0 %`.padEnd(32),
    `${right} of ${among.length} (${((100 * right) / among.length).toFixed(0)} %)`,
  );
}
