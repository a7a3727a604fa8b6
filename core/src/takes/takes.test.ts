import { describe, expect, test } from 'vitest';
import { referenceOf, resampled, listeningRate } from '../listening/index.ts';
import { mulberry32 } from '../random/index.ts';
import type { Note, Score } from '../score/index.ts';
import { playAsStudent, type SimulatedTake, type StudentFaults } from '../stand-ins/index.ts';
import { finished } from '../steps/index.ts';
import { soundOf } from '../testing/recorded.ts';
import { valueOf } from '../testing/value-of.ts';
import { written } from '../testing/written.ts';
import { judgeRecordingSteps, judgeSteps, judgeTake, nextStep, type TakeReport } from './index.ts';

/** Eight bars in C: an even thumb under a tune on and between the beats. */
const bass = { C: 't5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1', F: 't4:3@1/1 t3:2@2/1 t5:3@3/1 t3:2@4/1' };
const study = written(
  [
    `[x32010] ${bass.C} m1:0@1/1 m2:1@2.5/0.5 m1:3@3/1 m1:0@4.5/0.5`,
    `[x32010] ${bass.C} m2:1@1/1 m2:3@2.5/0.5 m1:0@3/2`,
    `[xx3211] ${bass.F} m1:1@1/1 m1:3@2.5/0.5 m1:5@3/1 m1:1@4.5/0.5`,
    `[x32010] ${bass.C} m1:0@1/2 m2:1@3.5/0.5 m2:3@4/1`,
    `[x32010] ${bass.C} m1:3@1/1 m1:0@2.5/0.5 m2:1@3/1 m2:3@4.5/0.5`,
    `[xx3211] ${bass.F} m1:1@1/1 m2:1@2.5/0.5 m1:1@3/2`,
    `[x32010] ${bass.C} m1:0@1/1 m2:3@2.5/0.5 m2:1@3/1 m1:3@4.5/0.5`,
    `[x32010] ${bass.C} m2:1@1/4`,
  ],
  { title: 'Study in C', tempoBpm: 96 },
);
/** A riff in A over a damped bass: another piece. */
const other = written(
  Array.from(
    { length: 6 },
    () => 't5:0@1/1 t5:0@2/1 t5:0@3/1 t5:0@4/1 m3:2@1.5/0.5 m2:2@2.5/0.5 m1:5@3.5/0.5 m3:0@4.5/0.5',
  ),
  { title: 'A riff' },
);
/** A bass note under a tune that is slid into, on and back. */
const plainSlides = written(
  [0, 1, 2].map(() => 't5:0@1/1 t5:0@2/1 t5:0@3/1 t5:0@4/1 m1:3@1/1 m1:5@2/1s m1:8@3/1 m1:5@4/1s'),
  { tempoBpm: 80 },
);
const fromBelow = (note: Note): Note => (note.fret === 3 ? { ...note, slide: { from: 'below' } } : note);
const sliding = {
  ...plainSlides,
  bars: plainSlides.bars.map((bar) => ({ ...bar, notes: bar.notes.map(fromBelow) })),
};
const judged = (score: Score, samples: Float32Array) => finished(judgeRecordingSteps(score, samples));
const notesOf = (score: Score) => score.bars.flatMap(({ notes }) => notes).length;
const taken = (faults: StudentFaults, seed = 1): { take: SimulatedTake; report: TakeReport } => {
  const take = playAsStudent(study, faults, seed);
  return { take, report: valueOf(judgeTake(study, take.notes)) };
};

