import { checkWithFingers } from '@jocund/core/checking';
import { writeFingers, type FingeredMoment } from '@jocund/core/fingering';
import { numberOfBar, beatAt, type Score } from '@jocund/core/score';
import { positional, table, type Command } from '../command.ts';
import { readScoreFile } from '../files.ts';
import { fingeringOf, fingeringOptions, fingeringUsage } from '../hand.ts';
import { plainFinding } from './score.ts';

/** `finger`: the easiest fingers of both hands for a whole score. */
export const finger: Command = {
  name: 'finger',
  summary: 'both hands’ fingers at the least cost, and what they cost',
  usage: `FILE ${fingeringUsage}`,
  options: fingeringOptions,
  run: (args) => {
    const score = readScoreFile(positional(args, 'FILE')[0] ?? '');
    const { fingering, open } = checkWithFingers(score, fingeringOf(args));
    const { costMm, frettingMm, pickingMm, spanMaxMm, shifts, moments } = fingering;
    const answer = {
      study: writeFingers(fingering),
      cost: rounded(costMm),
      costFretting: rounded(frettingMm),
      costPicking: rounded(pickingMm),
      spanMaxMm: rounded(spanMaxMm),
      shifts: shifts.map(({ bar, tick, fromPosition, toPosition, wayMm }) => ({
        bar: numberOfBar(score, bar),
        beat: beatOf(score, bar, tick),
        fromPosition,
        toPosition,
        wayMm: rounded(wayMm),
      })),
      findings: open.map(plainFinding),
    };
    return {
      json: answer,
      text: `${table(moments.map((moment) => row(score, moment)))}\ncost ${answer.cost} mm (fretting ${answer.costFretting}, picking ${answer.costPicking}), widest reach ${answer.spanMaxMm} mm, shifts ${shifts.length}, queries ${open.length}`,
    };
  },
};

const rounded = (mm: number): number => Math.round(mm * 10) / 10;

const beatOf = (score: Score, bar: number, tick: number): number =>
  beatAt(score.bars[bar]?.metre ?? { beats: 4, unit: 4 }, tick);

/** One moment: where, each note with both fingers, and what it costs by name. */
function row(score: Score, { bar, tick, notes, fretting, picking }: FingeredMoment): string[] {
  const played = notes.map(
    ({ string, fret, finger: pressing, picking: digit, isUnplayed }) =>
      `${digit ?? ' '} ${string}/${fret}${isUnplayed ? ' unplayed' : pressing === null ? '' : ` (${pressing})`}`,
  );
  const costs = [...fretting, ...picking].map(({ name, mm }) => `${name} ${rounded(mm)}`);
  return [
    `bar ${numberOfBar(score, bar)}`,
    `beat ${beatOf(score, bar, tick)}`,
    played.join('  '),
    costs.join(', '),
  ];
}
