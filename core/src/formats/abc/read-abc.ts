import { fail, ok, type Result } from '../../fault/index.ts';
import type { Tune, TuneMarks, TuneNote } from '../../melody/index.ts';
import { parseSymbol } from '../../pitch/index.ts';
import { barTicks, scoreLimits } from '../../score/index.ts';
import { LeftOutList, longestText, type Reading } from '../reading/index.ts';
import { BarReader, finishedBar } from './bar-reader.ts';
import { readKey, readMetre, readTempo, readUnit, usualUnit, type AbcKey } from './fields.ts';
import { addLyrics } from './lyrics.ts';
import { PitchReader } from './pitch-reader.ts';
import { decorations, token, tupletTimes } from './tokens.ts';

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

class TuneReader {
  readonly #leftOut: LeftOutList;
  #title = '';
  #player = '';
  #key: AbcKey = { key: { tonic: 'C', mode: 'major' }, fifths: 0 };
  #firstKey: AbcKey | undefined;
  #unit: number | undefined;
  #tempo: { readonly field: string } | undefined;
  #inBody = false;
  #started = false;
  #voice: string | undefined;
  #skipsVoice = false;
  readonly #bars = new BarReader({ beats: 4, unit: 4 });
  readonly #pitches = new PitchReader();
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
  }

  /** Reads one line; false when the tune is over. */
  line(raw: string, number: number): boolean {
    const line = raw.replace(/(^|[^\\])%.*$/, '$1').trimEnd();
    if (raw.startsWith('%')) return true;
    if (line.trim() === '')
      return !(
        this.#inBody &&
        this.#bars.done.length + this.#bars.open.notes.length > 0 &&
        raw.trim() === ''
      );
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
    const bars = this.#bars.done.slice(0, scoreLimits.bars);
    if (bars.every(({ notes, chords }) => notes.length + chords.length === 0)) return undefined;
    if (bars.length < this.#bars.done.length)
      this.#leftOut.add(`bars after bar ${scoreLimits.bars}`, { bar: scoreLimits.bars + 1 });
    const metre = bars[0]?.metre ?? this.#bars.metre;
    return {
      title: this.#title.slice(0, scoreLimits.textLength) || 'Untitled',
      player: this.#player.slice(0, scoreLimits.textLength),
      key: (this.#firstKey ?? this.#key).key,
      tempoBpm: (this.#tempo && readTempo(this.#tempo.field, metre)) ?? 100,
      swingPercent: 50,
      capo: 0,
      bars: bars.map((bar, index) =>
        finishedBar(bar, index === 0, this.#words, () =>
          this.#leftOut.add('the odd length of a bar', { bar: index + 1 }),
        ),
      ),
    };
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
      if (metre) this.#bars.setMetre(metre);
      else if (value !== 'none') this.#leftOut.add(`the metre ${value}`, { line });
    } else if (name === 'L') {
      const unit = readUnit(value);
      if (unit) this.#unit = unit;
      else this.#leftOut.add(`the unit length ${value}`, { line });
    } else if (name === 'Q') {
      if (!this.#tempo && !this.#inBody) this.#tempo = { field: value };
      else {
        const tempo = readTempo(value, this.#bars.metre);
        if (tempo) this.#bars.open.tempoBpm = tempo;
      }
    } else if (name === 'P' && this.#inBody) this.#bars.open.section = { name: value.slice(0, 100) || 'A' };
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
    else if (bracketEnding !== undefined) this.#bars.ending(bracketEnding);
    else if (barLine !== undefined) {
      this.#pitches.endBar();
      this.#bars.line(whole);
      if (barEnding !== undefined) this.#bars.ending(barEnding);
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
    if (parseSymbol(symbol).ok) this.#bars.open.chords.push({ tick: this.#bars.open.now, symbol });
    else if (symbol !== '') this.#leftOut.add(`the chord “${symbol}”`, { line });
  }

  #decorate(name: string, line: number): void {
    const marks = decorations.get(name);
    if (marks) this.#pending = { ...this.#pending, ...marks };
    else if (!'~uvSO'.includes(name)) this.#leftOut.add(`the decoration ${name}`, { line });
  }

  #startTuplet(p: number, q: string | undefined, r: string | undefined): void {
    const isCompound = this.#bars.metre.unit === 8 && this.#bars.metre.beats % 3 === 0;
    const under = q ? Number(q) : tupletTimes(p, isCompound);
    if (p < 1 || under < 1) return;
    this.#tuplet = { left: r ? Number(r) : p, over: under, under: p };
  }

  /** Broken rhythm holds between two notes of a bar; after a bar line there is nothing to break. */
  #break(signs: string): void {
    const [before] = this.#last;
    if (!before || !this.#bars.open.notes.includes(before)) return;
    const share = 2 ** -signs.length;
    const first = signs.startsWith('>') ? 2 - share : share;
    this.#broken = signs.startsWith('>') ? share : 2 - share;
    const added = this.#last.map((note) => ({
      ...note,
      durationTicks: Math.round(note.durationTicks * first),
    }));
    const difference = (added[0]?.durationTicks ?? 0) - before.durationTicks;
    for (const [index, old] of this.#last.entries()) {
      const changed = added[index];
      if (!changed) continue;
      this.#bars.open.notes = this.#bars.open.notes.map((each) => (each === old ? changed : each));
      const at = this.#lineNotes.indexOf(old);
      if (at >= 0) this.#lineNotes[at] = changed;
    }
    this.#last = added;
    this.#bars.open.now += difference;
  }

  #ticks(length: string): number {
    const match = /^(\d*)(\/*)(\d*)$/.exec(length);
    const over = match?.[1] ? Number(match[1]) : 1;
    const slashes = match?.[2]?.length ?? 0;
    const under = match?.[3] ? Number(match[3]) : 2 ** slashes;
    const unit = this.#unit ?? usualUnit(this.#bars.metre);
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

  #notes(pitches: readonly { readonly pitch: string; readonly share: number }[], length: string): void {
    const ticks = this.#length(length);
    if (ticks < 1) return;
    const notes = pitches.map(({ pitch }): TuneNote => {
      const midi = this.#pitches.midiOf(pitch, this.#key.fifths);
      const tied = this.#ties.delete(midi);
      return {
        tick: this.#bars.open.now,
        durationTicks: ticks,
        midi,
        marks: tied ? { ...this.#pending, tied: true } : this.#pending,
      };
    });
    this.#ties.clear();
    this.#pending = {};
    this.#bars.open.notes.push(...notes);
    const [first] = notes;
    if (first) this.#lineNotes.push(first);
    this.#last = notes;
    this.#bars.open.now += ticks;
  }

  #chord(text: string, length: string): void {
    const inner = [...text.matchAll(/([_^=]*[A-Ga-g][,']*)(\d*\/*\d*)/g)];
    const [first] = inner;
    if (!first) return;
    const own = this.#ticks(first[2] ?? '') / this.#ticks('');
    const unit = this.#ticks(length);
    const scaled = `${Math.round(unit * own)}/${this.#unit ?? usualUnit(this.#bars.metre)}`;
    this.#notes(
      inner.map(([, pitch = '']) => ({ pitch, share: 1 })),
      own === 1 ? length : scaled,
    );
  }

  #graces(text: string): void {
    for (const [, pitch = ''] of text.matchAll(/([_^=]*[A-Ga-g][,']*)\d*\/*\d*/g))
      this.#bars.open.notes.push({
        tick: this.#bars.open.now,
        durationTicks: 120,
        midi: this.#pitches.midiOf(pitch, this.#key.fifths),
        marks: { grace: true },
      });
  }

  #rest(sign: string, length: string): void {
    this.#last = [];
    if (sign === 'Z' || sign === 'X') {
      const bars = Math.min(64, Math.max(1, Number(length) || 1));
      for (let bar = 1; bar <= bars; bar += 1) {
        this.#bars.open.now = barTicks(this.#bars.open.metre);
        if (bar < bars) this.#closeBar();
      }
    } else this.#bars.open.now += this.#length(length);
  }

  #closeBar(): void {
    this.#pitches.endBar();
    this.#bars.close();
  }
}