describe('a take of notes against the study', () => {
  test.each([0.6, 1, 1.7])(
    'played right at %d times its length, every note is hit and the tempo is told',
    (pace) => {
      const { report } = taken({ pace, unsteadyMs: 4 });
      expect(report).toMatchObject({
        hits: notesOf(study),
        wrong: 0,
        missed: 0,
        extra: 0,
        stops: [],
        restarts: [],
      });
      expect(report.tempoBpm).toBeCloseTo(96 / pace, 0);
      expect(report.timing.thumbSdMs).toBeLessThan(8);
      expect(report.timing.habits).toEqual([]);
      expect(report.swing).toBeCloseTo(1, 1);
    },
  );

  test('a missing, a wrong and an added note are told by bar', () => {
    const { take } = taken({ unsteadyMs: 2 });
    const second = take.notes.filter(({ midi }) => midi === 67);
    const notes = take.notes
      .filter((note) => note !== second[0])
      .map((note) => (note === second[1] ? { ...note, midi: 71 } : note));
    const stray = { startS: 1.25, endS: 1.4, midi: 58, velocity: 50, sureness: 1 };
    const report = valueOf(judgeTake(study, [...notes, stray]));
    expect(report).toMatchObject({ missed: 1, wrong: 1, extra: 1 });
    const faults = report.notes.filter(({ verdict }) => verdict !== 'hit');
    expect(faults.map(({ bar, midi, verdict }) => [bar, midi, verdict])).toEqual([
      [0, 67, 'missed'],
      [2, 67, 'wrong'],
    ]);
    expect(report.extras[0]?.bar).toBe(0);
  });

  test('a stop and a new beginning are found, and break no clock', () => {
    const { report } = taken({
      unsteadyMs: 3,
      stops: [{ before: 2, seconds: 1.5 }],
      restarts: [{ after: 4, backTo: 3 }],
    });
    expect(report.stops).toHaveLength(1);
    expect(report.stops[0]?.bar).toBe(2);
    expect(report.stops[0]?.seconds).toBeCloseTo(1.5, 1);
    expect(report.restarts).toEqual([{ fromBar: 4, toBar: 3 }]);
    expect(report).toMatchObject({ wrong: 0, missed: 0, extra: 0 });
    expect(report.timing.thumbSdMs).toBeLessThan(8);
  });

  test.each([
    ['the tune rushes between the beats', { rushMs: 40 }, { voice: 'melody', beat: null }, -40],
    ['the thumb limps on three', { limp: { beat: 3, ms: 45 } }, { voice: 'thumb', beat: 3 }, 45],
  ] as const)('%s: told within 3 ms for a steady hand', (_, faults, place, ms) => {
    const { report } = taken({ ...faults, unsteadyMs: 1 });
    const [habit, ...others] = report.timing.habits;
    expect(others).toEqual([]);
    expect(habit).toMatchObject(place);
    expect(Math.abs((habit?.lateMs ?? 0) - ms)).toBeLessThan(3);
  });

  test('swing, a split pinch, a loud thumb and a ringing bass are measured', () => {
    const swung = { ...study, swingPercent: 66 };
    const take = playAsStudent(swung, { unsteadyMs: 1, splitMs: 30, loudThumbDb: 4, bassRings: 1.5 }, 3);
    const report = valueOf(judgeTake(study, take.notes));
    expect(report.swing).toBeGreaterThan(1.7);
    expect(report.timing.pinchMs).toBeCloseTo(30, -1);
    expect(report.tuneOverThumbDb).toBeCloseTo(-4, 0);
    expect(report.bassRings).toBeCloseTo(1.5, 1);
  });

  test('a capo on the wrong fret is said, and judged as played', () => {
    const take = playAsStudent(study, { unsteadyMs: 2 }, 1);
    const report = valueOf(
      judgeTake(
        study,
        take.notes.map((note) => ({ ...note, midi: note.midi + 2 })),
      ),
    );
    expect(report).toMatchObject({ shift: 2, wrong: 0, missed: 0, extra: 0 });
  });

  test('the thumb alone is judged as far as it goes', () => {
    const take = playAsStudent(study, { unsteadyMs: 2 }, 1);
    const low = take.notes.filter(({ midi }) => midi < 60);
    expect(judgeTake(study, low).ok).toBe(true);
  });

  test('some bars of the study alone', () => {
    const take = playAsStudent(study, { bars: { first: 4, last: 7 }, unsteadyMs: 2 }, 1);
    const report = valueOf(judgeTake(study, take.notes, { bars: { first: 4, last: 7 } }));
    expect(report.bars.map(({ bar }) => bar)).toEqual([4, 5, 6, 7]);
    expect(report).toMatchObject({ wrong: 0, missed: 0, extra: 0 });
  });

  test.each([
    ['early in its last bar has left out nothing', 0.3, 0],
    ['late in its last bar has left out the rest of it', 0.7, 2],
  ])('a take that ends %s', (_, share, missed) => {
    const take = playAsStudent(study, { bars: { first: 0, last: 2 }, unsteadyMs: 1 }, 1);
    const barS = (4 * 60) / 96;
    const cut = take.notes.filter(({ startS }) => startS < 0.4 + barS * (2 + share));
    expect(valueOf(judgeTake(study, cut))).toMatchObject({ missed, wrong: 0, extra: 0 });
  });

  test('another piece, and nothing, are refused in a sentence', () => {
    const played = playAsStudent(other, {}, 1);
    expect(judgeTake(study, played.notes)).toMatchObject({
      ok: false,
      fault: { reason: expect.stringContaining('does not sound like the study') as string },
    });
    expect(judgeTake(study, [])).toMatchObject({ ok: false });
    expect(judgeTake(written(['']), played.notes)).toMatchObject({ ok: false });
  });

  test('a take that leaves most of the study out is refused by what it lacks', () => {
    const [few] = [playAsStudent(study, { unsteadyMs: 2 }, 1).notes.filter((_, at) => at % 3 === 0)];
    expect(judgeTake(study, few)).toMatchObject({
      ok: false,
      fault: { reason: expect.stringMatching(/: \d+ of the \d+ notes it asks for were played$/) as string },
    });
  });

  test('more notes than can be compared in good time are refused, at once', () => {
    const long = written(
      Array.from({ length: 400 }, () => bass.C),
      { title: 'Long' },
    );
    const many = Array.from({ length: 20_000 }, (_, at) => ({
      startS: at / 10,
      endS: null,
      midi: 40 + (at % 30),
      velocity: 80,
      sureness: 1,
    }));
    expect(judgeTake(long, many)).toMatchObject({
      ok: false,
      fault: { reason: '20000 strokes against 1600 moments of the study are too many to compare' },
    });
  });

  test('forty takes with faults dealt from a seed: nearly all that was put in is told, and little else', () => {
    const random = mulberry32(9);
    let [right, told, putIn] = [0, 0, 0];
    for (let seed = 0; seed < 40; seed += 1) {
      const faults = {
        pace: 0.8 + random(),
        unsteadyMs: 8,
        missedShare: random() * 0.1,
        wrongStringShare: random() * 0.05,
        restarts: random() < 0.3 ? [{ after: 4, backTo: 2 }] : [],
      };
      const { take, report } = taken(faults, seed);
      const found = report.notes
        .filter(({ verdict }) => verdict !== 'hit')
        .map(({ verdict, bar, midi }) => `${verdict} ${bar} ${midi}`);
      told += found.length + report.extra;
      putIn += take.putIn.length;
      for (const { kind, bar, midi } of take.putIn) {
        const at = found.indexOf(`${kind} ${bar} ${midi}`);
        if (at >= 0) right += found.splice(at, 1).length;
      }
    }
    expect(putIn).toBeGreaterThan(60);
    expect(right / putIn).toBeGreaterThan(0.96);
    expect(right / told).toBeGreaterThan(0.96);
  });
});

