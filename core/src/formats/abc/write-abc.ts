import { soundingShift } from '../../instrument/index.ts';
import {
  keyFifths,
  spellMidi,
  symbolText,
  transposeKey,
  transposeSymbol,
  parseSymbol,
  type Key,
} from '../../pitch/index.ts';
import {
  barTicks,
  heardWholeMidi,
  soundingFrets,
  techniquesOf,
  ticksPerQuarter,
  unfold,
  type Bar,
  type Note,
  type PlacedGrip,
  type Score,
} from '../../score/index.ts';
import { nameGrip } from '../../shapes/index.ts';
import { signatureAlter } from './fields.ts';

const unit = ticksPerQuarter / 2;

/** ABC has a sign for playing a passage twice, and none for more. */
const mostTimes = 2;

/**
 * Writes the melody of a score with its chords as ABC (ABC standard 2.1): as heard, unit length an eighth. A passage that is played more
 * than twice, and an order of performance, are written out. What has no place in it, {@link notInAbc} tells.
 */
export function writeAbc(written: Score): string {
  const isWrittenOut =
    written.order !== undefined || written.bars.some(({ repeatTimes = 0 }) => repeatTimes > mostTimes);
  const score = isWrittenOut ? unfold(written).score : written;
  const key = transposeKey(score.key, soundingShift(score));
  const [first] = score.bars;
  const metre = (first?.pickup ? score.bars[1] : first)?.metre ?? { beats: 4, unit: 4 };
  const header = [
    'X:1',
    `T:${oneLine(score.title)}`,
    ...(score.player ? [`C:after ${oneLine(score.player)}`] : []),
    `M:${metre.beats}/${metre.unit}`,
    'L:1/8',
    `Q:1/4=${score.tempoBpm}`,
    `K:${key.tonic}${key.mode === 'minor' ? 'm' : ''}`,
  ];
  const bars = score.bars.map((bar, index) => writeBar(score, bar, index, key, metre));
  const lines: string[] = [];
  for (let at = 0; at < bars.length; at += 4) {
    lines.push(
      bars
        .slice(at, at + 4)
        .map(({ text }) => text)
        .join(' '),
    );
    const words = bars.slice(at, at + 4).map(({ words: each }) => each);
    if (words.some((each) => /[^*|\s]/.test(each))) lines.push(`w: ${words.join(' | ')}`);
  }
  return `${[...header, ...lines].join('\n')}\n`;
}

const oneLine = (text: string): string => text.replace(/[\r\n%]+/g, ' ').trim();

function writeBar(score: Score, bar: Bar, index: number, key: Key, metre: Bar['metre']) {
  const before = score.bars[index - 1];
  const isSame = (a: Bar['metre'] | undefined, b: Bar['metre']) => a?.beats === b.beats && a.unit === b.unit;
  const changes =
    index > 0 && !isSame(before?.pickup ? metre : before?.metre, bar.metre)
      ? `[M:${bar.metre.beats}/${bar.metre.unit}]`
      : '';
  const tempo = index > 0 && bar.tempoBpm !== undefined ? `[Q:1/4=${bar.tempoBpm}]` : '';
  const section = bar.section ? `[P:${oneLine(bar.section.name).replaceAll(']', ')')}]` : '';
  const begins = bar.endings && before?.endings?.join() !== bar.endings.join();
  const ending = begins ? `[${bar.endings?.join(',') ?? ''} ` : '';
  const start = bar.repeatStart ? '|:' : '';
  const end = bar.repeatTimes === undefined ? (index === score.bars.length - 1 ? '|]' : '|') : ':|';
  const { text, words } = writeMelody(score, bar, index, key);
  return { text: `${start}${ending}${section}${changes}${tempo}${text}${end}`, words };
}

interface Written {
  readonly text: string;
  readonly words: string;
}

/** What stands between two moments of a bar: notes, or a rest when there are none. */
interface Piece {
  readonly tick: number;
  readonly end: number;
  readonly chord: string;
  readonly graces: readonly Note[];
  readonly notes: readonly Note[];
  /** The notes were struck before and only go on. */
  readonly isHeld: boolean;
}

