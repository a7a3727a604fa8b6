import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fingersByBar, layPages } from '@jocund/core/engraving';
import { fingerScore, placedFingers } from '@jocund/core/fingering';
import { ladderOf } from '@jocund/core/grading';
import { withSigns } from '@jocund/core/pitch';
import { writePdf } from '@jocund/press';
import { root } from './lib/project.mjs';

/** The first eight pages of a long piece as PDF, as the server prints them. */
const { score } = JSON.parse(readFileSync(join(root, 'demo/tin-ferry-rag.jocund.json'), 'utf8'));
const long = { ...score, bars: Array.from({ length: 12 }, () => score.bars).flat() };
const options = /** @type {const} */ ({
  shown: withSigns,
  leftHanded: false,
  signs: { picking: true, fretting: true },
  paper: 'a4',
  student: '',
});
const pages = layPages(long, options).slice(0, 8);
if (pages.length < 8) throw new Error('The piece fills no eight pages');

const times = [];
for (let run = 0; run < 4; run += 1) {
  const startedAt = performance.now();
  await writePdf(pages, { title: score.title, inks: 'both', language: 'en' });
  times.push(performance.now() - startedAt);
}
const [first = NaN, ...warm] = times;
const seconds = (/** @type {number} */ ms) => `${(ms / 1000).toFixed(1)} s`;
console.log(`${'PDF of 8 pages, first'.padEnd(52)} ${seconds(first).padStart(12)}   aim –`);
console.log(
  `${'the same warm, median'.padEnd(52)} ${seconds(warm.sort((a, b) => a - b)[1] ?? NaN).padStart(12)}   aim < 1.5 s`,
);

/** The ladder of 32 bars, each rung with both hands' fingers and its sheet as PDF. */
const whole = { ...score, bars: [...score.bars, ...score.bars].slice(0, 32) };
const ladders = [];
let rungCount = 0;
for (let run = 0; run < 3; run += 1) {
  const startedAt = performance.now();
  const { rungs } = ladderOf(whole);
  rungCount = rungs.length;
  for (const rung of rungs) {
    const fingers = placedFingers(fingerScore(rung.score));
    const sheet = layPages(rung.score, { ...options, fingers: fingersByBar(fingers) });
    await writePdf(sheet, { title: rung.name, inks: 'both', language: 'en' });
  }
  ladders.push(performance.now() - startedAt);
}
console.log(
  `${`ladder of 32 bars, ${rungCount} rungs, with sheets`.padEnd(52)} ${seconds(ladders.sort((a, b) => a - b)[1] ?? NaN).padStart(12)}   aim < 6 s`,
);
