import { parseTuning, writtenMidi } from '@jocund/core/instrument';
import { parseKey, pitchText, spellMidi, type Key } from '@jocund/core/pitch';
import { barTicks, type Metre, type Note } from '@jocund/core/score';
import { parseFrets } from '@jocund/core/shapes';
import { findPattern, realisePattern, thumbPatternTable } from '@jocund/core/thumb';
import {
  InputError,
  UsageError,
  orRefuse,
  positional,
  required,
  table,
  wholeNumber,
  type Command,
} from '../command.ts';

const lengthNames = {
  'let-ring': 'ring',
  'palm-damped': 'palm',
  stopped: 'stopped',
  lifted: 'lifted',
} as const;

/** `thumb`: a bass pattern over one grip. */
export const thumb: Command = {
  name: 'thumb',
  summary: 'a bass pattern over a grip',
  usage: '--tuning TUNING --frets FRETS --pattern NAME [--to FRETS] [--key K] [--meter 4/4] [--bars N]',
  options: {
    tuning: 'text',
    frets: 'text',
    pattern: 'text',
    to: 'text',
    key: 'text',
    meter: 'text',
    bars: 'text',
  },
  run: (args) => {
    positional(args);
    const tuning = orRefuse(parseTuning(required(args, 'tuning')));
    const frets = orRefuse(parseFrets(required(args, 'frets')));
    const wanted = required(args, 'pattern');
    const pattern = findPattern(wanted);
    if (!pattern) {
      throw new InputError({
        reason: `“${wanted}” is not a thumb pattern`,
        remedy: `Choose one of ${thumbPatternTable.map(({ id }) => id).join(', ')}`,
      });
    }
    const metre = parseMetre(args.text('meter') ?? '4/4');
    const grip = { tick: 0, frets };
    const to = args.text('to');
    const key = orRefuse(parseKey(args.text('key') ?? 'C'));
    const { notes } = realisePattern(pattern, {
      metre,
      tuning,
      key,
      gripAt: () => grip,
      nextGrip: to === undefined ? undefined : { tick: 0, frets: orRefuse(parseFrets(to)) },
    });
    const events = Array.from({ length: wholeNumber(args, 'bars', 1, 1, 400) }, (_, index) =>
      notes.map((note) => toEvent(note, note.tick + index * barTicks(metre), writtenMidi(tuning, note), key)),
    ).flat();
    return {
      json: { events },
      text: table(
        events.map((event) => [
          event.tick,
          `string ${event.string}`,
          `fret ${event.fret}`,
          event.pitch,
          event.length,
          event.accent ? 'accent' : '',
          [event.dead && 'muted', event.grace && 'grace', event.stroke].filter(Boolean).join(' '),
        ]),
      ),
    };
  },
};

const toEvent = (
  { durationTicks, string, fret, accent, ending, dead, grace, stroke }: Note,
  tick: number,
  midi: number,
  key: Key,
) => ({
  tick,
  durationTicks,
  string,
  fret,
  pitch: pitchText(spellMidi(midi, key)),
  midi,
  accent: accent ?? false,
  length: ending ? lengthNames[ending] : 'written',
  ...(dead ? { dead } : {}),
  ...(grace ? { grace } : {}),
  ...(stroke ? { stroke } : {}),
});

function parseMetre(text: string): Metre {
  const match = /^(\d{1,2})\/([248])$/.exec(text);
  const beats = Number(match?.[1]);
  if (!match || beats < 1 || beats > 16)
    throw new UsageError(`--meter wants 1 to 16 beats of 2, 4 or 8, such as 3/4 or 6/8, not “${text}”`);
  return { beats, unit: Number(match[2]) };
}
