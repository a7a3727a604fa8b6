import { describe, expect, test } from 'vitest';
import { mediumHand } from '../hands/index.ts';
import { parseTuning, type Instrument } from '../instrument/index.ts';
import { heardWholeMidi, placedNotes, validateScore, type Score } from '../score/index.ts';
import { written } from '../testing/written.ts';
import {
  fitTuneSteps,
  splitVoices,
  scoreOfTab,
  tuneOfScore,
  type FitOptions,
  type Tune,
  type TuneNote,
} from './index.ts';

const guitar = (tuning: string, capo = 0): Instrument => {
  const parsed = parseTuning(tuning);
  if (!parsed.ok) throw new Error(tuning);
  return { tuning: parsed.value, capo, scaleMm: 650, fretCount: 20 };
};
const options = (instrument: Instrument, over: Partial<FitOptions> = {}): FitOptions => ({
  instrument,
  hand: mediumHand,
  transpose: 0,
  ...over,
});
function fit(tune: Tune, how: FitOptions) {
  const told: string[] = [];
  const steps = fitTuneSteps(tune, how, (what, { bar }) => told.push(`bar ${bar}: ${what}`));
  let step = steps.next();
  while (!step.done) step = steps.next();
  if (!step.value.ok) throw new Error(step.value.fault.reason);
  return { ...step.value.value, told };
}
const tune = (
  notes: readonly (Partial<TuneNote> & { tick: number; midi: number })[],
  over: Partial<Tune> = {},
): Tune => ({
  title: 'Invented',
  player: '',
  key: { tonic: 'C', mode: 'major' },
  tempoBpm: 90,
  swingPercent: 50,
  capo: 0,
  bars: [
    {
      metre: { beats: 4, unit: 4 },
      notes: notes.map((each) => ({ durationTicks: 480, marks: {}, ...each })),
      chords: [],
      grips: [],
    },
  ],
  ...over,
});
const sounding = (score: Score) =>
  placedNotes(score)
    .map(({ atTicks, note }) => `${atTicks} ${heardWholeMidi(score, note)}`)
    .sort();

describe('telling the hands apart', () => {
  const voices = (notes: readonly (Partial<TuneNote> & { tick: number; midi: number })[]) => {
    const [bar] = tune(notes).bars;
    return [...splitVoices(bar!)].map(([note, voice]) => `${note.midi} ${voice}`).sort();
  };
  test('low notes on the beat are the thumb’s, high ones the melody’s', () => {
    expect(
      voices([
        { tick: 0, midi: 48 },
        { tick: 0, midi: 64 },
        { tick: 480, midi: 60 },
        { tick: 960, midi: 52 },
      ]),
    ).toEqual(['48 thumb', '52 thumb', '60 melody', '64 melody']);
  });
  test('a single line stays one voice', () => {
    expect(
      voices([
        { tick: 0, midi: 60 },
        { tick: 480, midi: 62 },
        { tick: 960, midi: 59 },
      ]).every((each) => each.endsWith('melody')),
    ).toBe(true);
  });
  test('what the source says stands', () => {
    expect(voices([{ tick: 0, midi: 70, voice: 'thumb' }])).toEqual(['70 thumb']);
  });
});

