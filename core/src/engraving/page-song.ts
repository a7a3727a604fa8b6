import { sectionName, sectionsOf, type Section } from '../form/index.ts';
import { barTicks, countAt, gripAt, wordsOf, type Bar, type Score, type Ticks } from '../score/index.ts';
import { gripName } from './grip-name.ts';
import { heading, headingHeight, type PageBlock } from './page-block.ts';
import { data, line, path, text, type Shape } from './shape.ts';
import { textWidth } from './text-width.ts';

const chordSize = 17;
const wordSize = 16;
const lineRoom = 50;
const barsALine = 4;
const wordGap = 5;
/** Between chords where nothing is sung. */
const silentGap = 44;

/** A chord, a syllable, or both at one moment. */
interface Sung {
  readonly chord: string;
  readonly word: string;
  /** Whether a bar begins here in which nothing is sung: it is told by its line. */
  readonly isBar: boolean;
}

/** The song for whoever sings or strums along: words with the chords over them, section by section, and how one bar is struck. */
export function drawSong(score: Score, shown: (name: string) => string, width: number): PageBlock[] {
  const seen = new Set<string>();
  const sections = sectionsOf(score).flatMap((section): PageBlock[] => {
    const lines = linesOf(score, section, shown).flatMap((each) => broken(each, width));
    const key = JSON.stringify(lines);
    if (seen.has(key)) return [];
    seen.add(key);
    return [
      {
        height: headingHeight + lines.length * lineRoom + 8,
        shapes: [
          heading(sectionName(section, score)),
          ...lines.flatMap((each, index) => drawLine(each, headingHeight + 18 + index * lineRoom)),
        ],
      },
    ];
  });
  return [...sections, ...drawStrumRow(score)];
}

/** Lines of four bars; a chord is named where it is laid, at the start of a line, and in every bar in which nothing is sung. */
function linesOf(score: Score, { first, last }: Section, shown: (name: string) => string): Sung[][] {
  const lines: Sung[][] = [];
  for (let index = first; index <= last; index += 1) {
    const bar = score.bars[index];
    if (!bar) continue;
    const begins = (index - first) % barsALine === 0;
    if (begins) lines.push([]);
    const chords = new Map<Ticks, string>(bar.grips.map((grip) => [grip.tick, gripName(score, grip, shown)]));
    const held = gripAt(score, index, 0);
    const words = wordsOf(bar);
    if ((begins || words.length === 0) && held && !chords.has(0)) chords.set(0, gripName(score, held, shown));
    const ticks = [...new Set([...chords.keys(), ...words.map(({ tick }) => tick)])].sort((a, b) => a - b);
    for (const tick of ticks)
      lines.at(-1)?.push({
        chord: chords.get(tick) ?? '',
        word: words.find((each) => each.tick === tick)?.text ?? '',
        isBar: words.length === 0 && tick === ticks[0],
      });
  }
  return lines.map(joined).filter((each) => each.length > 0);
}

/** A word is written whole where no chord changes within it. */
function joined(sung: readonly Sung[]): Sung[] {
  const words: Sung[] = [];
  for (const each of sung) {
    const before = words.at(-1);
    if (before?.word.endsWith('-') && each.chord === '' && each.word !== '')
      words[words.length - 1] = { ...before, word: before.word.slice(0, -1) + each.word };
    else words.push(each);
  }
  return words;
}

const chordWidth = (chord: string): number => (chord === '' ? 0 : textWidth(chord, chordSize, 'serif') + 10);
/** A syllable whose word goes on stands close to the next. */
const wordWidth = (word: string): number =>
  word === '' ? 0 : textWidth(word, wordSize, 'sans') + (word.endsWith('-') ? 1 : wordGap);
const widthOf = ({ chord, word }: Sung): number =>
  Math.max(chordWidth(chord), wordWidth(word), word === '' ? chordWidth(chord) + silentGap : 0);

/** A line too long for the page goes on in the next. */
function broken(sung: readonly Sung[], width: number): Sung[][] {
  const lines: Sung[][] = [[]];
  let used = 0;
  for (const each of sung) {
    if (used + widthOf(each) > width && used > 0) {
      lines.push([]);
      used = 0;
    }
    lines.at(-1)?.push(each);
    used += widthOf(each);
  }
  return lines;
}

