import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { readScore } from '@jocund/core/formats/jocund-json';
import { readJot } from '@jocund/core/formats/jot';

/**
 * All pieces of the demo, for what is bundled and measures core. `root`: the project's folder.
 * @param {string} root
 */
export function demoPieces(root) {
  const read = (/** @type {string} */ name) => {
    const text = readFileSync(join(root, 'demo', name), 'utf8');
    const score = name.endsWith('.jot') ? readJot(text) : readScore(text);
    if (!score.ok) throw new Error(`${name}: ${score.fault.reason}`);
    return score.value;
  };
  return [
    ...readdirSync(join(root, 'demo')).filter((name) => name.endsWith('.jocund.json')),
    ...readdirSync(join(root, 'demo/corpus')).map((name) => `corpus/${name}`),
  ].map(read);
}
