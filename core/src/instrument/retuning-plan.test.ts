import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { frequencyHz } from '../pitch/index.ts';
import { tuning } from '../testing/parsed.ts';
import {
  beatRateHz,
  beatTrend,
  concertPitchHz,
  goodEnoughCents,
  homeBeatS,
  parseTuning,
  planRetuning,
  realMidi,
  realPitchText,
  stringsLowToHigh,
  tuningRemarks,
  tuningTable,
  type Tuning,
} from './index.ts';

const anyTuning = fc.constantFrom(...tuningTable).chain((shipped) =>
  fc.record({
    name: fc.constant(shipped.name),
    pitches: fc.constant(shipped.pitches),
    wholeSemitones: fc.integer({ min: -3, max: 2 }),
    a4Hz: fc.constantFrom(undefined, 432, 435, 440, 445),
  }),
);

describe('from any tuning to any other', () => {
  test('every reference is right when it is used, and the fret given sounds the note', () => {
    fc.assert(
      fc.property(anyTuning, anyTuning, (from, to) => {
        const plan = planRetuning(from, to);
        const right = new Set(plan.strings.filter(({ cents }) => cents === 0).map(({ string }) => string));
        expect(new Set([...right, ...plan.order])).toEqual(new Set(stringsLowToHigh));
        for (const string of plan.order) {
          const step = plan.strings.find((each) => each.string === string)!;
          if (right.size === 0) expect(step.reference).toBeNull();
          else {
            const reference = step.reference!;
            expect(right).toContain(reference.string);
            const heard = realMidi(to, reference.string) + reference.fret;
            const own = realMidi(to, string) + reference.ownFret;
            expect(Math.abs(heard - own)).toBe(reference.relation === 'unison' ? 0 : 12);
          }
          right.add(string);
        }
      }),
    );
  });
  test('tension goes with the square of the frequency, and the way back undoes the way there', () => {
    fc.assert(
      fc.property(anyTuning, anyTuning, (from, to) => {
        const there = planRetuning(from, to).strings;
        const back = planRetuning(to, from).strings;
        there.forEach((step, index) => {
          expect(step.tensionRatio).toBeCloseTo((step.frequencyHz / step.fromHz) ** 2, 2);
          expect(step.tensionRatio * back[index]!.tensionRatio).toBeCloseTo(1, 9);
          expect(step.semitones + back[index]!.semitones).toBe(0);
        });
      }),
    );
  });
});

describe('a guitar tuned away as a whole', () => {
  const dropDHalfDown: Tuning = { ...tuning('drop-d'), wholeSemitones: -1 };
  test('standard → drop D a half step down is −3 −1 −1 −1 −1 −1 (common practice)', () => {
    const { strings } = planRetuning(tuning('std'), dropDHalfDown);
    expect(strings.map(({ semitones }) => semitones)).toEqual([-3, -1, -1, -1, -1, -1]);
    expect(strings[0]!.to).toBe('Db2');
  });
  test('it sounds as the shipped tuning with those pitches does', () => {
    for (const string of stringsLowToHigh)
      expect(realMidi(dropDHalfDown, string)).toBe(realMidi(tuning('drop-d-half-down'), string));
  });
  test('naturals stay naturals: E a half step down is Eb, F a half step down E', () => {
    expect(realPitchText({ ...tuning('std'), wholeSemitones: -1 }, 6)).toBe('Eb2');
    expect(realPitchText({ ...tuning('open-d-minor'), wholeSemitones: -1 }, 3)).toBe('E3');
  });
});

describe('another concert pitch', () => {
  const record: Tuning = { ...tuning('std'), a4Hz: 432.2 };
  test('A 432.2 is 31 cents below A 440: every string turns by that, and the first needs a tuner', () => {
    const { strings, order } = planRetuning(tuning('std'), record);
    for (const { cents, semitones, direction } of strings) {
      expect(cents).toBeCloseTo(1200 * Math.log2(432.2 / 440), 1);
      expect([semitones, direction]).toEqual([0, 'down']);
    }
    expect(order).toHaveLength(6);
    const first = strings.find(({ string }) => string === order[0])!;
    expect(first.reference).toBeNull();
  });
  test('frequencies follow: string 5 is a quarter of concert pitch', () => {
    expect(planRetuning(tuning('std'), record).strings[1]!.frequencyHz).toBeCloseTo(432.2 / 4, 9);
    expect(concertPitchHz(tuning('std'))).toBe(440);
  });
});

