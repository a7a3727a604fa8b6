import { describe, expect, test } from 'vitest';
import type { Score } from '../score/index.ts';
import { studyClicks } from '../sound/index.ts';
import { playAsStudent, type StudentFaults } from '../stand-ins/index.ts';
import { valueOf } from '../testing/value-of.ts';
import { written } from '../testing/written.ts';
import type { ClickHeard } from './beside-click.ts';
import { judgeTake, nextStep } from './index.ts';

const tempoBpm = 100;
const beatS = 60 / tempoBpm;
const bar = 't5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1 m1:0@1/1 m2:1@2.5/0.5 m1:3@3/1 m1:0@4.5/0.5';
const study = written([bar, bar, bar, bar, bar, bar], { title: 'With a click', tempoBpm });

/** Clicks from a time on, longer than any take here lasts. */
const clicksFrom = (firstS: number, clickS = beatS) =>
  Array.from({ length: 80 }, (_, at) => firstS + at * clickS);

/** The take, and the click that the player would have been on to the sample; `move` says how the player goes away from it, in seconds. */
function besideOf(faults: StudentFaults, click: Partial<ClickHeard>, move = (atS: number) => atS) {
  const { notes } = playAsStudent(study, faults, 3);
  const firstS = Math.min(...notes.map(({ startS }) => startS));
  const moved = notes.map((note) => ({ ...note, startS: move(note.startS) }));
  const heard = { clicksS: clicksFrom(firstS), delayS: 0, ...click };
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
    const click = { clicksS: clicksFrom(beginS), delayS: 0 };
    const { besideClick } = valueOf(judgeTake(study, late, { click }));
    expect(Math.abs((besideClick?.lateMs ?? NaN) - 50 * beatS)).toBeLessThan(5);
    expect(besideClick?.isLost).toBe(false);
  });

  test('where metre and tempo change, the click that goes through the bars is followed', () => {
    const slower = { metre: { beats: 6, unit: 8 as const }, tempoBpm: 70 };
    const three = { metre: { beats: 3, unit: 4 as const } };
    const shorter = (notes: Score['bars'][number]['notes'], ticks: number) =>
      notes.filter(({ tick, durationTicks }) => tick + durationTicks <= ticks);
    const changing: Score = {
      ...study,
      bars: study.bars.map((each, index) => {
        const change = [{}, three, {}, slower, {}, {}][index] ?? {};
        return { ...each, ...change, notes: index % 2 ? shorter(each.notes, 3 * 960) : each.notes };
      }),
    };
    const { clicks, followsBars } = studyClicks(changing, { first: 0, last: 5 }, tempoBpm, 40);
    expect(followsBars).toBe(true);
    const { notes } = playAsStudent(changing, { unsteadyMs: 0 }, 3);
    // A bar is counted in; the player begins with the first after it, 40 ms late.
    const beginS = clicks.findIndex(({ beat }, at) => at > 0 && beat === 1);
    const shiftS = (clicks[beginS]?.atS ?? 0) - Math.min(...notes.map(({ startS }) => startS)) + 0.04;
    const played = notes.map((note) => ({ ...note, startS: note.startS + shiftS }));
    const click = { clicksS: clicks.map(({ atS }) => atS), delayS: 0 };
    const beside = valueOf(judgeTake(changing, played, { click })).besideClick;
    expect(beside?.lateMs).toBeCloseTo(40, 0);
    expect(beside?.spreadMs).toBeLessThan(1);
    expect(beside?.isLost).toBe(false);
    // A click of one metre and tempo would have said that it was lost.
    const deaf = { clicksS: clicksFrom(0), delayS: 0 };
    expect(valueOf(judgeTake(changing, played, { click: deaf })).besideClick?.spreadMs).toBeGreaterThan(50);
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
    const click = { clicksS: clicksFrom(0), delayS: 0 };
    expect(valueOf(judgeTake(few, played, { click })).besideClick).toBeNull();
  });
});
