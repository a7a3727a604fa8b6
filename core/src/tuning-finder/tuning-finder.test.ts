import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { openMidiLowToHigh, soundingMidi, tuningTable, type Tuning } from '../instrument/index.ts';
import {
  heardWholeMidi,
  keptTuning,
  placedNotes,
  previousOnString,
  validateScore,
  type Score,
} from '../score/index.ts';
import { scoreSchema } from '../score/schema.ts';
import { inventedScore, note } from '../testing/invented.ts';
import { tuning } from '../testing/parsed.ts';
import { written } from '../testing/written.ts';
import { layPassage, waysToPlay } from './lay-passage.ts';
import { findTunings, keyWords, layScore, passageOf, type FoundTuning, type TuningSearch } from './index.ts';
import { inventedPassages, scoreOf } from '../testing/invented-passages.ts';
import { tuningPassagesIn } from '../testing/tuning-passages.ts';

const search = (over: Partial<TuningSearch> = {}): TuningSearch => ({
  tunings: tuningTable,
  today: tuning('std'),
  guitar: { scaleMm: 650, fretCount: 20 },
  maxCapo: 2,
  maxTranspose: 0,
  limit: 40,
  ...over,
});

function found(score: Score, over: Partial<TuningSearch> = {}): { ranked: FoundTuning[]; shares: number[] } {
  const steps = findTunings(passageOf(score), search(over));
  const shares: number[] = [];
  for (;;) {
    const step = steps.next();
    if (step.done) return { ranked: step.value, shares };
    shares.push(step.value);
  }
}

describe('a passage written for a tuning finds it again', () => {
  const placeOf = (ranked: readonly FoundTuning[], wanted: Tuning) =>
    ranked.findIndex(({ tuning: each }) => each.pitches.join() === wanted.pitches.join());
  test('there are at least twelve passages, three for each tuning', () => {
    expect(inventedPassages.length).toBeGreaterThanOrEqual(12);
    for (const id of ['open-d', 'open-g', 'drop-d', 'dadgad'])
      expect(inventedPassages.filter(({ tuning: each }) => each === id)).toHaveLength(3);
  });
  /** One for each tuning: all twelve take a minute (npm run bench -- tunings). */
  const one = inventedPassages.filter(
    ({ tuning: id }, index) => inventedPassages.findIndex((each) => each.tuning === id) === index,
  );
  const places = one.map((passage) => {
    const { ranked } = found(scoreOf(passage));
    const own = placeOf(ranked, tuning(passage.tuning));
    return { name: passage.name, own, standard: placeOf(ranked, tuning('std')), entry: ranked[own] };
  });
  test.each(places)('$name: before standard tuning, without a capo', ({ own, standard, entry }) => {
    expect(own).toBeGreaterThanOrEqual(0);
    expect(own).toBeLessThan(standard);
    expect(entry).toMatchObject({ unplayable: 0, capo: 0 });
  });
  test('three of four rank their own tuning among the first three of all twenty', () =>
    expect(places.filter(({ own }) => own < 3).length).toBeGreaterThanOrEqual(3));
});

test('of other passages, one for each of six tunings, five rank their own among the first three (all: npm run bench -- tunings)', () => {
  const passages = tuningPassagesIn(
    readFileSync(join(import.meta.dirname, '../../checks/tuning-passages.txt'), 'utf8'),
  ).filter((_, index) => index % 6 === 5);
  expect(passages).toHaveLength(6);
  const places = passages.map((passage) =>
    found(scoreOf(passage)).ranked.findIndex(
      ({ tuning: each }) => each.pitches.join() === tuning(passage.tuning).pitches.join(),
    ),
  );
  expect(places.filter((place) => place >= 0 && place < 3).length, places.join()).toBeGreaterThanOrEqual(5);
});

