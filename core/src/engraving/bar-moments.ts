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
import { callDigits, type CallDigits, type CallPart } from '../directions/index.ts';
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

/** What the call line says of each note: its string alone, or its fret, too; or that there is no call line. */
export type CallDepth = 'strings' | 'frets' | 'none';

export const callDigitSize = 20;
/** A fret beside its string: smaller and in the face of the frets on the tab, so that nobody takes one for the other. */
export const callFretSize = 13;
export const plusSize = 14;
export const countSize = 12.5;
export const slapSize = 12;
export const lyricSize = 13;
export const sungSize = 13;
/** Least room between neighbours in the call line, and on one string. */
const callGap = 6;
const plateGap = 2;

/** Room before a fret that stands small beside its string. */
export const callFretGap = 1.5;

const partWidth = ({ digits, fret }: CallPart): number =>
  textWidth(digits, callDigitSize, 'narrow') +
  (fret === '' ? 0 : callFretGap + textWidth(fret, callFretSize, 'serif'));

export const callDigitsWidth = ({ thumb, plus, melody }: CallDigits): number =>
  [...thumb, ...melody].reduce((sum, part) => sum + partWidth(part), 0) +
  (plus ? textWidth('+', plusSize, 'narrow') : 0);

/** Room a note's plate takes, with what stands close to its right and left. */
export const plateHalf = (note: Note): number => (note.fret > 9 && !note.dead ? 11.5 : 9.4);

/** Graces stand smaller, before the moment they lead into. */
export const graceShift = 15;

/** The room that "slow" takes before a note, written into its slide. */
export const slowWidth = 27;
/** What stays of the slide's line before the word. */
const slowLine = 12;

/**
 * A fretting finger stands at the lower right of its plate, between its string and the next: plates of both strings keep clear of it.
 * A ring's shoulder leaves it a little more room than a square.
 */
function fingerReaches(note: Note): Reach[] {
  const shoulder = note.voice === 'thumb' ? 9 : 7.6;
  const over: Reach = { row: `under string ${note.string - 1}`, left: shoulder, right: 0 };
  if (note.grace || note.fret === 0 || note.dead || note.tied) return [over];
  return [over, { row: `under string ${note.string}`, left: 0, right: plateHalf(note) + fingerReach }];
}
const fingerReach = 6.5;

function reachOf(note: Note): Reach {
  const half = plateHalf(note);
  const row = `string ${note.string}`;
  if (note.grace) return { row, left: graceShift + half * 0.8, right: 0 };
  const { slide, bendCents, ending, ornament, voice } = note;
  const before =
    (slide?.slow ? slowWidth + (slide.from ? 0 : slowLine) : 0) +
    (slide?.from ? 13 : 0) +
    (ornament === 'hammer-pull' ? 14 : 0) +
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

const remembered: Readonly<Record<CallDepth, WeakMap<Bar, readonly BarMoment[]>>> = {
  strings: new WeakMap(),
  frets: new WeakMap(),
  none: new WeakMap(),
};

/** The moments of a bar in order, the first at its start. Worked out once for each bar and depth of the call. */
export function momentsOfBar(bar: Bar, call: CallDepth): readonly BarMoment[] {
  const known = remembered[call].get(bar);
  if (known) return known;
  const counted = new Set(countedTicks(bar));
  const ticks = [
    ...new Set([
      0,
      ...bar.notes.map(({ tick }) => tick),
      ...bar.grips.map(({ tick }) => tick),
      ...wordsOf(bar).map(({ tick }) => tick),
      ...counted,
    ]),
  ].sort((a, b) => a - b);
  const moments = ticks
    .filter((tick) => tick < barTicks(bar.metre))
    .map((tick) => ({ tick, reaches: reachesAt(bar, tick, { isCounted: counted.has(tick), call }) }));
  remembered[call].set(bar, moments);
  return moments;
}

function reachesAt(
  bar: Bar,
  tick: Ticks,
  { isCounted, call }: { readonly isCounted: boolean; readonly call: CallDepth },
): Reach[] {
  const notes = bar.notes.filter((note) => note.tick === tick);
  const said = notes.filter(({ tied }) => !tied).sort(inPlayingOrder);
  const half = (row: string, width: number, gap: number): Reach => ({
    row,
    left: (width + gap) / 2,
    right: (width + gap) / 2,
  });
  const word = wordsOf(bar).find((each) => each.tick === tick);
  return [
    ...notes.flatMap((note) => [reachOf(note), ...fingerReaches(note)]),
    ...(notes.some(({ stroke }) => stroke === 'slap')
      ? [half('slap', textWidth('slap', slapSize, 'sans'), 4)]
      : []),
    ...(said.length > 0 && call !== 'none'
      ? [half('call', callDigitsWidth(callDigits(said, call === 'frets')), callGap)]
      : []),
    ...gripReaches(bar, tick),
    ...(isCounted ? [half('count', textWidth(countAt(bar.metre, tick), countSize, 'sans'), 4)] : []),
    ...(word ? [half('lyric', textWidth(word.text, lyricSize, 'serif', true), 5)] : []),
    ...(word?.pitch ? [half('sung', textWidth(word.pitch, sungSize, 'serif', true), 5)] : []),
  ];
}

/** Room for a grip among others of its bar: its box under its name. What it is called by its tones is not known here, and gets what most names take. */
function gripReaches(bar: Bar, tick: Ticks): Reach[] {
  const grip = bar.grips.find((each) => each.tick === tick);
  if (!grip || bar.grips.length < 2) return [];
  const name = grip.functionName ? textWidth(grip.functionName, 12.5, 'narrow') : usualNameWidth;
  return [{ row: 'grip', left: 8, right: Math.max(gripBoxRoom, name) + 4 }];
}
const gripBoxRoom = 42;
const usualNameWidth = 44;

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
