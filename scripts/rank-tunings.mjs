import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseTuning, tuningTable } from '@jocund/core/instrument';
import { findTunings, passageOf } from '@jocund/core/tuning-finder';
import { inventedPassages, scoreOf } from '@jocund/core/testing/invented-passages';
import { tuningPassagesIn } from '@jocund/core/testing/tuning-passages';
import { fitChoices } from './lib/fit-choices.mjs';

/**
 * `npm run bench -- tunings`: where each passage of `core/checks/tuning-passages.txt` ranks its own tuning, of all that are known with capo
 * 0 to 7. `npm run bench -- tunings fit`: by how much each term should count to make the passages the weights were fitted on choose their
 * tuning. Bundled and run by bench.mjs with the project's folder as its first argument.
 */
const [, , root = '.', task] = process.argv;
const passagesOf = (/** @type {string} */ name) =>
  tuningPassagesIn(readFileSync(join(root, 'core/checks', name), 'utf8'));
const named = (/** @type {string} */ name) => {
  const read = parseTuning(name);
  if (!read.ok) throw new Error(name);
  return read.value;
};

/** Every tuning for a passage, best first, and which of them is its own. @param {(typeof inventedPassages)[number]} passage */
function rank(passage) {
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
  const pitches = named(passage.tuning).pitches.join();
  return { ranked: step.value, own: step.value.findIndex(({ tuning }) => tuning.pitches.join() === pitches) };
}

if (task === 'fit') {
  const passages = [...inventedPassages, ...passagesOf('tuning-passages-fitted.txt')];
  const choices = passages.map((passage) => {
    const { ranked, own } = rank(passage);
    return { costs: ranked.map(({ terms }) => new Map(terms.map(({ name, mm }) => [name, mm]))), own };
  });
  for (const strength of [0.1, 0.3, 1, 3]) {
    const { factors, leftOut, standardError } = fitChoices(choices, strength);
    const told = [...factors].map(([name, factor]) => `${name} × ${factor.toFixed(2)}`).join(', ');
    console.log(
      `held with ${strength}: left out ${leftOut.toFixed(2)} ± ${standardError.toFixed(2)}; ${told}`,
    );
  }
} else {
  let [first, firstThree, count] = [0, 0, 0];
  for (const passage of passagesOf('tuning-passages.txt')) {
    const { ranked, own } = rank(passage);
    const place = own + 1;
    count += 1;
    if (place === 1) first += 1;
    if (place >= 1 && place <= 3) firstThree += 1;
    const ahead = ranked
      .slice(0, Math.max(1, Math.min(3, place)))
      .map(({ tuning, capo, costMm }) => `${tuning.name}, capo ${capo}: ${costMm.toFixed(1)}`);
    console.log(`${passage.name.padEnd(18)} ${String(place).padStart(2)}   ${ahead.join('; ')}`);
  }
  console.log(`first ${first} of ${count}, in the first three ${firstThree}`);
}
