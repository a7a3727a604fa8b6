import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { layPages } from '@jocund/core/engraving';
import { withSigns } from '@jocund/core/pitch';
import { writePdf } from '@jocund/press';
import { root } from './lib/project.mjs';

/** The first eight pages of a long piece as PDF, as the server prints them. */
const { score } = JSON.parse(readFileSync(join(root, 'demo/tin-ferry-rag.jocund.json'), 'utf8'));
const long = { ...score, bars: Array.from({ length: 12 }, () => score.bars).flat() };
const pages = layPages(long, {
  shown: withSigns,
  leftHanded: false,
  signs: { picking: true, fretting: true },
  paper: 'a4',
  student: '',
}).slice(0, 8);
if (pages.length < 8) throw new Error('The piece fills no eight pages');

const times = [];
for (let run = 0; run < 4; run += 1) {
  const startedAt = performance.now();
  await writePdf(pages, { title: score.title, inks: 'both' });
  times.push(performance.now() - startedAt);
}
const [first = NaN, ...warm] = times;
const seconds = (/** @type {number} */ ms) => `${(ms / 1000).toFixed(1)} s`;
console.log(`${'PDF of 8 pages, first'.padEnd(52)} ${seconds(first).padStart(12)}   aim –`);
console.log(
  `${'the same warm, median'.padEnd(52)} ${seconds(warm.sort((a, b) => a - b)[1] ?? NaN).padStart(12)}   aim –`,
);
