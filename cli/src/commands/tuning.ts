import {
  defaultScaleMm,
  type GaugeSet,
  openMidiLowToHigh,
  parseGauges,
  parseTuning,
  plainTensionN,
  planRetuning,
  type RetuningPlan,
  type StringRetuning,
  type TuningReference,
  tuningTable,
} from '@jocund/core/instrument';
import { openStringsName } from '@jocund/core/shapes';
import { orRefuse, positional, required, table, wholeNumber, type Command } from '../command.ts';

/** `tune`: the way from one tuning to another. */
export const tune: Command = {
  name: 'tune',
  summary: 'the way from one tuning to another, string by string',
  usage: '--from TUNING --to TUNING [--scale-mm N] [--gauges 12,16,24w,32w,42w,53w]',
  options: { from: 'text', to: 'text', 'scale-mm': 'text', gauges: 'text' },
  run: (args) => {
    positional(args);
    const plan = planRetuning(
      orRefuse(parseTuning(required(args, 'from'))),
      orRefuse(parseTuning(required(args, 'to'))),
    );
    const scaleMm = wholeNumber(args, 'scale-mm', defaultScaleMm, 400, 800);
    const gauges = args.text('gauges');
    const set = gauges === undefined ? undefined : orRefuse(parseGauges(gauges));
    return { json: toJson(plan, (step) => tensionOf(step, scaleMm, set)), text: toText(plan) };
  },
};

/** Newtons at the target pitch; known for plain strings only, and when gauges are given. */
function tensionOf(
  { string, frequencyHz }: StringRetuning,
  scaleMm: number,
  set: GaugeSet | undefined,
): number | undefined {
  const gauge = set?.get(string);
  return gauge && plainTensionN(gauge, scaleMm, frequencyHz);
}

const toJson = (
  { strings, order, passes }: RetuningPlan,
  tensionN: (step: StringRetuning) => number | undefined,
) => ({
  strings: strings.map((step) => ({
    ...step,
    tensionN: tensionN(step),
    reference: step.reference && plainReference(step.reference),
  })),
  order,
  passes,
});

/** `ownFret` is named only where the string being tuned is itself fretted. */
const plainReference = ({ string, fret, relation, ownFret }: TuningReference) => ({
  string,
  fret,
  relation,
  ...(ownFret > 0 ? { ownFret } : {}),
});

function toText({ strings, order }: RetuningPlan): string {
  if (order.length === 0) return 'Nothing to turn: the two tunings are the same.';
  const rows = order.map((string, index) => {
    const step = strings.find((each) => each.string === string);
    if (!step) return [];
    const turn = `${step.semitones > 0 ? '+' : '−'}${Math.abs(step.semitones)}`;
    return [
      `${index + 1}.`,
      `string ${string}`,
      `${step.from} → ${step.to}`,
      turn,
      describeReference(step.reference),
      `tension ×${step.tensionRatio.toFixed(3)}`,
      step.caution ?? '',
    ];
  });
  return `${table(rows)}\nCheck all strings again: the tension of one moves the others.`;
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
