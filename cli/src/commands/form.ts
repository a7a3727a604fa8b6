import { checkForm, formTable, numeralsOf, parseForm, writeChords } from '@jocund/core/form';
import { mediumHand } from '@jocund/core/hands';
import { parseKey } from '@jocund/core/pitch';
import { blankScore, type Score } from '@jocund/core/score';
import { asDocument } from '@jocund/core/score/document';
import { symbolOfNumeral } from '@jocund/core/shapes';
import { applyThumb } from '@jocund/core/thumb';
import {
  orRefuse,
  positional,
  required,
  UsageError,
  type Answer,
  type Arguments,
  type Command,
} from '../command.ts';
import { readScoreFile } from '../files.ts';

/** `form`: what a piece has otherwise than its form; or the bars of a form in a key, as a score. */
export const form: Command = {
  name: 'form',
  summary: 'what a piece has otherwise than its form, or a form in a key as a score',
  usage: '(FILE [--template NAME] | --template NAME --key K)',
  options: { template: 'text', key: 'text' },
  run: (args) => (args.text('key') === undefined ? findings(args) : laid(args)),
};

/** Numerals by the name of a form in the table, or written out. */
function numeralsNamed(name: string): string {
  const plan = formTable.find(({ id }) => id === name);
  if (plan) return numeralsOf(plan);
  if (/^[\w-]+$/.test(name) && !parseForm(name).ok)
    throw new UsageError(
      `--template is one of ${formTable.map(({ id }) => id).join(', ')}, or numerals such as "I IV V I", not “${name}”`,
    );
  orRefuse(parseForm(name));
  return name;
}

function findings(args: Arguments): Answer {
  const [file = ''] = positional(args, 'FILE');
  const template = args.text('template');
  const score = readScoreFile(file);
  const checked = checkForm(template === undefined ? score : { ...score, form: numeralsNamed(template) });
  const { form: numerals, name, isGuessed, remarks } = checked;
  const what = numerals === undefined ? 'no form fits' : `${name ?? numerals}${isGuessed ? ', guessed' : ''}`;
  return {
    json: { form: numerals ?? null, name: name ?? null, isGuessed, findings: checked.findings, remarks },
    text: [
      what,
      ...checked.findings.map(({ message, remedy }) => `${message}. ${remedy}.`),
      ...remarks.map(({ words, where }) => `${words}: ${where}.`),
    ].join('\n'),
  };
}

function laid(args: Arguments): Answer {
  positional(args);
  const numerals = numeralsNamed(required(args, 'template'));
  const key = orRefuse(parseKey(args.text('key') ?? ''));
  const bars = orRefuse(parseForm(numerals));
  const blank: Score = {
    ...blankScore({ title: `A form in ${key.tonic}`, barCount: bars.length }),
    key,
    form: numerals,
  };
  let given = 0;
  const writing = { hand: mediumHand, newId: () => `form-${(given += 1)}` };
  const written = bars.reduce<Score>(
    (score, bar, index) => orRefuse(writeChords(score, index, bar, writing)),
    blank,
  );
  const symbols = bars.map(({ chords }) =>
    chords.map(({ numeral }) => orRefuse(symbolOfNumeral(numeral, key))).join(' '),
  );
  const lines = symbols.map((symbol, index) => (index > 0 && index % 4 === 0 ? `| ${symbol}` : symbol));
  return { json: asDocument(applyThumb(written)), text: lines.join('  ') };
}
