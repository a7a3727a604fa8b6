import { readTake } from '@jocund/core/formats/take';
import { beatAt, numberOfBar, type Score } from '@jocund/core/score';
import { judgeSteps, type JudgedNote, type RecordingReport, type TakeReport } from '@jocund/core/takes';
import { finished } from '@jocund/core/steps';
import { orRefuse, positional, table, type Command } from '../command.ts';
import { readBytes, readScoreFile } from '../files.ts';
import { installedNoteModel } from '../note-model.ts';
import { barsNamed } from '../part-of-score.ts';

/** `take`: what somebody played, held against the study. */
export const take: Command = {
  name: 'take',
  summary: 'a take (MIDI or WAV) against the study: hit, wrong, missed, early, late',
  usage: 'STUDY TAKE [--bars A-B]',
  options: { bars: 'text' },
  run: async (args) => {
    const [study = '', played = ''] = positional(args, 'STUDY', 'TAKE');
    const score = readScoreFile(study);
    const bars = args.text('bars');
    const settings = bars === undefined ? {} : { bars: barsNamed(score, bars) };
    const recorded = orRefuse(readTake(readBytes(played, 'recording')), played);
    const listener = recorded.kind === 'sound' ? await installedNoteModel() : undefined;
    const report = orRefuse(finished(judgeSteps(score, recorded, { ...settings, listener })), played);
    return { json: answerOf(score, report), text: textOf(score, report) };
  },
};

const rounded = (value: number | null, digits = 1): number | null =>
  value === null ? null : Number(value.toFixed(digits));

const placeOf = (score: Score, { bar, tick }: { readonly bar: number; readonly tick: number }) => ({
  bar: numberOfBar(score, bar),
  beat: beatAt(score.bars[bar]?.metre ?? { beats: 4, unit: 4 }, tick),
});

function answerOf(score: Score, report: TakeReport | RecordingReport) {
  const { timing } = report;
  return {
    hits: report.hits,
    missed: report.missed,
    extra: report.extra,
    wrong: report.wrong,
    timing: {
      thumbSdMs: rounded(timing.thumbSdMs),
      thumbSdShare: rounded(timing.thumbSdShare, 3),
      melodyMeanMs: rounded(timing.melodyMeanMs),
      melodySdMs: rounded(timing.melodySdMs),
      pinchMs: rounded(timing.pinchMs),
      habits: timing.habits.map((habit) => ({ ...habit, lateMs: rounded(habit.lateMs) })),
    },
    swing: rounded(report.swing, 2),
    tempoBpm: rounded(report.tempoBpm),
    tuneOverThumbDb: rounded(report.tuneOverThumbDb),
    bassRings: rounded(report.bassRings, 2),
    referenceCents: 'cents' in report ? rounded(report.cents) : null,
    shift: report.shift,
    bars: report.bars.map(({ bar, tempoBpm, ...counts }) => ({
      bar: numberOfBar(score, bar),
      ...counts,
      tempoBpm: rounded(tempoBpm),
    })),
    notes: report.notes.map((note) => ({
      ...placeOf(score, note),
      voice: note.voice,
      string: note.string,
      fret: note.fret,
      midi: note.midi,
      verdict: note.verdict,
      heardMidi: note.played?.midi ?? null,
      atS: rounded(note.played?.startS ?? null, 3),
      lateMs: rounded(note.lateMs),
    })),
    extras: report.extras.map(({ note, bar }) => ({
      bar: bar === null ? null : numberOfBar(score, bar),
      midi: note.midi,
      atS: rounded(note.startS, 3),
    })),
    stops: report.stops.map(({ bar, seconds }) => ({
      bar: numberOfBar(score, bar),
      seconds: rounded(seconds, 2),
    })),
    restarts: report.restarts.map(({ fromBar, toBar }) => ({
      fromBar: numberOfBar(score, fromBar),
      toBar: numberOfBar(score, toBar),
    })),
    notJudged: report.notJudged,
  };
}

function textOf(score: Score, report: TakeReport): string {
  const { timing } = report;
  const lines = [
    `${report.hits} hit, ${report.wrong} wrong, ${report.missed} missed, ${report.extra} added; ♩ ${rounded(report.tempoBpm)}`,
    timing.thumbSdMs === null ? '' : `thumb within ${rounded(timing.thumbSdMs)} ms of an even beat`,
    ...timing.habits.map(
      ({ voice, beat, lateMs }) =>
        `${voice === 'thumb' ? 'thumb' : 'tune'} ${beat === null ? 'between the beats' : `on ${beat}`}: ${Math.abs(Math.round(lateMs))} ms ${lateMs < 0 ? 'early' : 'late'}`,
    ),
    ...report.stops.map(
      ({ bar, seconds }) => `stopped ${rounded(seconds)} s before bar ${numberOfBar(score, bar)}`,
    ),
    ...report.restarts.map(
      ({ fromBar, toBar }) =>
        `from bar ${numberOfBar(score, fromBar)} to bar ${numberOfBar(score, toBar)} again`,
    ),
  ].filter((line) => line !== '');
  const faults = report.notes.filter(({ verdict }) => verdict !== 'hit');
  return [...lines, table(faults.map((note) => rowOf(score, note)))].join('\n').trimEnd();
}

const rowOf = (score: Score, note: JudgedNote): string[] => {
  const { bar, beat } = placeOf(score, note);
  return [`bar ${bar}`, `beat ${beat}`, `string ${note.string} fret ${note.fret}`, note.verdict];
};
