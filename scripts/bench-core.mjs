import { readFileSync } from 'node:fs';
import { createSheetDrawer, sheetMeasures } from '@jocund/core/engraving';
import { fingerScore } from '@jocund/core/fingering';
import { readMusicXml, writeMusicXml } from '@jocund/core/formats/musicxml';
import { followLinks } from '@jocund/core/form';
import { gradeScore, ladderOf, simplify } from '@jocund/core/grading';
import { mediumHand } from '@jocund/core/hands';
import { parseTuning, tuningTable } from '@jocund/core/instrument';
import { withSigns } from '@jocund/core/pitch';
import { findGrips, nameGrip, parseChord } from '@jocund/core/shapes';
import { applyThumb } from '@jocund/core/thumb';
import { findTunings, passageOf } from '@jocund/core/tuning-finder';
import { secondParts } from '@jocund/core/two-guitars';
import { Chord } from 'tonal';

/** Bundled and run by bench.mjs, as a worker runs it. The first argument is the project's folder. */
const [blues, rag, stomp] = ['gravel-lantern-blues', 'tin-ferry-rag', 'loose-gate-stomp'].map(
  (name) => `${process.argv[2]}/demo/${name}.jocund.json`,
);
const standard = parseTuning('standard');
if (!standard.ok) throw new Error(standard.fault.reason);
const instrument = { tuning: standard.value, capo: 0, scaleMm: 650, fretCount: 20 };

/** @param {readonly number[]} values */
const median = (values) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN;
/** @param {string} figure @param {string} value @param {string} aim */
const report = (figure, value, aim) => console.log(`${figure.padEnd(52)} ${value.padStart(12)}   aim ${aim}`);

/** @param {() => void} work */
function milliseconds(work) {
  const start = performance.now();
  work();
  return performance.now() - start;
}

benchGrips();
benchFinder();
benchNaming();
benchFingering();
benchSheet();
benchLinks();
benchGrading();
benchSecondGuitar();

function benchGrips() {
  const symbols = ['D7', 'G', 'Am', 'E7', 'F#m7b5', 'Bdim7', 'C13', 'F'];
  const times = symbols.map((symbol) => {
    const chord = parseChord(symbol);
    if (!chord.ok) throw new Error(symbol);
    const runs = Array.from({ length: 9 }, () =>
      milliseconds(() => findGrips(chord.value, { instrument, hand: mediumHand })),
    );
    return median(runs);
  });
  report('grip search, one chord, full neck, median of eight', `${median(times).toFixed(0)} ms`, '< 50 ms');
  report('grip search, slowest of the eight (C13)', `${Math.max(...times).toFixed(0)} ms`, '–');
}

function benchFinder() {
  const { score } = JSON.parse(readFileSync(blues ?? '', 'utf8'));
  const passage = passageOf(score);
  const totals = [];
  let longest = 0;
  for (let run = 0; run < 3; run += 1) {
    const steps = findTunings(passage, {
      tunings: tuningTable,
      today: instrument.tuning,
      guitar: instrument,
      maxCapo: 7,
      maxTranspose: 6,
    });
    const start = performance.now();
    let before = start;
    while (!steps.next().done) {
      const now = performance.now();
      longest = Math.max(longest, now - before);
      before = now;
    }
    totals.push(performance.now() - start);
  }
  report(
    `tuning finder, ${tuningTable.length} tunings × capo 0–7 × 12 keys, ${passage.barCount} bars`,
    `${(median(totals) / 1000).toFixed(1)} s`,
    '< 5 s',
  );
  report('tuning finder, longest wait between two reports', `${longest.toFixed(0)} ms`, '< 200 ms');
}

function benchNaming() {
  let state = 7;
  const random = () => {
    state = (state * 48271) % 2147483647;
    return state / 2147483647;
  };
  const grips = Array.from({ length: 10_000 }, () =>
    Array.from({ length: 6 }, (_, string) =>
      string > 0 && random() < 0.2 ? null : Math.floor(random() * 13),
    ),
  );
  const ours = milliseconds(() => {
    for (const grip of grips) nameGrip(instrument.tuning, grip);
  });
  const notes = grips.map((grip) =>
    nameGrip(instrument.tuning, grip).tones.map(({ pitch }) => pitch.replace(/-?\d+$/, '')),
  );
  const theirs = milliseconds(() => {
    for (const each of notes) Chord.detect(each);
  });
  report('naming 10,000 random grips', `${ours.toFixed(0)} ms`, '–');
  report('… beside tonal’s Chord.detect on the same notes', `${(ours / theirs).toFixed(2)} ×`, '–');
}