/** The melody of a bar cut at every moment something is struck or another grip is named. */
function piecesOf(score: Score, bar: Bar, key: Key): Piece[] {
  const length = barTicks(bar.metre);
  const melody = bar.notes.filter(({ voice }) => voice === 'melody');
  const starts = melody.map(({ tick }) => tick);
  const ticks = [...new Set([0, ...starts, ...bar.grips.map(({ tick }) => tick), length])].sort(
    (a, b) => a - b,
  );
  const pieces: Piece[] = [];
  let sounding: readonly Note[] = [];
  let soundsUntil = 0;
  ticks.slice(0, -1).forEach((tick, position) => {
    const next = ticks[position + 1] ?? length;
    const grip = bar.grips.find((each) => each.tick === tick);
    const together = melody.filter((note) => note.tick === tick);
    const main = together.filter(({ grace }) => !grace);
    if (main.length > 0) {
      sounding = main;
      soundsUntil = tick + Math.max(...main.map(({ durationTicks }) => durationTicks));
    }
    const about = {
      chord: grip ? chordName(score, grip, key) : '',
      graces: together.filter(({ grace }) => grace),
    };
    const end = Math.min(next, soundsUntil);
    if (end > tick) pieces.push({ ...about, tick, end, notes: sounding, isHeld: main.length === 0 });
    if (next > Math.max(end, tick))
      pieces.push({
        ...(end > tick ? { chord: '', graces: [] } : about),
        tick: Math.max(end, tick),
        end: next,
        notes: [],
        isHeld: false,
      });
  });
  return evenTriplets(pieces.flatMap(inWholeValues));
}

/** Moments that halving a quarter again and again reaches; between them time is counted in threes. */
const isHalved = (tick: number): boolean => tick % 15 === 0;

/**
 * A triplet stays within its beat, and a piece of it whose length has no single undotted value is parted into some that have: programs
 * stumble over others.
 */
function inWholeValues(piece: Piece): Piece[] {
  const { tick, end } = piece;
  if (isHalved(tick) && isHalved(end)) return [piece];
  const beat = isHalved(end) ? nextBeat(tick) : lastBeat(end);
  if (beat > tick && beat < end) return partedAt(piece, beat);
  const inTriplet = ((end - tick) * 3) / 2;
  const first = 15 * 2 ** Math.floor(Math.log2(inTriplet / 15));
  return first <= 0 || first === inTriplet ? [piece] : partedAt(piece, tick + (first * 2) / 3);
}

/** In one triplet no piece is written longer than twice another: programs lose count of wider ones. */
function evenTriplets(pieces: readonly Piece[]): Piece[] {
  const even: Piece[] = [];
  let group: Piece[] = [];
  for (const piece of pieces) {
    group.push(piece);
    if (!isHalved(piece.end)) continue;
    const shortest = Math.min(...group.map(({ tick, end }) => end - tick));
    even.push(...(group.length > 1 ? group.flatMap((each) => cutTo(each, 2 * shortest)) : group));
    group = [];
  }
  return [...even, ...group];
}

const cutTo = (piece: Piece, most: number): Piece[] =>
  piece.end - piece.tick <= most
    ? [piece]
    : [
        { ...piece, end: piece.tick + most },
        ...cutTo(
          { ...piece, tick: piece.tick + most, chord: '', graces: [], isHeld: piece.notes.length > 0 },
          most,
        ),
      ];

const nextBeat = (tick: number): number => Math.ceil((tick + 1) / ticksPerQuarter) * ticksPerQuarter;
const lastBeat = (tick: number): number => Math.floor((tick - 1) / ticksPerQuarter) * ticksPerQuarter;

function partedAt(piece: Piece, tick: number): Piece[] {
  const rest = { ...piece, tick, chord: '', graces: [], isHeld: piece.notes.length > 0 };
  return [...inWholeValues({ ...piece, end: tick }), ...inWholeValues(rest)];
}

function writeMelody(score: Score, bar: Bar, index: number, key: Key): Written {
  const pieces = piecesOf(score, bar, key);
  const length = barTicks(bar.metre);
  const altered = new Set<string>();
  const words: string[] = [];
  let text = '';
  let leftInTriplet = 0;
  pieces.forEach((piece, at) => {
    const { tick, end, chord, graces, notes, isHeld } = piece;
    if (leftInTriplet === 0 && !isHalved(end)) {
      const last = pieces.findIndex((each, later) => later >= at && isHalved(each.end));
      leftInTriplet = (last < 0 ? pieces.length - 1 : last) - at + 1;
      text += leftInTriplet === 3 ? '(3' : `(3:2:${leftInTriplet}`;
    }
    const written = leftInTriplet > 0 ? ((end - tick) * 3) / 2 : end - tick;
    if (leftInTriplet > 0) leftInTriplet -= 1;
    text += chord;
    if (graces.length > 0) text += `{${graces.map((note) => pitchOf(score, note, key, altered)).join('')}}`;
    if (notes.length === 0) text += `z${lengthOf(written)}`;
    else {
      const after = pieces[at + 1] ?? firstPiece(score, index + 1, key);
      const before = pieces[at - 1] ?? lastPiece(score, index - 1, key);
      const leavesChord =
        before !== undefined && before.notes.length > 1 && notes.some((note) => isHeld || note.tied);
      const pitches = notes.map(
        (note) => pitchOf(score, note, key, altered) + (notes.length > 1 && goesOn(note, after) ? '-' : ''),
      );
      const single = notes.length === 1 && notes[0] && goesOn(notes[0], after) ? '-' : '';
      // What is left of a chord stands in brackets, too: programs find its tie only then.
      const body = pitches.length > 1 || leavesChord ? `[${pitches.join('')}]` : (pitches[0] ?? '');
      text += `${isHeld ? '' : decorationsOf(notes)}${body}${lengthOf(written)}${single}`;
      if (!isHeld && !notes.some(({ tied }) => tied))
        words.push(notes.find(({ lyric }) => lyric)?.lyric ?? '*');
    }
    if (end % ticksPerQuarter === 0 && end < length) text += ' ';
  });
  return { text, words: words.join(' ') };
}

