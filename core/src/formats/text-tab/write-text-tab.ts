import { stringNumbers, tuningLetters, type StringNumber } from '../../instrument/index.ts';
import { withoutOctave } from '../../pitch/index.ts';
import {
  barTicks,
  beatStarts,
  soundingFrets,
  type Bar,
  type Metre,
  type Note,
  type PlacedGrip,
  type Score,
} from '../../score/index.ts';
import { fretsText, nameGrip } from '../../shapes/index.ts';
import { writeMarks } from './bar-marks.ts';
import { countOffset, numberBefore, typedCount } from './counts.ts';
import { notTyped, signsOf, typedNote, type NoteSigns } from './typed-notes.ts';

const lineWidth = 78;
/** A bar of fewer dashes could be taken for something else. */
const narrowest = 6;
const fourFour: Bar['metre'] = { beats: 4, unit: 4 };

/**
 * Writes a score as plain-text tab: a header, and systems of six lines with string 1 on top, under a line of counts that tells the
 * rhythm exactly, over it the grips by name and what is said of bars. What has no place in a tab is told under it.
 */
export function writeTextTab(score: Score): string {
  const whole = score.bars.find(({ pickup }) => !pickup)?.metre ?? fourFour;
  const grips = gripNames(score);
  const signOf = signsOf(score);
  let before = whole;
  const bars = score.bars.map((bar) => {
    const written = writeBar(bar, { whole, signOf, nameOf: grips.nameOf, marks: writeMarks(bar, before) });
    if (!bar.pickup) before = bar.metre;
    return written;
  });
  const names = stringNumbers.map((string) => withoutOctave(score.tuning.pitches[6 - string] ?? ''));
  const text = [
    ...headerOf(score, whole, grips.legend),
    '',
    systemsOf(bars, names).join('\n\n'),
    '',
    ...wrapped('Not in this tab: ', notTyped(score), '; '),
  ].join('\n');
  return `${text}\n`;
}

const headerOf = (score: Score, whole: Metre, legend: readonly string[]): string[] => [
  /[:=]|^after /i.test(score.title) ? `Title: ${score.title}` : score.title,
  ...(score.player ? [`after ${score.player}`] : []),
  `Tuning: ${tuningLetters(score.tuning)} (6 to 1)`,
  ...(score.capo > 0 ? [`Capo: ${score.capo}`] : []),
  `Key: ${score.key.tonic}${score.key.mode === 'minor' ? 'm' : ''} (shapes)`,
  `Time: ${whole.beats}/${whole.unit}  Tempo: ${score.tempoBpm}  Swing: ${score.swingPercent}`,
  ...wrapped('Grips: ', legend, ', '),
];

/** A list over as many lines as it takes, each beginning with its name. */
function wrapped(name: string, entries: readonly string[], between: string): string[] {
  const lines: string[] = [];
  for (const entry of entries) {
    const last = lines.at(-1);
    const longer = last === undefined ? '' : `${last}${between}${entry}`;
    if (last !== undefined && longer.length <= lineWidth) lines[lines.length - 1] = longer;
    else lines.push(`${name}${entry}`);
  }
  return lines;
}

/** A name for every grip of the piece: what sounds, or its frets where that has no name or another grip has the same. */
function gripNames(score: Score): {
  readonly nameOf: (grip: PlacedGrip) => string;
  readonly legend: readonly string[];
} {
  const names = new Map<string, string>();
  const taken = new Set<string>();
  const nameOf = ({ frets }: Pick<PlacedGrip, 'frets'>): string => {
    const text = fretsText(frets);
    const known = names.get(text);
    if (known) return known;
    const sounding = soundingFrets({ frets });
    const name = sounding.some((fret) => fret !== null)
      ? nameGrip(score.tuning, sounding, { key: score.key }).name
      : null;
    const own = name === null || taken.has(name) || /\s/.test(name) ? text : name;
    taken.add(own);
    names.set(text, own);
    return own;
  };
  for (const bar of score.bars) bar.grips.forEach(nameOf);
  const legend = [...names]
    .filter(([frets, name]) => frets !== name)
    .map(([frets, name]) => `${name} ${frets}`);
  return { nameOf, legend };
}

