import { hearSteps, listeningRate, noteSteps, referenceOf, resampled } from '@jocund/core/listening';
import { openMidi, soundingMidi, soundingShift, stringNumbers, tuningTable } from '@jocund/core/instrument';
import { mediumHand } from '@jocund/core/hands';
import { finished } from '@jocund/core/steps';
import { guessSteps, likelyTunings } from '@jocund/core/transcription';
import { mulberry32 } from '@jocund/core/random';
import { layTimeline } from '@jocund/core/sound';
import { playAsStudent } from '@jocund/core/stand-ins';
import { judgeRecordingSteps, judgeTake } from '@jocund/core/takes';
import { installedNoteModel } from '../cli/src/note-model.ts';
import { demoPieces } from './lib/demo-pieces.mjs';
import { dealtFaults } from './lib/ear/dealt-faults.mjs';
import { FaultCount } from './lib/ear/fault-count.mjs';
import { synthesised } from './lib/ear/synthesised.mjs';
import { writtenBars } from './lib/ear/written-bars.mjs';

/**
 * `npm run bench -- ear [MIDI TAKES] [WAV TAKES]`: a simulated student plays pieces of the demo with faults dealt from a seed; what the judge tells is held against what was put in. The judge was set
 * on every other piece; the others stand by themselves. Recordings are made by fluidsynth. Bundled and run by bench.mjs with the project's folder as its first argument.
 */
const [, , root = '.', midiTakes = '250', wavTakes = '60'] = process.argv;
const report = (/** @type {string} */ figure, /** @type {string} */ value, /** @type {string} */ aim) =>
  console.log(`${figure.padEnd(62)} ${value.padStart(16)}   aim ${aim}`);
const middle = (/** @type {readonly number[]} */ values, share = 0.5) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * share)] ?? Number.NaN;

const pieces = demoPieces(root);
const listener = await installedNoteModel();
const sets = /** @type {const} */ ([
  ['set on', 0, 11],
  ['held out', 1, 5001],
]);

for (const [name, parity, seed] of sets) {
  const among = pieces.filter((_, at) => at % 2 === parity);
  const random = mulberry32(seed);
  const deal = (/** @type {number} */ take) => {
    const score = /** @type {(typeof pieces)[number]} */ (among[take % among.length]);
    return { score, faults: dealtFaults(random, layTimeline(score).bars.length) };
  };

  const midi = new FaultCount();
  const offs = { limp: /** @type {number[]} */ ([]), rush: /** @type {number[]} */ ([]) };
  let [refused, habits, milliseconds] = [0, 0, 0];
  for (let take = 0; take < Number(midiTakes); take += 1) {
    const { score, faults } = deal(take);
    const bars = writtenBars(score, faults.bars);
    const student = playAsStudent(score, faults, take + seed);
    const began = performance.now();
    const judged = judgeTake(score, student.notes, { bars });
    milliseconds += performance.now() - began;
    if (judged.ok) midi.add(judged.value, student.putIn);
    else refused += 1;
    const steady = playAsStudent(score, { ...faults, unsteadyMs: 1 }, take + seed);
    const timed = judgeTake(score, steady.notes, { bars });
    if (!timed.ok) continue;
    const late = (/** @type {'thumb' | 'melody'} */ voice, /** @type {number | null} */ beat) =>
      timed.value.timing.habits.find((habit) => habit.voice === voice && habit.beat === beat)?.lateMs;
    const asked = [
      { of: offs.rush, put: -(faults.rushMs ?? 0), count: steady.rushed, told: late('melody', null) },
      { of: offs.limp, put: faults.limp?.ms ?? 0, count: steady.limped, told: late('thumb', 3) },
    ];
    for (const { of, put, count, told } of asked)
      if (count >= 4 && put !== 0) {
        habits += 1;
        if (told !== undefined) of.push(Math.abs(told - put));
      }
  }
  report(`MIDI, ${name}: told faults that are there (precision)`, midi.precision.toFixed(3), '0.98');
  report(`MIDI, ${name}: faults there that are told (recall)`, midi.recall.toFixed(3), '0.98');
  report(`MIDI, ${name}: takes refused`, `${refused} of ${midiTakes}`, '0');
  report(`MIDI, ${name}: one take, mean`, `${(milliseconds / Number(midiTakes)).toFixed(0)} ms`, '300 ms');
  report(
    `MIDI, ${name}: habits of a steady hand told`,
    `${offs.rush.length + offs.limp.length} of ${habits}`,
    'all',
  );
  for (const [habit, errors] of Object.entries(offs))
    report(
      `MIDI, ${name}: ${habit}, off by (median, 95th percentile)`,
      `${middle(errors).toFixed(1)}, ${middle(errors, 0.95).toFixed(1)} ms`,
      '3 ms',
    );

  const wav = new FaultCount();
  const [reference, times] = [/** @type {number[]} */ ([]), /** @type {number[]} */ ([])];
  let [wavRefused, wavMs, seconds] = [0, 0, 0];
  for (let take = 0; take < Number(wavTakes) / 2; take += 1) {
    const { score, faults } = deal(take);
    const student = playAsStudent(score, faults, take + seed);
    const sound = synthesised(student.notes, { program: 24 + (take % 2), isWet: take % 4 > 1 });
    const cents = Math.round(random() * 80 - 40);
    const off = resampled(sound, listeningRate * 2 ** (cents / 1200), listeningRate);
    reference.push(Math.abs((referenceOf(off)?.cents ?? Infinity) - cents));
    const began = performance.now();
    const judged = finished(
      judgeRecordingSteps(score, off, { bars: writtenBars(score, faults.bars), listener }),
    );
    wavMs += performance.now() - began;
    seconds += off.length / listeningRate;
    if (!judged.ok) {
      wavRefused += 1;
      continue;
    }
    wav.add(judged.value, student.putIn);
    const stretch = 2 ** (cents / 1200);
    for (const { played, midi: pitch, verdict } of judged.value.notes) {
      if (!played || verdict !== 'hit') continue;
      const from = student.notes
        .filter((note) => note.midi === pitch)
        .map((note) => Math.abs(note.startS / stretch - played.startS));
      times.push(1000 * Math.min(...from));
    }
  }
  report(`WAV, ${name}: told faults that are there (precision)`, wav.precision.toFixed(3), '0.88');
  report(`WAV, ${name}: faults there that are told (recall)`, wav.recall.toFixed(3), '0.88');
  report(`WAV, ${name}: takes refused`, `${wavRefused} of ${Number(wavTakes) / 2}`, '0');
  report(
    `WAV, ${name}: onsets off by (median, 90th percentile)`,
    `${middle(times).toFixed(1)}, ${middle(times, 0.9).toFixed(1)} ms`,
    '12 ms',
  );
  report(
    `WAV, ${name}: pitch off by (median, worst)`,
    `${middle(reference).toFixed(2)}, ${Math.max(...reference).toFixed(2)} cents`,
    '2 cents',
  );
  measureStrings(name, among, seed);
  measureListening(name, among, seed, Math.ceil(Number(wavTakes) / 4));
  report(
    `WAV, ${name}: three minutes of recording take`,
    `${((wavMs / seconds) * 0.18).toFixed(1)} s`,
    '8 s',
  );
}

