import { nameGrip } from '../shapes/index.ts';
import {
  beatTicks,
  countedAt,
  numberOfBar,
  techniqueWords,
  type Bar,
  type Metre,
  type Note,
  type PickingDigit,
  type Score,
  type Ticks,
} from '../score/index.ts';
import type { FrettingFinger } from '../hands/index.ts';

/** What happens at one moment of a bar. `count` is counted aloud: "2", "2 and". */
export interface ToldMoment {
  readonly tick: Ticks;
  readonly count: string;
  readonly words: readonly string[];
}

/** A bar as somebody learns it who cannot see it. `number` is the one on the sheet. */
export interface ToldBar {
  readonly number: number;
  readonly moments: readonly ToldMoment[];
}

/** The fingers of a note, as far as they are known. */
export type FingersOf = (
  note: Note,
) => { readonly finger: FrettingFinger | null; readonly picking: PickingDigit | undefined } | undefined;

/** A bar moment by moment: its grips string by string, what is struck together, where each note lies, by which fingers and how long. */
export function tellBar(score: Score, index: number, fingersOf: FingersOf = () => undefined): ToldBar {
  const bar = score.bars[index];
  const number = numberOfBar(score, index);
  if (!bar) return { number, moments: [] };
  const ticks = new Set([...bar.notes.map(({ tick }) => tick), ...bar.grips.map(({ tick }) => tick)]);
  const moments = [...ticks]
    .sort((a, b) => a - b)
    .map((tick) => ({
      tick,
      count: spokenCount(bar.metre, tick),
      words: [...gripsAt(score, bar, tick), ...notesAt(bar, tick, fingersOf)],
    }));
  return { number, moments };
}

const partWords: Readonly<Record<string, string>> = { '&': 'and' };

function spokenCount(metre: Metre, tick: Ticks): string {
  const counted = countedAt(metre, tick);
  const [, beat = '', part = ''] = /^(\d+)(.*)$/.exec(counted) ?? [];
  if (beat === '') return `a moment after ${Math.floor(tick / beatTicks(metre)) + 1}`;
  return part === '' ? beat : `${beat} ${partWords[part] ?? part}`;
}

const gripsAt = ({ tuning }: Score, { grips }: Bar, tick: Ticks): string[] =>
  grips
    .filter((grip) => grip.tick === tick)
    .map(({ frets, functionName }) => {
      const name = functionName ?? nameGrip(tuning, frets).name;
      const strings = frets.map((fret) =>
        fret === null ? 'not played' : fret === 0 ? 'open' : String(fret),
      );
      return `grip${name ? ` ${name}` : ''}, from string 6 to string 1: ${strings.join(', ')}`;
    });

function notesAt({ notes, metre }: Bar, tick: Ticks, fingersOf: FingersOf): string[] {
  const here = notes.filter((note) => note.tick === tick);
  const struck = here.filter(({ tied }) => !tied);
  const isPinch =
    struck.some(({ voice }) => voice === 'thumb') && struck.some(({ voice }) => voice === 'melody');
  return [
    ...(isPinch ? ['pinch'] : []),
    ...[...here].sort((a, b) => b.string - a.string).map((note) => tellNote(note, metre, fingersOf(note))),
  ];
}

const fretting: Readonly<Record<FrettingFinger, string>> = {
  1: 'index finger',
  2: 'middle finger',
  3: 'ring finger',
  4: 'little finger',
  T: 'thumb over the edge',
};
const picking: Readonly<Record<PickingDigit, string>> = {
  p: 'the thumb',
  i: 'the index',
  m: 'the middle',
  a: 'the ring finger',
};

function tellNote(note: Note, metre: Metre, fingers: ReturnType<FingersOf>): string {
  if (note.tied) return `${note.voice} on string ${note.string} held over, ${lasting(note, metre)}`;
  const fret = note.fret === 0 ? 'open' : `fret ${note.fret}`;
  return [
    `${note.voice}: string ${note.string}`,
    fret,
    ...(fingers?.finger ? [fretting[fingers.finger]] : []),
    ...(fingers?.picking && note.voice === 'melody' ? [`picked by ${picking[fingers.picking]}`] : []),
    ...techniqueWords(note),
    lasting(note, metre),
  ].join(', ');
}

/** Twelfths of a beat that have a sign. */
const parts: Readonly<Record<number, string>> = { 3: '¼', 4: '⅓', 6: '½', 8: '⅔', 9: '¾' };

/** How long a note lasts in beats, where that is a number somebody counts. */
function lasting({ durationTicks }: Note, metre: Metre): string {
  const beat = beatTicks(metre);
  const whole = Math.floor(durationTicks / beat);
  const part = parts[((durationTicks - whole * beat) * 12) / beat];
  if (durationTicks === whole * beat) return whole === 1 ? '1 beat long' : `${whole} beats long`;
  if (part === undefined) return whole === 0 ? 'short' : `a little over ${whole} beats long`;
  return whole === 0 ? `${part} beat long` : `${whole}${part} beats long`;
}
