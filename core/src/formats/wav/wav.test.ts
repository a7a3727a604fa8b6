import { describe, expect, test } from 'vitest';
import { writeWav } from './index.ts';

/** Fields of a RIFF WAVE file by their published offsets. */
describe('WAV', () => {
  const bytes = writeWav(
    { left: Float32Array.from([0, 0.5, -1, 2]), right: Float32Array.from([1, -0.5, 0, -2]) },
    44_100,
  );
  const view = new DataView(bytes.buffer);
  const word = (at: number) => String.fromCharCode(...bytes.slice(at, at + 4));
  test('header: two channels, 16 bits, sizes that add up', () => {
    expect([word(0), word(8), word(12), word(36)]).toEqual(['RIFF', 'WAVE', 'fmt ', 'data']);
    expect(view.getUint32(4, true)).toBe(bytes.length - 8);
    expect([
      view.getUint16(20, true),
      view.getUint16(22, true),
      view.getUint32(24, true),
      view.getUint16(34, true),
    ]).toEqual([1, 2, 44_100, 16]);
    expect(view.getUint32(40, true)).toBe(16);
  });
  test('samples left then right, held at the limits', () => {
    const samples = Array.from({ length: 8 }, (_, index) => view.getInt16(44 + 2 * index, true));
    expect(samples).toEqual([0, 32767, 16384, -16383, -32767, 0, 32767, -32767]);
  });
});
