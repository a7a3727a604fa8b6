/** Six lines of a typed tab under one another, string 1 first, labels taken off and cut to the same columns. */
export interface TextSystem {
  /** Line of its first string in the file, from 1. */
  readonly line: number;
  readonly rows: readonly string[];
  /** What stands before each row, from string 1 to string 6; empty where nothing does. */
  readonly labels: readonly string[];
  /** A line of counts or note values above or below, cut to the same columns. */
  readonly rhythm: string | undefined;
}

/** A typed string: perhaps its name, perhaps a bar line, then dashes, frets and signs. */
const stringLine =
  /^(\s*)([A-Ga-g][#b♯♭]?\d?|[1-6])?(\s*)([|:\]]+)?([-–—0-9hpsxXbrtvwBPHS/\\~^().<>|*=+:_\s]*)$/;

const leastDashes = 3;

interface StringLine {
  readonly label: string;
  /** Column at which the string begins. */
  readonly from: number;
  readonly text: string;
}

function asStringLine(line: string): StringLine | undefined {
  const plain = line.replace(/[–—]/g, '-').trimEnd();
  const match = stringLine.exec(plain);
  if (!match) return undefined;
  const [, indent = '', label = '', gap = ''] = match;
  const rest = plain.slice(indent.length + label.length + gap.length);
  const dashes = (rest.match(/-/g) ?? []).length;
  if (
    dashes < leastDashes ||
    dashes + (rest.match(/[\d|hpxX/\\~()<>.:*=\s]/g) ?? []).length < rest.length * 0.8
  )
    return undefined;
  return { label, from: plain.length - rest.length, text: plain };
}

/** Letters of note values or counts, with blanks between: a line that tells the rhythm. */
const isRhythm = (line: string): boolean =>
  /^(\s*(count|rhythm)?:?\s*)([\dWHQESTwhqest&+ea.()trip let|]+\s*)+$/.test(line) &&
  /[\dWHQESTwhqest]/.test(line) &&
  !line.includes('-') &&
  line.trim() !== '';

/** Finds every system of six strings; other lines are left where they are. */
export function findSystems(lines: readonly string[]): TextSystem[] {
  const systems: TextSystem[] = [];
  let index = 0;
  while (index < lines.length) {
    const six = lines.slice(index, index + 6).map(asStringLine);
    if (six.length < 6 || six.includes(undefined)) {
      index += 1;
      continue;
    }
    systems.push(
      systemOf(
        six.filter((each) => each !== undefined),
        lines,
        index,
      ),
    );
    index += 6;
  }
  return systems;
}

function systemOf(six: readonly StringLine[], lines: readonly string[], index: number): TextSystem {
  const from = Math.min(...six.map((each) => each.from));
  const length = Math.max(...six.map(({ text }) => text.length));
  const cut = (text: string) => text.padEnd(length, ' ').slice(from, length);
  const rhythm = [lines[index - 1], lines[index + 6]].find((line) => line !== undefined && isRhythm(line));
  const labels = six.map(({ label }) => label);
  const rows = six.map(({ text }) => cut(text.replace(/\s+$/, '')));
  const isUpsideDown = labels[0] === '6' || (labels[0] === 'E' && labels[5] === 'e');
  return {
    line: index + 1,
    rows: isUpsideDown ? [...rows].reverse() : rows,
    labels: isUpsideDown ? [...labels].reverse() : labels,
    rhythm:
      rhythm === undefined
        ? undefined
        : cut(rhythm.replace(/^(\s*)(count|rhythm):?/, (whole) => ' '.repeat(whole.length))),
  };
}