describe('laying a tune on the strings', () => {
  test('pitches and times stay, in any tuning and with a capo', () => {
    const line = tune([
      { tick: 0, midi: 60 },
      { tick: 480, midi: 64 },
      { tick: 960, midi: 67 },
      { tick: 1440, midi: 65 },
    ]);
    for (const instrument of [guitar('standard'), guitar('open-d'), guitar('drop-d', 3)])
      expect(sounding(fit(line, options(instrument)).score)).toEqual(
        ['0 60', '480 64', '960 67', '1440 65'].sort(),
      );
  });
  test('chords get grips and a thumb; the melody lies above it', () => {
    const song = tune([
      { tick: 0, midi: 72, durationTicks: 1920 },
      { tick: 1920, midi: 71, durationTicks: 1920 },
    ]);
    const withChords = {
      ...song,
      bars: [
        {
          ...song.bars[0]!,
          chords: [
            { tick: 0, symbol: 'C' },
            { tick: 1920, symbol: 'G7' },
          ],
        },
      ],
    };
    const { score, told } = fit(withChords, options(guitar('standard')));
    expect(told).toEqual([]);
    expect(score.bars[0]!.grips).toHaveLength(2);
    expect(score.bars[0]!.notes.filter(({ voice }) => voice === 'thumb')).toHaveLength(4);
    expect(validateScore(score)).toEqual([]);
  });
  test('a tune within reach keeps its key, and one too high goes down an octave before it changes it', () => {
    const d = [50, 54, 57, 62].map((midi, index) => ({ tick: index * 480, midi }));
    const auto = (notes: typeof d) =>
      fit(tune(notes), options(guitar('drop-d'), { transpose: 'auto' })).transposed;
    expect(auto(d)).toBe(0);
    expect(auto(d.map((note) => ({ ...note, midi: note.midi + 24 })))).toBe(-12);
  });
  test('a tune too low is moved until every note is in reach', () => {
    const low = tune([
      { tick: 0, midi: 30 },
      { tick: 480, midi: 34 },
      { tick: 960, midi: 37 },
    ]);
    const { transposed, score, told } = fit(low, options(guitar('standard'), { transpose: 'auto' }));
    expect(transposed).toBeGreaterThanOrEqual(10);
    expect(told).toEqual([]);
    expect(score.bars[0]!.notes).toHaveLength(3);
  });
  test('notes out of reach are left out and told with their bar', () => {
    const { told, score } = fit(
      tune([
        { tick: 0, midi: 20 },
        { tick: 480, midi: 60 },
      ]),
      options(guitar('standard')),
    );
    expect(told).toEqual(['bar 1: notes out of reach of the strings']);
    expect(score.bars[0]!.notes).toHaveLength(1);
  });
  test('what no two hands can play is refused with its bar, before it is weighed', () => {
    const quick = Array.from({ length: 64 }, (_, index) => ({
      tick: index * 60,
      midi: 60 + (index % 5),
      durationTicks: 60,
    }));
    const step = fitTuneSteps(tune(quick), options(guitar('standard')), () => undefined).next();
    expect(step.done && step.value).toMatchObject({
      ok: false,
      fault: { place: { bar: 1 }, reason: expect.stringContaining('strokes a second') as string },
    });
  });
  test('nothing in reach is refused', () => {
    const steps = fitTuneSteps(tune([{ tick: 0, midi: 10 }]), options(guitar('standard')), () => undefined);
    let step = steps.next();
    while (!step.done) step = steps.next();
    expect(!step.value.ok && step.value.fault.reason).toMatch(/None of its notes/);
  });
  test('a tied note stays on its string, and no string is asked twice at once', () => {
    const held = tune([
      { tick: 0, midi: 64, durationTicks: 960 },
      { tick: 960, midi: 64, durationTicks: 960, marks: { tied: true } },
      { tick: 1920, midi: 60 },
      { tick: 1920, midi: 64 },
      { tick: 1920, midi: 67 },
    ]);
    const { score } = fit(held, options(guitar('standard')));
    expect(validateScore(score)).toEqual([]);
    expect(score.bars[0]!.notes.filter(({ tied }) => tied)).toHaveLength(1);
  });
  test('an arrangement laid on another tuning sounds the same', () => {
    const score = written(['t5:3@1 m1:0@1/1.5 t4:2@2 m2:1@2.5/0.5 t5:3@3 m1:3@3/1 t4:2@4'], {
      thumbPattern: 'by-hand',
    });
    const { score: moved } = fit(tuneOfScore(score), options(guitar('drop-d')));
    expect(sounding(moved)).toEqual(sounding(score));
    expect(moved.tuning.pitches[0]).toBe('D2');
  });
});

describe('tab as a score', () => {
  const place = (string: 1 | 2 | 6, fret: number) => ({ place: { string, fret }, midi: 60 });
  const standard = guitar('standard').tuning;
  const scoreOf = (notes: readonly (Partial<TuneNote> & { tick: number; midi: number })[]) => {
    const told: string[] = [];
    const score = scoreOfTab(tune(notes, { tuning: standard }), (what) => told.push(what));
    if (!score.ok) throw new Error(score.fault.reason);
    return { notes: score.value.bars[0]!.notes, told };
  };
  test('a note still sounding when the next of its voice begins rings on', () => {
    const { notes } = scoreOf([
      { tick: 0, ...place(1, 3), durationTicks: 1920 },
      { tick: 480, ...place(2, 1) },
    ]);
    expect(notes[0]).toMatchObject({ durationTicks: 480, ending: 'let-ring' });
  });
  test('two notes of one string at once: one is left out and told', () => {
    const { notes, told } = scoreOf([
      { tick: 0, ...place(1, 3) },
      { tick: 0, ...place(1, 5) },
    ]);
    expect(notes).toHaveLength(1);
    expect(told).toEqual(['a second note on one string at once']);
  });
  test('a grace on the string of its note goes before it, in time', () => {
    const { notes } = scoreOf([
      { tick: 960, ...place(1, 3), marks: { grace: true } },
      { tick: 960, ...place(1, 5), marks: { arrival: 'hammer-on' } },
    ]);
    expect(notes).toMatchObject([
      { tick: 840, durationTicks: 120, fret: 3 },
      { tick: 960, fret: 5, arrival: 'hammer-on' },
    ]);
  });
  test('a hammer-on from nothing is picked, and told', () => {
    const { notes, told } = scoreOf([{ tick: 0, ...place(1, 3), marks: { arrival: 'hammer-on' } }]);
    expect(notes[0]).not.toHaveProperty('arrival');
    expect(told[0]).toMatch(/a mark without what it needs: a hammer-on needs/);
  });
  test('without a tuning or a place there is no tab', () => {
    expect(scoreOfTab(tune([{ tick: 0, midi: 60 }], { tuning: standard })).ok).toBe(false);
  });
});
