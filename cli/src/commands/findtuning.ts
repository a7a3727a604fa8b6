import { parseTuning, tuningTable, type Tuning } from '@jocund/core/instrument';
import { keyText } from '@jocund/core/pitch';
import { finished } from '@jocund/core/steps';
import { findTunings, keyWords, passageOf, type FoundTuning } from '@jocund/core/tuning-finder';
import { orRefuse, positional, table, wholeNumber, type Arguments, type Command } from '../command.ts';
import { readScoreFile } from '../files.ts';

/** `findtuning`: which tuning, capo and key a passage lies best in. */
export const findtuning: Command = {
  name: 'findtuning',
  summary: 'the tunings, capos and keys a passage lies best in',
  usage: 'FILE [--tunings LIST] [--max-capo N] [--max-transpose N] [--today TUNING] [--limit N]',
  options: {
    tunings: 'text',
    'max-capo': 'text',
    'max-transpose': 'text',
    today: 'text',
    limit: 'text',
  },
  run: (args) => {
    const score = readScoreFile(positional(args, 'FILE')[0] ?? '');
    const found = finished(
      findTunings(passageOf(score), {
        tunings: tuningsOf(args),
        today: orRefuse(parseTuning(args.text('today') ?? 'standard')),
        guitar: score,
        maxCapo: wholeNumber(args, 'max-capo', 7, 0, 12),
        maxTranspose: wholeNumber(args, 'max-transpose', 0, 0, 6),
        limit: wholeNumber(args, 'limit', 10, 1, 100),
      }),
    );
    return { json: found.map(toJson), text: toText(found) };
  },
};

/** Names or pitches parted by commas; all shipped tunings when none is named. */
const tuningsOf = (args: Arguments): readonly Tuning[] =>
  args
    .text('tunings')
    ?.split(',')
    .map((text) => orRefuse(parseTuning(text.trim()))) ?? tuningTable;

const round = (value: number, digits = 1) => Number(value.toFixed(digits));

const toJson = (found: FoundTuning) => ({
  tuning: { name: found.tuning.name, pitches: found.tuning.pitches },
  capo: found.capo,
  transpose: found.transpose,
  shapeKey: keyText(found.shapeKey),
  cost: round(found.costMm),
  terms: found.terms.map(({ name, mm }) => ({ name, mm: round(mm) })),
  retuningCost: round(found.retuningMm),
  unplayable: found.unplayable,
  openBassShare: round(found.openBassShare, 3),
  openMelodyShare: round(found.openMelodyShare, 3),
  maxSpanMm: round(found.maxSpanMm),
  shifts: found.shifts,
  reasons: found.reasons,
});

const toText = (found: readonly FoundTuning[]): string =>
  table(
    found.map((each, index) => [
      `${index + 1}.`,
      each.tuning.name,
      keyWords(each),
      `cost ${each.costMm.toFixed(1)}`,
      each.reasons.join('; '),
    ]),
  );
