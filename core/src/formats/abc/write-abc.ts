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
  ticksPerQuarter,
  type Bar,
  type Note,
  type PlacedGrip,
  type Score,
} from '../../score/index.ts';
import { nameGrip } from '../../shapes/index.ts';
import { signatureAlter } from './fields.ts';

const unit = ticksPerQuarter / 2;

/**
 * Writes the melody of a score with its chords as ABC (ABC standard 2.1): as heard, unit length an eighth. The thumb, strings and
 * frets, fingers and techniques without a decoration have no place in it.
 */
export function writeAbc(score: Score): string {
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

function writeMelody(score: Score, bar: Bar, index: number, key: Key): Written {
  const length = barTicks(bar.metre);
  const melody = bar.notes.filter(({ voice }) => voice === 'melody');
  const starts = [...new Set(melody.map(({ tick }) => tick))];
  const ticks = [...new Set([0, ...starts, ...bar.grips.map(({ tick }) => tick), length])].sort(
    (a, b) => a - b,
  );
  const altered = new Map<string, number>();
  let text = '';
  const words: string[] = [];
  let sounding: readonly Note[] = [];
  let soundsUntil = 0;
  ticks.slice(0, -1).forEach((tick, position) => {
    const next = ticks[position + 1] ?? length;
    const grip = bar.grips.find((each) => each.tick === tick);
    const chord = grip ? chordName(score, grip, key) : '';
    const together = melody.filter((note) => note.tick === tick);
    const main = together.filter(({ grace }) => !grace);
    if (main.length > 0) {
      sounding = main;
      soundsUntil = tick + Math.max(...main.map(({ durationTicks }) => durationTicks));
    }
    const graces = together.filter(({ grace }) => grace);
    const end = Math.min(next, soundsUntil);
    const isHeld = main.length === 0;
    text +=
      chord +
      (graces.length > 0 ? `{${graces.map((note) => pitchOf(score, note, key, altered)).join('')}}` : '');
    if (end > tick && sounding.length > 0) {
      const goesOn = soundsUntil > next || (end === length && isTiedOn(score, index, sounding));
      const pitches = sounding.map((note) => pitchOf(score, note, key, altered));
      const decorated = isHeld ? '' : decorationsOf(sounding);
      const body = pitches.length > 1 ? `[${pitches.join('')}]` : (pitches[0] ?? '');
      text += `${decorated}${body}${lengthOf(end - tick)}${goesOn ? '-' : ''}`;
      if (!isHeld && !sounding.some(({ tied }) => tied))
        words.push(sounding.find(({ lyric }) => lyric)?.lyric ?? '*');
    }
    if (next > Math.max(end, tick)) text += `z${lengthOf(next - Math.max(end, tick))}`;
    if (next % ticksPerQuarter === 0 && next < length) text += ' ';
  });
  return { text, words: words.join(' ') };
}

/** Whether the next bar begins with these notes, tied on. */
const isTiedOn = ({ bars }: Score, index: number, notes: readonly Note[]): boolean =>
  (bars[index + 1]?.notes ?? []).some(
    (next) =>
      next.tied === true &&
      next.tick === 0 &&
      notes.some(({ string, fret }) => string === next.string && fret === next.fret),
  );

function chordName(score: Score, grip: PlacedGrip, key: Key): string {
  const { name } = nameGrip(score.tuning, soundingFrets(grip), { key: score.key });
  const parts = name === null ? undefined : parseSymbol(name);
  return parts?.ok ? `"${symbolText(transposeSymbol(parts.value, soundingShift(score), key))}"` : '';
}

const decorationsOf = (notes: readonly Note[]): string =>
  [
    notes.some(({ staccato }) => staccato) && '.',
    notes.some(({ accent }) => accent) && 'L',
    notes.some(({ fermata }) => fermata) && 'H',
    notes.some(({ ornament }) => ornament === 'mordent') && 'P',
    notes.some(({ stroke }) => stroke === 'snap') && '!snap!',
    notes.some(({ stroke }) => stroke === 'roll') && '!arpeggio!',
    notes.some(({ slide }) => slide?.from === 'below') && '!slide!',
  ]
    .filter((each) => typeof each === 'string')
    .join('');

/** A pitch with the accidental it needs after those of the signature and of its bar. */
function pitchOf(score: Score, note: Note, key: Key, altered: Map<string, number>): string {
  const { letter, alter, octave } = spellMidi(heardWholeMidi(score, note), key);
  const place = `${letter}${octave}`;
  const known = altered.get(place) ?? signatureAlter(keyFifths(key), letter);
  altered.set(place, alter);
  const sign = alter === known ? '' : alter === 0 ? '=' : alter > 0 ? '^'.repeat(alter) : '_'.repeat(-alter);
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