/**
 * What is heard without knowing the music: tempo, swing, notes.
 * @param {string} name @param {typeof pieces} among @param {number} seed @param {number} count
 */
function measureListening(name, among, seed, count) {
  const found = { nylon: [0, 0, 0], steel: [0, 0, 0], bass: [0, 0, 0] };
  let [tempo, swing, swings, notesMs, seconds] = [0, 0, 0, 0, 0];
  for (let take = 0; take < count; take += 1) {
    const score = /** @type {(typeof pieces)[number]} */ (among[(take * 3) % among.length]);
    const last = Math.min(layTimeline(score).bars.length - 1, 11);
    const pace = 1 + 0.1 * (take % 3);
    const student = playAsStudent(score, { bars: { first: 0, last }, unsteadyMs: 6, pace }, take + seed);
    const sound = synthesised(student.notes, { program: 24 + (take % 2), isWet: take % 4 > 1 });
    const open = stringNumbers.map((string) => openMidi(score.tuning, string) + score.capo);
    const lowest = Math.min(...open);
    const pitches = Array.from({ length: Math.max(...open) + 16 - lowest }, (_, at) => lowest + at);
    const told = finished(hearSteps(sound));
    const began = performance.now();
    const heard = finished(noteSteps(sound, told, { pitches, listener }));
    notesMs += performance.now() - began;
    seconds += sound.length / listeningRate;
    const isBass = (/** @type {{ midi: number }} */ { midi: pitch }) => pitch < 53;
    count3(take % 2 === 0 ? found.nylon : found.steel, heard, student.notes);
    count3(found.bass, heard.filter(isBass), student.notes.filter(isBass));
    const { pulse } = told;
    const counted = pulse ? [pulse.tempoBpm, ...pulse.alternatives] : [];
    if (counted.some((bpm) => Math.abs((bpm * pace) / score.tempoBpm - 1) < 0.02)) tempo += 1;
    if (pulse?.swing == null) continue;
    swings += 1;
    const written = score.swingPercent / (100 - score.swingPercent);
    if (Math.abs(pulse.swing - written) < 0.15) swing += 1;
  }
  report(`Listen, ${name}: tempo within 2 %, or among the others`, `${tempo} of ${count}`, 'all');
  report(`Listen, ${name}: swing within 0.15, where there is any`, `${swing} of ${swings}`, 'all');
  report(
    `Listen, ${name}: notes of thirty seconds take`,
    `${((30 * notesMs) / 1000 / seconds).toFixed(1)} s`,
    '10 s in Chromium',
  );
  for (const [guitar, [hits = 0, told = 0, there = 0]] of Object.entries(found))
    report(
      `Listen, ${name}: notes, ${guitar} (F1 at 50 ms)`,
      ((2 * hits) / (told + there)).toFixed(3),
      '0.80 to 0.90',
    );
}

