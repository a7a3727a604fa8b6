import { fail, ok, type Result } from '../../fault/index.ts';
import type { Tune, TuneBar, TuneChord, TuneMarks, TuneNote } from '../../melody/index.ts';
import { parseSymbol } from '../../pitch/index.ts';
import { barTicks, metreOfTicks, scoreLimits, type Bar } from '../../score/index.ts';
import { LeftOutList, longestText, type Reading } from '../reading/index.ts';
import { readKey, readMetre, readTempo, readUnit, signatureAlter, usualUnit, type AbcKey } from './fields.ts';
import { addLyrics } from './lyrics.ts';

/**
 * Reads the first tune of an ABC file (ABC standard 2.1, December 2011): its first voice with chords, repeats, endings, tuplets,
 * ties, graces and sung words. What ABC says beyond that is listed with its line.
 */
export function readAbc(text: string): Result<Reading> {
  if (text.length > longestText) return fail('The file is larger than 8 MB', 'Choose a single tune');
  const lines = text.split(/\r\n|\r|\n/);
  if (!lines.some((line) => line.startsWith('X:')) && !lines.some((line) => line.startsWith('K:')))
    return fail('The file has no ABC header (X: and K:)', 'Choose an ABC file');
  const leftOut = new LeftOutList();
  const reader = new TuneReader(leftOut);
  for (const [index, line] of lines.entries()) if (!reader.line(line, index + 1)) break;
  const tune = reader.finish();
  if (!tune) return fail('The ABC tune holds no notes', 'Choose a file with a melody');
  return ok({ content: { kind: 'tune', tune }, leftOut: leftOut.all() });
}

/** A bar while it is read; `metre` is the one in force. */
interface OpenBar {
  metre: Bar['metre'];
  notes: TuneNote[];
  chords: TuneChord[];
  now: number;
  repeatStart?: true;
  repeatTimes?: number;
  endings?: number[];
  section?: { name: string };
  tempoBpm?: number;
}

const naturals: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** Decorations with a mark of ours (ABC standard 2.1, 4.14). */
const decorations: Readonly<Record<string, TuneMarks>> = {
  '.': { staccato: true },
  L: { accent: true },
  H: { fermata: true },
  M: { ornament: 'mordent' },
  P: { ornament: 'mordent' },
  '>': { accent: true },
  accent: { accent: true },
  emphasis: { accent: true },
  fermata: { fermata: true },
  mordent: { ornament: 'mordent' },
  lowermordent: { ornament: 'mordent' },
  uppermordent: { ornament: 'mordent' },
  pralltriller: { ornament: 'mordent' },
  snap: { stroke: 'snap' },
  arpeggio: { stroke: 'roll' },
  slide: { slide: { from: 'below' } },
};

/** p notes in the time of q, by p; for 5, 7 and 9 by the metre (ABC standard 2.1, 4.13). */
const tupletTimes = (notes: number, isCompound: boolean): number =>
  ({ 2: 3, 3: 2, 4: 3, 6: 2, 8: 3 })[notes] ?? (isCompound ? 3 : 2);

/** Everything that can begin at a place of a line of music, longest first. */
const token =
  /"([^"]*)"|!([^!\s]*)!|\+([a-z]+)\+|\[([A-Za-z]):([^\]]*)\]|\{\/?([^}]*)\}|\[(\d[\d,-]*)|(\|\]|\|\||\[\||\|:|:\|:|::|:\||\|)(\d[\d,-]*)?|\((\d)(?::(\d?))?(?::(\d?))?|(\[[^\]|]*\])(\d*\/*\d*)|([_^=]*[A-Ga-g][,']*)(\d*\/*\d*)|([zxZX])(\d*\/*\d*)|([<>]+)|(-)|([.~HLMOPSTuv])|(\s+|[()&y`\\*])/y;