describe('what to mind', () => {
  const cautionOf = (from: string, to: string, index: number) =>
    planRetuning(tuning(from), tuning(to)).strings[index]!.caution;
  test('a string above its usual pitch may break; one that only comes back up is to be turned slowly', () => {
    expect(cautionOf('std', 'open-e', 3)).toMatch(/above its usual pitch and may break/);
    expect(cautionOf('open-g', 'std', 0)).toMatch(/^goes up/);
    expect(cautionOf('std', 'E2A3D3G3B3E4', 1)).toMatch(/most likely break/);
  });
  test('four semitones below its usual pitch a string is slack', () => {
    expect(cautionOf('std', 'open-c', 0)).toMatch(/slack/);
    expect(cautionOf('std', 'drop-d', 0)).toBeUndefined();
  });
  test('strings that cross or repeat are told, ordinary ones not', () => {
    expect(tuningRemarks(tuning('E2A3D3G3B3E4'))).toEqual([
      'string 5 lies above string 4, so one of them may be an octave off',
    ]);
    expect(tuningRemarks(tuning('D2A2D3D3A3D4'))).toEqual(['strings 4 and 3 are at the same pitch']);
    for (const shipped of tuningTable) expect(tuningRemarks(shipped)).toEqual([]);
  });
  test('German names are read where they are asked for', () => {
    const german = (text: string) => parseTuning(text, 'german');
    expect(german('EADGHE')).toEqual({
      ok: true,
      value: { name: 'Standard', pitches: tuning('std').pitches },
    });
    expect(german('D2 A2 D3 Fis3 A3 D4')).toMatchObject({ value: { name: 'Open D' } });
    expect(german('D G D G B D')).toMatchObject({ value: { name: 'Open G minor' } });
    expect(german('Es As Des Ges B Es').ok).toBe(true);
    expect(parseTuning('EADGHE').ok).toBe(false);
  });
  test.each(['E2A2D3G3B3', 'E2A2D3G3B3H4', 'E2A2D3G3B3E9', ''])('“%s” is refused', (text) =>
    expect(parseTuning(text).ok).toBe(false),
  );
});

describe('beats', () => {
  test('the trend: 17.98 Hz at the start of lowering s6, 0.42 Hz at 5 cents, still when right (common practice)', () => {
    const [start, near, right] = beatTrend(38, 50, 'octave', [200, 5, 0]);
    expect(start!.beatHz).toBeCloseTo(17.98, 2);
    expect(near!.beatHz).toBeCloseTo(0.42, 2);
    expect(right).toEqual({ detuneCents: 0, beatHz: 0, secondsPerBeat: Infinity });
  });
  test('it slows down all the way from far off to right, from either side', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 36, max: 64 }),
        fc.constantFrom('unison' as const, 'octave' as const),
        fc.constantFrom(1, -1),
        (target, relation, side) => {
          const reference = relation === 'unison' ? target : target + 12;
          const rates = beatTrend(
            target,
            reference,
            relation,
            [60, 30, 14, 7, 3, 1, 0].map((cents) => cents * side),
          ).map(({ beatHz }) => beatHz);
          expect(rates).toEqual([...rates].sort((a, b) => b - a));
        },
      ),
    );
  });
  test('home is where a beat takes as long as it does 3 cents off: 3.1 s for F#3 against F#3', () => {
    expect(goodEnoughCents).toBe(3);
    const f = frequencyHz(54);
    expect(homeBeatS(54, 54, 'unison')).toBeCloseTo(1 / (f * (2 ** (3 / 1200) - 1)), 6);
    expect(homeBeatS(54, 54, 'unison')).toBeCloseTo(3.12, 2);
  });
  test('a lower concert pitch beats more slowly in proportion', () => {
    expect(beatRateHz(38.05, 50, 'octave', 220)).toBeCloseTo(beatRateHz(38.05, 50, 'octave', 440) / 2, 9);
  });
});
