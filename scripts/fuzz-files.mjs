import { Buffer } from 'node:buffer';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { clearInterval, setInterval } from 'node:timers';
import { TextDecoder, TextEncoder } from 'node:util';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { readAny } from '@jocund/core/formats/any';
import { notInAbc, writeAbc } from '@jocund/core/formats/abc';
import { readScore, writeScore } from '@jocund/core/formats/jocund-json';
import { writeJot } from '@jocund/core/formats/jot';
import { writeMidi } from '@jocund/core/formats/midi';
import { writeMusicXml } from '@jocund/core/formats/musicxml';
import { packMxl } from '@jocund/core/formats/mxl';
import { writeTextTab } from '@jocund/core/formats/text-tab';

/**
 * `npm run bench -- fuzz [COUNT]`: files of every format, broken at random, handed to the readers. None may throw, none may take longer
 * than two seconds. Bundled and run by bench.mjs with the project's folder as its first argument.
 */
const [, , root = '.', wanted = '100000'] = process.argv;
const slowMs = 2000;
/** A reader that is silent for so long hangs. */
const hangMs = 30_000;

/** Good files: the hand-made ones, and the demo in every format Jocund writes. @returns {{ name: string, bytes: Uint8Array }[]} */
function seeds() {
  const corpus = join(root, 'core/corpus');
  const files = readdirSync(corpus).map((name) => ({ name, bytes: readFileSync(join(corpus, name)) }));
  const encode = (/** @type {string} */ text) => new TextEncoder().encode(text);
  for (const name of ['widows-kettle', 'tin-ferry-rag']) {
    const score = readScore(readFileSync(join(root, `demo/${name}.jocund.json`), 'utf8'));
    if (!score.ok) throw new Error(score.fault.reason);
    const few = { ...score.value, bars: score.value.bars.slice(0, 4) };
    const xml = writeMusicXml(few);
    if (!xml.ok) throw new Error(xml.fault.reason);
    files.push(
      { name: `${name}.jocund.json`, bytes: Buffer.from(writeScore(few)) },
      { name: `${name}.jot`, bytes: Buffer.from(encode(writeJot(few))) },
      { name: `${name}.musicxml`, bytes: Buffer.from(xml.value) },
      { name: `${name}.mxl`, bytes: Buffer.from(packMxl(xml.value)) },
      { name: `${name}.mid`, bytes: Buffer.from(writeMidi(few, { swing: 'applied' })) },
      { name: `${name}.abc`, bytes: Buffer.from(encode(writeAbc(few) + notInAbc(few).join(' '))) },
      { name: `${name}.txt`, bytes: Buffer.from(encode(writeTextTab(few))) },
    );
  }
  return files;
}

/** Random numbers that a run can be made again from (mulberry32). @param {number} seed */
function randomFrom(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

const tokens = [
  '|:',
  '(3',
  '1 & 2 & ',
  '------',
  '<note>',
  '<!DOCTYPE ',
  '[',
  '"',
  '\u0000',
  '9999999999',
  '-1',
  'e a trip let ',
];

/** Cuts, doubles, swaps, flips and puts in. @param {Uint8Array} bytes @param {() => number} random */
function broken(bytes, random) {
  let out = Buffer.from(bytes);
  const times = 1 + Math.floor(random() * 4);
  for (let time = 0; time < times; time += 1) {
    const at = Math.floor(random() * (out.length + 1));
    const length = Math.floor(random() ** 3 * 400);
    const part = out.subarray(at, at + length);
    const kind = Math.floor(random() * 6);
    const token = tokens[Math.floor(random() * tokens.length)] ?? '';
    if (kind === 0) out = Buffer.concat([out.subarray(0, at), out.subarray(at + length)]);
    else if (kind === 1) out = Buffer.concat([out.subarray(0, at), part, part, out.subarray(at)]);
    else if (kind === 2)
      out = Buffer.concat([out.subarray(0, at), Buffer.from(token.repeat(1 + length)), out.subarray(at)]);
    else if (kind === 3) out = out.subarray(0, at);
    else if (kind === 4) {
      const to = Math.floor(random() * (out.length + 1));
      out = Buffer.concat([out.subarray(0, to), part, out.subarray(to)]);
    } else
      for (let flip = 0; flip <= length / 20; flip += 1) {
        const where = Math.floor(random() * out.length);
        if (out.length > 0) out[where] = Math.floor(random() * 256);
      }
  }
  return out;
}

if (isMainThread) {
  const worker = new Worker(new URL(import.meta.url), {
    workerData: { count: Number(wanted) },
    argv: [root],
  });
  let heard = performance.now();
  let last = '';
  const watchdog = setInterval(() => {
    if (performance.now() - heard < hangMs) return;
    console.log(`HANGS after ${last}`);
    process.exit(1);
  }, 1000);
  worker.on('message', (/** @type {{ said: string, done?: { faults: number } }} */ { said, done }) => {
    heard = performance.now();
    last = said;
    if (!done) return;
    clearInterval(watchdog);
    console.log(said);
    process.exitCode = done.faults === 0 ? 0 : 1;
  });
  worker.on('error', (error) => {
    console.log(`CRASHED: ${error.stack ?? error.message}`);
    process.exit(1);
  });
} else {
  const { count } = /** @type {{ count: number }} */ (workerData);
  const files = seeds();
  const decode = (/** @type {Uint8Array} */ bytes, /** @type {string} */ encoding) =>
    new TextDecoder(encoding).decode(bytes);
  let [read, refused, faults, slowest, slowestOf] = [0, 0, 0, 0, ''];
  for (let number = 0; number < count; number += 1) {
    const random = randomFrom(number + 1);
    const seed = files[number % files.length];
    if (!seed) break;
    const bytes = broken(seed.bytes, random);
    if (number % 50 === 0) parentPort?.postMessage({ said: `file ${number}, ${seed.name}` });
    const start = performance.now();
    try {
      if (readAny(seed.name, bytes, decode).ok) read += 1;
      else refused += 1;
    } catch (error) {
      faults += 1;
      console.log(
        `THROWS on file ${number}, ${seed.name}: ${error instanceof Error ? error.message : String(error)}`,
      );
    }
    const took = performance.now() - start;
    if (took > slowest) [slowest, slowestOf] = [took, `file ${number}, ${seed.name}`];
    if (took > slowMs) {
      faults += 1;
      console.log(`SLOW: ${Math.round(took)} ms for file ${number}, ${seed.name}`);
    }
  }
  parentPort?.postMessage({
    said: `${count} broken files: ${read} read, ${refused} refused, ${faults} faults; slowest ${Math.round(slowest)} ms (${slowestOf})`,
    done: { faults },
  });
}
