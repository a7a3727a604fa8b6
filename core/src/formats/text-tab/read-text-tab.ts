import { fail, ok, type Result } from '../../fault/index.ts';
import { parseTuning, realMidi, standardTuning, type Tuning } from '../../instrument/index.ts';
import { splitVoices, scoreOfTab, type Tune, type TuneBar, type TuneNote } from '../../melody/index.ts';
import { parseKey } from '../../pitch/index.ts';
import { barTicks, scoreLimits, type Bar } from '../../score/index.ts';
import { LeftOutList, longestText, type Reading } from '../reading/index.ts';
import { typedBars, type TypedBar } from './columns.ts';
import { findSystems, type TextSystem } from './find-systems.ts';
import { timesByColumns, timesByLine, type TabRhythm } from './rhythm.ts';

export interface TextTabOptions {
  /** How time is told where no line tells it; absent: by the spacing of the columns. */
  readonly rhythm?: TabRhythm | undefined;
}

/** A line of a system is never longer: what is, is no tab. */
const longestLine = 2000;

/**
 * Reads tab as people type it: six lines to a system, string 1 on top (or on the bottom, where the names of the strings say so),
 * with or without bar lines, names, a line of counts or note values. A header may say title, tuning, capo, tempo, metre and key.
 * Where nothing tells the rhythm the answer asks for it, and is read by the spacing of the columns.
 */
export function readTextTab(text: string, { rhythm = 'spacing' }: TextTabOptions = {}): Result<Reading> {
  if (text.length > longestText) return fail('The file is larger than 8 MB', 'Choose a single piece');
  const lines = text.replaceAll('\t', '    ').split(/\r\n|\r|\n/);
  const systems = findSystems(lines);
  const [first] = systems;
  if (!first)
    return fail(
      'No six lines of a tab stand under one another',
      'Write one line for each string, with dashes between the frets',
    );
  const tooLong = lines.findIndex((line) => line.length > longestLine);
  if (tooLong >= 0)
    return fail(
      `Line ${tooLong + 1} has more than ${longestLine} characters`,
      'Break the tab into several systems',
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
  const bars = typed.map(({ bar, system }, index): TuneBar => {
    if (bar.notes.length > scoreLimits.notesPerBar)
      leftOut.add(`notes beyond ${scoreLimits.notesPerBar} in one bar`, { bar: index + 1 });
    const told = timesByLine(system.rhythm, bar, header.metre);
    const times = told ?? timesByColumns(bar, header.metre, rhythm);
    return laidBar(bar, times, header, tuning, () =>
      leftOut.add('notes past the end of their bar', { bar: index + 1 }),
    );
  });
  const tune: Tune = {
    title: header.title || 'Untitled',
    player: '',
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
    ...(typed.some(
      ({ bar, system }) => bar.notes.length > 0 && !timesByLine(system.rhythm, bar, header.metre),
    )
      ? { asks: 'rhythm' as const }
      : {}),
  });
}

interface Header {
  readonly title: string;
  readonly tuning: Tuning | undefined;
  readonly capo: number;
  readonly tempoBpm: number;
  readonly swingPercent: number;
  readonly metre: Bar['metre'];
  readonly key: Tune['key'];
}

/** What the lines above the first system say. */
function readHeader(lines: readonly string[]): Header {
  const all = lines.join('\n');
  const field = (name: string) => new RegExp(`\\b${name}\\s*[:=]?\\s*([^\\n]+)`, 'i').exec(all)?.[1]?.trim();
  const title =
    field('title') ?? lines.find((line) => line.trim() !== '' && !/[:=]/.test(line))?.trim() ?? '';
  const metre = /\b(\d{1,2})\/(2|4|8|16)\b/.exec(all);
  const tempo = Number(/(?:tempo|bpm|♩|q)\s*[:=]?\s*(\d{2,3})/i.exec(all)?.[1]);
  const capo = Number(/capo\D{0,12}(\d{1,2})/i.exec(all)?.[1] ?? 0);
  const swing = Number(/swing\s*[:=]?\s*(\d{2})/i.exec(all)?.[1] ?? 50);
  const key = parseKey((/\bkey\s*[:=]?\s*(?:of\s+)?([A-G][#b]?m?)/i.exec(all)?.[1] ?? 'C').trim());
  const beats = Number(metre?.[1]);
  return {
    title: title.slice(0, scoreLimits.textLength),
    tuning: tuningOf(field('tuning')),
    capo: capo <= 12 ? capo : 0,
    tempoBpm: tempo >= 20 && tempo <= 320 ? tempo : 100,
    swingPercent: swing >= 50 && swing <= 80 ? swing : 50,
    metre:
      metre && beats >= 1 && beats <= 32 ? { beats, unit: Number(metre[2]) as 4 } : { beats: 4, unit: 4 },
    key: key.ok ? key.value : { tonic: 'C', mode: 'major' },
  };
}

/** "D A D G B E (6 to 1)", "drop D", "Open G": what stands first that names a tuning. */
function tuningOf(field: string | undefined): Tuning | undefined {
  if (field === undefined) return undefined;
  const words =
    field
      .replace(/\(.*$/, '')
      .split(/\s{2,}|,\s*(?=capo|tempo|swing)|;/i)[0]
      ?.trim() ?? '';
  for (const text of [words, words.replace(/\s+tuning$/i, ''), words.replace(/[-–]/g, ' ')]) {
    const tuning = parseTuning(text);
    if (tuning.ok) return tuning.value;
  }
  return undefined;
}

/** The names of the strings before the lines, from string 6 to string 1. */
function tuningOfLabels({ labels }: TextSystem): Tuning | undefined {
  if (labels.some((label) => !/^[A-Ga-g]/.test(label))) return undefined;
  const names = [...labels].reverse().map((label) => (label[0]?.toUpperCase() ?? '') + label.slice(1));
  const tuning = parseTuning(names.join(' '));
  return tuning.ok ? tuning.value : undefined;
}

/** A bar in time: each hand's notes last until its next. */
function laidBar(
  { notes, repeatStart, repeatEnd }: TypedBar,
  times: ReadonlyMap<number, number>,
  { metre, capo }: Header,
  tuning: Tuning,
  tellLate: () => void,
): TuneBar {
  const length = barTicks(metre);
  const laid = notes
    .slice(0, scoreLimits.notesPerBar)
    .flatMap(({ column, string, fret, marks }): TuneNote[] => {
      const tick = times.get(column) ?? 0;
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
  const bar: TuneBar = {
    metre,
    notes: laid,
    chords: [],
    grips: [],
    ...(repeatStart ? { repeatStart: true as const } : {}),
    ...(repeatEnd ? { repeatTimes: 2 } : {}),
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
