import { describe, expect, test } from 'vitest';
import { valueOf } from '../../testing/value-of.ts';
import { readWav, writeMonoWav } from './index.ts';

const rate = 22_050;
const wave = Float32Array.from({ length: 200 }, (_, at) => 0.6 * Math.sin(at / 5));

/** A file of one kind of sample, built by the published offsets (RFC 2361; Multimedia Programming Interface 1.0). */
function fileOf(
  kind: number,
  bits: number,
  channels: number,
  write: (view: DataView, at: number, sample: number) => void,
  extensible = false,
): Uint8Array {
  const formatBytes = extensible ? 40 : 16;
  const head = 20 + formatBytes + 8;
  const frame = (bits / 8) * channels;
  const bytes = new Uint8Array(head + wave.length * frame);
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string) =>
    [...word].forEach((each, index) => view.setUint8(at + index, each.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, bytes.length - 8, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, formatBytes, true);
  view.setUint16(20, extensible ? 0xfffe : kind, true);
  view.setUint16(22, channels, true);
  view.setUint32(24, rate, true);
  view.setUint16(32, frame, true);
  view.setUint16(34, bits, true);
  if (extensible) view.setUint16(44, kind, true);
  text(20 + formatBytes, 'data');
  view.setUint32(24 + formatBytes, wave.length * frame, true);
  wave.forEach((sample, at) => {
    for (let channel = 0; channel < channels; channel += 1)
      write(view, head + at * frame + (channel * bits) / 8, sample);
  });
  return bytes;
}

const int24 = (view: DataView, at: number, sample: number) => {
  const whole = Math.round(sample * 8_388_607);
  view.setUint8(at, whole & 255);
  view.setInt16(at + 1, whole >> 8, true);
};

describe('reading WAV', () => {
  test.each([
    [
      '8 bits',
      fileOf(1, 8, 1, (view, at, sample) => view.setUint8(at, Math.round(sample * 127) + 128)),
      0.02,
    ],
    [
      '16 bits, two channels',
      fileOf(1, 16, 2, (view, at, sample) => view.setInt16(at, Math.round(sample * 32_767), true)),
      1e-4,
    ],
    ['24 bits, six channels', fileOf(1, 24, 6, int24), 1e-6],
    [
      '32 bits',
      fileOf(1, 32, 1, (view, at, sample) => view.setInt32(at, Math.round(sample * 2_147_483_647), true)),
      1e-6,
    ],
    ['float', fileOf(3, 32, 1, (view, at, sample) => view.setFloat32(at, sample, true)), 1e-7],
    [
      'float of 64 bits, extensible',
      fileOf(3, 64, 1, (view, at, sample) => view.setFloat64(at, sample, true), true),
      1e-7,
    ],
  ])('%s', (_, bytes, within) => {
    const { channels, sampleRate } = valueOf(readWav(bytes));
    expect(sampleRate).toBe(rate);
    for (const samples of channels) {
      expect(samples).toHaveLength(wave.length);
      samples.forEach((sample, at) => expect(Math.abs(sample - (wave[at] ?? 0))).toBeLessThanOrEqual(within));
    }
  });

  test('what is written is read; what was cut off is read as far as it goes', () => {
    const bytes = writeMonoWav(wave, rate);
    expect(valueOf(readWav(bytes)).channels[0]).toHaveLength(200);
    expect(valueOf(readWav(bytes.subarray(0, 44 + 101))).channels[0]).toHaveLength(50);
  });

  test('floats that are no numbers are silence', () => {
    const bytes = fileOf(3, 32, 1, (view, at) => view.setFloat32(at, Number.NaN, true));
    expect(valueOf(readWav(bytes)).channels[0]?.every((sample) => sample === 0)).toBe(true);
  });

  test.each([
    ['no WAV', new TextEncoder().encode('no sound at all, only words'), 'no WAV file'],
    ['nothing', new Uint8Array(0), 'no WAV file'],
    ['no samples', writeMonoWav(new Float32Array(0), rate), 'holds no sound'],
    ['a head alone', writeMonoWav(wave, rate).subarray(0, 30), 'holds no sound'],
    ['compressed', fileOf(85, 16, 1, () => undefined), 'compressed'],
    ['nine channels', fileOf(1, 8, 9, () => undefined), '9 channels'],
  ])('%s: one sentence', (_, bytes, reason) => {
    expect(readWav(bytes)).toMatchObject({
      ok: false,
      fault: { reason: expect.stringContaining(reason) as string },
    });
  });
});
