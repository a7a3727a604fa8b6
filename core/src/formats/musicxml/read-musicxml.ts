import { fail, ok, type Result } from '../../fault/index.ts';
import { parseTuning, realMidi, stringNumbers, type Tuning } from '../../instrument/index.ts';
import { scoreOfTab, isTab, type Tune, type TuneBar, type TuneNote } from '../../melody/index.ts';
import {
  keyOfFifths,
  keyText,
  letters,
  noteNameText,
  pitchClassOf,
  tonicOf,
  transposeKey,
  type Key,
} from '../../pitch/index.ts';
import {
  barTicks,
  metreFrom,
  metreOfTicks,
  scoreLimits,
  type Bar,
  type Score,
  type Voice,
} from '../../score/index.ts';
import { LeftOutList, longestText, type Reading } from '../reading/index.ts';
import { childrenOf, find, numberOf, readXml, textOf, type XmlNode } from '../xml/index.ts';
import { choosePart, type ChosenPart } from './choose-part.ts';
import { readHarmony } from './read-harmony.ts';
import { readNote } from './read-note.ts';
import { readSettings, settingsField, type Settings } from './settings.ts';

/**
 * Reads MusicXML 4.0 and earlier, partwise or timewise. Tab with strings and frets becomes a score; anything else a tune that has
 * yet to be laid on the strings. One part is read, the first with tab, else the first with notes; what could not be taken over
 * is listed.
 */
export function readMusicXml(text: string): Result<Reading> {
  if (text.length > longestText) return fail('The file is larger than 8 MB', 'Choose a single piece');
  const xml = readXml(text);
  if (!xml.ok) return xml;
  const leftOut = new LeftOutList();
  const part = choosePart(xml.value, leftOut);
  if (!part.ok) return part;
  const settings = readSettings(
    childrenOf(find(xml.value, 'identification', 'miscellaneous'), 'miscellaneous-field').find(
      ({ attributes }) => attributes.name === settingsField,
    )?.text,
  );
  const read = new PartReader(part.value, leftOut).read();
  if (read.bars.every(({ notes, grips, chords }) => notes.length + grips.length + chords.length === 0))
    return fail('The file holds no notes', 'Choose a file with a melody or a tab');
  const tune: Tune = {
    ...read,
    title: (
      textOf(xml.value, 'work', 'work-title') ??
      textOf(xml.value, 'movement-title') ??
      'Untitled'
    ).slice(0, scoreLimits.textLength),
    player: '',
  };
  if (!isTab(tune)) return ok({ content: { kind: 'tune', tune }, leftOut: leftOut.all() });
  const score = scoreOfTab(tune, leftOut.add.bind(leftOut));
  if (!score.ok) return score;
  return ok({
    content: { kind: 'score', score: settings ? withSettings(score.value, settings, leftOut) : score.value },
    leftOut: leftOut.all(),
  });
}

/**
 * Settings of our own around what the notation says. Another program may have changed the notation and left our field alone: where they
 * disagree the notation is right, and that is told.
 */
function withSettings(score: Score, settings: Settings, leftOut: LeftOutList): Score {
  const agreed: Partial<Settings> = { ...settings };
  // The staff names strings and key as they are heard, our field as they are called on a guitar tuned away as a whole.
  const sameStrings = stringNumbers.every(
    (string) => realMidi(settings.tuning, string) === realMidi(score.tuning, string),
  );
  const heard = transposeKey(settings.key, sameStrings ? (settings.tuning.wholeSemitones ?? 0) : 0);
  if (!sameStrings) {
    delete agreed.tuning;
    leftOut.add(`the tuning ${settings.tuning.name} of before: the staff names other strings`);
  }
  if (pitchClassOf(tonicOf(heard)) !== pitchClassOf(tonicOf(score.key)) || heard.mode !== score.key.mode) {
    delete agreed.key;
    leftOut.add(`the key ${keyText(settings.key)} of before: the staff is in ${keyText(score.key)}`);
  }
  if (Math.round(settings.swingPercent) !== Math.round(score.swingPercent)) delete agreed.swingPercent;
  return { ...score, ...agreed };
}

