import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { checkScore } from './checking/index.ts';
import { distinctBars } from './grading/distinct-bars.ts';
import { readJot, writeJot } from './formats/jot/index.ts';
import { pinchTicks } from './score/index.ts';
import { applyThumb } from './thumb/index.ts';
import { valueOf } from './testing/value-of.ts';

const folder = join(import.meta.dirname, '../../demo/corpus');
const pieces = readdirSync(folder);

test.each(pieces)('%s is a whole piece with nothing to mend, and reads and writes without loss', (name) => {
  const text = readFileSync(join(folder, name), 'utf8');
  const score = valueOf(readJot(text));
  expect(checkScore(score)).toEqual([]);
  expect(score.bars.length).toBeGreaterThanOrEqual(12);
  expect(score.bars.length).toBeLessThanOrEqual(32);
  expect(distinctBars(score).length).toBeGreaterThanOrEqual(6);
  expect(applyThumb(score)).toEqual(score);
  expect(score.bars.some((bar) => pinchTicks(bar).length > 0)).toBe(true);
  expect(writeJot(score)).toBe(text);
});
