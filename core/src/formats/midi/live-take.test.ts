import { expect, test } from 'vitest';
import { liveTake } from './index.ts';

const at = (atS: number, ...bytes: number[]) => ({ atS, bytes: Uint8Array.from(bytes) });

test('what an instrument sends becomes notes, each string on a channel of its own', () => {
  const notes = liveTake(
    [
      at(1, 0x95, 40, 90),
      at(1.002, 0x90, 64, 70),
      at(1.5, 0xb0, 64, 127),
      at(1.8, 0x90, 64, 0),
      at(2, 0x85, 40, 0),
      at(2, 0x95, 40, 80),
      at(2.2, 0xf8),
      at(2.3, 0x93, 52),
    ],
    3,
  );
  expect(notes).toEqual([
    { startS: 1, endS: 2, midi: 40, velocity: 90, sureness: 1 },
    { startS: 1.002, endS: 1.8, midi: 64, velocity: 70, sureness: 1 },
    { startS: 2, endS: 3, midi: 40, velocity: 80, sureness: 1 },
  ]);
});

test('one pitch on two strings at once is two notes; an end without a beginning is none', () => {
  const notes = liveTake(
    [at(0.1, 0x80, 50, 0), at(1, 0x93, 50, 60), at(1, 0x94, 50, 60), at(1.4, 0x84, 50, 0)],
    2,
  );
  expect(notes.map(({ endS }) => endS).sort()).toEqual([1.4, 2]);
});
