import { fail } from '@jocund/core/fault';
import { gradeScore, reductionsInWords, simplify } from '@jocund/core/grading';
import { mediumHand } from '@jocund/core/hands';
import type { Tune } from '@jocund/core/melody';
import { asDocument } from '@jocund/core/score/document';
import { plainTune, restyleSteps, tuneAlone, usualCloseness, type Closeness } from '@jocund/core/style';
import { orRefuse, positional, wholeNumber, type Command } from '../command.ts';
import { readFile } from '../files.ts';
import { finished } from '../finished.ts';
import { fingeringOf, fingeringOptions, fingeringUsage } from '../hand.ts';
import { mannerOf } from '../manner.ts';

const closenesses: readonly Closeness[] = [1, 2, 3, 4, 5];

/** `style-apply`: a tune as a player might play it. */
export const styleApply: Command = {
  name: 'style-apply',
  summary: 'a tune as another player might play it',
  usage: `PROFILE FILE [--grade N] [--closeness 1 to 5] [--seed N] ${fingeringUsage}; PROFILE as for style-check, FILE a piece or a tune in any format`,
  options: { grade: 'text', closeness: 'text', seed: 'text', ...fingeringOptions },
  run: (args) => {
    const [profile = '', file = ''] = positional(args, 'PROFILE', 'FILE');
    const manner = mannerOf(profile);
    const most = args.text('grade') === undefined ? undefined : wholeNumber(args, 'grade', 4, 1, 8);
    const wanted = wholeNumber(args, 'closeness', usualCloseness, 1, 5);
    const arrangements = finished(
      restyleSteps(tuneIn(file), manner.pieces, {
        hand: fingeringOf(args).hand ?? mediumHand,
        player: manner.name,
        pool: manner.pieces,
        closeness: closenesses.find((each) => each === wanted) ?? usualCloseness,
        seed: wholeNumber(args, 'seed', 1, 1, 1_000_000),
      }),
    ).map((each) => {
      const easier = most === undefined ? undefined : simplify(each.score, { points: most });
      const study = easier?.score ?? each.score;
      return { ...each, score: study, grade: gradeScore(study), given: easier?.reductions ?? [] };
    });
    const [first] = arrangements;
    if (!first)
      return orRefuse(
        fail(
          `There is no tune, or it has no place in a tuning of ${manner.name}’s`,
          'Write some melody, or measure a profile from pieces in a tuning that ships with Jocund',
        ),
      );
    const plain = (each: (typeof arrangements)[number]) => ({
      study: asDocument(each.score),
      distance: Number(each.distance.toFixed(3)),
      grade: each.grade.points,
      cost: Number(each.costMm.toFixed(1)),
      choices: each.choices,
      proposed: each.proposed,
      lost: reductionsInWords(each.given),
    });
    return {
      json: { ...plain(first), others: arrangements.slice(1).map(plain) },
      text: arrangements
        .map(({ distance, grade, costMm, choices }) =>
          [
            `${Math.round(distance * 100)} % apart from ${manner.name}, grade ${grade.points.toFixed(1)}, ${costMm.toFixed(0)} mm for the hands`,
            ...choices.map((line) => `  ${line}`),
          ].join('\n'),
        )
        .join('\n'),
    };
  },
};

/** The tune of a piece, or of a file that has no strings and frets. */
function tuneIn(file: string): Tune {
  const { content } = readFile(file);
  return content.kind === 'score' ? plainTune(content.score) : tuneAlone(content.tune);
}
