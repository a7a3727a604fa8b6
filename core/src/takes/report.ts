import type { Score } from '../score/index.ts';
import { besideClick, type BesideClick, type ClickHeard } from './beside-click.ts';
import type { ExpectedEvent } from './expected.ts';
import { mean, median } from './numbers.ts';
import type { Run } from './runs.ts';
import { swingPlayed } from './swing-played.ts';
import { timingOf, type TakeTiming } from './timing.ts';
import type { JudgedNote, Verdicts } from './verdicts.ts';

/** One bar of the study, all times that it was played in the take. */
export interface BarReport {
  /** In the written score, from 0. */
  readonly bar: number;
  readonly hits: number;
  readonly wrong: number;
  readonly missed: number;
  readonly extra: number;
  /** Hits further from their time than {@link lateMs}. */
  readonly outOfTime: number;
  /** Null where too little was played to tell. */
  readonly tempoBpm: number | null;
}

export interface TakeReport extends Verdicts {
  readonly hits: number;
  readonly wrong: number;
  readonly missed: number;
  readonly extra: number;
  readonly timing: TakeTiming;
  /** Null where no click was heard, or too little was played with it. */
  readonly besideClick: BesideClick | null;
  /** Length of the first of two eighths beside the second, 1 straight, 2 triplets; null without eighths. */
  readonly swing: number | null;
  /** Of the whole take, in the middle; beats of the study's own tempo. */
  readonly tempoBpm: number;
  /** The tune over the thumb in decibels, against how the study has it; null where loudness was not heard. */
  readonly tuneOverThumbDb: number | null;
  /** How long the thumb's strokes ring beside how they are written, 1 as written; null where it was not heard. */
  readonly bassRings: number | null;
  readonly bars: readonly BarReport[];
  /** Where the player stopped to think: the bar that came after, from 0, and the seconds lost. */
  readonly stops: readonly { readonly bar: number; readonly seconds: number }[];
  /** Where the player began again or leapt ahead: bars, from 0. */
  readonly restarts: readonly { readonly fromBar: number; readonly toBar: number }[];
  /** Half steps by which all of it sounded higher than the study. */
  readonly shift: number;
  /** What of the study says nothing to a listener, in sentences. */
  readonly notJudged: readonly string[];
}

/** A note further from its time than this is late or early (a setting; a listener hears it from about here in slow music). */
export const lateMs = 40;

interface Judged {
  readonly score: Score;
  readonly verdicts: Verdicts;
  readonly runs: readonly Run[];
  readonly events: readonly ExpectedEvent[];
  readonly shift: number;
  readonly unpitched: number;
  readonly click: ClickHeard | undefined;
}

/** The figures of a take whose notes are judged. */
export function reportOf({ score, verdicts, runs, events, shift, unpitched, click }: Judged): TakeReport {
  const count = (verdict: JudgedNote['verdict']) =>
    verdicts.notes.filter((note) => note.verdict === verdict).length;
  return {
    ...verdicts,
    hits: count('hit'),
    wrong: count('wrong'),
    missed: count('missed'),
    extra: verdicts.extras.length,
    timing: timingOf(score, verdicts.notes),
    besideClick: click ? besideClick(score, verdicts.notes, click) : null,
    swing: swingPlayed(score, verdicts.notes),
    tempoBpm: score.tempoBpm / paceOf(verdicts.notes),
    tuneOverThumbDb: balanceOf(verdicts.notes),
    bassRings: bassRingsOf(verdicts.notes),
    bars: barReports(score, verdicts),
    stops: stopsOf(runs, events),
    restarts: restartsOf(runs, events),
    shift,
    notJudged: notJudgedOf(verdicts.notes, unpitched, click),
  };
}

const paceOf = (notes: readonly JudgedNote[]): number => median(notes.flatMap(({ pace }) => pace ?? [])) || 1;

const decibels = (velocity: number): number => 20 * Math.log10(velocity / 80);

/** By the notes of both hands that were hit. */
function balanceOf(notes: readonly JudgedNote[]): number | null {
  const off = (voice: JudgedNote['voice']) =>
    notes.flatMap(({ voice: of, verdict, played, velocity }) =>
      of === voice && verdict === 'hit' && played?.velocity
        ? [decibels(played.velocity) - decibels(velocity)]
        : [],
    );
  const [thumb, tune] = [off('thumb'), off('melody')];
  return thumb.length < 4 || tune.length < 4 ? null : median(tune) - median(thumb);
}

function bassRingsOf(notes: readonly JudgedNote[]): number | null {
  const shares = notes.flatMap(({ voice, verdict, played, pace, startS, endS }) =>
    voice === 'thumb' && verdict === 'hit' && played?.endS != null && pace
      ? [(played.endS - played.startS) / ((endS - startS) * pace)]
      : [],
  );
  return shares.length < 4 ? null : median(shares);
}

function barReports(score: Score, { notes, extras }: Verdicts): BarReport[] {
  const bars = [...new Set(notes.map(({ bar }) => bar))].sort((a, b) => a - b);
  return bars.map((bar): BarReport => {
    const mine = notes.filter((note) => note.bar === bar);
    const count = (verdict: JudgedNote['verdict']) => mine.filter((note) => note.verdict === verdict).length;
    const paces = mine.flatMap(({ pace }) => pace ?? []);
    return {
      bar,
      hits: count('hit'),
      wrong: count('wrong'),
      missed: count('missed'),
      extra: extras.filter((each) => each.bar === bar).length,
      outOfTime: mine.filter((note) => note.verdict === 'hit' && Math.abs(note.lateMs ?? 0) > lateMs).length,
      tempoBpm: paces.length < 2 ? null : (score.bars[bar]?.tempoBpm ?? score.tempoBpm) / mean(paces),
    };
  });
}

const stopsOf = (runs: readonly Run[], events: readonly ExpectedEvent[]): TakeReport['stops'] =>
  runs
    .filter(({ begins }) => begins === 'stop')
    .map(({ firstEvent, lostS }) => ({ bar: events[firstEvent]?.bar ?? 0, seconds: lostS }));

const restartsOf = (runs: readonly Run[], events: readonly ExpectedEvent[]): TakeReport['restarts'] =>
  runs.flatMap(({ begins, firstEvent }, index) =>
    begins === 'restart'
      ? [
          {
            fromBar: events[runs[index - 1]?.lastEvent ?? 0]?.bar ?? 0,
            toBar: events[firstEvent]?.bar ?? 0,
          },
        ]
      : [],
  );

/** Pitches that several strings offer sound alike: a take by ear alone says nothing of the string. */
function notJudgedOf(
  notes: readonly JudgedNote[],
  unpitched: number,
  click: ClickHeard | undefined,
): string[] {
  const sentences = ['Which string and which finger played a note.'];
  if (unpitched > 0)
    sentences.push(
      `${unpitched} ${unpitched === 1 ? 'stroke' : 'strokes'} without a pitch: muted strings and slaps.`,
    );
  if (notes.every(({ played }) => played?.endS == null)) sentences.push('How long the bass notes rang.');
  if (click?.delayS === null)
    sentences.push(
      'Whether you are behind the click or ahead of it: the delay of the machine was not measured.',
    );
  return sentences;
}