/** Reads one part, measure after measure. Durations become ticks by the divisions in force. */
class PartReader {
  readonly #part: ChosenPart;
  readonly #leftOut: LeftOutList;
  #divisions = 1;
  #transpose = 0;
  #metre: Bar['metre'] = { beats: 4, unit: 4 };
  #key: Key | undefined;
  #tempo: number | undefined;
  #swing: number | undefined;
  #tuning: Tuning | undefined;
  #capo = 0;
  #endings: number[] | undefined;

  constructor(part: ChosenPart, leftOut: LeftOutList) {
    this.#part = part;
    this.#leftOut = leftOut;
  }

  read(): Omit<Tune, 'title' | 'player'> {
    const measures = this.#part.measures.slice(0, scoreLimits.bars);
    if (measures.length < this.#part.measures.length)
      this.#leftOut.add(`bars after bar ${scoreLimits.bars}`, { bar: scoreLimits.bars + 1 });
    const bars = measures.map((measure, index) => this.#measure(measure, index));
    return {
      key: this.#key ?? { tonic: 'C', mode: 'major' },
      tempoBpm: bars[0]?.tempoBpm ?? 100,
      swingPercent: bars[0]?.swingPercent ?? 50,
      ...(this.#tuning ? { tuning: this.#tuning } : {}),
      capo: this.#capo,
      bars: bars.map((bar, index) => (index === 0 ? withoutFeel(bar) : bar)),
    };
  }

  #measure(measure: XmlNode, index: number): TuneBar {
    const bar: { -readonly [Field in keyof TuneBar]: TuneBar[Field] } & {
      notes: TuneNote[];
      chords: TuneBar['chords'][number][];
      grips: TuneBar['grips'][number][];
    } = { metre: this.#metre, notes: [], chords: [], grips: [] };
    const dynamics: NonNullable<Bar['dynamics']> = [];
    const [tempoBefore, swingBefore] = [this.#tempo, this.#swing];
    let now = 0;
    let onset = 0;
    let furthest = 0;
    for (const element of measure.children) {
      const ticks = this.#ticks(numberOf(element, 'duration') ?? 0);
      if (element.name === 'attributes') {
        this.#attributes(element);
        bar.metre = this.#metre;
      } else if (element.name === 'backup') now = Math.max(0, now - ticks);
      else if (element.name === 'forward') now += ticks;
      else if (element.name === 'direction') {
        const section = textOf(element, 'direction-type', 'rehearsal')?.slice(0, scoreLimits.textLength);
        if (section) bar.section = { name: section };
        this.#feel(find(element, 'sound'), index);
        const level = find(element, 'direction-type', 'dynamics')?.children[0]?.name;
        const voice: Voice = textOf(element, 'voice') === '2' ? 'thumb' : 'melody';
        const at = now + this.#ticks(numberOf(element, 'offset') ?? 0);
        if (level && isLevel(level)) dynamics.push({ tick: Math.max(0, at), voice, level });
        else if (level) this.#leftOut.add(`dynamic ${level}`, { bar: index + 1 });
      } else if (element.name === 'sound') this.#feel(element, index);
      else if (element.name === 'harmony') {
        const tick = Math.max(0, now + this.#ticks(numberOf(element, 'offset') ?? 0));
        const { symbol, grip } = readHarmony(element);
        if (grip) bar.grips.push({ tick, ...grip });
        else if (symbol) bar.chords.push({ tick, symbol });
      } else if (element.name === 'barline') this.#barline(element, bar);
      else if (element.name === 'note') {
        const isChord = find(element, 'chord') !== undefined;
        const isGrace = find(element, 'grace') !== undefined;
        if (!isChord && !isGrace) {
          onset = now;
          now += ticks;
        }
        if (this.#part.reads(element) && !find(element, 'rest')) {
          const note = this.#note(element, isGrace ? now : onset, ticks, isGrace, index);
          if (note) bar.notes.push(note);
        }
      }
      furthest = Math.max(furthest, now);
    }
    this.#dropLateGraces(bar, index, furthest);
    this.#shorten(bar, measure, index, furthest);
    if (this.#endings) bar.endings = this.#endings;
    if (bar.repeatTimes !== undefined || this.#endsHere) this.#endings = undefined;
    this.#endsHere = false;
    if (dynamics.length > 0) bar.dynamics = dynamics.slice(0, scoreLimits.gripsPerBar);
    if (this.#tempo !== undefined && this.#tempo !== tempoBefore) bar.tempoBpm = this.#tempo;
    if (this.#swing !== undefined && this.#swing !== swingBefore) bar.swingPercent = this.#swing;
    bar.grips.length = Math.min(bar.grips.length, scoreLimits.gripsPerBar);
    return bar;
  }

  #endsHere = false;
  #pickupTicks = 0;

  /** A grace leads into a note; after the last one of a bar there is none to lead into. */
  #dropLateGraces(bar: { notes: TuneNote[] }, index: number, furthest: number): void {
    const kept = bar.notes.filter(({ tick, marks }) => !(marks.grace && tick >= furthest));
    if (kept.length < bar.notes.length)
      this.#leftOut.add('grace notes with no note after them', { bar: index + 1 });
    bar.notes = kept;
  }

  #ticks(duration: number): number {
    return Math.round((duration * 960) / this.#divisions);
  }

  #note(
    element: XmlNode,
    onset: number,
    ticks: number,
    isGrace: boolean,
    index: number,
  ): TuneNote | undefined {
    const { midi, place, marks, lost } = readNote(element);
    for (const what of lost) this.#leftOut.add(what, { bar: index + 1 });
    if (midi === undefined && !place) {
      this.#leftOut.add('notes without pitch', { bar: index + 1 });
      return undefined;
    }
    if (!isGrace && ticks < 1) {
      this.#leftOut.add('notes without a length', { bar: index + 1 });
      return undefined;
    }
    const voice = this.#part.voiceOf(element);
    return {
      tick: onset,
      durationTicks: isGrace ? 120 : ticks,
      midi: (midi ?? 0) + this.#transpose,
      ...(voice ? { voice } : {}),
      ...(place ? { place } : {}),
      marks: isGrace ? { ...marks, grace: true } : marks,
    };
  }

  #attributes(element: XmlNode): void {
    const divisions = numberOf(element, 'divisions');
    if (divisions !== undefined && divisions > 0 && divisions <= 1_000_000) this.#divisions = divisions;
    const [beats, unit] = [textOf(element, 'time', 'beats'), numberOf(element, 'time', 'beat-type')];
    const sum = beats?.split('+').reduce((total, each) => total + Number(each), 0);
    if (sum !== undefined && unit !== undefined) {
      const metre = metreFrom(sum, unit);
      if (metre) this.#metre = metre;
      else this.#leftOut.add(`metre ${beats ?? ''}/${unit}`);
    }
    const fifths = numberOf(element, 'key', 'fifths');
    if (fifths !== undefined && Math.abs(fifths) <= 7) {
      const key = keyOfFifths(
        Math.round(fifths),
        textOf(element, 'key', 'mode') === 'minor' ? 'minor' : 'major',
      );
      if (this.#key && (this.#key.tonic !== key.tonic || this.#key.mode !== key.mode))
        this.#leftOut.add('changes of key');
      this.#key ??= key;
    }
    for (const transpose of childrenOf(element, 'transpose'))
      this.#transpose =
        Math.round(numberOf(transpose, 'chromatic') ?? 0) +
        12 * Math.round(numberOf(transpose, 'octave-change') ?? 0);
    for (const details of childrenOf(element, 'staff-details')) {
      const tuning = tuningOf(details);
      if (tuning) this.#tuning ??= tuning;
      else if (childrenOf(details, 'staff-tuning').length > 0)
        this.#leftOut.add('a tuning of other than six strings');
      const capo = numberOf(details, 'capo');
      if (capo !== undefined && capo >= 0 && capo <= 12) this.#capo = Math.round(capo);
    }
  }

  #feel(sound: XmlNode | undefined, index: number): void {
    if (!sound) return;
    const tempo = Number(sound.attributes.tempo);
    if (tempo >= 20 && tempo <= 320) this.#tempo = Math.round(tempo * 100) / 100;
    else if (tempo > 0) this.#leftOut.add(`tempo ${tempo}`, { bar: index + 1 });
    const swing = find(sound, 'swing');
    const [first, second] = [numberOf(swing, 'first'), numberOf(swing, 'second')];
    if (find(swing, 'straight')) this.#swing = 50;
    else if (first && second && first >= second)
      this.#swing = Math.min(80, Math.round((100 * first) / (first + second)));
    for (const jump of ['dacapo', 'dalsegno', 'tocoda', 'coda', 'segno', 'fine'])
      if (sound.attributes[jump]) this.#leftOut.add(`the jump “${jump}”`, { bar: index + 1 });
  }

  #barline(
    element: XmlNode,
    bar: { repeatStart?: true | undefined; repeatTimes?: number | undefined },
  ): void {
    const repeat = find(element, 'repeat');
    if (repeat?.attributes.direction === 'forward') bar.repeatStart = true;
    if (repeat?.attributes.direction === 'backward') {
      const times = Number(repeat.attributes.times ?? 2);
      bar.repeatTimes = Number.isInteger(times) ? Math.min(9, Math.max(2, times)) : 2;
    }
    const ending = find(element, 'ending');
    if (ending?.attributes.type === 'start') {
      const numbers = (ending.attributes.number ?? '')
        .split(/[\s,]+/)
        .map(Number)
        .filter((each) => Number.isInteger(each) && each >= 1 && each <= 9);
      if (numbers.length > 0) this.#endings = [...new Set(numbers)].slice(0, 9);
    } else if (ending) this.#endsHere = true;
  }

  /** A first bar that holds less than its metre is a pickup; any other short or long bar keeps what it holds. */
  #shorten(
    bar: { metre: Bar['metre']; pickup?: true | undefined; repeatTimes?: number | undefined },
    measure: XmlNode,
    index: number,
    furthest: number,
  ): void {
    const length = barTicks(bar.metre);
    const isShort = furthest > 0 && furthest < length;
    const isImplicit = measure.attributes.implicit === 'yes';
    // The bar that leads back to a pickup, or ends the piece, leaves the pickup's time out.
    const completesPickup =
      (bar.repeatTimes !== undefined || index === this.#part.measures.length - 1) &&
      furthest + this.#pickupTicks === length;
    if (furthest <= length && !(isShort && (index === 0 || isImplicit || completesPickup))) return;
    const metre = metreOfTicks(furthest);
    if (!metre) {
      this.#leftOut.add('the odd length of a bar', { bar: index + 1 });
      return;
    }
    bar.metre = metre;
    if (index === 0 && isShort) {
      bar.pickup = true;
      this.#pickupTicks = furthest;
    }
  }
}

const withoutFeel = ({ tempoBpm: _, swingPercent: __, ...bar }: TuneBar): TuneBar => bar;

const levels = new Set(['pp', 'p', 'mp', 'mf', 'f', 'ff']);
const isLevel = (name: string): name is NonNullable<Bar['dynamics']>[number]['level'] => levels.has(name);

/** Six open strings of a tab staff, line 1 the thickest. */
function tuningOf(details: XmlNode): Tuning | undefined {
  const lines = childrenOf(details, 'staff-tuning');
  const pitches = [1, 2, 3, 4, 5, 6].map((line) => {
    const found = lines.find(({ attributes }) => Number(attributes.line) === line);
    const [step, octave] = [textOf(found, 'tuning-step'), numberOf(found, 'tuning-octave')];
    const letter = letters.find((each) => each === step);
    const alter = Math.round(numberOf(found, 'tuning-alter') ?? 0);
    return letter && octave !== undefined && Math.abs(alter) <= 2
      ? `${noteNameText({ letter, alter })}${octave}`
      : undefined;
  });
  if (lines.length !== 6 || pitches.includes(undefined)) return undefined;
  const tuning = parseTuning(pitches.join(' '));
  return tuning.ok ? tuning.value : undefined;
}