function firstPiece(score: Score, index: number, key: Key): Piece | undefined {
  const bar = score.bars[index];
  return bar && piecesOf(score, bar, key)[0];
}

function lastPiece(score: Score, index: number, key: Key): Piece | undefined {
  const bar = score.bars[index];
  return bar && piecesOf(score, bar, key).at(-1);
}

/** Whether a note sounds on into the next piece: it is only held there, or tied to. */
const goesOn = (note: Note, after: Piece | undefined): boolean =>
  after !== undefined &&
  (after.isHeld
    ? after.notes.includes(note)
    : after.notes.some(
        ({ tied, string, fret }) => tied === true && string === note.string && fret === note.fret,
      ));

function chordName(score: Score, grip: PlacedGrip, key: Key): string {
  const { name } = nameGrip(score.tuning, soundingFrets(grip), { key: score.key });
  const parts = name === null ? undefined : parseSymbol(name);
  return parts?.ok ? `"${symbolText(transposeSymbol(parts.value, soundingShift(score), key))}"` : '';
}

const decorationsOf = (notes: readonly Note[]): string =>
  [...new Set(notes.flatMap(techniquesOf).map(({ abc }) => abc))]
    .filter((abc) => abc !== null && abc !== 'as-it-is')
    .join('');

/**
 * A pitch with its accidental, so that programs which let a sign hold for its own octave and those which let it hold for all agree: a
 * letter that was altered once in a bar has its sign each time. `altered` holds such letters.
 */
function pitchOf(score: Score, note: Note, key: Key, altered: Set<string>): string {
  const { letter, alter, octave } = spellMidi(heardWholeMidi(score, note), key);
  if (alter !== signatureAlter(keyFifths(key), letter)) altered.add(letter);
  const sign = !altered.has(letter)
    ? ''
    : alter === 0
      ? '='
      : alter > 0
        ? '^'.repeat(alter)
        : '_'.repeat(-alter);
  return octave >= 5
    ? `${sign}${letter.toLowerCase()}${"'".repeat(octave - 5)}`
    : `${sign}${letter}${','.repeat(4 - octave)}`;
}

/** A length in eighths as ABC writes it: "2", "/2", "3/2"; empty for one. */
function lengthOf(ticks: number): string {
  const divisor = greatestCommonDivisor(ticks, unit);
  const [over, under] = [ticks / divisor, unit / divisor];
  return `${over === 1 ? '' : over}${under === 1 ? '' : `/${under}`}`;
}

const greatestCommonDivisor = (a: number, b: number): number =>
  b === 0 ? a : greatestCommonDivisor(b, a % b);

/** What of a score ABC does not hold, in words. */
export function notInAbc(score: Score): string[] {
  const notes = score.bars.flatMap((bar) => bar.notes);
  const thumb = notes.filter(({ voice }) => voice === 'thumb').length;
  const techniques = new Set(
    notes
      .filter(({ voice }) => voice === 'melody')
      .flatMap((note) => techniquesOf(note).filter(({ abc }) => abc === null))
      .map(({ says }) => says),
  );
  const isWrittenOut = score.bars.some(({ repeatTimes = 0 }) => repeatTimes > mostTimes);
  return [
    ...(thumb > 0 ? [`the thumb, ${thumb} notes`] : []),
    'strings, frets and fingers',
    ...(score.swingPercent !== 50 ? ['swing'] : []),
    ...techniques,
    ...(isWrittenOut ? ['signs of repetition: passages played more than twice are written out'] : []),
  ];
}