/**
 * Twelve bars of each piece: the tuning they were played in, and their notes on the strings of the score, with the beats as they were.
 * @param {string} name @param {typeof pieces} among @param {number} seed
 */
function measureStrings(name, among, seed) {
  const pitches = Array.from({ length: 56 }, (_, at) => 33 + at);
  const sum = { first: 0, three: 0, inPlace: 0, onString: 0, written: 0, guessed: 0 };
  const corrections = /** @type {number[]} */ ([]);
  for (const [take, score] of among.entries()) {
    const { bars } = layTimeline(score);
    const last = Math.min(bars.length - 1, 11);
    const student = playAsStudent(score, { bars: { first: 0, last }, unsteadyMs: 6 }, take + seed);
    const sound = synthesised(student.notes, { program: 24 + (take % 2), isWet: take % 4 > 1 });
    const notes = finished(noteSteps(sound, finished(hearSteps(sound)), { pitches, listener }));
    const opens = (
      /** @type {import('@jocund/core/instrument').Tuning} */ tuning,
      /** @type {number} */ shift,
    ) => stringNumbers.map((string) => openMidi(tuning, string) + shift).join(' ');
    const rank = likelyTunings(notes, tuningTable).findIndex(
      ({ tuning, shift }) => opens(tuning, shift) === opens(score.tuning, soundingShift(score)),
    );
    if (rank === 0) sum.first += 1;
    if (rank >= 0 && rank < 3) sum.three += 1;
    const played = bars.slice(0, last + 1).map(({ bar }) => bar);
    const scoreAsPlayed = { ...score, bars: played.flatMap((bar) => score.bars[bar] ?? []) };
    const pickup = score.bars[0]?.pickup ? 1 : 0;
    const beginS = (student.notes[0]?.startS ?? 0) - 0.002;
    const beats = Array.from({ length: 100 }, (_, beat) => beginS + (beat * 60) / score.tempoBpm);
    const laid = finished(
      guessSteps(notes, { score: scoreAsPlayed, hand: mediumHand, beats, firstBeat: pickup }),
    );
    if (!laid.ok) continue;
    const keyOf = (/** @type {number} */ bar, /** @type {number} */ tick, /** @type {number} */ midi) =>
      `${bar} ${tick} ${midi}`;
    const written = new Map(
      scoreAsPlayed.bars.flatMap(({ notes: put }, bar) =>
        put
          .filter(({ tied }) => !tied)
          .map((note) => [keyOf(bar, note.tick, soundingMidi(score, note)), note.string]),
      ),
    );
    const found = laid.value.guesses.map(({ bar, note, heard }) => ({
      string: note.string,
      key: keyOf(bar, note.tick, heard.midi),
    }));
    const inPlace = found.filter(({ key }) => written.has(key));
    const onString = inPlace.filter(({ key, string }) => written.get(key) === string);
    sum.inPlace += inPlace.length;
    sum.onString += onString.length;
    sum.written += written.size;
    sum.guessed += found.length;
    // One for each note to be refused, to be put in, or to be moved.
    corrections.push(written.size - onString.length + found.length - inPlace.length);
  }
  report(
    `Strings, ${name}: right tuning first (among three)`,
    `${sum.first} (${sum.three}) of ${among.length}`,
    '9 of 10',
  );
  report(
    `Strings, ${name}: written notes found at their moment`,
    (sum.inPlace / sum.written).toFixed(3),
    'none named',
  );
  report(
    `Strings, ${name}: of these on their own string`,
    (sum.onString / sum.inPlace).toFixed(3),
    'none named',
  );
  report(`Strings, ${name}: corrections in twelve bars (median)`, String(middle(corrections)), '25');
}

/**
 * Adds notes that are right, told and there.
 * @param {number[]} sums
 * @param {readonly import('@jocund/core/listening').HeardNote[]} told
 * @param {readonly import('@jocund/core/listening').HeardNote[]} there
 */
function count3(sums, told, there) {
  const left = [...there];
  let hits = 0;
  for (const note of told) {
    const at = left.findIndex(
      (each) => each.midi === note.midi && Math.abs(each.startS - note.startS) < 0.05,
    );
    if (at >= 0) hits += left.splice(at, 1).length;
  }
  [hits, told.length, there.length].forEach((each, at) => {
    sums[at] = (sums[at] ?? 0) + each;
  });
}
