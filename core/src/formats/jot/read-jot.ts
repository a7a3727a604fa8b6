import { fail, type Fault, type Result } from '../../fault/index.ts';
import { checkTuning, parseTuning } from '../../instrument/index.ts';
import {
  blankScore,
  scoreLimits,
  inPlayingOrder,
  type Bar,
  type KeptPassage,
  type KeptVersion,
  type Score,
} from '../../score/index.ts';
import { asDocument, openDocument } from '../../score/document/index.ts';
import { beginBar, repeatedBars, takeBarEntry, type Neck } from './read-bar.ts';
import { fromWord, tokensOf, wholeNumber } from './signs.ts';
import { Misread } from './misread.ts';
import type { Open } from './open.ts';

/** What every file of this format begins with. */
export const jotHead = /^\s*(#.*\n\s*)*jot \d+\s*(\n|$)/;

type Section = Open<NonNullable<Bar['section']>>;

/** What is wrong with a text, and the line it is about, from 1. */
export interface JotFault extends Fault {
  readonly line: number;
}

/** Reads a piece as plain text. A fault names the line and what to write; nothing is passed over in silence. */
export function readJot(text: string): Result<Score> {
  const reader = new JotReader();
  const fault = takeLines(reader, text);
  return fault ? fail(`Line ${fault.line}: ${fault.reason}`, fault.remedy) : reader.score();
}

/**
 * Reads bars of a piece as plain text, without what stands before the first bar: the piece's own guitar, tempo and bass are meant. What a score
 * cannot hold is told of the last line.
 */
export function readJotBars(
  score: Score,
  text: string,
): { readonly ok: true; readonly value: readonly Bar[] } | { readonly ok: false; readonly fault: JotFault } {
  const reader = new JotReader({ ...score, bars: [] });
  const fault = takeLines(reader, text);
  if (fault) return { ok: false, fault };
  const read = reader.score();
  return read.ok
    ? { ok: true, value: read.value.bars }
    : { ok: false, fault: { ...read.fault, line: text.split(/\r?\n/).length } };
}

function takeLines(reader: JotReader, text: string): JotFault | undefined {
  for (const [index, line] of text.split(/\r?\n/).entries()) {
    try {
      reader.take(line.trim());
    } catch (error) {
      if (!(error instanceof Misread)) throw error;
      return { reason: error.message, remedy: error.remedy, line: index + 1 };
    }
  }
  return undefined;
}

/** Takes a file line by line. What a line belongs to is told by the last line that began something: the piece, a section, a bar, a version. */
class JotReader {
  readonly #head: Open<Score>;
  /** Bars of a piece that there is: nothing else is read. */
  readonly #isPart: boolean;
  #hasBegun: boolean;
  #section: Section | undefined;
  #bars: Bar[] = [];
  readonly #own: Bar[] = this.#bars;
  #bar: Open<Bar> | undefined;
  readonly #passages: Open<KeptPassage>[] = [];
  /** Of one tuning: what stands before the first bar is read by then. */
  readonly #found: Neck['found'] = new Map();

  constructor(piece?: Score) {
    this.#head = piece ?? { ...blankScore({ title: 'Untitled' }), bars: [] };
    this.#isPart = piece !== undefined;
    this.#hasBegun = this.#isPart;
  }

  take(line: string): void {
    if (line === '' || line.startsWith('#')) return;
    const match = /^([a-z0-9]+)\s*:\s*(.*)$/.exec(line);
    const [, name = '', value = ''] = match ?? [];
    if (!this.#hasBegun) this.#begin(line);
    else if (line.startsWith('==')) this.#beginSection(line.slice(2).trim());
    else if (/^bar(\s|$)/.test(line)) this.#beginBar(tokensOf(line).slice(1));
    else if (!match)
      throw new Misread(
        `“${line}” is no line of a piece`,
        'Write bar, == and a section, or a name and a colon such as tune:',
      );
    else if (this.#isPart && (name === 'passage' || name === 'version' || !(this.#bar ?? this.#section)))
      throw new Misread(`“${name}:” belongs to the whole piece`, 'Write bar first, or == and a section');
    else if (name === 'passage') this.#beginPassage(value);
    else if (name === 'version') this.#beginVersion(value);
    else if (this.#bar) takeBarEntry(this.#bar, name, value, this.#neck());
    else if (this.#section) takeSectionEntry(this.#section, name, value);
    else takeHeadEntry(this.#head, name, value);
  }

  score(): Result<Score> {
    if (!this.#hasBegun) return fail('This is no Jot', 'Begin with a line “jot 1”');
    if (this.#section && !this.#bar)
      return fail(`The section “${this.#section.name}” has no bar`, 'Write bar under it, or take it out');
    const score: Score = {
      ...this.#head,
      bars: this.#own.map(inOrder),
      ...(this.#passages.length > 0
        ? {
            passages: this.#passages.map((passage) => ({
              ...passage,
              others: passage.others.map((version) => ({ ...version, bars: version.bars.map(inOrder) })),
            })),
          }
        : {}),
    };
    if (score.bars.length === 0)
      return fail('The piece has no bar', 'Write bar and under it tune: or thumb:');
    return openDocument(asDocument(score));
  }

  #begin(line: string): void {
    if (line !== 'jot 1')
      throw /^jot \d+$/.test(line)
        ? new Misread(`“${line}” is newer than this Jocund reads`, 'Open it with a newer Jocund')
        : new Misread('This is no Jot', 'Begin with a line “jot 1”');
    this.#hasBegun = true;
  }

  #beginSection(text: string): void {
    const name = fromWord(text);
    if (!name) throw new Misread('The section has no name', 'Write == and its name');
    this.#section = { name };
    this.#bar = undefined;
  }

  #beginBar(tokens: readonly string[]): void {
    if (this.#bars.length >= scoreLimits.bars)
      throw new Misread(`A piece has at most ${scoreLimits.bars} bars`, 'Make two pieces of it');
    const before = this.#bars.at(-1);
    const section = this.#bar ? undefined : this.#section;
    this.#section = undefined;
    if (tokens[0] === '%') {
      this.#bars.push(
        ...repeatedBars(before, tokens.slice(1)).map((bar, index) =>
          index === 0 && section ? { ...bar, section } : bar,
        ),
      );
      this.#bar = this.#bars.at(-1);
      return;
    }
    this.#bar = {
      ...beginBar(before?.metre ?? { beats: 4, unit: 4 }, tokens),
      ...(section ? { section } : {}),
    };
    this.#bars.push(this.#bar);
  }

  #beginPassage(value: string): void {
    const parts = new Map(
      tokensOf(value).map((token) => [
        token.slice(0, token.indexOf('=')),
        token.slice(token.indexOf('=') + 1),
      ]),
    );
    const [id, chosen, bars] = [parts.get('id'), fromWord(parts.get('chosen') ?? ''), parts.get('bars')];
    if (!id || !chosen || !bars || parts.size > 3)
      throw new Misread('The passage does not say what it is', 'Write passage: id=… chosen="…" bars=…,…');
    this.#passages.push({ id, bars: bars.split(','), chosen, others: [] });
  }

  #beginVersion(value: string): void {
    const passage = this.#passages.at(-1);
    const [pitches, label] = atEquals(value);
    if (!passage || label === undefined)
      throw new Misread(
        'The version belongs to no passage, or has no name',
        'Write passage: before it, and version: six open strings = a name',
      );
    const version: KeptVersion = { label, pitches: pitches.split(/\s+/), bars: [] };
    passage.others = [...passage.others, version];
    this.#bars = version.bars;
    this.#bar = undefined;
    this.#section = undefined;
  }

  #neck = (): Neck => ({ ...this.#head, bars: this.#bars, found: this.#found });
}

