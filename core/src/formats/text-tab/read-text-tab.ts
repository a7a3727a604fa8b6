import { fail, ok, type Result } from '../../fault/index.ts';
import {
  defaultFretCount,
  defaultScaleMm,
  parseTuning,
  realMidi,
  standardTuning,
  type Tuning,
} from '../../instrument/index.ts';
import { splitVoices, scoreOfTab, type Tune, type TuneBar, type TuneNote } from '../../melody/index.ts';
import { barTicks, scoreLimits, type Bar, type PlacedGrip, type Ticks } from '../../score/index.ts';
import { fretsText, parseFrets } from '../../shapes/index.ts';
import { LeftOutList, longestText, type Reading } from '../reading/index.ts';
import { readMark, type BarMarks } from './bar-marks.ts';
import { typedBars, type TypedBar } from './columns.ts';
import { findSystems, longestLine, type TextSystem } from './find-systems.ts';
import { readHeader } from './header.ts';
import { gripsByName, type GripByName } from './named-grip.ts';
import { timesByColumns, timesByLine, type TabRhythm, type ToldTimes } from './rhythm.ts';

export interface TextTabOptions {
  /** How time is told where no line tells it; absent: by the spacing of the columns. */
  readonly rhythm?: TabRhythm | undefined;
}

/**
 * Reads tab as people type it: six lines to a system, string 1 on top (or on the bottom, where the names of the strings say so),
 * with or without bar lines, names, a line of counts or note values. A header may say title, tuning, capo, tempo, metre and key.
 * Where nothing tells the rhythm the answer asks for it, and is read by the spacing of the columns.
 */
export function readTextTab(text: string, { rhythm = 'spacing' }: TextTabOptions = {}): Result<Reading> {
  if (text.length > longestText) return fail('The file is larger than 8 MB', 'Choose a single piece');
  const lines = text.replaceAll('\t', '    ').split(/\r\n|\r|\n/);
  const tooLong = lines.findIndex((line) => line.length > longestLine && isMostlyDashes(line));
  if (tooLong >= 0)
    return fail(
      `Line ${tooLong + 1} has more than ${longestLine} characters`,
      'Break the tab into several systems',
    );
  const systems = findSystems(lines);
  const [first] = systems;
  if (!first)
    return fail(
      'No six lines of a tab stand under one another',
      'Write one line for each string, with dashes between the frets',
    );
  const leftOut = new LeftOutList();
  const header = readHeader(lines.slice(0, first.line - 1));
  const tuning = header.tuning ?? tuningOfLabels(first) ?? standardTuning;
  const all = systems.flatMap((system) => typedBars(system).map((bar) => ({ bar, system })));
  const typed = all.slice(0, scoreLimits.bars);
  if (typed.every(({ bar }) => bar.notes.length === 0))
    return fail('The tab holds no frets', 'Write frets as numbers on the lines');
  if (all.length > scoreLimits.bars)
    leftOut.add(`bars after bar ${scoreLimits.bars}`, { bar: scoreLimits.bars + 1 });
  const byName = gripsByName({
    tuning,
    capo: header.capo,
    scaleMm: defaultScaleMm,
    fretCount: defaultFretCount,
  });
  const asked: boolean[] = [];
  let metre = header.metre;
  const bars = typed.map(({ bar, system }, index): TuneBar => {
    const marks: BarMarks = Object.assign({}, ...marksOf(system, bar)) as BarMarks;
    if (!marks.pickup) metre = marks.metre ?? metre;
    const said = { metre, ...marks };
    if (bar.notes.length > scoreLimits.notesPerBar)
      leftOut.add(`notes beyond ${scoreLimits.notesPerBar} in one bar`, { bar: index + 1 });
    const told = timesByLine(system.rhythm, bar, said, header.metre);
    const isTold = bar.notes.every(({ column }) => told?.at(column) !== undefined);
    const times = isTold ? undefined : timesByColumns(bar, said.metre, rhythm);
    asked.push(!isTold);
    return {
      ...laidBar(
        bar,
        (column) => (times ? times.get(column) : told?.at(column)) ?? 0,
        said,
        { capo: header.capo, tuning },
        () => leftOut.add('notes past the end of their bar', { bar: index + 1 }),
      ),
      grips: gripsOver(system, bar, told, (name, played) => {
        const shown = header.grips.get(name) ?? valueOf(parseFrets(name));
        if (shown) return shown;
        const chosen = byName(name, played);
        leftOut.add(
          chosen
            ? `the grip of ${name}, which the tab does not show: ${fretsText(chosen)} was laid`
            : `the chord name ${name}, for which there is no grip`,
          { bar: index + 1 },
        );
        return chosen;
      }),
    };
  });
  for (const what of notSaid(lines)) leftOut.add(what);
  const tune: Tune = {
    title: header.title || 'Untitled',
    player: header.player,
    key: header.key,
    tempoBpm: header.tempoBpm,
    swingPercent: header.swingPercent,
    tuning,
    capo: header.capo,
    bars,
  };
  const score = scoreOfTab(tune, leftOut.add.bind(leftOut));
  if (!score.ok) return score;
  return ok({
    content: { kind: 'score', score: score.value },
    leftOut: leftOut.all(),
    ...(asked.includes(true) ? { asks: 'rhythm' as const } : {}),
  });
}

