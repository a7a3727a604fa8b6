import { expect, test } from 'vitest';
import { bandSpectraSteps, pitchLevelsSteps } from '../listening/index.ts';
import { playAsStudent } from '../stand-ins/index.ts';
import { finished } from '../steps/index.ts';
import { soundOf } from '../testing/recorded.ts';
import { written } from '../testing/written.ts';
import { levelSignNames, levelSignsOf } from './level-signs.ts';

/** Four bars of the same: a bass note with its octave over it, and one with a note that shares few partials with it. */
const study = written(
  Array.from({ length: 4 }, () => '[022100] t6:0@1/1 m4:2@1/1 t4:2@2/1 t6:0@3/1 m2:1@3/1 t4:2@4/1'),
  { tempoBpm: 90 },
);
const take = playAsStudent(study, { unsteadyMs: 0 }, 1);
const moments = take.notes.map(({ midi, startS }) => ({ midi, atS: startS, attack: 'picked' as const }));
const pitches = [...new Set(moments.map(({ midi }) => midi)), 45, 57];

/** The signs of a take from which some notes are left out, all of which are asked for. */
function signsWithout(
  isLeftOut: (of: { readonly bar: number; readonly tick: number; readonly midi: number }) => boolean,
) {
  const samples = soundOf({ ...take, sounds: take.sounds.filter((each) => !isLeftOut(each)) });
  const spectra = finished(bandSpectraSteps(samples, 0));
  return levelSignsOf(spectra, finished(pitchLevelsSteps(spectra, moments, pitches)), moments);
}
const startOf = (bar: number, tick: number, midi: number): number =>
  take.sounds.find((each) => each.bar === bar && each.tick === tick && each.midi === midi)?.startS ?? NaN;

test('a note that was left out rises less than where it was played, in all that speaks of it', () => {
  const signs = signsWithout(({ bar, tick, midi }) => bar === 2 && tick === 1920 && midi === 60);
  const [out, there] = [2, 1].map((bar) => signs.at(60, startOf(bar, 1920, 60)));
  expect(out).toHaveLength(levelSignNames.length);
  for (const name of ['level rises', 'share of all that rises', 'own partials rise'] as const) {
    const index = levelSignNames.indexOf(name);
    expect(out?.[index], name).toBeLessThan((there?.[index] ?? 0) - 0.5);
  }
});

test('an octave that was left out is told by its level, though it shares its partials', () => {
  const signs = signsWithout(({ bar, midi }) => bar === 2 && midi === 52);
  const [out, there] = [2, 1].map((bar) => signs.at(52, startOf(bar, 0, 52)));
  expect(out?.[0]).toBeLessThan((there?.[0] ?? 0) - 1);
});

test('a pitch that is never asked for has signs, before the first stroke as well', () => {
  const signs = signsWithout(() => false);
  for (const atS of [0, startOf(1, 0, 40), 1000]) expect(signs.at(45, atS).every(Number.isFinite)).toBe(true);
});
