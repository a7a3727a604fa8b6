import { basename, extname, join } from 'node:path';
import { fail, ok, type Result } from '@jocund/core/fault';
import { writeStudy } from '@jocund/core/formats/jocund-json';
import { writeMusicXml } from '@jocund/core/formats/musicxml';
import { cutLadder } from '@jocund/core/grading';
import type { Study } from '@jocund/core/score';
import { choice, orRefuse, positional, required, table, type Command } from '../command.ts';
import { readStudyFile, writeWhole } from '../files.ts';
import { plainGrade } from './study.ts';

/** `ladder`: one study a rung and `ladder.json`. */
export const ladder: Command = {
  name: 'ladder',
  summary: 'a graded series of studies, one file a rung',
  usage: 'FILE [--order thumb-first|melody-first] --out DIR',
  options: { order: 'text', out: 'text' },
  run: (args) => {
    const [file = ''] = positional(args, 'FILE');
    const out = required(args, 'out');
    const order = choice(args, 'order', ['thumb-first', 'melody-first'], 'thumb-first');
    const rungs = cutLadder(readStudyFile(file), order).map(({ study, ...rung }) => {
      const name = `${rung.number}-${rung.id}.jocund.json`;
      writeWhole(join(out, name), writeStudy(study));
      return {
        number: rung.number,
        id: rung.id,
        name: rung.name,
        adds: rung.adds,
        file: name,
        ...plainGrade(rung.grade),
      };
    });
    const answer = { order, rungs };
    writeWhole(join(out, 'ladder.json'), `${JSON.stringify(answer, undefined, 1)}\n`);
    return {
      json: answer,
      text: table(rungs.map(({ number, name, score, file: made }) => [number, name, score.toFixed(1), made])),
    };
  },
};

const writers: Readonly<Record<string, (study: Study) => Result<string>>> = {
  '.json': (study) => ok(writeStudy(study)),
  '.musicxml': writeMusicXml,
};

/** `convert`: a study in another format, told by the extension of OUT. */
export const convert: Command = {
  name: 'convert',
  summary: 'a study in another format: .jocund.json or .musicxml',
  usage: 'IN OUT',
  options: {},
  run: (args) => {
    const [from = '', to = ''] = positional(args, 'IN', 'OUT');
    const write = writers[extname(to).toLowerCase()];
    const study = readStudyFile(from);
    if (!write)
      return orRefuse(
        fail(`Jocund does not write “${extname(to)}” files yet`, `End OUT in .jocund.json or .musicxml`),
        to,
      );
    writeWhole(to, orRefuse(write(study), basename(from)));
    return {
      json: { from, to, bars: study.bars.length },
      text: `${to}: ${study.title}, ${study.bars.length} bars`,
    };
  },
};
