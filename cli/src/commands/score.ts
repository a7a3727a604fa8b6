import { checkScore } from '@jocund/core/checking';
import { callLine } from '@jocund/core/directions';
import { describePlace } from '@jocund/core/fault';
import { gradeParts, gradeScore, type Grade, type GradedPart } from '@jocund/core/grading';
import { placeOfFinding, type Finding } from '@jocund/core/score';
import { positional, table, type Arguments, type Command } from '../command.ts';
import { readScoreFile } from '../files.ts';
import { fingeringOf, fingeringOptions, fingeringUsage } from '../hand.ts';
import { parseBars } from '../part-of-score.ts';

const scoreOf = (args: Arguments) => readScoreFile(positional(args, 'FILE')[0] ?? '');

/** `check`: what to mend before a student sees the score. */
export const check: Command = {
  name: 'check',
  summary: 'what to mend before a student sees it',
  usage: `FILE ${fingeringUsage}`,
  options: fingeringOptions,
  run: (args) => {
    const findings = checkScore(scoreOf(args), fingeringOf(args)).map(plainFinding);
    const rows = findings.map((finding) => [
      finding.severity,
      describePlace(placeOfFinding(finding)),
      `${finding.message}. ${finding.remedy}.`,
    ]);
    return { json: { findings }, text: rows.length === 0 ? 'Nothing to mend.' : table(rows) };
  },
};

/** The keys the command line promises. */
export const plainFinding = ({ severity, code, bar, beat, string, message, remedy }: Finding) => ({
  severity,
  code,
  bar,
  beat,
  ...(string === undefined ? {} : { string }),
  message,
  remedy,
});

/** `call`: what the teacher says, onset by onset. */
export const call: Command = {
  name: 'call',
  summary: 'the call line',
  usage: 'FILE [--bars A-B]',
  options: { bars: 'text' },
  run: (args) => {
    const [from, to] = parseBars(args.text('bars'));
    const entries = callLine(scoreOf(args), from, to).map(({ bar, count, voice, text, full }) => ({
      bar,
      count,
      voice,
      text,
      full,
    }));
    const bars = [...new Set(entries.map(({ bar }) => bar))];
    const lines = bars.map((bar) => [
      `bar ${bar}`,
      entries
        .filter((entry) => entry.bar === bar)
        .map(({ text }) => text)
        .join(' · '),
    ]);
    return { json: entries, text: table(lines) };
  },
};

/** `grade`: how hard, and why. */
export const grade: Command = {
  name: 'grade',
  summary: 'the measured grade with its reasons',
  usage: 'FILE',
  options: {},
  run: (args) => {
    const score = scoreOf(args);
    const graded = gradeScore(score);
    const parts = gradeParts(score);
    return {
      json: { ...plainGrade(graded), parts: parts.map(plainPart) },
      text: `${gradeText(graded)}\n${table(parts.map(({ kind, name, grade: { points } }) => [kind, name, points.toFixed(1)]))}`,
    };
  },
};

/** The keys the command line promises. */
export const plainGrade = ({ grade: whole, points, dimensions }: Grade) => ({
  grade: whole,
  score: points,
  dimensions: dimensions.map(({ name, level, value, unit, where, why }) => ({
    name,
    level,
    value,
    unit,
    where,
    why,
  })),
});

const plainPart = ({ kind, name, fromBar, toBar, grade: { grade: whole, points } }: GradedPart) => ({
  kind,
  name,
  fromBar,
  toBar,
  grade: whole,
  score: points,
});

const gradeText = ({ grade: whole, points, dimensions }: Grade): string =>
  `grade ${whole} (${points.toFixed(1)})\n${table(dimensions.map(({ name, level, value, unit, why }) => [level.toFixed(1), name, `${value} ${unit}`, why]))}`;
