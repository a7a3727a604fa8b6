import { existsSync, readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { fail } from '@jocund/core/fault';
import { gradeScore, reductionsInWords, simplify } from '@jocund/core/grading';
import { mediumHand } from '@jocund/core/hands';
import { numberOfBar, type Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import {
  checkStyle,
  compareManners,
  distanceOf,
  evidenceOf,
  openStyle,
  profileOf,
  restyleSteps,
  stepWords,
  styleCard,
  styleDocument,
  traitDistances,
  type ComparedTrait,
  type PieceEvidence,
  type ProfileTrait,
} from '@jocund/core/style';
import { orRefuse, positional, required, table, wholeNumber, UsageError, type Command } from '../command.ts';
import { readScoreFile } from '../files.ts';
import { finished } from '../finished.ts';
import { fingeringOf, fingeringOptions, fingeringUsage } from '../hand.ts';

/** `style`: a manner measured from pieces, trait by trait. */
export const style: Command = {
  name: 'style',
  summary: 'a player’s manner, measured from pieces',
  usage: 'FILE…',
  options: {},
  run: (args) => {
    if (args.positionals.length === 0) throw new UsageError('wants FILE…, was given none');
    const scores = args.positionals.map(readScoreFile);
    const pieces = scores.map((score) => evidenceOf(score));
    const profile = profileOf(pieces);
    const name = scores.map(({ player }) => player).find((player) => player !== '') ?? '';
    const card = styleCard(profile);
    return {
      json: {
        name,
        pieces: profile.pieces,
        bars: profile.bars,
        card,
        traits: profile.traits.map((trait) => plainTrait(trait, scores)),
        profile: styleDocument(name, pieces),
      },
      text: [
        `${name || 'These pieces'}: ${profile.pieces} pieces, ${profile.bars} bars`,
        ...card.map((line) => `  ${line}`),
        table(profile.traits.map(traitRow)),
      ].join('\n'),
    };
  },
};

const round = (value: number, digits = 3): number => Number(value.toFixed(digits));
const percent = (share: number): string => `${Math.round(share * 100)} %`;

const plainTrait = ({ trait, count, pieces, values, mean }: ProfileTrait, scores: readonly Score[]) => ({
  id: trait.id,
  group: trait.group,
  name: trait.name,
  counts: trait.counts,
  count,
  pieces,
  ...(mean
    ? { unit: trait.unit, mean: round(mean.value), low: round(mean.low), high: round(mean.high) }
    : {}),
  values: values.map(({ name, value, low, high, examples }) => ({
    value: name,
    share: round(value),
    low: round(low),
    high: round(high),
    examples: examples.flatMap(({ piece, bar }) => {
      const score = scores[piece];
      return score ? [{ piece: score.title, bar: numberOfBar(score, bar) }] : [];
    }),
  })),
});

const mostShown = 3;

const traitRow = ({ trait, count, values, mean }: ProfileTrait): string[] => [
  trait.name,
  mean
    ? `${round(mean.value, 2)} ${trait.unit ?? ''} (${round(mean.low, 2)} to ${round(mean.high, 2)})`
    : values
        .slice(0, mostShown)
        .map(({ name, value }) => `${name} ${percent(value)}`)
        .join(', '),
  `${count} ${trait.counts}`,
];

/** `style-compare`: two manners beside each other, what tells them apart most first. */
export const styleCompare: Command = {
  name: 'style-compare',
  summary: 'two manners beside each other, by trait',
  usage: 'A B, each what `style --json` printed, or scores parted by commas',
  options: {},
  run: (args) => {
    const [a = '', b = ''] = positional(args, 'A', 'B');
    const [one, other] = [mannerOf(a), mannerOf(b)];
    const pool = [...one.pieces, ...other.pieces];
    const compared = compareManners({ one: one.pieces, other: other.pieces }, { pool });
    const distance = distanceOf(traitDistances(one.pieces, other.pieces, { pool }));
    return {
      json: {
        one: one.name,
        other: other.name,
        distance: round(distance),
        traits: compared.map(plainCompared),
      },
      text: [
        `${one.name} and ${other.name}: ${percent(distance)} apart over all`,
        table(compared.map(comparedRow)),
      ].join('\n'),
    };
  },
};

/** `style-check`: a piece held against a player. */
export const styleCheck: Command = {
  name: 'style-check',
  summary: 'how near a piece is to a player, what strays and where',
  usage: 'FILE --profile A, what `style --json` printed, or scores parted by commas',
  options: { profile: 'text' },
  run: (args) => {
    const score = readScoreFile(positional(args, 'FILE')[0] ?? '');
    const manner = mannerOf(required(args, 'profile'));
    const check = checkStyle(score, manner.pieces, { pool: [...manner.pieces, evidenceOf(score)] });
    const { distance, own, isNear, strays } = check;
    const spread = own
      ? `; pieces after ${manner.name} lie ${percent(own.nearest)} to ${percent(own.furthest)} from each other`
      : '';
    return {
      json: {
        player: manner.name,
        distance: round(distance),
        ...(own ? { own: { nearest: round(own.nearest), furthest: round(own.furthest) }, isNear } : {}),
        strays: strays.map(({ trait, apart, usual, here, theirs, bars, step }) => ({
          id: trait.id,
          name: trait.name,
          apart: round(apart),
          usual: round(usual),
          here: plainTrait(here, []).values,
          theirs: plainTrait(theirs, []).values,
          bars: bars.map((bar) => numberOfBar(score, bar)),
          ...(step ? { step } : {}),
        })),
      },
      text: [
        `${percent(distance)} apart from ${manner.name}${spread}.`,
        strays.length === 0
          ? 'Nothing strays.'
          : table(
              strays.map(({ trait, here, theirs, bars, step }) => [
                trait.name,
                `here ${traitRow(here)[1] ?? ''}`,
                `theirs ${traitRow(theirs)[1] ?? ''}`,
                bars.length > 0 ? `bars ${bars.map((bar) => numberOfBar(score, bar)).join(', ')}` : '',
                step ? stepWords(step) : '',
              ]),
            ),
      ].join('\n'),
    };
  },
};

/** `style-apply`: a tune as a player might play it. */
export const styleApply: Command = {
  name: 'style-apply',
  summary: 'a piece’s tune as another player might play it',
  usage: `PROFILE FILE [--grade N] [--seed N] ${fingeringUsage}; PROFILE as for style-check`,
  options: { grade: 'text', seed: 'text', ...fingeringOptions },
  run: (args) => {
    const [profile = '', file = ''] = positional(args, 'PROFILE', 'FILE');
    const manner = mannerOf(profile);
    const score = readScoreFile(file);
    const most = args.text('grade') === undefined ? undefined : wholeNumber(args, 'grade', 4, 1, 8);
    const arrangements = finished(
      restyleSteps(score, manner.pieces, {
        hand: fingeringOf(args).hand ?? mediumHand,
        player: manner.name,
        pool: [...manner.pieces, evidenceOf(score)],
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
    return {
      json: {
        study: asDocument(first.score),
        distance: round(first.distance),
        grade: first.grade.points,
        cost: round(first.costMm, 1),
        choices: first.choices,
        lost: reductionsInWords(first.given),
        others: arrangements.slice(1).map((each) => ({
          study: asDocument(each.score),
          distance: round(each.distance),
          grade: each.grade.points,
          cost: round(each.costMm, 1),
          choices: each.choices,
        })),
      },
      text: arrangements
        .map(({ distance, grade, costMm, choices }) =>
          [
            `${percent(distance)} apart from ${manner.name}, grade ${grade.points.toFixed(1)}, ${costMm.toFixed(0)} mm for the hands`,
            ...choices.map((line) => `  ${line}`),
          ].join('\n'),
        )
        .join('\n'),
    };
  },
};

interface Manner {
  readonly name: string;
  readonly pieces: readonly PieceEvidence[];
}

/** A measured style, or scores measured now. */
function mannerOf(argument: string): Manner {
  const single = existsSync(argument) ? measuredIn(argument) : undefined;
  if (single) return single;
  const scores = argument.split(',').map(readScoreFile);
  const player = scores.map((score) => score.player).find((each) => each !== '');
  return { name: player ?? basename(argument), pieces: scores.map((score) => evidenceOf(score)) };
}

function measuredIn(file: string): Manner | undefined {
  const text = readFileSync(file, 'utf8');
  if (!text.includes('jocund-style')) return undefined;
  try {
    const read: unknown = JSON.parse(text);
    const profile = typeof read === 'object' && read !== null && 'profile' in read ? read.profile : read;
    return orRefuse(openStyle(profile));
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return orRefuse(
      fail(`${basename(file)} is no readable JSON`, 'Measure the pieces anew with `jocund style`'),
    );
  }
}

const plainCompared = ({ trait, statistic, distance, apart, values, means }: ComparedTrait) => ({
  id: trait.id,
  name: trait.name,
  statistic,
  distance: round(distance.value),
  low: round(distance.low),
  high: round(distance.high),
  unit: trait.values === 'kinds' ? 'bits' : trait.unit,
  apart: round(apart),
  ...(means ? { one: round(means.one), other: round(means.other) } : {}),
  values: values.map(({ name, one, other, difference }) => ({
    value: name,
    one: round(one),
    other: round(other),
    difference: round(difference.value),
    low: round(difference.low),
    high: round(difference.high),
  })),
});

const comparedRow = ({ trait, apart, values, means }: ComparedTrait): string[] => [
  percent(apart),
  trait.name,
  means
    ? `${round(means.one, 2)} and ${round(means.other, 2)} ${trait.unit ?? ''}`
    : values
        .slice(0, 2)
        .map(({ name, one, other }) => `${name} ${percent(one)} and ${percent(other)}`)
        .join(', '),
];
