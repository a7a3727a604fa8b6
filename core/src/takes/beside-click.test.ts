import { describe, expect, test } from 'vitest';
import { playAsStudent, type StudentFaults } from '../stand-ins/index.ts';
import { valueOf } from '../testing/value-of.ts';
import { written } from '../testing/written.ts';
import type { ClickHeard } from './beside-click.ts';
import { judgeTake, nextStep } from './index.ts';

const tempoBpm = 100;
const beatS = 60 / tempoBpm;
const bar = 't5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1 m1:0@1/1 m2:1@2.5/0.5 m1:3@3/1 m1:0@4.5/0.5';
const study = written([bar, bar, bar, bar, bar, bar], { title: 'With a click', tempoBpm });

/** The take, and the click that the player would have been on to the sample; `move` says how the player goes away from it, in seconds. */
function besideOf(faults: StudentFaults, click: Partial<ClickHeard>, move = (atS: number) => atS) {
  const { notes } = playAsStudent(study, faults, 3);
  const firstS = Math.min(...notes.map(({ startS }) => startS));
  const moved = notes.map((note) => ({ ...note, startS: move(note.startS) }));
  const heard = { firstS, beatS, delayS: 0, ...click };
  return valueOf(judgeTake(study, moved, { click: heard }));
}

describe('a take beside its click', () => {
  test.each([
    ['on it', 0, 0],
    ['35 ms behind it', 0.035, 35],
    ['50 ms ahead of it', -0.05, -50],
  ])('%s', (_, lateS, lateMs) => {
    const { besideClick } = besideOf({ unsteadyMs: 0 }, {}, (atS) => atS + lateS);
    expect(Math.abs((besideClick?.lateMs ?? NaN) - lateMs)).toBeLessThan(1);
    expect(besideClick?.spreadMs).toBeLessThan(1);
    expect(besideClick?.driftMs).toBeCloseTo(0, 0);
    expect(besideClick?.isLost).toBe(false);
  });

  test('what the machine hears late is taken off; where it is not known, only how even it was is told', () => {
    const late = (atS: number) => atS + 0.18;
    const known = besideOf({}, { delayS: 0.16 }, late).besideClick?.lateMs ?? NaN;
    expect(Math.abs(known - 20)).toBeLessThan(1);
    const unknown = besideOf({}, { delayS: null }, late);
    expect(unknown.besideClick).toMatchObject({ lateMs: null, isLost: false });
    expect(unknown.notJudged.join(' ')).toContain('behind the click or ahead of it');
  });

  test('a first note half a beat late does not make the rest a beat early', () => {
    const { notes } = playAsStudent(study, { unsteadyMs: 0 }, 3);
    const beginS = Math.min(...notes.map(({ startS }) => startS));
    const late = notes.map((note) => ({
      ...note,
      startS: note.startS + (note.startS < beginS + 0.05 ? 0.51 : 0.05) * beatS,
    }));
    const click = { firstS: beginS, beatS, delayS: 0 };
    const { besideClick } = valueOf(judgeTake(study, late, { click }));
    expect(Math.abs((besideClick?.lateMs ?? NaN) - 50 * beatS)).toBeLessThan(5);
    expect(besideClick?.isLost).toBe(false);
  });

  test('an uneven hand is as uneven beside the click', () => {
    const spread = besideOf({ unsteadyMs: 14 }, {}).besideClick?.spreadMs;
    expect(spread).toBeGreaterThan(9);
    expect(spread).toBeLessThan(20);
  });

  test('who runs ahead is told by how much, and who is a beat away in the end has lost it', () => {
    const quicker = (share: number) => (atS: number) => 0.3 + (atS - 0.3) * (1 - share);
    const seconds = 6 * 4 * beatS;
    const ahead = besideOf({}, {}, quicker(0.008)).besideClick;
    // From the middle of the first third to that of the last.
    expect(ahead?.driftMs).toBeCloseTo(-1000 * 0.008 * seconds * (2 / 3), -1);
    expect(ahead?.isLost).toBe(false);
    const lost = besideOf({}, {}, quicker(0.08));
    expect(lost.besideClick?.isLost).toBe(true);
    // Nobody who loses the click is told to play faster.
    expect(nextStep(study, lost)).toMatchObject({ drill: 'bass' });
    expect(nextStep(study, lost).says).toContain('ran ahead of the click');
  });

  test('without a click, or with hardly a note on the beat, nothing is said', () => {
    const { notes } = playAsStudent(study, {}, 3);
    expect(valueOf(judgeTake(study, notes)).besideClick).toBeNull();
    const few = written(['t5:3@1/1 t4:2@2/1 t6:3@3/1 m1:0@1.5/1'], { title: 'One bar', tempoBpm });
    const played = playAsStudent(few, {}, 3).notes;
    const click = { firstS: 0, beatS, delayS: 0 };
    expect(valueOf(judgeTake(few, played, { click })).besideClick).toBeNull();
  });
});
