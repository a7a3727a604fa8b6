import {
  planRetuning,
  referenceWords,
  standardTuning,
  type StringRetuning,
  type Tuning,
} from '../instrument/index.ts';
import type { Score } from '../score/index.ts';
import { heading, headingHeight, type PageBlock } from './page-block.ts';
import { lineHeight, wrap } from './page-text.ts';
import { text, type Shape } from './shape.ts';

const size = 15;
const rowHeight = 26;
const column = 300;

/** The way from a tuning to the piece's: each turn in its order with what to match it to. Nothing for a piece that is in it. */
export function drawTuningPlan(
  from: Tuning,
  score: Score,
  shown: (name: string) => string,
  width: number,
): PageBlock[] {
  const { strings, order } = planRetuning(from, score.tuning);
  if (order.length === 0) return [];
  const steps = order.flatMap((string) => strings.find((each) => each.string === string) ?? []);
  const rows = steps.map((step, index): Shape[] => {
    const y = headingHeight + 16 + index * rowHeight;
    return [
      text(0, y, `${index + 1}`, { size: 18, face: 'serif', weight: 700, anchor: 'start' }),
      text(24, y, turnWords(step, shown), { size, face: 'narrow', weight: 700, anchor: 'start' }),
      text(column, y, matchWords(step), { size, face: 'narrow', anchor: 'start' }),
    ];
  });
  const cautions = [...new Set(steps.flatMap(({ caution }) => caution ?? []))].flatMap((each) =>
    wrap(each, width, size),
  );
  const below = headingHeight + 8 + steps.length * rowHeight;
  return [
    {
      height: below + cautions.length * lineHeight + 16,
      shapes: [
        heading(`Tune it, from ${from.name === standardTuning.name ? 'standard' : from.name}`),
        ...rows.flat(),
        ...cautions.map((words, index) =>
          text(0, below + 8 + index * lineHeight, words, { size, face: 'narrow', anchor: 'start' }),
        ),
      ],
    },
  ];
}

const turnWords = (
  { string, from, to, direction }: StringRetuning,
  shown: (name: string) => string,
): string => `string ${string} ${direction} from ${shown(from)} to ${shown(to)}`;

function matchWords({ string, reference }: StringRetuning): string {
  if (!reference) return 'by a tuner or a tuning fork';
  const [other, own] = referenceWords(string, reference);
  return `${own}, as ${other}`.replace(/^(string \d[^,]*), an octave, as (.*)$/, '$1 an octave from $2');
}
