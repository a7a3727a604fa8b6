import { join } from 'node:path';
import { writeScore } from '@jocund/core/formats/jocund-json';
import { ladderOf, ladderPlans } from '@jocund/core/grading';
import { choice, positional, required, table, type Command } from '../command.ts';
import { readScoreFile, writeWhole } from '../files.ts';
import { plainGrade } from './score.ts';

const orders = ladderPlans.map(({ order }) => order);

/** `ladder`: one study a rung and `ladder.json`. */
export const ladder: Command = {
  name: 'ladder',
  summary: 'a graded series of studies, one file a rung',
  usage: `FILE [--order ${orders.join('|')}] --out DIR`,
  options: { order: 'text', out: 'text' },
  run: (args) => {
    const [file = ''] = positional(args, 'FILE');
    const out = required(args, 'out');
    const order = choice(args, 'order', orders, 'thumb-first');
    const { rungs: cut, leftOut } = ladderOf(readScoreFile(file), { order });
    const rungs = cut.map(({ score, ...rung }) => {
      const name = `${rung.number}-${rung.id}.jocund.json`;
      writeWhole(join(out, name), writeScore(score));
      return {
        number: rung.number,
        id: rung.id,
        name: rung.name,
        adds: rung.adds,
        file: name,
        ...plainGrade(rung.grade),
      };
    });
    const answer = { order, rungs, leftOut };
    writeWhole(join(out, 'ladder.json'), `${JSON.stringify(answer, undefined, 1)}\n`);
    return {
      json: answer,
      text: table(rungs.map(({ number, name, score, file: made }) => [number, name, score.toFixed(1), made])),
    };
  },
};
