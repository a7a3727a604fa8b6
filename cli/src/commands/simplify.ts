import { fail } from '@jocund/core/fault';
import { gradeRange, reductionsInWords, simplify as makeEasier } from '@jocund/core/grading';
import { beatAt, numberOfBar, type Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import { orRefuse, positional, required, table, type Arguments, type Command } from '../command.ts';
import { readScoreFile } from '../files.ts';
import { plainGrade } from './score.ts';

/** `simplify`: the easier version that loses least, and what it lost. */
export const simplify: Command = {
  name: 'simplify',
  summary: 'an easier version that loses least of the music',
  usage: 'FILE --to GRADE',
  options: { to: 'text' },
  run: (args) => {
    const score = readScoreFile(positional(args, 'FILE')[0] ?? '');
    const wanted = wantedGrade(args);
    const easier = makeEasier(score, { points: wanted });
    const { grade, score: points } = plainGrade(easier.grade);
    const lost = easier.reductions.map(({ bar, tick, bars, what }) => ({
      bar: numberOfBar(score, bar),
      beat: beatOf(score, bar, tick),
      bars: bars.map((each) => numberOfBar(score, each)),
      what,
    }));
    const { total, ...parts } = easier.loss;
    const answer = {
      study: asDocument(easier.score),
      grade,
      score: points,
      lost,
      loss: rounded(total),
      lossOf: Object.fromEntries(Object.entries(parts).map(([part, share]) => [part, rounded(share)])),
      ...(easier.hurdle === undefined ? {} : { hurdle: easier.hurdle }),
    };
    const head = easier.hurdle
      ? `grade ${points.toFixed(1)}; ${wanted} is not reached, ${easier.hurdle.toLowerCase()} stand in the way`
      : `grade ${points.toFixed(1)}`;
    const sum = `${reductionsInWords(easier.reductions).join('; ') || 'nothing to give up'}. Lost: ${percent(total)} of the music (${Object.entries(
      parts,
    )
      .map(([part, share]) => `${part} ${percent(share)}`)
      .join(', ')}).`;
    return { json: answer, text: [head, sum, table(lost.map(lostRow))].join('\n') };
  },
};

function wantedGrade(args: Arguments): number {
  const wanted = Number(required(args, 'to'));
  if (wanted >= gradeRange.lowest && wanted <= gradeRange.highest) return wanted;
  return orRefuse(
    fail(
      `--to wants a grade from ${gradeRange.lowest} to ${gradeRange.highest}`,
      'Name a grade such as 3 or 3.5',
    ),
  );
}

const lostRow = ({
  bar,
  beat,
  bars,
  what,
}: {
  bar: number;
  beat: number;
  bars: readonly number[];
  what: string;
}) => [
  `bar ${bar}`,
  `beat ${Math.round(beat * 100) / 100}`,
  what,
  bars.length > 1 ? `so in ${bars.length} bars` : '',
];
const beatOf = (score: Score, bar: number, tick: number): number =>
  beatAt(score.bars[bar]?.metre ?? { beats: 4, unit: 4 }, tick);
const rounded = (share: number): number => Math.round(share * 1000) / 1000;
const percent = (share: number): string => `${Math.round(share * 100)} %`;
