import { numberOfBar, type Score } from '@jocund/core/score';
import {
  checkStyle,
  compareManners,
  distanceOf,
  evidenceOf,
  evidenceOfClaims,
  profileOf,
  stepWords,
  styleCard,
  styleDocument,
  traitDistances,
  typedClaims,
  type ComparedTrait,
  type ProfileTrait,
} from '@jocund/core/style';
import { orRefuse, positional, required, table, UsageError, type Command } from '../command.ts';
import { readScoreFile } from '../files.ts';
import { mannerOf } from '../manner.ts';

/** `style`: a manner measured from pieces and from what is said, trait by trait. */
export const style: Command = {
  name: 'style',
  summary: 'a player’s manner, measured from pieces and from what is said of it',
  usage:
    '[FILE…] [--say "TRAIT = KIND OR NUMBER, always, mostly, often, sometimes or never; …"] [--among A] [--name NAME]; A, whose kinds can be said, as for style-check',
  options: { say: 'text', among: 'text', name: 'text' },
  run: (args) => {
    const said = args.text('say');
    if (args.positionals.length === 0 && said === undefined)
      throw new UsageError('wants FILE… or --say, was given none');
    const scores = args.positionals.map(readScoreFile);
    const measured = scores.map((score) => evidenceOf(score));
    const among = args.text('among');
    const pool = [...measured, ...(among === undefined ? [] : mannerOf(among).pieces)];
    const claims = said === undefined ? [] : orRefuse(typedClaims(said, pool));
    const pieces = claims.length === 0 ? measured : [...measured, evidenceOfClaims(claims, pool)];
    const profile = profileOf(pieces);
    const name =
      args.text('name') ?? scores.map(({ player }) => player).find((player) => player !== '') ?? '';
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
        `${name || 'These pieces'}: ${profile.pieces} pieces, ${profile.bars} bars${claims.length > 0 ? ', and what is said' : ''}`,
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
