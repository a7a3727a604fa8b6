import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { layTimeline, renderStereo, renderVoice } from '@jocund/core/sound';
import { root } from './lib/project.mjs';

/** Both voices of a demo piece, one after the other, as the sound worker makes them. */
const { score } = JSON.parse(readFileSync(join(root, 'demo/tin-ferry-rag.jocund.json'), 'utf8'));
const timeline = layTimeline(score);

function renderBoth() {
  const startedAt = performance.now();
  for (const voice of /** @type {const} */ (['thumb', 'melody']))
    Array.from(renderVoice(timeline, voice, 44100));
  return timeline.durationS / ((performance.now() - startedAt) / 1000);
}

renderBoth();
const multiples = Array.from({ length: 7 }, renderBoth).sort((a, b) => a - b);
console.log(
  `${'synthesis, both voices, multiple of real time, median'.padEnd(52)} ${`${(multiples[3] ?? 0).toFixed(0)} ×`.padStart(12)}   aim ≥ 30 ×`,
);

const bars = Array.from({ length: 6 }, () => score.bars).flat();
const whole = layTimeline({ ...score, bars });
const minutes = { ...whole, events: whole.events.filter(({ startS }) => startS < 180), durationS: 180 };
const startedAt = performance.now();
Array.from(renderStereo(minutes, 44100));
console.log(
  `${'three minutes of sound in stereo'.padEnd(52)} ${`${((performance.now() - startedAt) / 1000).toFixed(1)} s`.padStart(12)}   aim –`,
);
