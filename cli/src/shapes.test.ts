import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { answer } from './answer.ts';
import { run } from './run.ts';

interface GripAnswer {
  frets: string;
  fingers: string;
  name: string;
  cost: number;
  spanMm: number;
  barre?: { finger: number; fret: number };
}

describe('grips', () => {
  const grips = async (...argv: string[]) =>
    (await answer('grips', '--tuning', 'standard', ...argv)) as GripAnswer[];
  test('easiest first, with fingers, span in mm, and the reasons', async () => {
    const found = await grips('--chord', 'F', '--limit', '30');
    expect(found.map(({ cost }) => cost)).toEqual(found.map(({ cost }) => cost).sort((a, b) => a - b));
    expect(found[0]).toMatchObject({ name: 'F', missing: [], reasons: expect.any(Array) as unknown });
    const barre = found.find((grip) => grip.barre !== undefined);
    expect(barre?.barre).toMatchObject({ finger: 1 });
  });
  test('a range of frets, a hand and thumb-over are heeded', async () => {
    for (const { frets } of await grips('--chord', 'D7', '--from-fret', '4', '--to-fret', '8'))
      expect(frets).toMatch(/^[x0-9-]+$/);
    expect(
      (await grips('--chord', 'F', '--thumb-over', '--limit', '40')).some(({ fingers }) =>
        fingers.startsWith('T'),
      ),
    ).toBe(true);
    expect((await grips('--chord', 'F', '--limit', '40')).some(({ fingers }) => fingers.includes('T'))).toBe(
      false,
    );
  });
  test.each([
    [['--chord', 'Q7'], 1, '“Q7” is not a chord'],
    [[], 2, '--chord is missing'],
    [['--chord', 'D', '--hand', 'huge'], 2, '--hand wants small or medium or large'],
    [['--chord', 'D', '--to-fret', '24'], 2, '--to-fret wants a whole number from 0 to 20'],
  ] as const)('%j is refused', async (argv, exitCode, message) => {
    const outcome = await run(['grips', '--tuning', 'standard', ...argv]);
    expect(outcome.exitCode).toBe(exitCode);
    expect(outcome.stderr).toContain(message);
  });
});

/** Common practice. */
describe('move', () => {
  const moved = async (...argv: string[]) => await answer('move', '--tuning', 'standard', ...argv);
  test('along the neck: open strings stay open unless --all', async () => {
    expect(await moved('--frets', 'xx0212', '--by', '2')).toMatchObject({ frets: 'xx0434', foreignOpen: [] });
    expect(await moved('--frets', 'xx0212', '--by', '1')).toMatchObject({ foreignOpen: [4] });
    expect(await moved('--frets', 'xx0212', '--by', '2', '--all')).toMatchObject({
      frets: 'xx2434',
      name: 'E7',
    });
  });
  test('to a root, counting frets', async () =>
    expect(await moved('--frets', '133211', '--to-root', 'A')).toMatchObject({
      frets: '577655',
      byFrets: 4,
    }));
  test('across the strings with string 2 corrected', async () =>
    expect(await moved('--frets', '3x343x', '--strings', '1')).toMatchObject({
      frets: 'x3x353',
      name: 'C7',
      corrected: [2],
      uncorrectedName: 'Cm7',
    }));
  test.each([
    [['--frets', 'x32010', '--by', '-1'], 1, 'string 2: String 2 would be at fret 0'],
    [['--frets', '24-x-x-x-x-x', '--by', '1'], 1, 'Fret 24 is past the last fret, 20'],
    [['--frets', 'x3201?', '--by', '1'], 1, 'is not a fret'],
    [['--frets', 'x32010'], 2, 'wants one of --by, --to-root and --strings'],
  ] as const)('%j is refused', async (argv, exitCode, message) => {
    const outcome = await run(['move', '--tuning', 'standard', ...argv]);
    expect(outcome.exitCode).toBe(exitCode);
    expect(outcome.stderr).toContain(message);
  });
});

describe('name', () => {
  test('a claim is checked', async () =>
    expect(await answer('name', '--tuning', 'standard', '--frets', '3x003x', '--claim', 'G')).toMatchObject({
      claim: { holds: false, sentence: 'contains no B, so not G; nearest grip: string 5 fret 2' },
    }));
  test('the function in the key', async () =>
    expect(await answer('name', '--tuning', 'standard', '--frets', 'x02020', '--key', 'D')).toMatchObject({
      functionName: 'V7',
    }));
});

describe('findtuning', () => {
  const demo = join(import.meta.dirname, '../../demo/widows-kettle.jocund.json');
  test('a piece in open G lies best in open G; the answer has the promised keys', async () => {
    const found = (await answer(
      'findtuning',
      demo,
      '--tunings',
      'standard,open-g,drop-d',
      '--max-capo',
      '2',
    )) as {
      tuning: { name: string };
    }[];
    expect(found[0]).toMatchObject({
      tuning: { name: 'Open G' },
      capo: 0,
      shapeKey: 'G',
      unplayable: 0,
      openBassShare: expect.any(Number) as number,
      maxSpanMm: expect.any(Number) as number,
      reasons: expect.arrayContaining(['3 strings to retune']) as string[],
    });
  });
  test.each([
    [[demo, '--tunings', 'standard,nonsense'], 1, 'is neither a known tuning nor note names'],
    [['missing.jocund.json'], 1, 'missing.jocund.json'],
    [[demo, '--max-capo', '13'], 2, '--max-capo wants a whole number from 0 to 12'],
    [[], 2, 'wants FILE'],
  ] as const)('%j is refused', async (argv, exitCode, message) => {
    const outcome = await run(['findtuning', ...argv]);
    expect(outcome.exitCode).toBe(exitCode);
    expect(outcome.stderr).toContain(message);
  });
});

describe('tune', () => {
  const tuned = async (...argv: string[]) => await answer('tune', '--from', 'standard', ...argv);
  test('a whole guitar a half step down (common practice: −3 −1 −1 −1 −1 −1 to drop D)', async () => {
    const { strings } = (await tuned('--to', 'drop-d', '--whole', '-1')) as {
      strings: { semitones: number }[];
    };
    expect(strings.map(({ semitones }) => semitones)).toEqual([-3, -1, -1, -1, -1, -1]);
  });
  test('another concert pitch turns every string by cents', async () => {
    const { strings } = (await tuned('--to', 'standard', '--a4-to', '432.2')) as {
      strings: { cents: number }[];
    };
    for (const { cents } of strings) expect(cents).toBeCloseTo(-31, 0);
  });
  test('the template, the pull on the neck, and what is odd about the tuning', async () => {
    expect(await tuned('--to', 'open-d', '--gauges', 'light')).toMatchObject({
      template: { frets: '10-12-12-11-10-10', aboveSemitones: 12 },
      pull: { beforeKg: expect.closeTo(74, 0) as number },
    });
    expect(await tuned('--to', 'E2A3D3G3B3E4')).toMatchObject({
      remarks: ['string 5 lies above string 4, so one of them may be an octave off'],
    });
  });
  test.each([
    [['--gauges', '0,0,0,0,0,0'], 1, 'is not a gauge'],
    [['--scale-mm', '0'], 2, '--scale-mm wants a whole number from 400'],
    [['--a4-to', 'high'], 2, '--a4-to wants a number from 390'],
  ] as const)('%j is refused', async (argv, exitCode, message) => {
    const outcome = await run(['tune', '--from', 'standard', '--to', 'open-d', ...argv]);
    expect(outcome.exitCode).toBe(exitCode);
    expect(outcome.stderr).toContain(message);
  });
});
