import { expect, test } from 'vitest';
import { heardMidi, placedNotes, type Score } from '../../score/index.ts';
import { standardTuning, tuningTable } from '../../instrument/index.ts';
import { written } from '../../testing/written.ts';
import { easierPlaces, gradeScore, type EasierPlace } from '../index.ts';

/** Alternating bass in E flat under a barre, with the tune above it. */
const underBarre = written(
  [
    '[x68886] t5:6@1 t4:8@2 t5:6@3 t4:8@4 m2:8@1 m1:6@2.5 m1:8@3 m2:8@4',
    '[x68886] t5:6@1 t4:8@2 t5:6@3 t4:8@4 m1:6@1 m2:8@2.5 m2:6@3 m3:8@4',
    '[446654] t6:4@1 t4:6@2 t6:4@3 t4:6@4 m1:4@1 m2:4@2 m1:6@3 m1:4@4',
    '[x68886] t5:6@1 t4:8@2 t5:6@3 t4:8@4 m2:8@1/4',
  ],
  { key: { tonic: 'Eb', mode: 'major' } },
);
/** The same kind of music where it lies best. */
const openC = written(['[x32010] t5:3@1 t4:2@2 t5:3@3 t4:2@4 m2:1@1 m1:0@2 m1:0@3 m2:1@4'], {
  key: { tonic: 'C', mode: 'major' },
});
const placesFor = (score: Score): EasierPlace[] => {
  const steps = easierPlaces(score, {
    tunings: tuningTable.slice(0, 6),
    today: standardTuning,
    maxCapo: 5,
    maxTranspose: 3,
    limit: 40,
  });
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
};
/** A tune at the twelfth fret over open bass strings that would as well lie at the nut. */
const highTune = written(
  [
    '[022000] t6:0@1/2 t6:0@3/2 m1:12@1/1 m1:15@2/1 m1:12@3/1 m2:15@4/1',
    't6:0@1/2 t6:0@3/2 m1:15@1/1 m1:17@2/1 m1:15@3/1 m1:12@4/1',
  ],
  { key: { tonic: 'E', mode: 'minor' } },
);
/** What is heard, from the lowest note on, wherever it is played. */
const heard = (score: Score, transpose = 0) =>
  placedNotes(score)
    .map(({ atTicks, note }) => `${atTicks} ${heardMidi(score, note) - transpose}`)
    .sort();

test('music under a barre is easier elsewhere, with every note of it; the easiest first, none twice', () => {
  const places = placesFor(underBarre);
  expect(places.length).toBeGreaterThan(1);
  const before = gradeScore(underBarre).exact;
  for (const { score, grade, found } of places) {
    expect(heard(score, found.transpose)).toEqual(heard(underBarre));
    expect(grade).toEqual(gradeScore(score));
    expect(grade.exact).toBeLessThanOrEqual(before - 0.2);
  }
  const exact = places.map(({ grade }) => Math.round(grade.exact * 10));
  expect(exact).toEqual([...exact].sort((a, b) => a - b));
  const fingered = places.map(({ score }) => JSON.stringify(score.bars.map(({ notes }) => notes)));
  expect(new Set(fingered).size).toBe(places.length);
});
test('a tune up the neck is offered an octave lower over the same bass, and never below it', () => {
  const lower = placesFor(highTune).find(({ tuneOctaves }) => tuneOctaves === -1);
  expect(lower).toBeDefined();
  const voices = (score: Score, by: number) => ({
    bass: placedNotes(score, 'thumb').map(({ atTicks, note }) => `${atTicks} ${heardMidi(score, note)}`),
    tune: placedNotes(score, 'melody').map(
      ({ atTicks, note }) => `${atTicks} ${heardMidi(score, note) + by}`,
    ),
  });
  expect(voices(lower!.score, 12)).toEqual(voices(highTune, 0));
  expect(lower!.score.tuning).toEqual(highTune.tuning);
  const low = written(['[022000] t4:2@1/4 m1:12@1/1 m1:3@2/1 m3:0@3/1 m2:1@4/1'], {
    key: { tonic: 'E', mode: 'minor' },
  });
  expect(placesFor(low).some(({ tuneOctaves }) => tuneOctaves === -1)).toBe(false);
});
test('what lies best where it is has no easier place', () => {
  expect(placesFor(openC)).toEqual([]);
});
