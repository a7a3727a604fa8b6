import { fail } from '@jocund/core/fault';
import { arrangeToGradeSteps, type GradedArrangement } from '@jocund/core/grading';
import { mediumHand } from '@jocund/core/hands';
import type { Tune } from '@jocund/core/melody';
import { asDocument } from '@jocund/core/score/document';
import {
  arrangementPlans,
  closenesses,
  isMuchAlike,
  mostArrangements,
  nearestFirst,
  plainTune,
  tuneAlone,
  usualCloseness,
  type PieceEvidence,
  type RestyleSettings,
} from '@jocund/core/style';
import { finished } from '@jocund/core/steps';
import { orRefuse, positional, wholeNumber, type Command } from '../command.ts';
import { readFile } from '../files.ts';
import { fingeringOf, fingeringOptions, fingeringUsage } from '../hand.ts';
import { mannerOf } from '../manner.ts';

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
    const settings: RestyleSettings = {
      hand: fingeringOf(args).hand ?? mediumHand,
      player: manner.name,
      pool: manner.pieces,
      closeness: closenesses.find((each) => each === wanted) ?? usualCloseness,
      seed: wholeNumber(args, 'seed', 1, 1, 1_000_000),
    };
    const arrangements = arrangementsOf(tuneIn(file), manner.pieces, settings, most);
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
      grade: each.points,
      cost: Number(each.costMm.toFixed(1)),
      choices: each.choices,
      proposed: each.proposed,
      lost: each.given,
    });
    return {
      json: { ...plain(first), others: arrangements.slice(1).map(plain) },
      text: arrangements
        .map(({ distance, points, costMm, choices }) =>
          [
            `${Math.round(distance * 100)} % apart from ${manner.name}, grade ${points.toFixed(1)}, ${costMm.toFixed(0)} mm for the hands`,
            ...choices.map((line) => `  ${line}`),
          ].join('\n'),
        )
        .join('\n'),
    };
  },
};

/** As many arrangements as may be, the player’s own guitars and the nearest first; those that come out alike are one. */
function arrangementsOf(
  tune: Tune,
  pieces: readonly PieceEvidence[],
  settings: RestyleSettings,
  points: number | undefined,
): GradedArrangement[] {
  const found: GradedArrangement[] = [];
  for (const plan of arrangementPlans(tune, pieces)) {
    const made = finished(arrangeToGradeSteps(tune, plan, pieces, settings, { points }));
    if (made && !found.some((other) => isMuchAlike(other.score, made.score))) found.push(made);
    if (found.length === mostArrangements) break;
  }
  return found.sort(nearestFirst);
}

/** The tune of a piece, or of a file that has no strings and frets. */
function tuneIn(file: string): Tune {
  const { content } = readFile(file);
  return content.kind === 'score' ? plainTune(content.score) : tuneAlone(content.tune);
}
