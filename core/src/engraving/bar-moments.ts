import {
  barTicks,
  beatTicks,
  countAt,
  inPlayingOrder,
  wordsOf,
  type Bar,
  type Note,
  type Ticks,
} from '../score/index.ts';
import { callDigits, type CallDigits } from '../directions/index.ts';
import { textWidth } from './text-width.ts';

/** How far what is drawn at a moment reaches to either side of its x, row by row. */
interface Reach {
  readonly row: string;
  readonly left: number;
  readonly right: number;
}

/** A moment of a bar at which something is struck or counted. */
export interface BarMoment {
  readonly tick: Ticks;
  readonly reaches: readonly Reach[];
}

export const callDigitSize = 20;
export const plusSize = 14;
export const countSize = 12.5;
export const lyricSize = 13;
export const sungSize = 13;
/** Least room between neighbours in the call line, and on one string. */
const callGap = 6;
const plateGap = 2;

export const callDigitsWidth = ({ thumb, plus, melody }: CallDigits): number =>
  textWidth(thumb + melody, callDigitSize, 'narrow') + (plus ? textWidth('+', plusSize, 'narrow') : 0);

/** Room a note's plate takes, with what stands close to its right and left. */
export const plateHalf = (note: Note): number => (note.fret > 9 && !note.dead ? 11.5 : 9.4);

/** Graces stand smaller, before the moment they lead into. */
export const graceShift = 15;

function reachOf(note: Note): Reach {
  const half = plateHalf(note);
  const row = `string ${note.string}`;
  if (note.grace) return { row, left: graceShift + half * 0.8, right: 0 };
  const { slide, bendCents, ending, voice } = note;
  const before =
    (slide?.from ? 13 : 0) +
    (slide?.approachFret === undefined ? 0 : 8) +
    (note.harmonic || note.optional ? 5 : 0);
  const after = Math.max(
    bendCents === undefined ? 0 : 20,
    slide?.out ? 12 : 0,
    voice === 'melody' && ending ? (ending === 'let-ring' ? 11 : 9) : 0,
    note.harmonic || note.optional ? 5 : 0,
    note.certainty ? 7 : 0,
  );
  return { row, left: half + before + plateGap / 2, right: half + after + plateGap / 2 };
}

const remembered = new WeakMap<Bar, readonly BarMoment[]>();

/** The moments of a bar in order, the first at its start. Worked out once for each bar. */
export function momentsOfBar(bar: Bar): readonly BarMoment[] {
  const known = remembered.get(bar);
  if (known) return known;
  const counted = new Set(countedTicks(bar));
  const ticks = [
    ...new Set([
      0,
      ...bar.notes.map(({ tick }) => tick),
      ...wordsOf(bar).map(({ tick }) => tick),
      ...counted,
    ]),
  ].sort((a, b) => a - b);
  const moments = ticks
    .filter((tick) => tick < barTicks(bar.metre))
    .map((tick) => ({ tick, reaches: reachesAt(bar, tick, counted.has(tick)) }));
  remembered.set(bar, moments);
  return moments;
}

function reachesAt(bar: Bar, tick: Ticks, isCounted: boolean): Reach[] {
  const notes = bar.notes.filter((note) => note.tick === tick);
  const said = notes.filter(({ tied }) => !tied).sort(inPlayingOrder);
  const half = (row: string, width: number, gap: number): Reach => ({
    row,
    left: (width + gap) / 2,
    right: (width + gap) / 2,
  });
  const word = wordsOf(bar).find((each) => each.tick === tick);
  return [
    ...notes.map(reachOf),
    ...(said.length > 0 ? [half('call', callDigitsWidth(callDigits(said)), callGap)] : []),
    ...(isCounted ? [half('count', textWidth(countAt(bar.metre, tick), countSize, 'sans'), 4)] : []),
    ...(word ? [half('lyric', textWidth(word.text, lyricSize, 'serif', true), 5)] : []),
    ...(word?.pitch ? [half('sung', textWidth(word.pitch, sungSize, 'serif', true), 5)] : []),
  ];
}

/** Beats and their halves, and whatever else is played; a silent "&" gives way to a triplet in its beat. */
export function countedTicks(bar: Bar): Ticks[] {
  const played = [...new Set(bar.notes.filter(({ tied }) => !tied).map(({ tick }) => tick))];
  const step = 480;
  const usual = Array.from({ length: Math.ceil(barTicks(bar.metre) / step) }, (_, index) => index * step);
  const beat = beatTicks(bar.metre);
  const isCrowded = (tick: Ticks) =>
    played.some(
      (other) =>
        other !== tick &&
        Math.floor(other / beat) === Math.floor(tick / beat) &&
        Math.abs(other - tick) < 240,
    );
  return [
    ...new Set([...played, ...usual.filter((tick) => played.includes(tick) || !isCrowded(tick))]),
  ].filter((tick) => countAt(bar.metre, tick) !== '');
}
