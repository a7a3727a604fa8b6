import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { clearInterval, setInterval } from 'node:timers';
import { TextDecoder } from 'node:util';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { readAny } from '@jocund/core/formats/any';
import { readScore } from '@jocund/core/formats/jocund-json';
import { mulberry32 } from '@jocund/core/random';
import { brokenBytes, writtenInAll } from '@jocund/core/testing/broken-files';

/**
 * `npm run bench -- fuzz [COUNT]`: files of every format, broken at random, handed to the readers. None may throw, none may take longer
 * than two seconds. Bundled and run by bench.mjs with the project's folder as its first argument.
 */
const [, , root = '.', wanted = '100000'] = process.argv;
const slowMs = 2000;
/** A reader that is silent for so long hangs. */
const hangMs = 30_000;

/** Good files: the hand-made ones, and the demo in every format Jocund writes. @returns {import('@jocund/core/testing/broken-files').NamedFile[]} */
function seeds() {
  const corpus = join(root, 'core/corpus');
  return [
    ...readdirSync(corpus).map((name) => ({ name, bytes: readFileSync(join(corpus, name)) })),
    ...['widows-kettle', 'tin-ferry-rag'].flatMap((name) => {
      const score = readScore(readFileSync(join(root, `demo/${name}.jocund.json`), 'utf8'));
      if (!score.ok) throw new Error(score.fault.reason);
      return writtenInAll(name, { ...score.value, bars: score.value.bars.slice(0, 4) });
    }),
  ];
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
    const random = mulberry32(number + 1);
    const seed = files[number % files.length];
    if (!seed) break;
    const bytes = brokenBytes(seed.bytes, random);
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
