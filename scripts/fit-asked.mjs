import { bandSpectraSteps, heardInTune, hearOnsets, hearSteps, signNames } from '@jocund/core/listening';
import { mulberry32 } from '@jocund/core/random';
import { layTimeline } from '@jocund/core/sound';
import { playAsStudent } from '@jocund/core/stand-ins';
import { finished } from '@jocund/core/steps';
import {
  askedNotes,
  expectedOf,
  levelEar,
  levelSignNames,
  modelEar,
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
    const heard = hearOnsets(sound, { pitches: pitchesAround(events), cents });
    yield {
      played,
      putIn,
      events,
      ears: {
        'by the trained ear': { onsets, spectra, ear: modelEar(onsets, activations) },
        'by levels alone': { onsets: heard, spectra, ear: levelEar(heard) },
      },
    };
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

/** By each ear: what speaks for each note, and whether it was played. */
const asked = new Map();
for (const { played, putIn, ears, events } of heardTakes({ missedShare: 0.2, wrongStringShare: 0.06 }, 0))
  for (const [ear, hearing] of Object.entries(ears)) {
    const { notes } = finished(askedNotes(hearing, events));
    const faults = faulty(
      putIn,
      notes.map(({ note }) => note),
    );
    for (const { note, found } of notes) {
      const isThere = !faults.has(note);
      if (found && (!isThere || isPlayedAt(played, note.midi, found.startS, lostS)))
        asked.set(ear, [...(asked.get(ear) ?? []), { signs: found.signs, is: isThere }]);
    }
  }
const strays = new Map();
for (const { played, ears, events } of heardTakes({ extraShare: 0.08, wrongStringShare: 0.06 }, 302))
  for (const [ear, hearing] of Object.entries(ears)) {
    const { notes, levels } = finished(askedNotes(hearing, events));
    const possible = possibleStrays(hearing, askedMoments(notes), pitchesAround(events), levels);
    const found = possible.map(({ startS, midi, signs }) => ({
      signs,
      is: isPlayedAt(played, midi, startS, strayNearS),
    }));
    strays.set(ear, [...(strays.get(ear) ?? []), ...found]);
  }
for (const ear of asked.keys()) {
  const own = ear === 'by levels alone' ? [] : signNames;
  const octaves = ['octave below asked', 'octave above asked'];
  tell(`notes that are asked for, ${ear}`, asked.get(ear), [...own, ...octaves, ...levelSignNames]);
  tell(`strokes that are not asked for, ${ear}`, strays.get(ear), [
    ...own,
    'partial of a note asked for',
    ...levelSignNames,
  ]);
}

/** @param {string} what @param {import('./lib/fit-yes-or-no.mjs').Example[]} examples @param {readonly string[]} signs */
function tell(what, examples, signs) {
  const { constant, weights } = fitYesOrNo(examples);
  console.log(`${examples.length} ${what}, ${examples.filter(({ is }) => is).length} of them played`);
  console.log(`${'always'.padEnd(32)} ${constant.toFixed(3)}`);
  signs.forEach((name, index) => console.log(`${name.padEnd(32)} ${weights[index]?.toFixed(3)}`));
}