interface WrittenBar {
  readonly width: number;
  readonly marks: string;
  readonly chords: string;
  readonly counts: string;
  readonly rows: Readonly<Record<StringNumber, string>>;
}

function systemsOf(bars: readonly WrittenBar[], names: readonly string[]): string[] {
  const label = Math.max(...names.map((name) => name.length));
  const systems: string[] = [];
  let from = 0;
  while (from < bars.length) {
    let to = from + 1;
    let width = label + 1 + (bars[from]?.width ?? 0);
    while (to < bars.length && width + (bars[to]?.width ?? 0) + 1 <= lineWidth) {
      width += (bars[to]?.width ?? 0) + 1;
      to += 1;
    }
    const these = bars.slice(from, to);
    const over = (line: 'marks' | 'chords' | 'counts') =>
      (' '.repeat(label + 1) + these.map((bar) => bar[line].padEnd(bar.width)).join(' ')).trimEnd();
    const rows = stringNumbers.map(
      (string, index) =>
        `${(names[index] ?? '').padEnd(label)}|${these.map(({ rows: each }) => each[string]).join('|')}|`,
    );
    systems.push(
      [over('marks'), over('chords'), over('counts'), ...rows].filter((line) => line !== '').join('\n'),
    );
    from = to;
  }
  return systems;
}

interface BarWriting {
  readonly whole: Metre;
  readonly signOf: (note: Note) => NoteSigns;
  readonly nameOf: (grip: PlacedGrip) => string;
  readonly marks: string;
}

/** Columns by the moments of the bar, each as wide as what stands in it, and wider for a longer time. */
function writeBar(bar: Bar, { whole, signOf, nameOf, marks }: BarWriting): WrittenBar {
  const struck = bar.notes.filter(({ tied }) => !tied);
  const counted = bar.pickup ? whole : bar.metre;
  const offset = countOffset(bar, whole);
  const needed = [0, ...beatStarts(bar.metre), ...[...struck, ...bar.grips].map(({ tick }) => tick)];
  const numbers = needed
    .map((tick) => numberBefore(counted, tick + offset) - offset)
    .filter((tick) => tick >= 0);
  const moments = [...new Set([...needed, ...numbers])].sort((a, b) => a - b);
  const rows = Object.fromEntries(stringNumbers.map((string) => [string, '-'])) as Record<
    StringNumber,
    string
  >;
  let counts = ' ';
  let chords = ' ';
  moments.forEach((tick, index) => {
    const until = moments[index + 1] ?? barTicks(bar.metre);
    const here = struck.filter((note) => note.tick === tick);
    const aheadOf = (note: Note) => signOf(note).before.length + (note.harmonic || note.optional ? 1 : 0);
    const lead = Math.max(0, ...here.map(aheadOf));
    const body = (string: StringNumber) => {
      const note = here.find((each) => each.string === string);
      return note ? '-'.repeat(lead - aheadOf(note)) + typedNote(note, signOf(note)) : '';
    };
    const count = typedCount(counted, tick + offset, index === 0);
    const grip = bar.grips.find((each) => each.tick === tick);
    const chord = grip ? nameOf(grip) : '';
    const wide = Math.max(
      lead + count.length,
      lead + chord.length,
      ...stringNumbers.map((string) => body(string).length),
    );
    const column = Math.max(wide + 1, lead + Math.round((until - tick) / 240));
    for (const string of stringNumbers) rows[string] += body(string).padEnd(column, '-');
    counts += (' '.repeat(lead) + count).padEnd(column, ' ');
    chords += (' '.repeat(lead) + chord).padEnd(column, ' ');
  });
  const width = Math.max(narrowest, counts.length, marks.length + 1);
  for (const string of stringNumbers) {
    const row = rows[string].padEnd(width, '-');
    const dot = string === 3 || string === 4;
    rows[string] =
      (dot && bar.repeatStart ? '*' : row.slice(0, 1)) +
      row.slice(1, -1) +
      (dot && bar.repeatTimes !== undefined ? '*' : row.slice(-1));
  }
  return { width, marks, chords: chords.trimEnd(), counts, rows };
}