function drawLine(sung: readonly Sung[], y: number): Shape[] {
  let x = 8;
  return sung.flatMap((each): Shape[] => {
    const at = x;
    x += widthOf(each);
    return [
      ...(each.isBar ? [line(at - 8, y - 16, at - 8, y + 6, 'ink1-65', 1)] : []),
      ...(each.chord === ''
        ? []
        : [text(at, y, each.chord, { size: chordSize, face: 'serif', weight: 700, anchor: 'start' })]),
      ...(each.word === '' ? [] : [text(at, y + 20, each.word, { size: wordSize, anchor: 'start' })]),
    ];
  });
}

type Strike = 'thumb' | 'down' | 'up' | 'pinch';

/** What the picking hand does at each moment of a bar that the thumb or a brush strikes. */
function strikesOf({ notes }: Bar): ReadonlyMap<Ticks, Strike> {
  const strikes = new Map<Ticks, Strike>();
  for (const { tick, tied } of notes) {
    const here = notes.filter((note) => note.tick === tick && !note.tied);
    if (tied || here.length === 0) continue;
    const stroke = here.find(({ stroke: each }) => each?.startsWith('brush') ?? false)?.stroke;
    if (stroke) strikes.set(tick, stroke === 'brush' ? 'down' : 'up');
    else if (here.some(({ voice }) => voice === 'thumb'))
      strikes.set(tick, here.some(({ voice }) => voice === 'melody') ? 'pinch' : 'thumb');
  }
  return strikes;
}

const strikeWords: Readonly<Record<Strike, string>> = { thumb: 'thumb', pinch: 'pinch', down: '', up: '' };
const spokenStrikes: Readonly<Record<Strike, string>> = {
  thumb: 'thumb',
  pinch: 'pinch',
  down: 'brush',
  up: 'brush back',
};
const beatRoom = 58;

/** How most bars are struck, over its count: for a hand that only accompanies. */
function drawStrumRow(score: Score): PageBlock[] {
  const usual = usualBar(score.bars);
  if (!usual) return [];
  const strikes = strikesOf(usual);
  const step = 480;
  const counts = Array.from({ length: barTicks(usual.metre) / step }, (_, index) => index * step);
  const xOf = (tick: Ticks) => 24 + (tick / step) * (beatRoom / 2 + 6);
  const base = headingHeight + 24;
  return [
    {
      height: base + 34,
      says: `The picking hand in most bars: ${[...strikes].map(([tick, strike]) => `${countAt(usual.metre, tick)} ${spokenStrikes[strike]}`).join(', ')}.`,
      shapes: [
        heading('The picking hand, in most bars'),
        ...[...strikes].flatMap(([tick, strike]): Shape[] => {
          const x = xOf(tick);
          if (strike === 'down' || strike === 'up') return arrow(x, base, strike);
          return [text(x, base, strikeWords[strike], { size: 13.5, face: 'narrow', weight: 700 })];
        }),
        line(0, base + 8, xOf(barTicks(usual.metre)) - 10, base + 8, 'ink1', 0.75),
        ...counts.map((tick) =>
          text(xOf(tick), base + 24, countAt(usual.metre, tick), {
            size: 13.5,
            ink: strikes.has(tick) ? 'ink1' : 'ink1-65',
            weight: strikes.has(tick) ? 700 : 400,
          }),
        ),
      ],
    },
  ];
}

function arrow(x: number, base: number, way: 'down' | 'up'): Shape[] {
  const [tail, tip, barb] = way === 'down' ? [base - 20, base, -6] : [base, base - 20, 6];
  const pen = { stroke: 'ink1', strokeWidth: 1.8 } as const;
  return [
    line(x, tail, x, tip, 'ink1', 1.8),
    path(data`M${x - 4} ${tip + barb} L${x} ${tip} L${x + 4} ${tip + barb}`, pen),
  ];
}

/** The first of the bars that are struck as most are. */
function usualBar(bars: readonly Bar[]): Bar | undefined {
  const counts = new Map<string, { readonly bar: Bar; count: number }>();
  for (const bar of bars) {
    const strikes = strikesOf(bar);
    if (strikes.size === 0) continue;
    const key = JSON.stringify([bar.metre, [...strikes].sort(([a], [b]) => a - b)]);
    const known = counts.get(key);
    if (known) known.count += 1;
    else counts.set(key, { bar, count: 1 });
  }
  return [...counts.values()].sort((a, b) => b.count - a.count)[0]?.bar;
}