describe('every entry is what it says', () => {
  const score = scoreOf(inventedPassages[0]!);
  const { ranked, shares } = found(score, { maxCapo: 4, maxTranspose: 2 });
  test('costs add up and come in order; one entry a tuning', () => {
    for (const { costMm, terms } of ranked)
      expect(terms.reduce((sum, { mm }) => sum + mm, 0)).toBeCloseTo(costMm, 9);
    expect(ranked.map(({ costMm }) => costMm)).toEqual(
      ranked.map(({ costMm }) => costMm).sort((a, b) => a - b),
    );
  });
  test('a layout is given up only where it costs more than may be paid', () => {
    const passage = passageOf(score);
    const instrument = { tuning: tuning('std'), capo: 0, scaleMm: 650, fretCount: 20 };
    const laid = (mostMm: number) =>
      layPassage(
        passage,
        waysToPlay(passage, openMidiLowToHigh(instrument.tuning), 0, instrument),
        instrument,
        mostMm,
      );
    const best = laid(Infinity)!;
    expect(laid(best.handMm)).toEqual(best);
    expect(laid(best.handMm - 0.01)).toBeUndefined();
  });
  test('progress rises to 1', () => {
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.at(-1)).toBe(1);
  });
  test('the passage laid out sounds as it did, moved by the transposition, and can be read', () => {
    for (const each of ranked.slice(0, 10)) {
      const laid = layScore(score, each);
      const heard = (of: Score) => placedNotes(of).map(({ note: one }) => soundingMidi(of, one));
      const moved = heard(score).map((midi) => midi + each.transpose);
      if (each.unplayable === 0)
        expect([...heard(laid)].sort((a, b) => a - b)).toEqual([...moved].sort((a, b) => a - b));
      expect(scoreSchema.safeParse(laid).success).toBe(true);
      expect(validateScore(laid).filter(({ severity }) => severity === 'error')).toEqual([]);
      const thumb = placedNotes(laid, 'thumb');
      const open = thumb.filter(({ note: one }) => one.fret === 0).length;
      expect(open / thumb.length).toBeCloseTo(each.openBassShare, 9);
    }
  });
  test('with one tuning, several capos and keys of it are given', () => {
    const { ranked: ways } = found(score, {
      tunings: [tuning('std')],
      maxCapo: 5,
      maxTranspose: 3,
      limit: 10,
    });
    expect(ways.length).toBe(10);
    expect(new Set(ways.map(({ capo, transpose }) => `${capo} ${transpose}`)).size).toBe(10);
  });
  test('a capo and a guitar tuned down are counted in the key', () => {
    const { ranked: ways } = found(score, {
      tunings: [{ ...tuning('open-d'), wholeSemitones: -1 }],
      maxCapo: 1,
      limit: 2,
    });
    const withCapo = ways.find(({ capo }) => capo === 1)!;
    expect(keyWords(withCapo)).toBe('in D');
    expect(withCapo.unplayable).toBe(0);
  });
  test('retuning is told from the guitar’s tuning of today, beside the rank and not in it', () => {
    const [there, away] = ['open-d', 'std'].map((today) =>
      found(score, { today: tuning(today) }).ranked.find(({ tuning: each }) => each.name === 'Open D'),
    );
    expect(there!.reasons).toContain('nothing to retune');
    expect(away!.reasons).toContain('4 strings to retune');
    expect(there!.retuningMm).toBe(0);
    expect(away!.retuningMm).toBeGreaterThan(0);
    expect(there!.costMm).toBe(away!.costMm);
  });
});