/** Twenty bars of triads, sixteen to a bar, up and down the neck. @param {import('@jocund/core/score').Score} score */
function tripleStops(score) {
  const strings = /** @type {const} */ ([3, 2, 1]);
  const shapes = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 0],
    [1, 0, 2],
  ];
  const bars = Array.from({ length: 20 }, (_, bar) => ({
    metre: /** @type {const} */ ({ beats: 4, unit: 4 }),
    thumbPattern: 'by-hand',
    grips: [],
    notes: Array.from({ length: 16 }, (_, sixteenth) =>
      strings.map((string, index) => ({
        tick: sixteenth * 240,
        durationTicks: 240,
        string,
        fret: (shapes[(bar + sixteenth) % 4]?.[index] ?? 0) + 1 + ((bar * 5 + sixteenth * 3) % 8),
        voice: /** @type {const} */ ('melody'),
      })),
    ).flat(),
  }));
  return { ...score, bars };
}

/** Both hands of the demo piece, as often over as makes the wanted number of bars. */
function benchFingering() {
  /** @type {{ score: import('@jocund/core/score').Score }} */
  const { score } = JSON.parse(readFileSync(rag ?? '', 'utf8'));
  /** @type {(bars: typeof score.bars) => typeof score.bars} */
  const copyOf = (bars) => JSON.parse(JSON.stringify(bars));
  const repeat = (/** @type {number} */ times) => ({
    ...score,
    bars: Array.from({ length: times }, () => copyOf(score.bars)).flat(),
  });
  const [short, long] = [repeat(2), repeat(20)];
  const notes = short.bars.reduce((sum, bar) => sum + bar.notes.length, 0);
  const runs = (/** @type {number} */ count, /** @type {() => void} */ work) =>
    median(Array.from({ length: count }, () => milliseconds(work)));

  fingerScore(short);
  const shortMs = runs(9, () => fingerScore(short));
  report(`both hands, ${short.bars.length} bars, ${notes} notes`, `${shortMs.toFixed(0)} ms`, '< 300 ms');
  const isOpen = (/** @type {{ note: { voice: string } }} */ { note }) => note.voice === 'melody';
  const openMs = runs(5, () => fingerScore(short, { isOpen }));
  report('the same with every melody place left open', `${(openMs / 1000).toFixed(2)} s`, '< 1.5 s');
  const longMs = runs(3, () => fingerScore(long));
  report(
    `growth from ${short.bars.length} to ${long.bars.length} bars`,
    `${(longMs / shortMs).toFixed(1)} ×`,
    '<= 11 ×',
  );

  const tripleMs = runs(3, () => fingerScore(tripleStops(score)));
  report('triple stops in sixteenths, 20 bars', `${(tripleMs / 1000).toFixed(1)} s`, '<= 3 s');

  const known = fingerScore(short);
  const edits = Array.from({ length: 9 }, (_, index) => {
    const at = 3 + index * 3;
    const bar = short.bars[at] ?? short.bars[0];
    if (!bar) throw new Error('a piece without bars');
    const changed = {
      ...bar,
      notes: bar.notes.map((note, each) => (each === 2 ? { ...note, fret: note.fret + 1 } : note)),
    };
    return { ...short, bars: short.bars.with(at, changed) };
  });
  const editMs = edits.map((edited) => milliseconds(() => fingerScore(edited, {}, known)));
  report('both hands again after one changed note, median', `${median(editMs).toFixed(0)} ms`, '< 50 ms');
  report('the same, slowest of nine places', `${Math.max(...editMs).toFixed(0)} ms`, '–');

  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  const kept = fingerScore(long);
  globalThis.gc?.();
  const megabytes = (process.memoryUsage().heapUsed - before) / 1e6;
  report(
    `kept in memory for ${long.bars.length} bars, ${kept.notes.size} notes`,
    `${megabytes.toFixed(0)} MB`,
    '–',
  );
}

/** The demo piece, as often over as makes the wanted number of bars, every bar an object of its own. */
function demoPiece(/** @type {number} */ bars) {
  /** @type {{ score: import('@jocund/core/score').Score }} */
  const { score } = JSON.parse(readFileSync(rag ?? '', 'utf8'));
  const repeated = Array.from({ length: bars }, (_, index) => score.bars[index % score.bars.length]);
  return { ...score, bars: /** @type {typeof score.bars} */ (JSON.parse(JSON.stringify(repeated))) };
}

