import { keyText } from '../../pitch/index.ts';
import type { Bar, Metre, Note, PlacedGrip, Score, Ticks, Voice } from '../../score/index.ts';
import { fretsText } from '../../shapes/index.ts';
import { lengthText, placeText, usualLength } from './lengths.ts';
import { marksText, plainEnding, withoutEnding } from './note-marks.ts';
import { lineText, quoted, word } from './signs.ts';

/** So many rests of the length at hand are written before a place is named instead. */
const mostRests = 4;

/** A whole piece as plain text, to be typed on in any editor; {@link readJot} reads it back without loss. */
export function writeJot(score: Score): string {
  const blocks = [headerLines(score), barsLines(score.bars, score.bassEnding), ...passageLines(score)];
  return `${blocks.map((lines) => lines.join('\n')).join('\n\n')}\n`;
}

/** Some bars of a piece, from the first to the last of them (from 0), as they stand in its Jot; {@link readJotBars} reads them back. */
export const writeJotBars = ({ bars, bassEnding }: Score, first: number, last: number): string =>
  `${barsLines(bars.slice(first, last + 1), bassEnding).join('\n')}\n`;

const entry = (name: string, value: string | number | undefined): string[] =>
  value === undefined ? [] : [`${name}: ${value}`];
const textEntry = (name: string, value: string | undefined): string[] =>
  value === undefined ? [] : [`${name}: ${lineText(value)}`];

function headerLines(score: Score): string[] {
  const { tuning, comment } = score;
  return [
    'jot 1',
    ...textEntry('title', score.title),
    ...(score.player === '' ? [] : textEntry('player', score.player)),
    ...entry('key', keyText(score.key)),
    ...entry('tuning', `${tuning.pitches.join(' ')} = ${lineText(tuning.name)}`),
    ...entry('whole', tuning.wholeSemitones),
    ...entry('a4', tuning.a4Hz),
    ...entry('capo', score.capo),
    ...entry('tempo', score.tempoBpm),
    ...entry('swing', score.swingPercent),
    ...textEntry('thumb', score.thumbPattern),
    ...entry('bass', score.bassEnding),
    ...entry('picking', score.pickingSchool),
    ...entry('scale', score.scaleMm),
    ...entry('frets', score.fretCount),
    ...textEntry('gauges', score.gauges),
    ...textEntry('form', score.form),
    ...entry('order', score.order?.join(' ')),
    ...(score.sources ?? []).flatMap(({ name, key }) =>
      entry('source', `${keyText(key)} = ${lineText(name)}`),
    ),
    ...(score.patterns ?? []).flatMap((pattern) => entry('pattern', JSON.stringify(pattern))),
    ...(score.letStand ?? []).flatMap(({ code, bar, beat, string }) =>
      entry('stands', [word(code), bar, beat, ...(string === undefined ? [] : [string])].join(' ')),
    ),
    ...textEntry('do', comment?.do),
    ...textEntry('why', comment?.why),
  ];
}

function barsLines(bars: readonly Bar[], usual: Score['bassEnding']): string[] {
  let metre: Metre = { beats: 4, unit: 4 };
  return bars.flatMap((bar, index) => {
    const isNew = bar.metre.beats !== metre.beats || bar.metre.unit !== metre.unit;
    metre = bar.metre;
    return [
      ...sectionLines(bar, index === 0),
      barLine(bar, isNew),
      ...barEntries(bar, usual).map((line) => `  ${line}`),
    ];
  });
}

function sectionLines({ section }: Bar, isFirst: boolean): string[] {
  if (!section) return [];
  return [
    ...(isFirst ? [] : ['']),
    `== ${lineText(section.name)}`,
    ...entry('  id', section.id),
    ...textEntry('  thumb', section.thumbPattern),
    ...textEntry('  do', section.comment?.do),
    ...textEntry('  why', section.comment?.why),
  ];
}

function barLine(bar: Bar, isNewMetre: boolean): string {
  return [
    'bar',
    ...(isNewMetre ? [`${bar.metre.beats}/${bar.metre.unit}`] : []),
    ...(bar.pickup ? ['pickup'] : []),
    ...(bar.repeatStart ? ['|:'] : []),
    ...(bar.endings ? [`[${bar.endings.join(',')}]`] : []),
    ...(bar.repeatTimes === undefined ? [] : [`:|${bar.repeatTimes}`]),
    ...(bar.tempoBpm === undefined ? [] : [`tempo=${bar.tempoBpm}`]),
    ...(bar.swingPercent === undefined ? [] : [`swing=${bar.swingPercent}`]),
    ...(bar.thumbPattern === undefined || isTyped(bar) ? [] : [`thumb=${word(bar.thumbPattern)}`]),
    ...(bar.sameAs === undefined ? [] : [`as=${bar.sameAs}`]),
    ...(bar.id === undefined ? [] : [`id=${bar.id}`]),
  ].join(' ');
}

const hasThumb = ({ notes }: Bar): boolean => notes.some(({ voice }) => voice === 'thumb');

/** Whether the bar's thumb line says by itself that it is by hand. */
const isTyped = (bar: Bar): boolean => bar.thumbPattern === 'by-hand' && hasThumb(bar);