const valueOf = <T>(result: Result<T>): T | undefined => (result.ok ? result.value : undefined);

const isMostlyDashes = (line: string): boolean => (line.match(/-/g) ?? []).length > line.length / 3;

/** The names of the strings before the lines, from string 6 to string 1. */
function tuningOfLabels({ labels }: TextSystem): Tuning | undefined {
  if (labels.some((label) => !/^[A-Ga-g]/.test(label))) return undefined;
  const names = [...labels].reverse().map((label) => (label[0]?.toUpperCase() ?? '') + label.slice(1));
  const tuning = parseTuning(names.join(' '));
  return tuning.ok ? tuning.value : undefined;
}

const marksOf = ({ marks }: TextSystem, { from, to }: TypedBar): BarMarks[] =>
  marks.filter(({ column }) => column >= from && column < to).map(({ text }) => readMark(text));

/** Grips where their names stand over the strings, each until the next name. */
function gripsOver(
  { chords = '' }: TextSystem,
  { from, to, notes }: TypedBar,
  told: ToldTimes | undefined,
  gripOf: GripByName,
): PlacedGrip[] {
  const grips = new Map<number, PlacedGrip>();
  const names = [...chords.matchAll(/\S+/g)].filter(({ index }) => index >= from && index < to);
  for (const [at, { 0: name, index }] of names.entries()) {
    const next = names[at + 1]?.index ?? to;
    const frets = gripOf(
      name,
      notes.filter(({ column }) => column >= index && column < next),
    );
    if (!frets) continue;
    const tick = told?.at(index) ?? told?.before(index) ?? 0;
    grips.set(tick, { tick, frets });
  }
  return [...grips.values()].slice(0, scoreLimits.gripsPerBar);
}

/** What a tab of ours says that it does not hold. */
const notSaid = (lines: readonly string[]): string[] =>
  lines.flatMap((line) => {
    const list = /^Not in this tab: (.*)$/.exec(line)?.[1];
    return list?.split('; ') ?? [];
  });

/** A bar in time: each hand's notes last until its next. */
function laidBar(
  { notes, repeatStart, repeatEnd }: TypedBar,
  timeOf: (column: number) => Ticks,
  said: BarMarks & Pick<Bar, 'metre'>,
  { capo, tuning }: { readonly capo: number; readonly tuning: Tuning },
  tellLate: () => void,
): TuneBar {
  const length = barTicks(said.metre);
  const laid = notes
    .slice(0, scoreLimits.notesPerBar)
    .flatMap(({ column, string, fret, marks }): TuneNote[] => {
      const tick = timeOf(column);
      if (tick >= length) {
        tellLate();
        return [];
      }
      return [
        {
          tick,
          durationTicks: 1,
          midi: realMidi(tuning, string) + fret + capo,
          place: { string, fret },
          marks,
        },
      ];
    });
  const { repeatTimes = 2, ...marks } = said;
  const bar: TuneBar = {
    ...marks,
    notes: laid,
    chords: [],
    grips: [],
    ...(repeatStart ? { repeatStart: true as const } : {}),
    ...(repeatEnd ? { repeatTimes } : {}),
  };
  const voices = splitVoices(bar);
  return {
    ...bar,
    notes: laid.map((note) => {
      const voice = voices.get(note) ?? 'melody';
      const next = Math.min(
        length,
        ...laid
          .filter((other) => voices.get(other) === voice && other.tick > note.tick)
          .map(({ tick }) => tick),
      );
      return { ...note, voice, durationTicks: next - note.tick };
    }),
  };
}