/** The sheet laid out and drawn from nothing and after one key press, without the browser's ink; MusicXML both ways. */
function benchSheet() {
  const options = {
    shown: withSigns,
    leftHanded: false,
    signs: { picking: true, fretting: true },
  };
  const coldMs = Array.from({ length: 9 }, () => {
    const score = demoPiece(64);
    const draw = createSheetDrawer();
    return milliseconds(() => draw(score, sheetMeasures, options));
  });
  report('layout and drawing, 64 bars, cold', `${median(coldMs).toFixed(0)} ms`, '< 150 ms with ink');
  const score = demoPiece(64);
  const draw = createSheetDrawer();
  draw(score, sheetMeasures, options);
  const keyMs = Array.from({ length: 15 }, (_, index) => {
    const at = index * 4;
    const bar = score.bars[at];
    if (!bar) throw new Error('a piece without bars');
    const notes = bar.notes.map((note, each) => (each === 1 ? { ...note, fret: note.fret + 1 } : note));
    const changed = { ...score, bars: score.bars.with(at, { ...bar, notes }) };
    const ms = milliseconds(() => draw(changed, sheetMeasures, options));
    draw(score, sheetMeasures, options);
    return ms;
  });
  report('the same after one key press', `${median(keyMs).toFixed(1)} ms`, '< 16 ms with ink');

  const long = demoPiece(320);
  let xml = '';
  const writeMs = Array.from({ length: 3 }, () =>
    milliseconds(() => {
      const written = writeMusicXml(long);
      if (written.ok) xml = written.value;
    }),
  );
  const readMs = Array.from({ length: 3 }, () => milliseconds(() => readMusicXml(xml)));
  report('MusicXML of 320 bars, written', `${median(writeMs).toFixed(0)} ms`, '–');
  report('MusicXML of 320 bars, read', `${median(readMs).toFixed(0)} ms`, '–');
}

/** One bar changed that sixty others are the same as, until the sheet is drawn again, without the browser's ink. */
function benchLinks() {
  const [first] = demoPiece(1).bars;
  if (!first) throw new Error('a piece without bars');
  const bars = Array.from({ length: 61 }, (_, index) => ({
    ...JSON.parse(JSON.stringify(first)),
    id: `bar-${index}`,
    ...(index === 0 ? {} : { sameAs: 'bar-0' }),
  }));
  const score = { ...demoPiece(1), bars };
  const options = { shown: withSigns, leftHanded: false, signs: { picking: true, fretting: true } };
  const draw = createSheetDrawer();
  draw(score, sheetMeasures, options);
  const ms = Array.from({ length: 9 }, (_, fret) =>
    milliseconds(() => {
      const notes = first.notes.map((note, each) => (each === 1 ? { ...note, fret } : note));
      const changed = { ...score, bars: score.bars.with(0, { ...score.bars[0], notes }) };
      draw(applyThumb(followLinks(score, changed)), sheetMeasures, options);
    }),
  );
  report('a change that 60 linked bars follow, drawn', `${median(ms).toFixed(0)} ms`, '<= 50 ms');
}

/** A second guitar for 64 bars, chords, eight capos. */
function benchSecondGuitar() {
  const search = {
    texture: /** @type {const} */ ('chords'),
    tuning: instrument.tuning,
    capos: [0, 1, 2, 3, 4, 5, 6, 7],
    hand: mediumHand,
    limit: 3,
  };
  let longest = 0;
  const total = milliseconds(() => {
    const steps = secondParts(demoPiece(64), search);
    for (let step = { done: false }; !step.done;) {
      longest = Math.max(
        longest,
        milliseconds(() => {
          step = /** @type {{ done: boolean }} */ (steps.next());
        }),
      );
    }
  });
  report('a second guitar for 64 bars, eight capos', `${(total / 1000).toFixed(1)} s`, '–');
  report('its longest step, before a cancel is heard', `${longest.toFixed(0)} ms`, '–');
}

/** The grade of a piece, an easier version of it, its ladder. */
function benchGrading() {
  /** @type {{ score: import('@jocund/core/score').Score }} */
  const { score: piece } = JSON.parse(readFileSync(stomp ?? '', 'utf8'));
  const others = piece.bars.slice(2, 4).map((bar) => ({
    ...bar,
    id: `${bar.id} otherwise`,
    notes: bar.notes.map((note) => (note.voice === 'melody' ? { ...note, fret: note.fret + 1 } : note)),
  }));
  const score = { ...piece, bars: [...piece.bars, ...others] };
  const gradeMs = Array.from({ length: 9 }, () =>
    milliseconds(() => gradeScore({ ...score, bars: [...score.bars] })),
  );
  report('grade of 32 bars', `${median(gradeMs).toFixed(0)} ms`, '<= 30 ms');
  const points = gradeScore(score).points - 2;
  const easierMs = Array.from({ length: 3 }, () => milliseconds(() => simplify(score, { points })));
  report(
    'an easier version, two grades down, 32 bars',
    `${(median(easierMs) / 1000).toFixed(1)} s`,
    '<= 3 s',
  );
  const ladderMs = Array.from({ length: 3 }, () => milliseconds(() => ladderOf(score)));
  report('a ladder of 32 bars, without sheets', `${median(ladderMs).toFixed(0)} ms`, '–');
}
