import { numberOfBar } from '@jocund/core/score';
import { writeFingers, fingerScore } from '@jocund/core/fingering';
import { leftOutWords, LeftOutList, type LeftOut } from '@jocund/core/formats/reading';
import { mediumHand } from '@jocund/core/hands';
import { defaultFretCount, defaultScaleMm, parseTuning, type Instrument } from '@jocund/core/instrument';
import { fitTuneSteps, tuneOfScore, type Tune } from '@jocund/core/melody';
import type { Score } from '@jocund/core/score';
import {
  UsageError,
  orRefuse,
  positional,
  required,
  wholeNumber,
  type Arguments,
  type Command,
} from '../command.ts';
import { finished } from '@jocund/core/steps';
import { readFile } from '../files.ts';
import { fingeringOf, fingeringOptions, fingeringUsage } from '../hand.ts';

/** `fit`: the pitches of any file on the strings of a guitar, with both hands' fingers. */
export const fit: Command = {
  name: 'fit',
  summary: 'pitches of a file laid on strings and frets, with both hands’ fingers',
  usage: `FILE --tuning TUNING [--capo N] [--transpose N|auto] [--thumb PATTERN] ${fingeringUsage}`,
  options: { tuning: 'text', capo: 'text', transpose: 'text', thumb: 'text', ...fingeringOptions },
  run: (args) => {
    const { content, leftOut } = readFile(positional(args, 'FILE')[0] ?? '');
    const tune = content.kind === 'tune' ? content.tune : tuneOfScore(content.score);
    const { score, transposed, lost } = fitFrom(tune, args, instrumentOf(args));
    const fingering = fingerScore(score, fingeringOf(args));
    const answer = {
      study: writeFingers(fingering),
      transposed,
      cost: Math.round(fingering.costMm * 10) / 10,
      leftOut: [...leftOut, ...lost],
    };
    const places = score.bars.map(
      ({ notes }, index) =>
        `bar ${numberOfBar(score, index)}  ${notes.map(({ voice, string, fret }) => `${voice === 'thumb' ? 't' : 'm'}${string}/${fret}`).join(' ')}`,
    );
    return {
      json: answer,
      text: [
        ...places,
        `transposed ${transposed}, cost ${answer.cost} mm`,
        ...answer.leftOut.map(leftOutWords),
      ].join('\n'),
    };
  },
};

const instrumentOf = (args: Arguments): Instrument => ({
  tuning: orRefuse(parseTuning(required(args, 'tuning'))),
  capo: wholeNumber(args, 'capo', 0, 0, 12),
  scaleMm: defaultScaleMm,
  fretCount: defaultFretCount,
});

/** Lays a tune on an instrument as the options say. */
export function fitFrom(
  tune: Tune,
  args: Arguments,
  instrument: Instrument,
): { readonly score: Score; readonly transposed: number; readonly lost: LeftOut[] } {
  const { hand = mediumHand, school } = fingeringOf(args);
  const lost = new LeftOutList();
  const steps = fitTuneSteps(
    tune,
    { instrument, hand, school, transpose: transposeOf(args), thumbPattern: args.text('thumb') },
    lost.add.bind(lost),
  );
  const { score, transposed } = orRefuse(finished(steps));
  return { score, transposed, lost: lost.all() };
}

function transposeOf(args: Arguments): number | 'auto' {
  const text = args.text('transpose') ?? '0';
  if (text === 'auto') return 'auto';
  const value = Number(text);
  if (!Number.isInteger(value) || Math.abs(value) > 24)
    throw new UsageError(`--transpose wants a whole number from -24 to 24, or auto, not “${text}”`);
  return value;
}