function barEntries(bar: Bar, usual: Score['bassEnding']): string[] {
  const at = (tick: Ticks) => placeText(bar.metre, tick);
  /** Things at places; a place is named where it is another than the one before, the bar's start at first. */
  const placed = <Each extends { readonly tick: Ticks }>(
    name: string,
    all: readonly Each[] | undefined,
    textOf: (each: Each) => string,
  ): string[] => {
    if (all === undefined) return [];
    const tokens = all.flatMap((each, index) =>
      each.tick === (all[index - 1]?.tick ?? 0) ? [textOf(each)] : [at(each.tick), textOf(each)],
    );
    return [`${name}: ${tokens.join(' ')}`.trimEnd()];
  };
  return [
    ...placed('grips', bar.grips.length === 0 ? undefined : bar.grips, gripText),
    ...voiceEntry(bar, 'thumb', usual),
    ...voiceEntry(bar, 'melody', undefined),
    ...placed('patterns', bar.beatPatterns, ({ pattern }) => word(pattern)),
    ...entry('left', bar.leftOut?.map(at).join(' ')),
    ...placed('sung', bar.sung, ({ text, pitch }) => `${quoted(text)}${pitch ? `=${pitch}` : ''}`),
    ...placed('loud', bar.dynamics, ({ voice, level }) => `${voiceWord[voice]}=${level}`),
    ...(bar.riffs ?? []).map(
      ({ voice, tick, ticks, of, from }) =>
        `riff: ${voiceWord[voice]} ${at(tick)} *${ticks} of=${of} from=*${from}`,
    ),
    ...(bar.told ?? []).map(
      ({ depth, language, of, text }) => `told: ${depth} ${language} ${of} ${quoted(text)}`,
    ),
    ...textEntry('do', bar.comment?.do),
    ...textEntry('why', bar.comment?.why),
  ];
}

/** Bass notes that a thumb pattern laid. */
const laidWord = 'laid';

const voiceWord = { thumb: 'thumb', melody: 'tune' } as const satisfies Record<Voice, string>;

function gripText({ frets, fingers, silent, functionName }: PlacedGrip): string {
  return [
    fretsText(frets),
    ...(fingers ? [`fingers=${fingers.map((finger) => finger ?? '-').join('')}`] : []),
    ...(silent ? [`silent=${silent.join('')}`] : []),
    ...(functionName === undefined ? [] : [`name=${quoted(functionName)}`]),
  ].join(':');
}

function voiceEntry({ notes, metre, thumbPattern }: Bar, voice: Voice, usual: Score['bassEnding']): string[] {
  const own = notes.filter((note) => note.voice === voice);
  const name = voice === 'thumb' && thumbPattern !== 'by-hand' ? laidWord : voiceWord[voice];
  return own.length === 0 ? [] : [`${name}: ${voiceTokens(own, metre, voice, usual).join(' ')}`];
}

/** Notes in order, each moment with its length where it is another than the one before. */
function voiceTokens(
  notes: readonly Note[],
  metre: Metre,
  voice: Voice,
  usual: Score['bassEnding'],
): string[] {
  const tokens: string[] = [];
  let [now, length] = [0, usualLength(voice, metre)];
  for (let first = 0; first < notes.length;) {
    const tick = notes[first]?.tick ?? 0;
    let end = first;
    while (notes[end]?.tick === tick) end += 1;
    const together = notes.slice(first, end);
    const rests = (tick - now) / length;
    if (Number.isInteger(rests) && rests > 0 && rests <= mostRests)
      tokens.push(...Array<string>(rests).fill('r'));
    else if (tick !== now) tokens.push(placeText(metre, tick));
    const slot = slotOf(together, notes[end]?.tick);
    tokens.push(together.map((note) => noteText(note, slot, usual)).join('+'));
    if (slot !== length) tokens.push(lengthText(slot));
    length = slot;
    now = tick + slot;
    first = end;
  }
  return tokens;
}

/** The length that is written: the one that leads on to what follows, where a note has it. */
function slotOf(together: readonly Note[], next: Ticks | undefined): Ticks {
  const lengths = together.map(({ durationTicks }) => durationTicks);
  const [first = 1] = lengths;
  return (
    lengths.find((length, index) => next !== undefined && (together[index]?.tick ?? 0) + length === next) ??
    first
  );
}

/** How the piece's bass notes end goes without saying; a note that ends otherwise says so. */
const noteText = (note: Note, slot: Ticks, usual: Score['bassEnding']): string =>
  [
    `${note.string}/${note.fret}`,
    ...(note.durationTicks === slot ? [] : [`for=${note.durationTicks}`]),
    ...marksText(usual !== undefined && note.ending === usual ? withoutEnding(note) : note),
    ...(usual !== undefined && note.ending === undefined ? [plainEnding] : []),
  ].join(':');

/** Passages in more than one version: which bars stand, and the bars of the others. */
const passageLines = ({ passages = [], bassEnding }: Score): string[][] =>
  passages.flatMap(({ id, bars, chosen, others }) => [
    [`passage: id=${id} chosen=${quoted(chosen)} bars=${bars.join(',')}`],
    ...others.map(({ label, pitches, bars: own }) => [
      `version: ${pitches.join(' ')} = ${lineText(label)}`,
      ...barsLines(own, bassEnding),
    ]),
  ]);