describe('a recorded take', () => {
  test('nearly every note is heard, in its bar and at its time', () => {
    const take = playAsStudent(study, { unsteadyMs: 4 }, 2);
    const report = valueOf(judged(study, soundOf(take)));
    expect(report.hits).toBeGreaterThanOrEqual(notesOf(study) * 0.95);
    expect(report.extra).toBeLessThanOrEqual(1);
    expect(report.timing.thumbSdMs).toBeLessThan(15);
    expect(report.tempoBpm).toBeCloseTo(96, 0);
    expect(report.notJudged).toContain('How long the bass notes rang.');
  });

  test('strokes of the thumb that are left out are missed', () => {
    const take = playAsStudent(study, { unsteadyMs: 4 }, 2);
    const left = take.sounds.filter(
      ({ bar, voice, tick }) => !(voice === 'thumb' && tick === 960 && bar % 2 === 1),
    );
    const report = valueOf(judged(study, soundOf({ ...take, sounds: left })));
    const missed = report.notes.filter(({ verdict }) => verdict === 'missed');
    expect(missed.map(({ bar, tick }) => [bar, tick])).toEqual(
      expect.arrayContaining([1, 3, 5, 7].map((bar) => [bar, 960])) as unknown,
    );
    expect(missed.length).toBeLessThanOrEqual(6);
  });

  test('slides and notes slid into, played as written: none is missed, and none of the pitches between is added', () => {
    const take = playAsStudent(sliding, { unsteadyMs: 3 }, 2);
    const report = valueOf(judged(sliding, soundOf(take)));
    expect(report).toMatchObject({ missed: 0, wrong: 0, extra: 0 });
    expect(report.notJudged.join(' ')).toContain('Notes slid to: a recording has no stroke there.');
    const without = take.sounds.filter(({ bar, tick }) => !(bar === 1 && (tick === 1920 || tick === 2880)));
    const left = valueOf(judged(sliding, soundOf({ ...take, sounds: without })));
    const missed = left.notes.filter(({ verdict }) => verdict === 'missed');
    expect(missed.map(({ bar, tick, voice }) => [bar, tick, voice])).toEqual(
      expect.arrayContaining([
        [1, 1920, 'melody'],
        [1, 2880, 'melody'],
      ]),
    );
  });

  test('slides with the capo on the wrong fret: the pitches between are no added notes there either', () => {
    const take = playAsStudent({ ...sliding, capo: 5 }, { unsteadyMs: 3 }, 2);
    const report = valueOf(judged(sliding, soundOf(take)));
    expect(report).toMatchObject({ shift: 5, wrong: 0, extra: 0 });
  });

  test.each([-37, 28])('a guitar %d cents off is told and judged in tune', (cents) => {
    const samples = soundOf(playAsStudent(study, { unsteadyMs: 4 }, 2));
    const off = resampled(samples, listeningRate * 2 ** (cents / 1200), listeningRate);
    expect(Math.abs((referenceOf(off)?.cents ?? 0) - cents)).toBeLessThan(2);
    const report = valueOf(judged(study, off));
    expect(Math.abs(report.cents - cents)).toBeLessThan(2.5);
    expect(report.hits).toBeGreaterThanOrEqual(notesOf(study) * 0.95);
  });

  test('a capo on the wrong fret is heard, too', () => {
    const samples = soundOf(playAsStudent({ ...study, capo: 2 }, { unsteadyMs: 4 }, 2));
    const report = valueOf(judged(study, samples));
    expect(report.shift).toBe(2);
    expect(report.hits).toBeGreaterThanOrEqual(notesOf(study) * 0.9);
  });

  test('a clipped recording is judged nearly as well, and said to be', () => {
    const samples = soundOf(playAsStudent(study, { unsteadyMs: 4 }, 2));
    const loudest = samples.reduce((most, each) => Math.max(most, Math.abs(each)), 0);
    const clipped = samples.map((each) => Math.max(-1, Math.min(1, (5 * each) / loudest)));
    const recording = { channels: [Float32Array.from(clipped)], sampleRate: listeningRate };
    const report = valueOf(finished(judgeSteps(study, { kind: 'sound', recording })));
    expect(report.hits).toBeGreaterThanOrEqual(notesOf(study) * 0.85);
    expect(report.notJudged[0]).toMatch(/^The recording is too loud in .* after 0 seconds/);
  });

  test('a second of it is judged as far as it goes', () => {
    const samples = soundOf(playAsStudent(study, { unsteadyMs: 4 }, 2)).subarray(0, listeningRate);
    const report = valueOf(judged(study, samples));
    expect(report).toMatchObject({ missed: 0, wrong: 0 });
    expect(report.hits).toBeGreaterThan(0);
    expect(report.hits).toBeLessThan(notesOf(study) / 2);
  });

  test('more than half an hour is refused before it is listened to', () => {
    const recording = { channels: [new Float32Array(31 * 60 * 100)], sampleRate: 100 };
    expect(finished(judgeSteps(study, { kind: 'sound', recording }))).toMatchObject({
      ok: false,
      fault: { reason: 'The recording is 31 minutes long' },
    });
  });

  test('silence, noise and another piece are refused', () => {
    const random = mulberry32(4);
    const noise = Float32Array.from({ length: 4 * listeningRate }, () => random() - 0.5);
    for (const samples of [new Float32Array(listeningRate), noise, new Float32Array(0)])
      expect(judged(study, samples).ok).toBe(false);
    expect(judged(study, soundOf(playAsStudent(other, {}, 1))).ok).toBe(false);
  });
});

