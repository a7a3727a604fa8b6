import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { scoreSchema } from '@jocund/core/score/schema';
import { describe, expect, test } from 'vitest';
import { answer } from './answer.ts';
import { run } from './run.ts';

const demo = (name: string) => join(import.meta.dirname, '../../demo', `${name}.jocund.json`);
const folder = () => mkdtempSync(join(tmpdir(), 'jocund-'));

/** The verse of a demo piece alone: nothing comes again. */
const kettle = (() => {
  const document = JSON.parse(readFileSync(demo('widows-kettle'), 'utf8')) as {
    score: Record<string, unknown>;
  };
  const { order: _, bars, ...score } = document.score;
  const file = join(folder(), 'widows-kettle.jocund.json');
  const verse = { ...document, score: { ...score, bars: (bars as unknown[]).slice(0, 8) } };
  writeFileSync(file, `${JSON.stringify(verse, null, 1)}\n`);
  return file;
})();

describe('answers', () => {
  test('tune: keys, order and references (common practice)', async () => {
    const plan = (await answer('tune', '--from', 'standard', '--to', 'DADF#AD')) as {
      strings: Record<string, unknown>[];
      order: number[];
    };
    expect(plan.order.at(-1)).toBe(3);
    expect(plan.strings[3]).toMatchObject({
      string: 3,
      from: 'G3',
      to: 'F#3',
      semitones: -1,
      reference: { string: 4, fret: 4, relation: 'unison' },
    });
    expect(plan.strings[3]!.tensionRatio).toBeCloseTo(0.891, 3);
    expect(Object.keys(plan.strings[1]!)).toEqual(
      expect.arrayContaining([
        'string',
        'from',
        'to',
        'semitones',
        'frequencyHz',
        'reference',
        'tensionRatio',
      ]),
    );
  });
  test('tune: newtons of every string, when gauges and scale are given', async () => {
    const plan = (await answer(
      'tune',
      '--from',
      'standard',
      '--to',
      'drop-d',
      '--scale-mm',
      '648',
      '--gauges',
      '12,16,24w,32w,42w,53w',
    )) as { strings: { string: number; tensionN?: number }[] };
    expect(plan.strings.every(({ tensionN }) => tensionN !== undefined)).toBe(true);
    expect(plan.strings.at(-1)!.tensionN).toBeCloseTo(104.4, 0);
  });
  test('tunings: every one with the chord its open strings spell', async () => {
    const known = (await answer('tunings')) as { id: string; openStringsChord: string | null }[];
    expect(known.find(({ id }) => id === 'open-d')).toMatchObject({
      openStringsChord: 'D',
      midi: [38, 45, 50, 54, 57, 62],
    });
  });
  test('name: tones, missing, sounding', async () => {
    expect(await answer('name', '--tuning', 'standard', '--frets', '3x3x3x')).toMatchObject({
      name: 'G7no3',
      root: 'G',
      bass: 'G',
      missing: ['3'],
    });
    expect(await answer('name', '--tuning', 'standard', '--frets', 'x32010', '--capo', '4')).toMatchObject({
      soundingName: 'E',
      tones: [{ string: 5, fret: 3, pitch: 'C3', midi: 48, degree: '1' }, {}, {}, {}, {}],
    });
    expect(
      await answer('name', '--tuning', 'standard', '--frets', 'x13331', '--names', 'german'),
    ).toMatchObject({
      name: 'B',
    });
  });
  test('thumb: events with pitch and length', async () => {
    const { events } = (await answer(
      'thumb',
      '--tuning',
      'open-d',
      '--frets',
      '000000',
      '--pattern',
      'two-string',
      '--bars',
      '2',
    )) as { events: { tick: number; string: number }[] };
    expect(events.map(({ string }) => string)).toEqual([6, 4, 6, 4, 6, 4, 6, 4]);
    expect(events[4]).toEqual({
      tick: 3840,
      durationTicks: 960,
      string: 6,
      fret: 0,
      pitch: 'D2',
      midi: 38,
      accent: false,
      length: 'written',
    });
    expect(
      (
        (await answer(
          'thumb',
          '--tuning',
          'std',
          '--frets',
          '022100',
          '--pattern',
          'half-time',
          '--meter',
          '3/4',
        )) as { events: unknown[] }
      ).events,
    ).toHaveLength(1);
  });
  test('check, call and grade of a demo piece', async () => {
    expect(await answer('check', demo('tin-ferry-rag'))).toEqual({ findings: [] });
    const entries = (await answer('call', demo('tin-ferry-rag'), '--bars', '2-2')) as Record<
      string,
      unknown
    >[];
    expect(entries[0]).toEqual({
      bar: 2,
      count: '1',
      voice: 'both',
      text: 'pinch 5+1',
      full: 'pinch 5/0+1/3',
    });
    expect(new Set(entries.map(({ bar }) => bar))).toEqual(new Set([2]));
    const graded = (await answer('grade', demo('tin-ferry-rag'))) as {
      score: number;
      dimensions: { level: number }[];
    };
    expect(graded.score).toBeCloseTo(1 + graded.dimensions.reduce((sum, { level }) => sum + level, 0), 9);
    expect(Object.keys(graded.dimensions[0]!)).toEqual(['name', 'level', 'value', 'unit', 'where', 'why']);
  });
  test('ladder: one study a rung and ladder.json', async () => {
    const out = join(folder(), 'made');
    await answer('ladder', kettle, '--out', out, '--order', 'melody-first');
    expect(readdirSync(out).sort()).toEqual([
      '1-melody-alone.jocund.json',
      '2-pinches.jocund.json',
      '3-plain.jocund.json',
      '4-whole.jocund.json',
      'ladder.json',
    ]);
    expect(
      scoreSchema.safeParse(
        (JSON.parse(readFileSync(join(out, '2-pinches.jocund.json'), 'utf8')) as { score: unknown }).score,
      ).success,
    ).toBe(true);
    expect(JSON.parse(readFileSync(join(out, 'ladder.json'), 'utf8'))).toMatchObject({
      order: 'melody-first',
      rungs: [{ number: 1, file: '1-melody-alone.jocund.json' }, {}, {}, {}],
    });
  });
  test('convert: to MusicXML, and to the same score again', async () => {
    const out = folder();
    await answer('convert', kettle, join(out, 'a.musicxml'));
    expect(readFileSync(join(out, 'a.musicxml'), 'utf8')).toContain('<score-partwise version="4.0">');
    await answer('convert', kettle, join(out, 'b.jocund.json'));
    expect(readFileSync(join(out, 'b.jocund.json'), 'utf8')).toBe(readFileSync(kettle, 'utf8'));
  });
  test('convert: every format Jocund writes, and back from those it reads', async () => {
    const out = folder();
    const short = join(out, 'short.jocund.json');
    const rag = JSON.parse(readFileSync(demo('tin-ferry-rag'), 'utf8')) as {
      score: { bars: unknown[]; order: unknown };
    };
    const { order: _, bars, ...score } = rag.score;
    writeFileSync(short, JSON.stringify({ ...rag, score: { ...score, bars: bars.slice(0, 4) } }));
    for (const ending of ['jot', 'musicxml', 'mxl', 'mid', 'abc', 'txt', 'csv', 'wav', 'svg', 'pdf'])
      await answer('convert', short, join(out, `a.${ending}`));
    const start = (ending: string) =>
      readFileSync(join(out, `a.${ending}`))
        .subarray(0, 4)
        .toString('latin1');
    expect(['mxl', 'mid', 'wav', 'pdf'].map(start)).toEqual(['PK\u0003\u0004', 'MThd', 'RIFF', '%PDF']);
    for (const ending of ['jot', 'musicxml', 'mxl', 'mid', 'abc', 'txt'])
      expect(
        await answer('convert', join(out, `a.${ending}`), join(out, `${ending}.jocund.json`)),
      ).toMatchObject({ bars: 4 });
  });
  test('convert: a piece typed as text; some bars, one voice, another tempo', async () => {
    const out = folder();
    const typed = join(out, 'jetty.jot');
    writeFileSync(
      typed,
      'jot 1\ntitle: Jetty\ntempo: 84\nbar\n grips: G\n thumb: 6 4 5 4\n tune: 1/3 q\nbar % 3\n',
    );
    expect(await answer('convert', typed, join(out, 'a.pdf'))).toMatchObject({ bars: 4, leftOut: [] });
    await answer(
      'convert',
      typed,
      join(out, 'part.jot'),
      '--bars',
      '2-3',
      '--voice',
      'melody',
      '--tempo',
      '60',
    );
    const part = readFileSync(join(out, 'part.jot'), 'utf8');
    expect(part).toContain('tempo: 60');
    expect(part.match(/^bar/gm)).toHaveLength(2);
    expect(part).not.toContain('6/3');
    expect(await answer('check', join(out, 'part.jot'))).toEqual(await answer('check', typed));
    const { stderr, exitCode } = await run(['convert', typed, join(out, 'x.jot'), '--bars', '3-9']);
    expect([exitCode, stderr]).toEqual([2, expect.stringContaining('bars of the piece, 1 to 4')]);
  });
  test('fit: pitches on another guitar, with fingers and their cost', async () => {
    const out = folder();
    await answer('convert', kettle, join(out, 'a.mid'));
    const fitted = (await answer('fit', join(out, 'a.mid'), '--tuning', 'open-g', '--transpose', 'auto')) as {
      study: { tuning: { pitches: string[] } };
      cost: number;
      transposed: number;
    };
    expect(fitted.study.tuning.pitches).toEqual(['D2', 'G2', 'D3', 'G3', 'B3', 'D4']);
    expect(fitted.cost).toBeGreaterThan(0);
    expect(Number.isInteger(fitted.transposed)).toBe(true);
  });
  test('schema: JSON Schema of a score', async () =>
    expect(await answer('schema', 'score')).toMatchObject({
      type: 'object',
      required: expect.arrayContaining(['bars']) as unknown,
    }));
  test('without --json every command prints readable text', async () => {
    for (const argv of [
      ['tune', '--from', 'open-g', '--to', 'standard'],
      ['tunings'],
      ['call', kettle],
      ['grade', kettle],
      ['check', kettle],
    ]) {
      const { stdout, exitCode } = await run(argv);
      expect(exitCode).toBe(0);
      expect(stdout).not.toMatch(/^[[{]/);
      expect(stdout.length).toBeGreaterThan(10);
    }
  });
});

/** A demo piece whose first melody note is written an eighth past its bar. */
function overfull(): string {
  const file = JSON.parse(readFileSync(kettle, 'utf8')) as {
    score: { bars: { notes: object[] }[] };
  };
  file.score.bars[0]!.notes = [{ tick: 3360, durationTicks: 960, string: 1, fret: 3, voice: 'melody' }];
  return JSON.stringify(file);
}

describe('faults of the input: exit 1, one line with place and remedy', () => {
  const bad = (text: string) => {
    const file = join(folder(), 'bad.jocund.json');
    writeFileSync(file, text);
    return file;
  };
  test.each([
    [
      ['tune', '--from', 'standard', '--to', 'open-d', '--gauges', '12,16,24w'],
      /six strings.*Write six gauges/,
    ],
    [['name', '--tuning', 'standard', '--frets', 'x32z10'], /string 3: “z” is not a fret/],
    [['name', '--tuning', 'EADGBEA', '--frets', 'x32010'], /six strings.*Write one note/],
    [
      ['thumb', '--tuning', 'std', '--frets', '022100', '--pattern', 'zigzag'],
      /not a thumb pattern.*two-string/,
    ],
    [['check', '/nowhere/at-all.jocund.json'], /at-all.jocund.json: there is no such file/],
    [['grade', bad('{')], /bad.jocund.json: The file is not JSON/],
    [
      ['grade', bad('X:1\nK:C\nCDEF|]')],
      /bad.jocund.json: the notes have no strings and frets yet.*jocund fit/,
    ],
    [['grade', bad('{"format":"jocund-score","version":7,"score":{}}')], /version 7.*newer Jocund/],
    [['convert', kettle, 'out.docx'], /does not write “.docx”/],
    [
      ['convert', bad(overfull()), 'out.musicxml'],
      /bad.jocund.json, bar 1, beat 4.5, string 1: The melody note runs past the end/,
    ],
  ])('%j', async (argv, message) => {
    const outcome = await run(argv);
    expect(outcome).toMatchObject({ exitCode: 1, stdout: '' });
    expect(outcome.stderr).toMatch(message);
    expect(outcome.stderr.trim().split('\n')).toHaveLength(1);
  });
  test('a refused conversion leaves no file behind', async () => {
    const out = folder();
    await run(['convert', bad('not json'), join(out, 'x.musicxml')]);
    expect(readdirSync(out)).toEqual([]);
  });
});

describe('wrong usage: exit 2', () => {
  test.each([
    [[]],
    [['fly']],
    [['tune', '--from', 'standard']],
    [['grade']],
    [['call', 'x', '--bars', 'two']],
    [['thumb', '--tuning', 'std', '--frets', '022100', '--pattern', 'thump', '--meter', '4/5']],
    [['name', '--wings']],
    [['ladder', 'x', '--out', 'y', '--order', 'sideways']],
  ])('%j', async (argv: string[]) => {
    const outcome = await run(argv);
    expect(outcome.exitCode).toBe(2);
    expect(outcome.stdout).toBe('');
    expect(outcome.stderr).toContain('jocund');
  });
  test('help is asked for, not a fault', async () => {
    expect(await run(['--help'])).toMatchObject({ exitCode: 0, stderr: '' });
    expect((await run(['grade', '--help'])).stdout).toContain('FILE');
  });
});

test('the command itself: standard input, exit codes, no stack trace', () => {
  const bin = join(import.meta.dirname, '../bin/jocund.mjs');
  const input = readFileSync(kettle);
  expect(
    JSON.parse(execFileSync(process.execPath, [bin, 'check', '-', '--json'], { input, encoding: 'utf8' })),
  ).toEqual({ findings: [] });
  const broken = spawnSync(process.execPath, [bin, 'check', '-'], { input: '{{{', encoding: 'utf8' });
  expect(broken.status).toBe(1);
  expect(broken.stderr).toMatch(/^standard input: /);
  expect(broken.stderr).not.toMatch(/ at .*\.ts/);
  expect(existsSync(bin)).toBe(true);
});
