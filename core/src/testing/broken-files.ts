import { strToU8 } from 'fflate';
import { writeAbc } from '../formats/abc/index.ts';
import { writeScore } from '../formats/jocund-json/index.ts';
import { writeJot } from '../formats/jot/index.ts';
import { writeMidi } from '../formats/midi/index.ts';
import { writeMusicXml } from '../formats/musicxml/index.ts';
import { packMxl } from '../formats/mxl/index.ts';
import { writeTextTab } from '../formats/text-tab/index.ts';
import type { Score } from '../score/index.ts';
import { valueOf } from './value-of.ts';

export interface NamedFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** A score in every format that is written. */
export function writtenInAll(name: string, score: Score): NamedFile[] {
  const xml = valueOf(writeMusicXml(score));
  return [
    { name: `${name}.jocund.json`, bytes: strToU8(writeScore(score)) },
    { name: `${name}.jot`, bytes: strToU8(writeJot(score)) },
    { name: `${name}.musicxml`, bytes: strToU8(xml) },
    { name: `${name}.mxl`, bytes: packMxl(xml) },
    { name: `${name}.mid`, bytes: writeMidi(score, { swing: 'applied' }) },
    { name: `${name}.abc`, bytes: strToU8(writeAbc(score)) },
    { name: `${name}.txt`, bytes: strToU8(writeTextTab(score)) },
  ];
}

/** What stands in no good file, or ends what readers look for. */
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

/** A file cut, doubled, put elsewhere, flipped and filled up, in one to four places. `random`: numbers from 0 up to 1. */
export function brokenBytes(bytes: Uint8Array, random: () => number): Uint8Array {
  const below = (end: number) => Math.floor(random() * end);
  let out = bytes;
  for (let left = 1 + below(4); left > 0; left -= 1) {
    const at = below(out.length + 1);
    const length = Math.floor(random() ** 3 * 400);
    const [before, part, after] = [
      out.subarray(0, at),
      out.subarray(at, at + length),
      out.subarray(at + length),
    ];
    const ways: readonly (() => Uint8Array)[] = [
      () => joined(before, after),
      () => joined(before, part, part, after),
      () => joined(before, strToU8((tokens[below(tokens.length)] ?? '').repeat(1 + length)), part, after),
      () => before,
      () => {
        const to = below(out.length + 1);
        return joined(out.subarray(0, to), part, out.subarray(to));
      },
      () => flipped(out, 1 + Math.floor(length / 20), below),
    ];
    out = ways[below(ways.length)]?.() ?? out;
  }
  return out;
}

function joined(...parts: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

function flipped(bytes: Uint8Array, times: number, below: (end: number) => number): Uint8Array {
  const out = Uint8Array.from(bytes);
  if (out.length > 0) for (let left = times; left > 0; left -= 1) out[below(out.length)] = below(256);
  return out;
}
