import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { parseGauges, stringNumbers, type StringNumber } from '../instrument/index.ts';
import { frequencyHz } from '../pitch/index.ts';
import { tuning } from '../testing/parsed.ts';
import {
  centsFrom,
  guitarBehaviour,
  neckPullKg,
  pluck,
  rest,
  soundingCents,
  soundingHz,
  strungGuitar,
  turnPeg,
  type SimulatedGuitar,
} from './index.ts';

const light = parseGauges('light');
if (!light.ok) throw new Error(light.fault.reason);
const gauges = light.value;
const std = tuning('std');
const fresh = () => strungGuitar(std, gauges, 650);
const anyString = fc.constantFrom(...stringNumbers);

describe('the simulated guitar', () => {
  test('settled, every string sounds its pitch, open and fretted', () => {
    for (const string of stringNumbers) expect(centsFrom(fresh(), string, std)).toBeCloseTo(0, 9);
    expect(soundingHz(fresh(), 6)).toBeCloseTo(frequencyHz(40), 9);
    expect(soundingHz(fresh(), 6, 5)).toBeCloseTo(frequencyHz(45), 9);
  });
  test('the nut holds back a little of every turn, and a pluck lets some of that through', () => {
    const turned = rest(turnPeg(fresh(), 3, -100), 1000);
    expect(soundingCents(turned, 3)).toBeGreaterThan(-100);
    expect(soundingCents(turned, 3)).toBeLessThan(-100 + 2 * guitarBehaviour.frictionCents);
    expect(soundingCents(pluck(turned, 3), 3)).toBeLessThan(soundingCents(turned, 3));
  });
  test('coming up to the note from below holds it better than going down to it', () => {
    const goal = -100;
    const down = rest(turnPeg(fresh(), 3, goal - guitarBehaviour.frictionCents), 1000);
    const below = turnPeg(fresh(), 3, goal - 30);
    const up = rest(turnPeg(below, 3, 30 + guitarBehaviour.frictionCents), 1000);
    const drift = (guitar: SimulatedGuitar) =>
      Math.abs(soundingCents(pluck(pluck(guitar, 3), 3), 3) - soundingCents(guitar, 3));
    expect(soundingCents(up, 3)).toBeCloseTo(goal, 0);
    expect(drift(down)).toBeGreaterThan(0.5);
    expect(drift(up)).toBeGreaterThan(0.5);
    expect(soundingCents(pluck(down, 3), 3)).toBeLessThan(goal);
    expect(soundingCents(pluck(up, 3), 3)).toBeGreaterThan(goal);
  });
  test('a string let down rises a little again, a string pulled up sinks', () => {
    const down = turnPeg(fresh(), 4, -200);
    const up = turnPeg(fresh(), 4, 100);
    expect(soundingCents(rest(down, 60), 4)).toBeGreaterThan(soundingCents(down, 4));
    expect(soundingCents(rest(up, 60), 4)).toBeLessThan(soundingCents(up, 4));
  });
  test('letting strings down sharpens those that stay, as the neck eases (common practice: check all again)', () => {
    const dropped = [6, 2, 1].reduce(
      (guitar, string) => turnPeg(guitar, string as StringNumber, -200),
      fresh(),
    );
    for (const string of [5, 4] as const) {
      expect(soundingCents(dropped, string)).toBeGreaterThan(1);
      expect(soundingCents(dropped, string)).toBeLessThan(15);
    }
    expect(neckPullKg(dropped)).toBeLessThan(neckPullKg(fresh()));
  });
  test('turning one way never moves the string the other way', () => {
    fc.assert(
      fc.property(
        anyString,
        fc.array(fc.integer({ min: 1, max: 60 }), { maxLength: 12 }),
        (string, turns) => {
          let guitar = fresh();
          let before = soundingCents(guitar, string);
          for (const cents of turns) {
            guitar = turnPeg(guitar, string, cents);
            expect(soundingCents(guitar, string)).toBeGreaterThanOrEqual(before - 1e-9);
            before = soundingCents(guitar, string);
          }
        },
      ),
    );
  });
  test('no turning takes it out of bounds: slack or tight, it still has a pitch', () => {
    fc.assert(
      fc.property(
        anyString,
        fc.array(fc.integer({ min: -3000, max: 3000 }), { maxLength: 8 }),
        (string, turns) => {
          const guitar = turns.reduce((each, cents) => pluck(turnPeg(each, string, cents), string), fresh());
          for (const other of stringNumbers) {
            expect(soundingHz(guitar, other)).toBeGreaterThan(20);
            expect(soundingHz(guitar, other)).toBeLessThan(600);
          }
        },
      ),
    );
  });
  test('against a goal a semitone lower it is a hundred cents sharp', () =>
    expect(centsFrom(fresh(), 3, { ...std, wholeSemitones: -1 })).toBeCloseTo(100, 9));
});
