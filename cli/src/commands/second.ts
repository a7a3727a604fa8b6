import { fail } from '@jocund/core/fault';
import { parseTuning } from '@jocund/core/instrument';
import { keyText } from '@jocund/core/pitch';
import { numberOfBar, type Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import {
  canPlayTogether,
  findingLine,
  rhythmTable,
  secondParts,
  twoGuitarFindings,
  type SecondPart,
  type TwoGuitarFinding,
} from '@jocund/core/two-guitars';
import {
  choice,
  orRefuse,
  positional,
  table,
  wholeNumber,
  type Answer,
  type Arguments,
  type Command,
} from '../command.ts';
import { finished } from '@jocund/core/steps';
import { readScoreFile } from '../files.ts';
import { handOf } from '../hand.ts';

const textures = ['chords', 'pairs', 'line'] as const;
const rhythms = rhythmTable.map(({ id }) => id);
const highestCapo = 7;

/** `second`: a part for a second guitar, or how a part that is there stands to the first. */
export const second: Command = {
  name: 'second',
  summary: 'parts for a second guitar, or where two guitars rub',
  usage: `FILE [--texture ${textures.join('|')}] [--rhythm ${rhythms.join('|')}] [--tuning T] [--capo N] [--limit N] [--hand small|medium|large] [--thumb-over] | FILE --with SECOND`,
  options: {
    texture: 'text',
    rhythm: 'text',
    tuning: 'text',
    capo: 'text',
    limit: 'text',
    hand: 'text',
    'thumb-over': 'flag',
    with: 'text',
  },
  run: (args) => {
    const [file = ''] = positional(args, 'FILE');
    const first = readScoreFile(file);
    const other = args.text('with');
    return other === undefined ? made(first, args) : judged(first, readScoreFile(other), other);
  },
};

function judged(first: Score, other: Score, file: string): Answer {
  if (!canPlayTogether(first, other))
    return orRefuse(
      fail(
        'the two do not have the same bars in the same order',
        'Give both the same lengths of bars, repeats and order',
        { file },
      ),
    );
  const findings = twoGuitarFindings(first, other);
  return {
    json: { findings: findings.map((each) => findingJson(first, each)) },
    text:
      findings.length === 0
        ? 'They leave each other room: no half step, no third twice.'
        : findings.map((each) => findingLine(first, each)).join('\n'),
  };
}

function made(first: Score, args: Arguments): Answer {
  const capo = args.text('capo') === undefined ? undefined : wholeNumber(args, 'capo', 0, 0, highestCapo);
  const parts = finished(
    secondParts(first, {
      texture: choice(args, 'texture', textures, 'chords'),
      rhythm: args.text('rhythm') === undefined ? undefined : choice(args, 'rhythm', rhythms, ''),
      tuning: orRefuse(parseTuning(args.text('tuning') ?? 'standard')),
      capos: capo === undefined ? Array.from({ length: highestCapo + 1 }, (_, fret) => fret) : [capo],
      hand: handOf(args),
      limit: wholeNumber(args, 'limit', 3, 1, highestCapo + 1),
    }),
  );
  if (parts.length === 0)
    return orRefuse(
      fail(
        'no chord of the piece can be played by a second guitar',
        'Lay grips in its bars first, or try another capo',
      ),
    );
  return { json: parts.map((part) => partJson(first, part)), text: partsText(parts) };
}

const partJson = (first: Score, part: SecondPart) => ({
  capo: part.score.capo,
  key: keyText(part.score.key),
  cost: part.mm,
  strokes: part.strokes,
  withTune: part.withTune,
  grips: part.grips,
  findings: part.findings.map((each) => findingJson(first, each)),
  silentBars: part.silent.map((bar) => numberOfBar(first, bar)),
  study: asDocument(part.score),
});

const findingJson = (first: Score, { kind, bar, tick, words }: TwoGuitarFinding) => ({
  kind,
  bar: numberOfBar(first, bar),
  tick,
  words,
});

const partsText = (parts: readonly SecondPart[]): string =>
  table(
    parts.map(({ score, mm, strokes, withTune, grips, findings }, index) => [
      `${index + 1}.`,
      score.capo === 0 ? 'no capo' : `capo ${score.capo}`,
      `grips of ${keyText(score.key)}`,
      `${grips} to learn`,
      `${strokes} strokes, ${withTune} with the tune`,
      `${mm} mm`,
      findings.length === 0 ? 'nothing rubs' : `close in ${findings.length} places`,
    ]),
  );