describe('what ties a note to its string', () => {
  test('a pull-off, a hammer-on and a slide stay on the string they come from', () => {
    const slurred = written([
      't6:0@1 m1:3@1/0.5 m1:0@1.5/0.5p m2:1@2/0.5 m2:3@2.5/0.5h t4:2@2 t6:0@3 m3:2@3/0.5 m3:4@3.5/0.5s t4:2@4',
      't5:0@1 m1:5@1/0.5 m1:3@1.5/0.5p m1:0@2/0.5p t4:2@2 t5:0@3 m2:1@3/0.5 m2:0@3.5/0.5p t4:2@4',
    ]);
    const playable = found(slurred).ranked.filter(({ unplayable }) => unplayable === 0);
    expect(playable.length).toBeGreaterThan(5);
    for (const each of playable.slice(0, 6)) {
      const laid = placedNotes(layScore(slurred, each));
      const previous = previousOnString(laid);
      const arriving = laid.filter(({ note: one }) => one.arrival);
      expect(arriving).toHaveLength(6);
      for (const placed of arriving)
        expect(placed.atTicks - (previous.get(placed.note)?.atTicks ?? -Infinity), each.tuning.name).toBe(
          480,
        );
    }
  });
  test('a harmonic sounds at the nodes of an open string alone', () => {
    const chimes = written(['t6:0@1 m1:12@1/1 t4:0@2 m2:12@2/1 t6:0@3 m3:7@3/1 t4:0@4']);
    const score: Score = {
      ...chimes,
      tuning: keptTuning(tuning('open-d')),
      bars: chimes.bars.map((bar) => ({
        ...bar,
        notes: bar.notes.map((each) =>
          each.voice === 'melody' ? { ...each, harmonic: true as const } : each,
        ),
      })),
    };
    const heard = (of: Score) => placedNotes(of, 'melody').map(({ note: one }) => heardWholeMidi(of, one));
    const { ranked } = found(score);
    for (const each of ranked.filter(({ unplayable }) => unplayable === 0))
      expect(heard(layScore(score, each)), each.tuning.name).toEqual(heard(score));
    const standard = ranked.find(({ tuning: each }) => each.name === 'Standard');
    expect(standard === undefined || standard.unplayable > 0 || standard.capo > 0).toBe(true);
  });
  test('a brushed chord counts as one stroke', () => {
    const strummed = (strokes: string) =>
      written([
        `t6:3@1 m4:0@1${strokes} m3:0@1${strokes} m2:3@1${strokes} m1:3@1${strokes} t4:0@2 t6:3@3 m1:3@3 t4:0@4`,
      ]);
    const [plucked, brushed] = ['', 'D'].map((strokes) => passageOf(strummed(strokes)));
    expect(plucked!.moments[0]!.notes.map(({ share }) => share)).toEqual([1, 1, 1, 1, 1]);
    expect(brushed!.moments[0]!.notes.map(({ share }) => share)).toEqual([1, 0.25, 0.25, 0.25, 0.25]);
    const standard = (strokes: string) =>
      found(strummed(strokes), { tunings: [tuning('std')], maxCapo: 0, limit: 1 }).ranked[0]!;
    expect(standard('').openMelodyShare).toBeCloseTo(2 / 5, 9);
    expect(standard('D').openMelodyShare).toBeCloseTo(0.5 / 2, 9);
    expect(standard('D').costMm).toBeLessThan(standard('').costMm);
  });
  test('a bottleneck wants a chord across the strings', () => {
    const passage = inventedPassages.find(({ name }) => name.startsWith('open G, double stops'))!;
    const plain = scoreOf(passage);
    const glass: Score = {
      ...plain,
      bars: plain.bars.map((bar) => ({
        ...bar,
        notes: bar.notes.map((each) => (each.fret > 0 ? { ...each, bottleneck: {} } : each)),
      })),
    };
    const [best] = found(glass).ranked;
    expect(best!.tuning.name).toBe('Open G');
    const terms = found(glass).ranked.flatMap(({ tuning: each, terms: of }) =>
      of.some(({ name }) => name === 'no chord under the bottleneck') ? [each.name] : [],
    );
    expect(terms).toContain('Standard');
    expect(terms).not.toContain('Open D');
  });
});

describe('what no hand can play', () => {
  test('is left out, counted and said', () => {
    const blank = inventedScore();
    const tooWide: Score = {
      ...blank,
      bars: [
        {
          ...blank.bars[0]!,
          thumbPattern: 'by-hand',
          notes: [
            note({ string: 6, fret: 1, voice: 'thumb' }),
            note({ string: 5, fret: 14, voice: 'melody' }),
            note({ string: 4, fret: 2, voice: 'melody' }),
            note({ string: 3, fret: 13, voice: 'melody' }),
            note({ string: 2, fret: 1, voice: 'melody' }),
            note({ string: 1, fret: 14, voice: 'melody' }),
          ],
        },
      ],
    };
    const [only] = found(tooWide, { tunings: [tuning('std')], maxCapo: 0, limit: 1 }).ranked;
    expect(only!.unplayable).toBeGreaterThan(0);
    expect(only!.reasons[0]).toMatch(/cannot be played/);
  });
  test('an empty passage costs nothing to hold and finds today’s tuning first', () => {
    const empty = { ...inventedScore(), bars: inventedScore().bars.map((bar) => ({ ...bar, notes: [] })) };
    const { ranked } = found(empty);
    expect(ranked[0]!.tuning.name).toBe('Standard');
  });
});
