import { barsAlone } from '@jocund/core/form';
import { numberOfBar, type Score } from '@jocund/core/score';
import { UsageError, choice, type Arguments } from './command.ts';

export const partOptions = { bars: 'text', voice: 'text', tempo: 'text' } as const;
export const partUsage = '[--bars A-B] [--voice thumb|melody] [--tempo N]';

/** Two bar numbers as printed, `3-4`, or one; from the first to the last bar where nothing is asked. */
export function parseBars(text: string | undefined): [number, number | undefined] {
  if (text === undefined) return [1, undefined];
  const match = /^(\d+)(?:-(\d+))?$/.exec(text);
  const [from, to] = [Number(match?.[1]), Number(match?.[2] ?? match?.[1])];
  if (!match || to < from) throw new UsageError(`--bars wants two bar numbers such as 3-4, not “${text}”`);
  return [from, to];
}

/** The part of a score that is asked for: some bars, one voice, at another tempo. Changes of tempo within it keep their proportion. */
export function partOf(score: Score, args: Arguments): Score {
  return atTempo(ofVoice(ofBars(score, args.text('bars')), args), args.text('tempo'));
}

function ofBars(score: Score, text: string | undefined): Score {
  if (text === undefined) return score;
  const { first, last } = barsNamed(score, text);
  return barsAlone(score, first, last);
}

/** Bars by their numbers, "5-8", as indexes from 0, both included. */
export function barsNamed(score: Score, text: string): { readonly first: number; readonly last: number } {
  const [from, to = from] = parseBars(text);
  const indexOf = (number: number): number =>
    score.bars.findIndex((_, index) => numberOfBar(score, index) === number);
  const [first, last] = [indexOf(from), indexOf(to)];
  if (first < 0 || last < 0)
    throw new UsageError(
      `--bars wants bars of the piece, ${numberOfBar(score, 0)} to ${numberOfBar(score, score.bars.length - 1)}, not “${text}”`,
    );
  return { first, last };
}

function ofVoice(score: Score, args: Arguments): Score {
  if (args.text('voice') === undefined) return score;
  const voice = choice(args, 'voice', ['thumb', 'melody'], 'melody');
  return {
    ...score,
    bars: score.bars.map((bar) => ({ ...bar, notes: bar.notes.filter((note) => note.voice === voice) })),
  };
}

function atTempo(score: Score, text: string | undefined): Score {
  if (text === undefined) return score;
  const tempo = Number(text);
  if (!(tempo >= slowest && tempo <= fastest))
    throw new UsageError(`--tempo wants ${slowest} to ${fastest} quarters a minute, not “${text}”`);
  const share = tempo / score.tempoBpm;
  const within = (bpm: number) => Math.min(fastest, Math.max(slowest, bpm * share));
  return {
    ...score,
    tempoBpm: tempo,
    bars: score.bars.map((bar) =>
      bar.tempoBpm === undefined ? bar : { ...bar, tempoBpm: within(bar.tempoBpm) },
    ),
  };
}

const slowest = 20;
const fastest = 320;
