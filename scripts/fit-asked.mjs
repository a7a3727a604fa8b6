import { bandSpectraSteps, heardInTune, hearSteps, signNames } from '@jocund/core/listening';
import { mulberry32 } from '@jocund/core/random';
import { layTimeline } from '@jocund/core/sound';
import { playAsStudent } from '@jocund/core/stand-ins';
import { finished } from '@jocund/core/steps';
import {
  askedNotes,
  expectedOf,
  levelSignNames,
  askedMoments,
  pitchesAround,
  possibleStrays,
} from '@jocund/core/takes';
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
/** Faults are dealt twice: how many there are differs from deal to deal. */
const seeds = [901, 1777];
/** Where a fault was put in, and where its note was due: further apart they are not the same, in seconds. */
const nearS = 0.4;
/** A note that was played must be looked for so near to it, or the way through was lost there, in seconds. */
const lostS = 0.15;
/** A stroke is heard so near to where it was played, in seconds. */
const strayNearS = 0.05;
const listener = await installedNoteModel();

/**
 * Every other piece, played with faults of the student's and heard by the model.
 * @param {import('@jocund/core/stand-ins').StudentFaults} kind
 * @param {number} beside how far from the seed the dealing begins
 */
function* heardTakes(kind, beside) {
  for (const seed of seeds) yield* heardTakesOf(kind, seed + beside);
}

/** @param {import('@jocund/core/stand-ins').StudentFaults} kind @param {number} from */
function* heardTakesOf(kind, from) {
  const random = mulberry32(from + 77);
  const pieces = demoPieces(root).filter((_, at) => at % 2 === 0);
  for (const [take, score] of pieces.entries()) {
    const dealt = dealtFaults(random, layTimeline(score).bars.length);
    const faults = { ...dealt, ...kind, stops: [], restarts: [] };
    const { notes: played, putIn } = playAsStudent(score, faults, take + from);
    const sound = synthesised(played, { program: 24 + (take % 2), isWet: take % 4 > 1 });
    const { onsets, reference } = finished(hearSteps(sound));
    const cents = reference?.cents ?? 0;
    const activations = finished(heardInTune(sound, cents, listener));
    const spectra = finished(bandSpectraSteps(sound, cents));
    const { events } = expectedOf(score, writtenBars(score, faults.bars));
    yield { played, putIn, hearing: { onsets, activations, spectra }, events };
  }
}

/**
 * Which notes of the study a student left out or played wrong: each fault is that of the nearest note.
 * @param {readonly import('@jocund/core/stand-ins').PutIn[]} putIn
 * @param {readonly import('@jocund/core/takes').JudgedNote[]} notes
 */
function faulty(putIn, notes) {
  const pairs = putIn
    .filter(({ kind }) => kind !== 'extra')
    .flatMap((fault) =>
      notes
        .filter(({ bar, midi }) => bar === fault.bar && midi === fault.midi)
        .map((note) => ({ fault, note, offS: Math.abs((note.dueS ?? Infinity) - fault.atS) })),
    )
    .filter(({ offS }) => offS < nearS)
    .sort((a, b) => a.offS - b.offS);
  const found = new Map();
  for (const { fault, note } of pairs)
    if (!found.has(note) && ![...found.values()].includes(fault)) found.set(note, fault);
  return new Set(found.keys());
}

const isPlayedAt = (
  /** @type {readonly import('@jocund/core/listening').HeardNote[]} */ played,
  /** @type {number} */ midi,
  /** @type {number} */ atS,
  /** @type {number} */ within,
) => played.some((note) => note.midi === midi && Math.abs(note.startS - atS) < within);

const asked = [];
for (const { played, putIn, hearing, events } of heardTakes(
  { missedShare: 0.2, wrongStringShare: 0.06 },
  0,
)) {
  const { notes } = finished(askedNotes(hearing, events));
  const faults = faulty(
    putIn,
    notes.map(({ note }) => note),
  );
  for (const { note, found } of notes) {
    const isThere = !faults.has(note);
    if (found && (!isThere || isPlayedAt(played, note.midi, found.startS, lostS)))
      asked.push({ signs: found.signs, is: isThere });
  }
}
tell('notes that are asked for', asked, ['octave below asked', 'octave above asked', ...levelSignNames]);

const strays = [];
for (const { played, hearing, events } of heardTakes({ extraShare: 0.08, wrongStringShare: 0.06 }, 302)) {
  const { notes, levelSigns } = finished(askedNotes(hearing, events));
  const moments = askedMoments(notes);
  for (const { startS, midi, signs } of possibleStrays(hearing, moments, pitchesAround(events), levelSigns))
    strays.push({ signs, is: isPlayedAt(played, midi, startS, strayNearS) });
}
tell('strokes that are not asked for', strays, ['partial of a note asked for', ...levelSignNames]);

/** @param {string} what @param {import('./lib/fit-yes-or-no.mjs').Example[]} examples @param {readonly string[]} moreSigns */
function tell(what, examples, moreSigns) {
  const { constant, weights } = fitYesOrNo(examples);
  console.log(`${examples.length} ${what}, ${examples.filter(({ is }) => is).length} of them played`);
  console.log(`${'always'.padEnd(32)} ${constant.toFixed(3)}`);
  [...signNames, ...moreSigns].forEach((name, index) =>
    console.log(`${name.padEnd(32)} ${weights[index]?.toFixed(3)}`),
  );
}
