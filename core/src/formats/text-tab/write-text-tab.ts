import { stringNumbers, tuningLetters, type StringNumber } from '../../instrument/index.ts';
import { withoutOctave } from '../../pitch/index.ts';
import {
  barTicks,
  beatStarts,
  countAt,
  placedNotes,
  type Bar,
  type Note,
  type PlacedNote,
  type Score,
} from '../../score/index.ts';

const lineWidth = 78;

/**
 * Writes a score as plain-text tab: a header, and systems of six lines with string 1 on top, under a line of counts that tells the
 * rhythm. Voices, fingers, grips and marks without a common sign have no place in it.
 */
export function writeTextTab(score: Score): string {
  const [first] = score.bars;
  const metre = first?.metre ?? { beats: 4, unit: 4 };
  const header = [
    score.title,
    ...(score.player ? [`after ${score.player}`] : []),
    `Tuning: ${tuningLetters(score.tuning)} (6 to 1)`,
    ...(score.capo > 0 ? [`Capo: ${score.capo}`] : []),
    `Key: ${score.key.tonic}${score.key.mode === 'minor' ? 'm' : ''}`,
    `Time: ${metre.beats}/${metre.unit}  Tempo: ${score.tempoBpm}  Swing: ${Math.round(score.swingPercent)}`,
  ];
  const names = stringNumbers.map((string) => withoutOctave(score.tuning.pitches[6 - string] ?? ''));
  const label = Math.max(...names.map((name) => name.length));
  const next = signsOf(score);
  const bars = score.bars.map((bar) => writeBar(bar, next));
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
    const counts = ' '.repeat(label + 1) + these.map(({ counts: each }) => each).join(' ');
    const rows = stringNumbers.map(
      (string, index) =>
        `${(names[index] ?? '').padEnd(label)}|${these.map(({ rows: each }) => each[string]).join('|')}|`,
    );
    systems.push([counts.trimEnd(), ...rows].join('\n'));
    from = to;
  }
  return `${[...header, '', systems.join('\n\n')].join('\n')}\n`;
}

interface WrittenBar {
  readonly width: number;
  readonly counts: string;
  readonly rows: Readonly<Record<StringNumber, string>>;
}

const signs = { 'hammer-on': 'h', 'pull-off': 'p', slide: '/' } as const;

/** The signs around a note: before it how it arrives, after it how the next note on its string is reached. */
interface NoteSigns {
  readonly before: string;
  readonly after: string;
}

/** A slide from a fret of the same bar is written behind that fret: `3/-5`; what comes from elsewhere before its own: `/5`. */
function signsOf(score: Score): (note: Note) => NoteSigns {
  const before = new Map<Note, string>();
  const after = new Map<Note, string>();
  const last = new Map<number, PlacedNote>();
  for (const placed of placedNotes(score)) {
    const { bar, note } = placed;
    const from = last.get(note.string);
    last.set(note.string, placed);
    if (note.slide?.from) before.set(note, note.slide.from === 'below' ? '/' : '\\');
    if (!note.arrival) continue;
    const isDown = note.arrival === 'slide' && from !== undefined && from.note.fret > note.fret;
    const sign = isDown ? '\\' : signs[note.arrival];
    if (note.arrival === 'slide' && from?.bar === bar) after.set(from.note, sign);
    else before.set(note, sign);
  }
  return (note) => ({ before: before.get(note) ?? '', after: after.get(note) ?? '' });
}

function textOf(note: Note, { before, after }: NoteSigns): string {
  const digits = note.dead ? 'x' : String(note.fret);
  const held = note.harmonic ? `<${digits}>` : note.optional ? `(${digits})` : digits;
  const bend =
    note.bendCents !== undefined && note.bendCents % 100 === 0
      ? `b${note.fret + note.bendCents / 100}${note.bendShape?.endsWith('release') ? 'r' : ''}`
      : '';
  const ring = note.voice === 'melody' && note.ending === 'let-ring' ? '~' : '';
  const away = note.slide?.out ? (note.slide.out === 'below' ? '\\' : '/') : '';
  return `${before}${held}${after || `${bend}${ring}${away}`}`;
}

/** Columns by the moments of the bar, each as wide as what stands in it, and wider for a longer time. */
function writeBar(bar: Bar, signOf: (note: Note) => NoteSigns): WrittenBar {
  const struck = bar.notes.filter(({ tied }) => !tied);
  const moments = [...new Set([...beatStarts(bar.metre), ...struck.map(({ tick }) => tick)])].sort(
    (a, b) => a - b,
  );
  const rows = Object.fromEntries(stringNumbers.map((string) => [string, '-'])) as Record<
    StringNumber,
    string
  >;
  let counts = ' ';
  moments.forEach((tick, index) => {
    const until = moments[index + 1] ?? barTicks(bar.metre);
    const here = struck.filter((note) => note.tick === tick);
    const texts = new Map(here.map((note) => [note.string, textOf(note, signOf(note))]));
    const lead = Math.max(
      0,
      ...here.map((note) => signOf(note).before.length + (note.harmonic || note.optional ? 1 : 0)),
    );
    const body = (string: StringNumber) => {
      const note = here.find((each) => each.string === string);
      const text = texts.get(string) ?? '';
      const own = note ? signOf(note).before.length + (note.harmonic || note.optional ? 1 : 0) : 0;
      return '-'.repeat(note ? lead - own : 0) + text;
    };
    const wide = Math.max(1, ...stringNumbers.map((string) => body(string).length));
    const column = Math.max(wide + 1, lead + Math.round((until - tick) / 240));
    for (const string of stringNumbers) rows[string] += body(string).padEnd(column, '-');
    const count = countAt(bar.metre, tick);
    counts += (' '.repeat(lead) + (count === 'trip' ? 't' : count === 'let' ? 'l' : count)).padEnd(
      column,
      ' ',
    );
  });
  return { width: counts.length, counts, rows };
}
