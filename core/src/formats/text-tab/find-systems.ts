import { parseChord } from '../../shapes/index.ts';
import { asRhythmLine } from './counts.ts';

/** Six lines of a typed tab under one another, string 1 first, labels taken off and cut to the same columns. */
export interface TextSystem {
  /** Line of its first string in the file, from 1. */
  readonly line: number;
  readonly rows: readonly string[];
  /** What stands before each row, from string 1 to string 6; empty where nothing does. */
  readonly labels: readonly string[];
  /** A line of counts or note values above or below, cut to the same columns. */
  readonly rhythm: string | undefined;
  /** Names of chords over the strings, cut to the same columns. */
  readonly chords: string | undefined;
  /** What is said of bars in brackets, with its column. */
  readonly marks: readonly { readonly column: number; readonly text: string }[];
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

/** A line of a system is never longer: what is, is no tab. */
export const longestLine = 2000;

function asStringLine(line: string): StringLine | undefined {
  if (line.length > longestLine) return undefined;
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
  const above = linesAbove(lines, index);
  const told = [...above, lines[index + 6] ?? ''].filter((line) => asRhythmLine(line) !== undefined);
  const telling = told.find((line) => !isChordLine(line)) ?? told[0];
  const rhythm = telling === undefined ? undefined : asRhythmLine(telling);
  const chords = above.find((line) => line !== telling && isChordLine(line));
  const labels = six.map(({ label }) => label);
  const rows = six.map(({ text }) => cut(text.replace(/\s+$/, '')));
  const isUpsideDown = labels[0] === '6' || (labels[0] === 'E' && labels[5] === 'e');
  return {
    line: index + 1,
    rows: isUpsideDown ? [...rows].reverse() : rows,
    labels: isUpsideDown ? [...labels].reverse() : labels,
    rhythm: rhythm === undefined ? undefined : cut(rhythm),
    chords: chords === undefined ? undefined : chords.slice(from),
    marks: above.flatMap((line) =>
      [...line.matchAll(/\[([^\][]*)\]/g)].map((match) => ({
        column: Math.max(0, match.index - from),
        text: match[1] ?? '',
      })),
    ),
  };
}

/** Lines that may belong to a system stand right over it, no more than these. */
const mostAbove = 4;

/** The lines right over a system, the nearest first, up to a blank one or the strings of another. */
function linesAbove(lines: readonly string[], index: number): string[] {
  const above: string[] = [];
  for (let at = index - 1; at >= Math.max(0, index - mostAbove); at -= 1) {
    const line = lines[at] ?? '';
    if (line.trim() === '' || asStringLine(line)) break;
    above.push(line);
  }
  return above;
}

/** Frets of a grip in place of a name, as our own tabs have it where a grip has none. */
const looksLikeFrets = /^[x\d](?:-?[x\d]{1,2}){5}$/i;

/** Every word is a chord: the line names what is held. */
function isChordLine(line: string): boolean {
  if (line.length > longestLine) return false;
  const words = line.trim().split(/\s+/);
  return words.every(
    (word) => word.length <= 24 && (looksLikeFrets.test(word) || parseChord(word.replace(/'+$/, '')).ok),
  );
}
