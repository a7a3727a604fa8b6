import { fingersText } from '@jocund/core/hands';
import {
  defaultFretCount,
  defaultScaleMm,
  parseTuning,
  type Instrument,
  type StringNumber,
} from '@jocund/core/instrument';
import { parseNoteName } from '@jocund/core/pitch';
import {
  findGrips,
  fretsText,
  fretsToRoot,
  moveAcross,
  moveGrip,
  parseChord,
  parseFrets,
  type FoundGrip,
} from '@jocund/core/shapes';
import {
  UsageError,
  orRefuse,
  positional,
  required,
  table,
  wholeNumber,
  type Answer,
  type Arguments,
  type Command,
} from '../command.ts';
import { handOf } from '../hand.ts';

/** The guitar a command on shapes asks about: the usual scale and frets, frets counted from the capo. */
const guitarOf = (args: Arguments): Instrument => ({
  tuning: orRefuse(parseTuning(required(args, 'tuning'))),
  capo: wholeNumber(args, 'capo', 0, 0, 12),
  scaleMm: wholeNumber(args, 'scale-mm', defaultScaleMm, 400, 800),
  fretCount: wholeNumber(args, 'frets-on-neck', defaultFretCount, 12, 24),
});

const guitarUsage = '[--capo N] [--scale-mm N] [--frets-on-neck N]';
const guitarOptions = { tuning: 'text', capo: 'text', 'scale-mm': 'text', 'frets-on-neck': 'text' } as const;

/** `grips`: every playable grip of a chord, easiest first. */
export const grips: Command = {
  name: 'grips',
  summary: 'the playable grips of a chord, easiest first',
  usage: `--tuning TUNING --chord SYMBOL [--from-fret A] [--to-fret B] [--near-fret N] [--open-bass STRING] [--hand small|medium|large] [--thumb-over] [--limit N] ${guitarUsage}`,
  options: {
    ...guitarOptions,
    chord: 'text',
    'from-fret': 'text',
    'to-fret': 'text',
    'near-fret': 'text',
    'open-bass': 'text',
    hand: 'text',
    'thumb-over': 'flag',
    limit: 'text',
  },
  run: (args) => {
    positional(args);
    const instrument = guitarOf(args);
    const last = instrument.fretCount - instrument.capo;
    const near = args.text('near-fret');
    const found = findGrips(orRefuse(parseChord(required(args, 'chord'))), {
      instrument,
      hand: handOf(args),
      fromFret: wholeNumber(args, 'from-fret', 0, 0, last),
      toFret: wholeNumber(args, 'to-fret', last, 0, last),
      nearFret: near === undefined ? undefined : wholeNumber(args, 'near-fret', 0, 0, last),
      openBass:
        args.text('open-bass') === undefined
          ? undefined
          : (wholeNumber(args, 'open-bass', 6, 3, 6) as StringNumber),
      limit: wholeNumber(args, 'limit', 12, 1, 500),
    });
    return { json: found.map(toJson), text: gripsText(found) };
  },
};

const round = (value: number) => Math.round(value * 10) / 10;

function toJson({ frets, fingers, presses, name, spanMm, costMm, terms, missing }: FoundGrip) {
  const barre = presses.find(({ kind }) => kind === 'barre');
  return {
    frets: fretsText(frets),
    fingers: fingersText(fingers),
    name,
    spanMm: round(spanMm),
    cost: round(costMm),
    ...(barre ? { barre: { finger: barre.finger, fret: barre.fret, strings: barre.strings } } : {}),
    missing,
    reasons: terms.map(({ name: term, mm }) => ({ name: term, mm: round(mm) })),
  };
}

const gripsText = (found: readonly FoundGrip[]): string =>
  found.length === 0
    ? 'No hand can hold this chord there.'
    : table(
        found.map(({ frets, fingers, name, spanMm, costMm, terms }) => [
          fretsText(frets),
          fingersText(fingers),
          name ?? 'no plain name',
          `span ${Math.round(spanMm)} mm`,
          `cost ${costMm.toFixed(1)}`,
          terms.map(({ name: term, mm }) => `${term} ${mm.toFixed(0)}`).join(', '),
        ]),
      );

/** `move`: a grip elsewhere on the neck, with its new name. */
export const move: Command = {
  name: 'move',
  summary: 'a grip moved along or across the strings, with its new name',
  usage: `--tuning TUNING --frets FRETS (--by N | --to-root NOTE | --strings N) [--all] ${guitarUsage}`,
  options: { ...guitarOptions, frets: 'text', by: 'text', 'to-root': 'text', strings: 'text', all: 'flag' },
  run: (args) => {
    positional(args);
    const instrument = guitarOf(args);
    const frets = orRefuse(parseFrets(required(args, 'frets'), instrument.fretCount - instrument.capo));
    const [by, root, strings] = [args.text('by'), args.text('to-root'), args.text('strings')];
    if ((by === undefined) === (root === undefined) && strings === undefined)
      throw new UsageError('wants one of --by, --to-root and --strings');
    const across =
      strings === undefined
        ? undefined
        : orRefuse(moveAcross(instrument, frets, wholeNumber(args, 'strings', 0, -5, 5)));
    if (across && by === undefined && root === undefined) return acrossAnswer(across);
    const start = across?.frets ?? frets;
    const steps =
      root === undefined
        ? wholeNumber(args, 'by', 0, -24, 24)
        : orRefuse(fretsToRoot(instrument, start, orRefuse(parseNoteName(root))));
    const moved = orRefuse(moveGrip(instrument, start, steps, { all: args.flag('all') }));
    const foreign =
      moved.foreignOpen.length > 0
        ? `\nopen strings outside the moved chord: ${moved.foreignOpen.join(', ')}`
        : '';
    return {
      json: { ...namedJson(moved), byFrets: steps, foreignOpen: moved.foreignOpen },
      text: `${fretsText(moved.frets)}  ${moved.name.name ?? 'no plain name'}  ${steps} frets${foreign}`,
    };
  },
};

type Moved = Pick<Extract<ReturnType<typeof moveGrip>, { ok: true }>['value'], 'frets' | 'name'>;

const namedJson = ({ frets, name }: Moved) => ({ frets: fretsText(frets), ...name });

function acrossAnswer(across: Extract<ReturnType<typeof moveAcross>, { ok: true }>['value']): Answer {
  const warning =
    across.uncorrectedName === null
      ? ''
      : `\nstring ${across.corrected.join(', ')} corrected: the same frets would be ${across.uncorrectedName}`;
  return {
    json: { ...namedJson(across), corrected: across.corrected, uncorrectedName: across.uncorrectedName },
    text: `${fretsText(across.frets)}  ${across.name.name ?? 'no plain name'}${warning}`,
  };
}
