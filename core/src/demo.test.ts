import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { checkScore } from './checking/index.ts';
import { sectionsOf, turnsOf } from './form/index.ts';
import { readScore } from './formats/jocund-json/index.ts';
import { cutLadder } from './grading/index.ts';
import { reachLimitsMm, reaches } from './hands/index.ts';
import { pinchTicks } from './score/index.ts';
import { applyThumb } from './thumb/index.ts';

const folder = join(import.meta.dirname, '../../demo');
const pieces = readdirSync(folder).filter((name) => name.endsWith('.jocund.json'));
const open = (name: string) => {
  const score = readScore(readFileSync(join(folder, name), 'utf8'));
  if (!score.ok) throw new Error(score.fault.reason);
  return score.value;
};

test('six pieces in four tunings, of 8, 12 and 16 bars; five of them with sections played in an order', () => {
  const studies = pieces.map(open);
  expect(studies).toHaveLength(6);
  expect(new Set(studies.map(({ tuning }) => tuning.name))).toEqual(
    new Set(['Standard', 'Drop D', 'Open D', 'Open G']),
  );
  const longest = studies.map((study) =>
    Math.max(...sectionsOf(study).map(({ first, last }) => last - first + 1)),
  );
  expect(new Set(longest)).toEqual(new Set([8, 12, 16]));
  expect(studies.filter((study) => turnsOf(study).length >= 4)).toHaveLength(5);
});

test.each(pieces)('%s has no error, lies within a comfortable reach, and climbs a ladder', (name) => {
  const score = open(name);
  expect(checkScore(score).filter(({ severity }) => severity === 'error')).toEqual([]);
  expect(Math.max(...reaches(score).map(({ spanMm }) => spanMm))).toBeLessThanOrEqual(
    reachLimitsMm.comfortable,
  );
  expect(applyThumb(score)).toBe(score);
  expect(score.bars.some((bar) => pinchTicks(bar).length > 0)).toBe(true);
  const ids = cutLadder(score).map(({ id }) => id);
  expect(ids.slice(0, 3)).toEqual(['thumb-alone', 'melody-alone', 'pinches']);
  expect(ids.includes('version-basic')).toBe(score.passages !== undefined);
  expect(ids.at(-1)).toBe('whole');
});
