import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { renderStringTones } from '@jocund/core/sound';
import { chromium, type Browser, type LaunchOptions } from '@playwright/test';

const sampleRate = 48_000;

/** A browser of its own, whose microphone hears a file over and over: what it hears is set when it starts. */
export async function browserHearing(
  wav: string,
  launchOptions: LaunchOptions | undefined,
): Promise<Browser> {
  const args = [
    '--use-fake-ui-for-media-stream',
    '--use-fake-device-for-media-stream',
    `--use-file-for-fake-audio-capture=${wav}`,
  ];
  return chromium.launch({ ...launchOptions, args: [...(launchOptions?.args ?? []), ...args] });
}

/** A 16-bit mono WAV (RIFF, WAVE_FORMAT_PCM) of one string plucked eight times, again and again after so many seconds. */
export function pluckedWav(hz: number, everyS = 1): string {
  const seconds = 8 * everyS;
  const tones = Array.from({ length: 8 }, (_, pluck) => ({ hz, atS: pluck * everyS }));
  let state = 11;
  const samples = renderStringTones(tones, seconds, sampleRate, () => {
    state = (state * 48271) % 2147483647;
    return state / 2147483647;
  });
  const peak = samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
  const data = Buffer.alloc(44 + 2 * samples.length);
  data.write('RIFF', 0);
  data.writeUInt32LE(36 + 2 * samples.length, 4);
  data.write('WAVEfmt ', 8);
  data.writeUInt32LE(16, 16);
  data.writeUInt16LE(1, 20);
  data.writeUInt16LE(1, 22);
  data.writeUInt32LE(sampleRate, 24);
  data.writeUInt32LE(2 * sampleRate, 28);
  data.writeUInt16LE(2, 32);
  data.writeUInt16LE(16, 34);
  data.write('data', 36);
  data.writeUInt32LE(2 * samples.length, 40);
  samples.forEach((sample, index) => data.writeInt16LE(Math.round((sample / peak) * 26_000), 44 + 2 * index));
  const file = join(mkdtempSync(join(tmpdir(), 'jocund-')), 'string.wav');
  writeFileSync(file, data);
  return file;
}
