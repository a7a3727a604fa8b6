import type { TuneMarks } from '../../melody/index.ts';
import type { StringNumber } from '../../instrument/index.ts';
import type { TextSystem } from './find-systems.ts';

/** A fret that is typed on a string, with the sign before and after it. */
interface TypedNote {
  readonly column: number;
  readonly string: StringNumber;
  readonly fret: number;
  readonly marks: TuneMarks;
}

/** A bar of a typed system: its columns and what is typed in them. */
export interface TypedBar {
  readonly from: number;
  readonly to: number;
  readonly notes: readonly TypedNote[];
  readonly repeatStart: boolean;
  readonly repeatEnd: boolean;
}

/** A column is a bar line when most strings have one there. */
const isBarColumn = (rows: readonly string[], column: number): boolean =>
  rows.filter((row) => row[column] === '|').length >= 4;

/** Parts a system at its bar lines. Without bar lines it is one bar. */
export function typedBars({ rows }: TextSystem): TypedBar[] {
  const length = Math.max(...rows.map((row) => row.length));
  const notes = rows.flatMap((row, index) => readRow(row, (index + 1) as StringNumber));
  const edges: number[] = [];
  for (let column = 0; column < length; column += 1) if (isBarColumn(rows, column)) edges.push(column);
  const bounds = [-1, ...edges, length];
  const bars: TypedBar[] = [];
  bounds.slice(0, -1).forEach((edge, index) => {
    const to = bounds[index + 1] ?? length;
    const from = edge + 1;
    const inside = notes.filter(({ column }) => column >= from && column < to);
    const hasStrings = rows.some((row) => /[-\d]/.test(row.slice(from, to)));
    if (!hasStrings || to - from < 2) return;
    bars.push({
      from,
      to,
      notes: inside,
      repeatStart: hasDots(rows, from),
      repeatEnd: hasDots(rows, to - 1),
    });
  });
  return bars;
}

/** Dots of a repeat sign stand beside the bar line on the middle strings. */
const hasDots = (rows: readonly string[], column: number): boolean =>
  rows.filter((row) => /[*:.o]/.test(row[column] ?? '')).length >= 2;

const before: Readonly<Record<string, TuneMarks>> = {
  h: { arrival: 'hammer-on' },
  H: { arrival: 'hammer-on' },
  '^': { arrival: 'hammer-on' },
  p: { arrival: 'pull-off' },
  P: { arrival: 'pull-off' },
  '/': { arrival: 'slide' },
  '\\': { arrival: 'slide' },
  s: { arrival: 'slide' },
  S: { arrival: 'slide' },
};

const after: Readonly<Record<string, TuneMarks>> = {
  b: { bendCents: 100 },
  B: { bendCents: 100 },
  r: {},
  '~': { ending: 'let-ring' },
};

function readRow(row: string, string: StringNumber): TypedNote[] {
  const found: TypedNote[] = [];
  for (const match of row.matchAll(
    /(?:([hpHP^sS/\\])-*)?([(<]?)(\d{1,2}|[xX])([)>]?)([bB](\d{1,2}(?:\.\d{1,2})?)?r?\d{0,2}|~+|[/\\](?![-\d(]*\d))?/g,
  )) {
    const [whole, sign = '', open = '', digits = '', , tail = '', bentTo] = match;
    const column = match.index + whole.search(/[\dxX]/);
    const isDead = /[xX]/.test(digits);
    const fret = isDead ? 0 : Number(digits);
    if (fret > 24) continue;
    const sounding = found.some((each) => !each.marks.dead);
    const slidesIn = /[/\\sS]/.test(sign) && !isJoined(row, match.index);
    const arrival = sign && sounding && !slidesIn ? before[sign] : undefined;
    const slide = slidesIn
      ? { slide: { from: sign === '\\' ? ('above' as const) : ('below' as const) } }
      : {};
    const cents = bentTo ? Math.min(400, Math.max(10, Math.round((Number(bentTo) - fret) * 100))) : 100;
    found.push({
      column,
      string,
      fret,
      marks: {
        ...arrival,
        ...slide,
        ...(isDead ? { dead: true as const } : {}),
        ...(open === '(' ? { optional: true as const } : {}),
        ...(open === '<' ? { harmonic: true as const } : {}),
        ...after[tail[0] ?? ''],
        ...(/^[bB]/.test(tail)
          ? { bendCents: cents, ...(tail.includes('r') ? { bendShape: 'release' as const } : {}) }
          : {}),
        ...(/^[/\\]$/.test(tail)
          ? { slide: { out: tail === '/' ? ('above' as const) : ('below' as const) } }
          : {}),
      },
    });
  }
  return found;
}

/** Whether a sign stands right behind a fret, so that it leads on from there. */
const isJoined = (row: string, at: number): boolean => /[\d)>~xX]/.test(row[at - 1] ?? '');