class TuneReader {
  readonly #leftOut: LeftOutList;
  #title = '';
  #player = '';
  #key: AbcKey = { key: { tonic: 'C', mode: 'major' }, fifths: 0 };
  #firstKey: AbcKey | undefined;
  #metre: Bar['metre'] = { beats: 4, unit: 4 };
  #unit: number | undefined;
  #tempo: { readonly field: string } | undefined;
  #inBody = false;
  #started = false;
  #voice: string | undefined;
  #skipsVoice = false;
  #bars: OpenBar[] = [];
  #bar: OpenBar;
  #accidentals = new Map<string, number>();
  #pending: TuneMarks = {};
  #ties = new Set<number>();
  #tuplet = { left: 0, over: 1, under: 1 };
  #broken = 1;
  #last: TuneNote[] = [];
  #sungFrom: { readonly notes: TuneNote[] } = { notes: [] };
  #lineNotes: TuneNote[] = [];
  #words = new Map<TuneNote, string>();

  constructor(leftOut: LeftOutList) {
    this.#leftOut = leftOut;
    this.#bar = this.#openBar();
  }

  /** Reads one line; false when the tune is over. */
  line(raw: string, number: number): boolean {
    const line = raw.replace(/(^|[^\\])%.*$/, '$1').trimEnd();
    if (raw.startsWith('%')) return true;
    if (line.trim() === '')
      return !(this.#inBody && this.#bars.length + this.#bar.notes.length > 0 && raw.trim() === '');
    const field = /^([A-Za-z+]):(.*)$/.exec(line);
    if (field && !/^[|:]/.test(line)) return this.#field(field[1] ?? '', (field[2] ?? '').trim(), number);
    if (!this.#inBody || (this.#skipsVoice && !line.includes('[V:'))) return true;
    this.#lineNotes = [];
    this.#sungFrom = { notes: this.#lineNotes };
    this.#music(line, number);
    return true;
  }

  finish(): Tune | undefined {
    this.#closeBar();
    const bars = this.#bars.slice(0, scoreLimits.bars);
    if (bars.every(({ notes, chords }) => notes.length + chords.length === 0)) return undefined;
    if (bars.length < this.#bars.length)
      this.#leftOut.add(`bars after bar ${scoreLimits.bars}`, { bar: scoreLimits.bars + 1 });
    const metre = bars[0]?.metre ?? this.#metre;
    return {
      title: this.#title.slice(0, scoreLimits.textLength) || 'Untitled',
      player: this.#player.slice(0, scoreLimits.textLength),
      key: (this.#firstKey ?? this.#key).key,
      tempoBpm: (this.#tempo && readTempo(this.#tempo.field, metre)) ?? 100,
      swingPercent: 50,
      capo: 0,
      bars: bars.map((bar, index) => this.#finished(bar, index)),
    };
  }

  #openBar(): OpenBar {
    return { metre: this.#metre, notes: [], chords: [], now: 0 };
  }

  #field(name: string, value: string, line: number): boolean {
    if (name === 'X') {
      if (this.#started) {
        this.#leftOut.add('further tunes of the file', { line });
        return false;
      }
      this.#started = true;
    } else if (name === 'T') this.#title ||= value;
    else if (name === 'C') this.#player ||= value;
    else if (name === 'V') this.#chooseVoice(value, line);
    else if (name === 'K') {
      this.#setKey(value, line);
      this.#inBody = true;
    } else if (name === 'w') this.#sing(value);
    else this.#setting(name, value, line);
    return true;
  }

  #setting(name: string, value: string, line: number): void {
    if (name === 'M') {
      const metre = readMetre(value);
      if (metre) {
        this.#metre = metre;
        if (this.#bar.now === 0) this.#bar.metre = metre;
      } else if (value !== 'none') this.#leftOut.add(`the metre ${value}`, { line });
    } else if (name === 'L') {
      const unit = readUnit(value);
      if (unit) this.#unit = unit;
      else this.#leftOut.add(`the unit length ${value}`, { line });
    } else if (name === 'Q') {
      if (!this.#tempo && !this.#inBody) this.#tempo = { field: value };
      else {
        const tempo = readTempo(value, this.#metre);
        if (tempo) this.#bar.tempoBpm = tempo;
      }
    } else if (name === 'P' && this.#inBody) this.#bar.section = { name: value.slice(0, 100) || 'A' };
    else if (!'ABDFGHINOPRSWZmrsUu+'.includes(name)) this.#leftOut.add(`the field ${name}:`, { line });
  }

  #setKey(value: string, line: number): void {
    const key = readKey(value);
    if (!key) {
      this.#leftOut.add(`the key ${value}`, { line });
      return;
    }
    if (this.#firstKey && this.#firstKey.fifths !== key.fifths) this.#leftOut.add('changes of key', { line });
    this.#key = key;
    this.#firstKey ??= key;
  }

  /** Only the first voice is read. */
  #chooseVoice(value: string, line: number): void {
    const [voice = ''] = value.split(/\s/);
    if (!this.#inBody) return;
    this.#voice ??= voice;
    this.#skipsVoice = voice !== this.#voice;
    if (this.#skipsVoice) this.#leftOut.add(`the voice ${voice}`, { line });
  }

  #sing(words: string): void {
    addLyrics(words, this.#sungFrom.notes, this.#words);
  }

  #music(text: string, line: number): void {
    token.lastIndex = 0;
    let at = 0;
    while (at < text.length) {
      token.lastIndex = at;
      const match = token.exec(text);
      if (!match || match[0] === '') {
        this.#leftOut.add(`“${text[at] ?? ''}”`, { line });
        at += 1;
        continue;
      }
      at = token.lastIndex;
      this.#token(match, line);
    }
  }

  #token(match: RegExpExecArray, line: number): void {
    const [
      whole,
      quoted,
      decoration,
      oldDecoration,
      field,
      value,
      graces,
      bracketEnding,
      barLine,
      barEnding,
    ] = match;
    const [p, q, r, chord, chordLength, note, noteLength, rest, restLength, broken, tie, short] =
      match.slice(10);
    if (this.#skipsVoice && field !== 'V') return;
    if (quoted !== undefined) this.#quoted(quoted, line);
    else if (decoration !== undefined || oldDecoration !== undefined)
      this.#decorate(decoration ?? oldDecoration ?? '', line);
    else if (field !== undefined) {
      if (field === 'K') this.#setKey(value ?? '', line);
      else if (field === 'V') this.#chooseVoice(value ?? '', line);
      else this.#setting(field, value ?? '', line);
    } else if (graces !== undefined) this.#graces(graces);
    else if (bracketEnding !== undefined) this.#ending(bracketEnding);
    else if (barLine !== undefined) {
      this.#barLine(whole);
      if (barEnding !== undefined) this.#ending(barEnding);
    } else if (p !== undefined) this.#startTuplet(Number(p), q, r);
    else if (chord !== undefined) this.#chord(chord, chordLength ?? '');
    else if (note !== undefined) this.#notes([{ pitch: note, share: 1 }], noteLength ?? '');
    else if (rest !== undefined) this.#rest(rest, restLength ?? '');
    else if (broken !== undefined) this.#break(broken);
    else if (tie !== undefined) for (const each of this.#last) this.#ties.add(each.midi);
    else if (short !== undefined) this.#decorate(short, line);
    else if (whole.includes('&')) this.#leftOut.add('voice overlays (&)', { line });
  }

  #quoted(text: string, line: number): void {
    if (/^[\^_<>@]/.test(text)) {
      this.#leftOut.add('notes in words', { line });
      return;
    }
    const symbol = text.trim();
    if (parseSymbol(symbol).ok) this.#bar.chords.push({ tick: this.#bar.now, symbol });
    else if (symbol !== '') this.#leftOut.add(`the chord “${symbol}”`, { line });
  }

  #decorate(name: string, line: number): void {
    const marks = decorations[name];
    if (marks) this.#pending = { ...this.#pending, ...marks };
    else if (!'~uvSO'.includes(name)) this.#leftOut.add(`the decoration ${name}`, { line });
  }

  #startTuplet(p: number, q: string | undefined, r: string | undefined): void {
    const isCompound = this.#metre.unit === 8 && this.#metre.beats % 3 === 0;
    const under = q ? Number(q) : tupletTimes(p, isCompound);
    if (p < 1 || under < 1) return;
    this.#tuplet = { left: r ? Number(r) : p, over: under, under: p };
  }

  #break(signs: string): void {
    const share = 2 ** -signs.length;
    const first = signs.startsWith('>') ? 2 - share : share;
    this.#broken = signs.startsWith('>') ? share : 2 - share;
    const added = this.#last.map((note) => ({
      ...note,
      durationTicks: Math.round(note.durationTicks * first),
    }));
    const [before] = this.#last;
    if (!before) return;
    const difference = (added[0]?.durationTicks ?? 0) - before.durationTicks;
    for (const [index, old] of this.#last.entries()) {
      const changed = added[index];
      if (!changed) continue;
      this.#bar.notes = this.#bar.notes.map((each) => (each === old ? changed : each));
      const at = this.#lineNotes.indexOf(old);
      if (at >= 0) this.#lineNotes[at] = changed;
    }
    this.#last = added;
    this.#bar.now += difference;
  }

  #ticks(length: string): number {
    const match = /^(\d*)(\/*)(\d*)$/.exec(length);
    const over = match?.[1] ? Number(match[1]) : 1;
    const slashes = match?.[2]?.length ?? 0;
    const under = match?.[3] ? Number(match[3]) : 2 ** slashes;
    const unit = this.#unit ?? usualUnit(this.#metre);
    return Math.min(
      4 * barTicks({ beats: 32, unit: 4 }),
      (unit * over) / Math.max(1, slashes === 0 ? 1 : under),
    );
  }

  /** The time the next note takes: tuplets and broken rhythm change what is written. */
  #length(length: string): number {
    let ticks = this.#ticks(length) * this.#broken;
    this.#broken = 1;
    if (this.#tuplet.left > 0) {
      ticks = (ticks * this.#tuplet.over) / this.#tuplet.under;
      this.#tuplet.left -= 1;
    }
    return Math.round(ticks);
  }

  #midi(pitch: string): number {
    const [, signs = '', letter = 'C', octaves = ''] = /^([_^=]*)([A-Ga-g])([,']*)$/.exec(pitch) ?? [];
    const upper = letter.toUpperCase();
    const octave =
      (letter === upper ? 4 : 5) + [...octaves].reduce((sum, each) => sum + (each === "'" ? 1 : -1), 0);
    const key = `${upper}${octave}`;
    if (signs !== '')
      this.#accidentals.set(
        key,
        [...signs].reduce((sum, each) => sum + (each === '^' ? 1 : each === '_' ? -1 : 0), 0),
      );
    const alter = this.#accidentals.get(key) ?? signatureAlter(this.#key.fifths, upper);
    return (octave + 1) * 12 + (naturals[upper] ?? 0) + alter;
  }

  #notes(pitches: readonly { readonly pitch: string; readonly share: number }[], length: string): void {
    const ticks = this.#length(length);
    if (ticks < 1) return;
    const notes = pitches.map(({ pitch }): TuneNote => {
      const midi = this.#midi(pitch);
      const tied = this.#ties.delete(midi);
      return {
        tick: this.#bar.now,
        durationTicks: ticks,
        midi,
        marks: tied ? { ...this.#pending, tied: true } : this.#pending,
      };
    });
    this.#ties.clear();
    this.#pending = {};
    this.#bar.notes.push(...notes);
    const [first] = notes;
    if (first) this.#lineNotes.push(first);
    this.#last = notes;
    this.#bar.now += ticks;
  }

  #chord(text: string, length: string): void {
    const inner = [...text.matchAll(/([_^=]*[A-Ga-g][,']*)(\d*\/*\d*)/g)];
    const [first] = inner;
    if (!first) return;
    const own = this.#ticks(first[2] ?? '') / this.#ticks('');
    const unit = this.#ticks(length);
    const scaled = `${Math.round(unit * own)}/${this.#unit ?? usualUnit(this.#metre)}`;
    this.#notes(
      inner.map(([, pitch = '']) => ({ pitch, share: 1 })),
      own === 1 ? length : scaled,
    );
  }

  #graces(text: string): void {
    for (const [, pitch = ''] of text.matchAll(/([_^=]*[A-Ga-g][,']*)\d*\/*\d*/g))
      this.#bar.notes.push({
        tick: this.#bar.now,
        durationTicks: 120,
        midi: this.#midi(pitch),
        marks: { grace: true },
      });
  }

  #rest(sign: string, length: string): void {
    this.#last = [];
    if (sign === 'Z' || sign === 'X') {
      const bars = Math.min(64, Math.max(1, Number(length) || 1));
      for (let bar = 1; bar <= bars; bar += 1) {
        this.#bar.now = barTicks(this.#bar.metre);
        if (bar < bars) this.#closeBar();
      }
    } else this.#bar.now += this.#length(length);
  }

  #ending(numbers: string): void {
    const endings = numbers
      .split(',')
      .flatMap((part) => {
        const [from = 0, to = from] = part.split('-').map(Number);
        return Array.from({ length: Math.max(0, Math.min(9, to) - from + 1) }, (_, index) => from + index);
      })
      .filter((each) => each >= 1 && each <= 9);
    if (endings.length > 0) this.#endings = [...new Set(endings)];
    this.#bar.endings = this.#endings;
  }

  #endings: number[] = [];

  #barLine(sign: string): void {
    const ends = sign.startsWith(':');
    const starts = sign.endsWith(':') && sign.length > 1;
    if (ends) this.#target().repeatTimes = 2;
    this.#closeBar();
    if (ends || sign === '||' || sign === '|]') {
      this.#endings = [];
      delete this.#bar.endings;
    }
    if (starts) this.#bar.repeatStart = true;
  }

  /** A repeat sign after an empty bar belongs to the bar before. */
  #target(): OpenBar {
    const isEmpty = this.#bar.now === 0 && this.#bar.notes.length === 0;
    return isEmpty ? (this.#bars.at(-1) ?? this.#bar) : this.#bar;
  }

  #closeBar(): void {
    this.#accidentals.clear();
    if (this.#bar.now === 0 && this.#bar.notes.length === 0) {
      const { repeatStart, endings, section, tempoBpm } = this.#bar;
      this.#bar = { ...this.#openBar(), ...definedOnly({ repeatStart, endings, section, tempoBpm }) };
      return;
    }
    this.#bars.push(this.#bar);
    this.#bar = this.#openBar();
    if (this.#endings.length > 0) this.#bar.endings = this.#endings;
  }

  /** A bar that holds less or more than its metre keeps what it holds; a short first one is a pickup. */
  #finished({ metre, now, notes, chords, ...bar }: OpenBar, index: number): TuneBar {
    const length = barTicks(metre);
    const held = now === length ? metre : metreOfTicks(now);
    if (!held) this.#leftOut.add('the odd length of a bar', { bar: index + 1 });
    const kept = held ?? metre;
    return {
      ...bar,
      metre: kept,
      ...(index === 0 && now < length && held ? { pickup: true as const } : {}),
      notes: notes
        .filter(({ tick }) => tick < barTicks(kept))
        .map((note) => {
          const lyric = this.#words.get(note);
          const durationTicks = Math.min(note.durationTicks, barTicks(kept) - note.tick);
          return { ...note, durationTicks, ...(lyric ? { marks: { ...note.marks, lyric } } : {}) };
        }),
      chords,
      grips: [],
    };
  }
}

const definedOnly = <T extends object>(each: T): Partial<T> =>
  Object.fromEntries(Object.entries(each).filter(([, value]) => value !== undefined)) as Partial<T>;
