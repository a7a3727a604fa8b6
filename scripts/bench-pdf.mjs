import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { withServer } from './lib/bench-server.mjs';
import { signIn } from './lib/bench-sign-in.mjs';
import { root } from './lib/project.mjs';
import { demoSignIn } from './lib/server.mjs';

/** `npm run bench -- pdf`: a sheet of 400 bars is printed while somebody else asks a small question again and again. */
const bars = 400;

/** @param {string} figure @param {string} value @param {string} aim */
const report = (figure, value, aim) => console.log(`${figure.padEnd(56)} ${value.padStart(12)}   aim ${aim}`);

function longSheet() {
  const document = JSON.parse(readFileSync(join(root, 'demo/tin-ferry-rag.jocund.json'), 'utf8'));
  const { score } = document;
  const long = Array.from({ length: bars }, (_, at) => ({
    ...score.bars[at % score.bars.length],
    id: `bar-${at}`,
  }));
  return {
    score: { ...document, score: { ...score, bars: long } },
    fingers: [],
    paper: 'a4',
    inks: 'both',
    student: '',
    leftHanded: false,
    staff: false,
    call: 'strings',
    names: 'english',
    holds: { comments: false, grips: false, practice: false, tuning: false, song: false, large: false },
  };
}

await withServer(async ({ address }) => {
  const cookie = await signIn(address, demoSignIn.email);
  const ask = async () => {
    const begun = performance.now();
    const answer = await fetch(`${address}/api/session`, { headers: { cookie } });
    await answer.arrayBuffer();
    return performance.now() - begun;
  };
  /** @param {() => boolean} isOver */
  const asked = async (isOver) => {
    const times = [];
    while (!isOver()) {
      times.push(await ask());
      await setTimeout(5);
    }
    return times.sort((a, b) => a - b);
  };
  const until = performance.now() + 2000;
  const alone = await asked(() => performance.now() > until);

  let isPrinted = false;
  const begun = performance.now();
  const printing = fetch(`${address}/api/sheets/pdf`, {
    method: 'POST',
    headers: { cookie, 'content-type': 'application/json', origin: address },
    body: JSON.stringify(longSheet()),
  }).then(async (answer) => {
    if (!answer.ok) throw new Error(`The sheet was refused: ${await answer.text()}`);
    return (await answer.arrayBuffer()).byteLength;
  });
  const [size, beside] = await Promise.all([
    printing.finally(() => {
      isPrinted = true;
    }),
    asked(() => isPrinted),
  ]);
  report(
    `${bars} bars printed, ${Math.round(size / 1000)} kB, in`,
    `${((performance.now() - begun) / 1000).toFixed(1)} s`,
    '–',
  );
  const ms = (/** @type {number | undefined} */ time) => `${(time ?? NaN).toFixed(0)} ms`;
  report(
    'another request alone: median, slowest',
    `${ms(alone[alone.length >> 1])}, ${ms(alone.at(-1))}`,
    '–',
  );
  report(
    `meanwhile, ${beside.length} of them: median, slowest`,
    `${ms(beside[beside.length >> 1])}, ${ms(beside.at(-1))}`,
    'no more than 100 ms later',
  );
});
