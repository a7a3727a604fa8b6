import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { readSpokenCall } from '../directions/index.ts';
import { readScore } from '../formats/jocund-json/index.ts';
import { anchors } from '../grading/index.ts';
import { mediumHand } from '../hands/index.ts';
import { indexOfBar, type Bar, type Score } from '../score/index.ts';
import { valueOf } from '../testing/value-of.ts';
import { walkThrough } from './index.ts';

const folder = join(import.meta.dirname, '../../../demo');
const demo = readdirSync(folder)
  .filter((file) => file.endsWith('.jocund.json'))
  .map((file): Score => valueOf(readScore(readFileSync(join(folder, file), 'utf8'))));
const pieces = [...demo, ...anchors.map(({ score }) => score)];

/** What is heard of a bar's notes: held-over ones are not said again. */
const heard = ({ notes }: Pick<Bar, 'notes'>) =>
  notes
    .filter(({ tied }) => !tied)
    .map(
      ({ tick, string, fret, voice, dead, arrival }) =>
        `${tick} ${voice} ${string}/${dead ? 'x' : fret} ${arrival ?? ''}`,
    )
    .sort();

test.each(pieces.map((score) => [score.title, score] as const))(
  '%s: its words read back give its notes',
  (_, score) => {
    let read = 0;
    for (const { lines } of walkThrough(score, { depth: 'do', language: 'english', hand: mediumHand }))
      for (const line of lines) {
        const [, number = '', said = ''] = /^Bar (\d+): (.*)$/s.exec(line) ?? [];
        if (said.startsWith('as bar') || said.endsWith('rest.')) continue;
        const index = indexOfBar(score, Number(number));
        const back = readSpokenCall(score, index, line);
        expect(back, line).toMatchObject({ ok: true });
        if (back.ok) expect(heard(back.bar), line).toEqual(heard(score.bars[index]!));
        read += 1;
      }
    expect(read).toBeGreaterThan(0);
  },
);
