import type { Bar, Score } from '../../score/index.ts';
import { line, text, type Shape } from '../shape.ts';
import { textWidth } from '../text-width.ts';
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

/** Section names, tempo and swing changes, endings with their brackets, how often a passage is played. */
export function drawHead(frame: BarFrame, bars: Score['bars']): Shape[] {
  const { bar, rows, left } = frame;
  const base = rows.headBase;
  const words: Shape[] = [];
  let x = left + (bar.endings ? 30 : 2);
  const say = (what: string, look: { readonly serif?: boolean } = {}) => {
    words.push(
      text(x, base, what, {
        size,
        anchor: 'start',
        face: look.serif ? 'serif' : 'narrow',
        weight: look.serif ? 700 : 600,
      }),
    );
    x += textWidth(what, size, look.serif ? 'serif' : 'narrow') + 12;
  };
  if (bar.section) say(bar.section.name, { serif: true });
  if (bar.pickup) say('pickup');
  if (bar.tempoBpm !== undefined) say(`♩ ${bar.tempoBpm}`);
  if (bar.swingPercent !== undefined)
    say(
      bar.swingPercent === 50
        ? 'straight'
        : `swing ${Math.round(bar.swingPercent)} : ${100 - Math.round(bar.swingPercent)}`,
    );
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

const timesPlayed = ({ bar, rows, right }: BarFrame): Shape[] =>
  (bar.repeatTimes ?? 2) > 2
    ? [
        text(right - 6, rows.headBase + 2, `${bar.repeatTimes ?? 2} times`, {
          size,
          anchor: 'end',
          face: 'narrow',
          weight: 600,
        }),
      ]
    : [];
