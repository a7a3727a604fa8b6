import {
  defaultFretCount,
  defaultScaleMm,
  kilograms,
  neckPull,
  openMidiLowToHigh,
  parseGauges,
  parseTuning,
  planRetuning,
  tuningRemarks,
  tuningTable,
  type NeckPull,
  type RetuningPlan,
  type StringRetuning,
  type Tuning,
  type TuningReference,
} from '@jocund/core/instrument';
import { mediumHand } from '@jocund/core/hands';
import { fretsText, openStringsName, retuningTemplate, type RetuningTemplate } from '@jocund/core/shapes';
import {
  decimalNumber,
  orRefuse,
  positional,
  required,
  table,
  wholeNumber,
  type Arguments,
  type Command,
} from '../command.ts';

/** `tune`: the way from one tuning to another. */
export const tune: Command = {
  name: 'tune',
  summary: 'the way from one tuning to another, string by string',
  usage:
    '--from TUNING --to TUNING [--whole N] [--a4-from HZ] [--a4-to HZ] [--scale-mm N] [--gauges light|12,16,24w,32w,42w,53w]',
  options: {
    from: 'text',
    to: 'text',
    whole: 'text',
    'a4-from': 'text',
    'a4-to': 'text',
    'scale-mm': 'text',
    gauges: 'text',
  },
  run: (args) => {
    positional(args);
    const from = tuningAt(args, 'from', 0);
    const to = tuningAt(args, 'to', wholeNumber(args, 'whole', 0, -7, 5));
    const plan = planRetuning(from, to);
    const scaleMm = wholeNumber(args, 'scale-mm', defaultScaleMm, 400, 800);
    const gauges = args.text('gauges');
    const pull = gauges === undefined ? undefined : neckPull(plan, orRefuse(parseGauges(gauges)), scaleMm);
    const template = retuningTemplate(from, to, { scaleMm, fretCount: defaultFretCount }, mediumHand);
    const remarks = tuningRemarks(to);
    return {
      json: toJson(plan, pull, template, remarks),
      text: toText(plan, pull, template, remarks),
    };
  },
};

function tuningAt(args: Arguments, option: 'from' | 'to', wholeSemitones: number): Tuning {
  const tuning = orRefuse(parseTuning(required(args, option)));
  return {
    ...tuning,
    ...(wholeSemitones === 0 ? {} : { wholeSemitones }),
    a4Hz: decimalNumber(args, `a4-${option}`, 440, 390, 490),
  };
}

const round = (value: number, digits: number) => Number(value.toFixed(digits));

const toJson = (
  { strings, order, passes }: RetuningPlan,
  pull: NeckPull | undefined,
  template: RetuningTemplate | undefined,
  remarks: readonly string[],
) => ({
  strings: strings.map((step) => ({
    ...step,
    ...tensionsOf(step, pull),
    reference: step.reference && plainReference(step.reference),
  })),
  order,
  passes,
  ...(template
    ? { template: { frets: fretsText(template.frets), aboveSemitones: template.aboveSemitones } }
    : {}),
  ...(pull ? { pull: pullJson(pull) } : {}),
  ...(remarks.length > 0 ? { remarks } : {}),
});

/** `tensionN` is the tension at the goal; known when gauges are given. */
function tensionsOf({ string }: StringRetuning, pull: NeckPull | undefined) {
  const found = pull?.strings.find((each) => each.string === string);
  return found ? { tensionN: round(found.afterN, 2), tensionBeforeN: round(found.beforeN, 2) } : {};
}

const pullJson = ({ beforeN, afterN }: NeckPull) => ({
  beforeN: round(beforeN, 1),
  afterN: round(afterN, 1),
  beforeKg: round(kilograms(beforeN), 2),
  afterKg: round(kilograms(afterN), 2),
});

/** `ownFret` is named only where the string being tuned is itself fretted. */
const plainReference = ({ string, fret, relation, ownFret }: TuningReference) => ({
  string,
  fret,
  relation,
  ...(ownFret > 0 ? { ownFret } : {}),
});

function toText(
  { strings, order, passes }: RetuningPlan,
  pull: NeckPull | undefined,
  template: RetuningTemplate | undefined,
  remarks: readonly string[],
): string {
  if (order.length === 0) return 'Nothing to turn: the two tunings are the same.';
  const rows = order.flatMap((string, index) => {
    const step = strings.find((each) => each.string === string);
    return step ? [[`${index + 1}.`, ...stepCells(step, pull)]] : [];
  });
  const met = passes.map(({ afterString, name }) => `After string ${afterString} the guitar is in ${name}.`);
  return [
    table(rows),
    ...met,
    ...(template
      ? [
          `To hear it first: ${fretsText(template.frets)} in the tuning you are in sounds ${template.aboveSemitones === 0 ? 'the goal' : 'the goal an octave higher'}.`,
        ]
      : []),
    ...(pull
      ? [
          `Pull on the neck ${kilograms(pull.afterN).toFixed(1)} kg, was ${kilograms(pull.beforeN).toFixed(1)} kg.`,
        ]
      : []),
    ...remarks.map((remark) => `Mind: ${remark}.`),
    'Check all strings again: the tension of one moves the others.',
  ].join('\n');
}

function stepCells(step: StringRetuning, pull: NeckPull | undefined): string[] {
  const found = pull?.strings.find(({ string }) => string === step.string);
  const sign = step.cents > 0 ? '+' : '−';
  const turn =
    step.cents === step.semitones * 100
      ? `${sign}${Math.abs(step.semitones)}`
      : `${sign}${Math.abs(Math.round(step.cents))} cents`;
  return [
    `string ${step.string}`,
    step.from === step.to ? step.to : `${step.from} → ${step.to}`,
    turn,
    describeReference(step.reference),
    found
      ? `${kilograms(found.afterN).toFixed(1)} kg, was ${kilograms(found.beforeN).toFixed(1)}`
      : `tension ×${step.tensionRatio.toFixed(3)}`,
    step.caution ?? '',
  ];
}

function describeReference(reference: TuningReference | null): string {
  if (!reference) return 'by a tuner: no string is right yet';
  const own = reference.ownFret > 0 ? `its fret ${reference.ownFret} ` : '';
  const place = reference.fret === 0 ? 'open' : `fret ${reference.fret}`;
  return `${own}${reference.relation} with string ${reference.string} ${place}`;
}

/** `tunings`: what ships, with the chord the open strings spell. */
export const tunings: Command = {
  name: 'tunings',
  summary: 'every known tuning and what its open strings spell',
  usage: '',
  options: {},
  run: (args) => {
    positional(args);
    const known = tuningTable.map((shipped) => ({
      ...shipped,
      midi: openMidiLowToHigh(shipped),
      openStringsChord: openStringsName(shipped),
    }));
    return {
      json: known,
      text: table(
        known.map(({ id, name, pitches, openStringsChord }) => [
          id,
          name,
          pitches.join(' '),
          openStringsChord ?? '–',
        ]),
      ),
    };
  },
};
