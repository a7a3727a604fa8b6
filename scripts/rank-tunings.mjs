import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseTuning, tuningTable } from '@jocund/core/instrument';
import { findTunings, passageOf } from '@jocund/core/tuning-finder';
import { scoreOf } from '@jocund/core/testing/invented-passages';
import { tuningPassagesIn } from '@jocund/core/testing/tuning-passages';

/**
 * `npm run bench -- tunings`: where each passage of `core/checks/tuning-passages.txt` ranks its own tuning, of all that are known with capo
 * 0 to 7. Bundled and run by bench.mjs with the project's folder as its first argument.
 */
const [, , root = '.'] = process.argv;
const named = (/** @type {string} */ name) => {
  const read = parseTuning(name);
  if (!read.ok) throw new Error(name);
  return read.value;
};
let [first, firstThree, count] = [0, 0, 0];
for (const passage of tuningPassagesIn(readFileSync(join(root, 'core/checks/tuning-passages.txt'), 'utf8'))) {
  const steps = findTunings(passageOf(scoreOf(passage)), {
    tunings: tuningTable,
    today: named('standard'),
    guitar: { scaleMm: 650, fretCount: 20 },
    maxCapo: 7,
    maxTranspose: 0,
    limit: 40,
  });
  let step = steps.next();
  while (!step.done) step = steps.next();
  const own = named(passage.tuning).pitches.join();
  const place = step.value.findIndex(({ tuning }) => tuning.pitches.join() === own) + 1;
  count += 1;
  if (place === 1) first += 1;
  if (place >= 1 && place <= 3) firstThree += 1;
  const ahead = step.value
    .slice(0, Math.max(1, Math.min(3, place)))
    .map(({ tuning, capo, costMm }) => `${tuning.name}, capo ${capo}: ${costMm.toFixed(1)}`);
  console.log(`${passage.name.padEnd(18)} ${String(place).padStart(2)}   ${ahead.join('; ')}`);
}
console.log(`first ${first} of ${count}, in the first three ${firstThree}`);
