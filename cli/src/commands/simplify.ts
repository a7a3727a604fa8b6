import { fail } from '@jocund/core/fault';
import {
  easierPlaces,
  gradeRange,
  reductionsInWords,
  simplify as makeEasier,
  tuneOctavesInWords,
  type EasierPlace,
} from '@jocund/core/grading';
import { standardTuning, tuningTable } from '@jocund/core/instrument';
import { keyText } from '@jocund/core/pitch';
import { beatAt, numberOfBar, type Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import { finished } from '@jocund/core/steps';
import { keyWords } from '@jocund/core/tuning-finder';
import { orRefuse, positional, required, table, type Arguments, type Command } from '../command.ts';
import { readScoreFile } from '../files.ts';
import { plainGrade } from './score.ts';

/** `simplify`: the easier version that loses least, and what it lost. */
export const simplify: Command = {
  name: 'simplify',
  summary: 'an easier version that loses least of the music',
  usage: 'FILE --to GRADE [--elsewhere]',
  options: { to: 'text', elsewhere: 'flag' },
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
    const places = args.flag('elsewhere') ? finished(easierPlaces(score, everywhere)) : undefined;
    const { total, ...parts } = easier.loss;
    const answer = {
      study: asDocument(easier.score),
      grade,
      score: points,
      lost,
      loss: rounded(total),
      lossOf: Object.fromEntries(Object.entries(parts).map(([part, share]) => [part, rounded(share)])),
      ...(easier.hurdle === undefined ? {} : { hurdle: easier.hurdle }),
      ...(places ? { elsewhere: places.map(placeOf) } : {}),
    };
    const head = easier.hurdle
      ? `grade ${points.toFixed(1)}; ${wanted} is not reached, ${easier.hurdle.toLowerCase()} stand in the way`
      : `grade ${points.toFixed(1)}`;
    const sum = `${reductionsInWords(easier.reductions).join('; ') || 'nothing to give up'}. Lost: ${percent(total)} of the music (${Object.entries(
      parts,
    )
      .map(([part, share]) => `${part} ${percent(share)}`)
      .join(', ')}).`;
    return {
      json: answer,
      text: [head, sum, table(lost.map(lostRow)), ...(places ? [placesText(places)] : [])].join('\n'),
    };
  },
};

/** Every shipped tuning, low capos, every key. */
const everywhere = {
  tunings: tuningTable,
  today: standardTuning,
  maxCapo: 5,
  maxTranspose: 6,
  limit: 12,
} as const;

const placeOf = ({ grade, found, tuneOctaves }: EasierPlace) => ({
  tuning: found.tuning.name,
  capo: found.capo,
  transpose: found.transpose,
  tuneOctaves,
  shapeKey: keyText(found.shapeKey),
  score: plainGrade(grade).score,
});

const placesText = (places: readonly EasierPlace[]): string =>
  places.length === 0
    ? 'No place on the guitar where every note is easier.'
    : [
        'Every note elsewhere:',
        table(
          places.map(({ grade, found, tuneOctaves }) => [
            plainGrade(grade).score.toFixed(1),
            found.tuning.name,
            keyWords(found),
            tuneOctaves === 0 ? '' : tuneOctavesInWords(tuneOctaves),
          ]),
        ),
      ].join('\n');

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
