import { describe, expect, test } from 'vitest';
import { frets } from '../testing/parsed.ts';
import { fingersText, parseFingers } from './index.ts';

describe('fingers as teachers write them over frets', () => {
  test.each([
    ['-32-1-', 'x32010'],
    ['T--213', '200212'],
    ['134211', '133211'],
  ])('%s over %s and back', (text, grip) => {
    const read = parseFingers(text, frets(grip));
    expect(read.ok && fingersText(read.value)).toBe(text);
  });
  test('x, 0 and dots are idle strings too, blanks do not count, t is the thumb', () => {
    const read = parseFingers(' t x 0 . 1 3 ', frets('2x0011'));
    expect(read.ok && fingersText(read.value)).toBe('T---13');
  });
  test.each([
    ['-32-9-', '“9” is not a finger'],
    ['-32-1', 'A grip has six strings'],
    ['132-1-', 'String 6 is not pressed, so it needs no finger'],
  ])('“%s” over x32010 is refused', (text, reason) => {
    const read = parseFingers(text, frets('x32010'));
    expect(!read.ok && read.fault.reason).toContain(reason);
  });
});