const inOrder = (bar: Bar): Bar => ({ ...bar, notes: [...bar.notes].sort(inPlayingOrder) });

function takeSectionEntry(section: Section, name: string, value: string): void {
  if (name === 'id') section.id = value;
  else if (name === 'thumb') section.thumbPattern = said(value);
  else if (name === 'do' || name === 'why') section.comment = { ...section.comment, [name]: said(value) };
  else
    throw new Misread(`“${name}:” is nothing a section has`, 'Write bar first, or id:, thumb:, do: or why:');
}

/** "what = name": both sides. */
function atEquals(value: string): readonly [string, string | undefined] {
  const at = value.indexOf('=');
  return at < 0 ? [value.trim(), undefined] : [value.slice(0, at).trim(), said(value.slice(at + 1).trim())];
}

function said(value: string): string {
  const text = fromWord(value);
  if (text === undefined)
    throw new Misread('The quotation marks do not close', 'Write " at the end too, and \\" within');
  return text;
}

function number(name: string, value: string): number {
  const read = Number(value);
  if (!/^-?[\d.]+$/.test(value) || !Number.isFinite(read))
    throw new Misread(`“${value}” is no number`, `Write a number after ${name}:`);
  return read;
}

function keyOf(value: string): Score['key'] {
  const match = /^([A-G][#b]?)(m?)$/.exec(value.trim());
  if (!match?.[1]) throw new Misread(`“${value}” is no key`, 'Write a key such as C, Bb or F#m');
  return { tonic: match[1], mode: match[2] === 'm' ? 'minor' : 'major' };
}

function tuningOf(value: string, before: Score['tuning']): Score['tuning'] {
  const [pitches, name] = atEquals(value);
  const known =
    name === undefined ? parseTuning(value) : checkTuning({ name, pitches: pitches.split(/\s+/) });
  if (!known.ok) throw new Misread(known.fault.reason, known.fault.remedy);
  return { ...before, name: known.value.name, pitches: [...known.value.pitches] };
}

function takeHeadEntry(head: Open<Score>, name: string, value: string): void {
  switch (name) {
    case 'title':
      head.title = said(value);
      return;
    case 'player':
      head.player = said(value);
      return;
    case 'key':
      head.key = keyOf(value);
      return;
    case 'tuning':
      head.tuning = tuningOf(value, head.tuning);
      return;
    case 'whole':
      head.tuning = { ...head.tuning, wholeSemitones: number(name, value) };
      return;
    case 'a4':
      head.tuning = { ...head.tuning, a4Hz: number(name, value) };
      return;
    case 'capo':
      head.capo = number(name, value);
      return;
    case 'tempo':
      head.tempoBpm = number(name, value);
      return;
    case 'swing':
      head.swingPercent = number(name, value);
      return;
    case 'scale':
      head.scaleMm = number(name, value);
      return;
    case 'frets':
      head.fretCount = number(name, value);
      return;
    case 'thumb':
      head.thumbPattern = said(value);
      return;
    case 'bass':
      head.bassEnding = value as NonNullable<Score['bassEnding']>;
      return;
    case 'picking':
      head.pickingSchool = value as NonNullable<Score['pickingSchool']>;
      return;
    case 'gauges':
      head.gauges = said(value);
      return;
    case 'form':
      head.form = said(value);
      return;
    case 'order':
      head.order = value.split(/\s+/);
      return;
    case 'source': {
      const [key, source] = atEquals(value);
      if (source === undefined) throw new Misread('The source has no name', 'Write source: key = name');
      head.sources = [...(head.sources ?? []), { name: source, key: keyOf(key) }];
      return;
    }
    case 'pattern':
      head.patterns = [...(head.patterns ?? []), patternOf(value)];
      return;
    case 'stands': {
      const [code = '', bar = '', beat = '', string] = tokensOf(value);
      const where = string === undefined ? {} : { string: wholeNumber(string, 1, 6) as 1 };
      head.letStand = [
        ...(head.letStand ?? []),
        { code: said(code), bar, beat: number(name, beat), ...where },
      ];
      return;
    }
    case 'do':
    case 'why':
      head.comment = { ...head.comment, [name]: said(value) };
      return;
    default:
      throw new Misread(
        `“${name}:” is nothing a piece has`,
        'Write bar first, or a line such as title:, key:, tempo:',
      );
  }
}

function patternOf(value: string): NonNullable<Score['patterns']>[number] {
  try {
    return JSON.parse(value) as NonNullable<Score['patterns']>[number];
  } catch {
    throw new Misread(
      'The thumb pattern cannot be read',
      'Copy it whole from a piece that was written by Jocund',
    );
  }
}
