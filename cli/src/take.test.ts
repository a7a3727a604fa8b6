import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { run } from './run.ts';

const study = join(import.meta.dirname, '../../demo/tin-ferry-rag.jocund.json');
let folder = '';
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'jocund-take-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const played = async (name: string, ...faults: string[]) => {
  const file = join(folder, name);
  expect(await run(['student', study, file, '--bars', '1-4', ...faults])).toMatchObject({ exitCode: 0 });
  return file;
};

describe('jocund student and take', () => {
  test('a take as MIDI: what was left out is told', async () => {
    const file = await played('a.mid', '--missed', '0.15', '--rush', '40');
    const { exitCode, stdout } = await run(['take', study, file, '--bars', '1-4', '--json']);
    expect(exitCode).toBe(0);
    const answer = JSON.parse(stdout) as Record<string, unknown>;
    expect(answer).toMatchObject({ wrong: 0, extra: 0, referenceCents: null, shift: 0 });
    expect(answer.missed).toBeGreaterThan(2);
    expect(answer.bars).toHaveLength(4);
    expect(answer.timing).toMatchObject({ habits: [{ voice: 'melody', beat: null }] });
  });

  test('a take as WAV, in words', async () => {
    const file = await played('a.wav');
    const { exitCode, stdout } = await run(['take', study, file, '--bars', '1-4']);
    expect(exitCode).toBe(0);
    expect(stdout).toMatch(/^\d+ hit, 0 wrong, \d missed/);
  });

  test('what is no take is refused in one line', async () => {
    const words = join(folder, 'words.wav');
    writeFileSync(words, 'no sound');
    const none = await run(['take', study, words]);
    expect(none).toMatchObject({ exitCode: 1, stdout: '' });
    expect(none.stderr).toMatch(/A take is a MIDI file or a recording as WAV/);
    const cut = join(folder, 'cut.wav');
    writeFileSync(cut, readFileSync(await played('b.wav')).subarray(0, 40));
    expect((await run(['take', study, cut])).stderr).toMatch(/holds no sound/);
    expect(await run(['take', study])).toMatchObject({ exitCode: 2 });
    expect(await run(['student', study, join(folder, 'c.mp3')])).toMatchObject({ exitCode: 2 });
    expect(await run(['student', study, join(folder, 'c.mid'), '--missed', '3'])).toMatchObject({
      exitCode: 2,
    });
  });
});

describe('jocund listen', () => {
  test('pitch, tempo, swing and likely notes with the places they can have', async () => {
    const file = await played('listen.wav');
    const { exitCode, stdout } = await run(['listen', file, '--json']);
    expect(exitCode).toBe(0);
    const answer = JSON.parse(stdout) as {
      referenceCents: number;
      tempoBpm: number;
      tempoAlternatives: number[];
      notes: { onsetS: number; durationS: number; midi: number; confidence: number; candidates: object[] }[];
    };
    expect(Math.abs(answer.referenceCents)).toBeLessThan(3);
    const { tempoBpm } = (JSON.parse(readFileSync(study, 'utf8')) as { score: { tempoBpm: number } }).score;
    expect(
      [answer.tempoBpm, ...answer.tempoAlternatives].some((bpm) => Math.abs(bpm / tempoBpm - 1) < 0.02),
    ).toBe(true);
    expect(answer.notes.length).toBeGreaterThan(20);
    expect(answer.notes[0]?.candidates.length).toBeGreaterThan(0);
    expect((await run(['listen', file])).stdout).toMatch(/likely tunings: \w/);
    expect((await run(['listen', file, '--tuning', 'drop-d'])).stdout).toMatch(
      /cents (sharp|flat) of the nearest/,
    );
    expect(await run(['listen', join(folder, 'none.wav')])).toMatchObject({ exitCode: 1 });
  });
});
