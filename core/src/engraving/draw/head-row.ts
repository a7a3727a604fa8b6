import type { Bar, Score } from '../../score/index.ts';
import { line, text, type Shape } from '../shape.ts';
import { textWidth } from '../text-width.ts';
import { headLineHeight } from '../sheet-rows.ts';
import type { BarFrame } from './frame.ts';

/** Whether a bar has anything to say above its grips. */
export const hasHead = (bar: Bar): boolean =>
  Boolean(
    bar.section ??
    bar.endings ??
    bar.tempoBpm ??
    bar.swingPercent ??
    bar.pickup ??
    ((bar.repeatTimes ?? 2) > 2 || undefined),
  );

const size = 14;

interface HeadWord {
  readonly words: string;
  readonly face: 'serif' | 'narrow';
}

function headWords(bar: Bar): HeadWord[] {
  const said = (words: string): HeadWord => ({ words, face: 'narrow' });
  const swing = Math.round(bar.swingPercent ?? 50);
  return [
    ...(bar.section ? [{ words: bar.section.name, face: 'serif' as const }] : []),
    ...(bar.pickup ? [said('pickup')] : []),
    ...(bar.tempoBpm === undefined ? [] : [said(`♩ ${bar.tempoBpm}`)]),
    ...(bar.swingPercent === undefined
      ? []
      : [said(bar.swingPercent === 50 ? 'straight' : `swing ${swing} : ${100 - swing}`)]),
  ];
}

const gap = 12;
const widthOf = ({ words, face }: HeadWord): number => textWidth(words, size, face);

/** A bar with its left bar line, as far as the next bar with a head, or the end of the system, lies to the right. */
export interface HeadRoom {
  readonly bar: Bar;
  readonly left: number;
  readonly until: number;
}

/** The words of a head in lines: one where it holds them, else two, the name of a long section shortened to its line. */
function headLines({ bar, left, until }: HeadRoom): HeadWord[][] {
  const times = timesText(bar);
  const room =
    until - left - headStart(bar) - gap - (times === '' ? 0 : textWidth(times, size, 'narrow') + gap);
  const lines: HeadWord[][] = [[]];
  let free = room;
  for (const each of headWords(bar)) {
    const isTooWide = widthOf(each) > free && lines.length < 2 && (lines[0]?.length ?? 0) > 0;
    if (isTooWide) {
      lines.push([]);
      free = room;
    }
    const fitted = widthOf(each) > free && each.face === 'serif' ? shortened(each, free) : each;
    lines.at(-1)?.push(fitted);
    free -= widthOf(fitted) + gap;
  }
  return lines;
}

function shortened({ words, face }: HeadWord, room: number): HeadWord {
  let kept = words;
  while (kept.length > 1 && widthOf({ words: `${kept}…`, face }) > room) kept = kept.slice(0, -1).trimEnd();
  return { words: `${kept}…`, face };
}

/** After the number of an ending, where the bar begins one. */
const headStart = (bar: Bar): number => (bar.endings ? 12 + 10 * bar.endings.length : 2);

/** How many lines the heads of a system need: none to two. */
export const headLinesOf = (rooms: readonly HeadRoom[]): number =>
  Math.max(0, ...rooms.filter(({ bar }) => hasHead(bar)).map((room) => headLines(room).length));

/** Section names, tempo and swing changes, endings with their brackets, how often a passage is played. */
export function drawHead(frame: BarFrame, until: number, bars: Score['bars']): Shape[] {
  const { bar, rows, left } = frame;
  const words = headLines({ bar, left, until }).flatMap((line, row) => {
    let x = left + headStart(bar);
    return line.map((each) => {
      const at = x;
      x += widthOf(each) + gap;
      return text(at, rows.headBase + row * headLineHeight, each.words, {
        size,
        anchor: 'start',
        face: each.face,
        weight: each.face === 'serif' ? 700 : 600,
      });
    });
  });
  return [...words, ...endingBracket(frame, bars), ...timesPlayed(frame)];
}

/** A bracket over the bars of an ending: its numbers where it begins, a hook where it ends. */
function endingBracket({ bar, index, rows, left, right }: BarFrame, bars: Score['bars']): Shape[] {
  if (!bar.endings) return [];
  const same = (other: Bar | undefined) => other?.endings?.join() === bar.endings?.join();
  const begins = !same(bars[index - 1]) || bars[index - 1]?.repeatTimes !== undefined;
  const ends = !same(bars[index + 1]) || bar.repeatTimes !== undefined;
  const [top, foot] = [rows.headBase - 12, rows.headBase + 5];
  return [
    line(left + (begins ? 2 : 0), top, right - (ends ? 2 : 0), top, 'ink1', 1.2),
    ...(begins
      ? [
          line(left + 2, top, left + 2, foot, 'ink1', 1.2),
          text(left + 7, rows.headBase + 2, `${bar.endings.join(', ')}.`, {
            size,
            anchor: 'start',
            weight: 600,
            face: 'narrow',
          }),
        ]
      : []),
    ...(ends && bar.repeatTimes !== undefined ? [line(right - 2, top, right - 2, foot, 'ink1', 1.2)] : []),
  ];
}

const timesText = ({ repeatTimes = 2 }: Bar): string => (repeatTimes > 2 ? `${repeatTimes} times` : '');

function timesPlayed({ bar, rows, right }: BarFrame): Shape[] {
  const times = timesText(bar);
  return times === ''
    ? []
    : [text(right - 6, rows.headBase + 2, times, { size, anchor: 'end', face: 'narrow', weight: 600 })];
}