describe('what to practise next', () => {
  const stepAfter = (
    faults: StudentFaults,
    without: (note: SimulatedTake['notes'][number]) => boolean = () => false,
  ) => {
    const take = playAsStudent(study, { unsteadyMs: 2, ...faults }, 1);
    return nextStep(
      study,
      valueOf(
        judgeTake(
          study,
          take.notes.filter((note) => !without(note)),
        ),
      ),
    );
  };
  const barS = (4 * 60) / 96;
  const isIn =
    (bar: number, from = 0, to = 1) =>
    ({ startS }: { startS: number }) =>
      startS > 0.35 + barS * (bar + from) && startS < 0.35 + barS * (bar + to);

  test('notes missing just after a change of grip: the change, into that bar', () => {
    expect(stepAfter({}, isIn(2, 0, 0.2))).toMatchObject({ drill: 'change', bars: { first: 1, last: 2 } });
  });
  test('the thumb missing in the middle of a bar: the bass', () => {
    const isThumb = isIn(3, 0.2);
    expect(stepAfter({}, (note) => note.midi < 60 && isThumb(note))).toMatchObject({
      drill: 'bass',
      bars: { first: 2, last: 3 },
    });
  });
  test('a stop: the way into that bar', () => {
    const step = stepAfter({ stops: [{ before: 4, seconds: 2 }] });
    expect(step).toMatchObject({ drill: 'backwards', bars: { first: 3, last: 4 } });
    expect(step.says).toContain('bar 5');
  });
  test('off-beats that rush: off-beats against the thumb', () => {
    expect(stepAfter({ rushMs: 40 })).toMatchObject({ drill: 'off-beat', bars: null });
  });
  test('one note of a bar is told as one', () => {
    const step = stepAfter({}, ({ midi, startS }) => midi === 62 && isIn(1)({ startS }));
    expect(step.says).toMatch(/^1 of 7 notes of bar 2 was missing or wrong/);
  });
  test('nothing: a step faster', () => {
    expect(stepAfter({})).toMatchObject({ drill: null, bars: null });
  });
});
