import {
  countedAt,
  gripAt,
  techniquesOf,
  type Bar,
  type Note,
  type Score,
  type Ticks,
  type Voice,
} from '../score/index.ts';
import { barChords } from './bar-chords.ts';

/** One thing in which a bar differs from another: at which moments, and in words. */
export interface BarDifferenceSaid {
  readonly ticks: readonly Ticks[];
  readonly words: string;
}

/** One thing at one moment, before what is the same at several is said once. */
interface Said {
  readonly tick: Ticks;
  readonly what: string;
  /** "on 2&"; empty where no moment is said. */
  readonly on: string;
}

/** A bar in its score, by its index from 0. */
export interface BarPlace {
  readonly score: Score;
  readonly index: number;
}

/**
 * What a bar plays otherwise than another, in a teacher's words: "bass on 5 in place of 6, on 3", "pull-off more, on 2&". Beats are those of the
 * second bar. Nothing is said of fingers, words and comments. Empty: both play the same.
 */
export function barDifferencesSaid(a: BarPlace, b: BarPlace): BarDifferenceSaid[] {
  const [was, now] = [a.score.bars[a.index], b.score.bars[b.index]];
  if (!was || !now) return [];
  const said = [
    ...metreSaid(was, now),
    ...chordsSaid(a, b),
    ...voiceSaid(was, now, 'thumb'),
    ...voiceSaid(was, now, 'melody'),
  ];
  return saidOnce(said.sort((one, other) => one.tick - other.tick));
}

/** What is the same at several moments is said once: "bass on 5 in place of 6, on 1, 2 and 4". */
function saidOnce(said: readonly Said[]): BarDifferenceSaid[] {
  const groups = new Map<string, Said[]>();
  for (const each of said) groups.set(each.what, [...(groups.get(each.what) ?? []), each]);
  return [...groups].map(([what, all]) => {
    const ons = all.flatMap(({ on }) => (on === '' ? [] : [on]));
    const last = ons.pop();
    const where = last === undefined ? '' : `, on ${ons.length > 0 ? `${ons.join(', ')} and ` : ''}${last}`;
    return { ticks: all.map(({ tick }) => tick), words: what + where };
  });
}

const metreSaid = ({ metre: was }: Bar, { metre: now }: Bar): Said[] => {
  if (was.beats === now.beats && was.unit === now.unit) return [];
  const more = now.beats - was.beats;
  const what =
    was.unit === now.unit
      ? `${Math.abs(more)} ${Math.abs(more) === 1 ? 'beat' : 'beats'} ${more > 0 ? 'more' : 'less'}`
      : `${now.beats}/${now.unit} in place of ${was.beats}/${was.unit}`;
  return [{ tick: 0, what, on: '' }];
};

function chordsSaid(a: BarPlace, b: BarPlace): Said[] {
  const chords = ({ score, index }: BarPlace) =>
    new Map(
      barChords(score, index).map(({ tick, name }) => [
        tick,
        { name, frets: gripAt(score, index, tick)?.frets.join() },
      ]),
    );
  const [was, now] = [chords(a), chords(b)];
  const ticks = [...new Set([...was.keys(), ...now.keys()])];
  return ticks.flatMap((tick) => {
    const [before, after] = [was.get(tick), now.get(tick)];
    const on = onBeat(b, tick);
    if (before?.frets === after?.frets) return [];
    if (!before) return [{ tick, what: `${after?.name ?? 'a grip'} more`, on }];
    if (!after) return [{ tick, what: `${before.name ?? 'a grip'} less`, on }];
    if (before.name === after.name) return [{ tick, what: `${after.name ?? 'the grip'} held otherwise`, on }];
    return [{ tick, what: `${after.name ?? 'another grip'} in place of ${before.name ?? 'another'}`, on }];
  });
}

const onBeat = ({ score, index }: BarPlace, tick: Ticks): string => {
  const bar = score.bars[index];
  return bar ? countedAt(bar.metre, tick) : '';
};

/** Notes of a voice paired: first those that are the same, then by moment and string, by moment, by string and fret. */
function voiceSaid(was: Bar, now: Bar, voice: Voice): Said[] {
  const left = was.notes.filter((note) => note.voice === voice);
  let fresh = now.notes.filter((note) => note.voice === voice);
  const said: Said[] = [];
  const on = (tick: Ticks) => countedAt(now.metre, tick);
  const pair = (matches: (a: Note, b: Note) => boolean, say: (a: Note, b: Note) => readonly string[]) => {
    fresh = fresh.filter((note) => {
      const at = left.findIndex((other) => matches(other, note));
      const [other] = at < 0 ? [] : left.splice(at, 1);
      if (!other) return true;
      for (const what of say(other, note)) said.push({ tick: note.tick, what, on: on(note.tick) });
      return false;
    });
  };
  pair(
    (a, b) => a.tick === b.tick && a.string === b.string && a.fret === b.fret,
    (a, b) => markWords(a, b),
  );
  pair(
    (a, b) => a.tick === b.tick && a.string === b.string,
    (a, b) => [`${placeWords(b)} in place of ${fretWords(a)}`, ...markWords(a, b)],
  );
  pair(
    (a, b) => a.tick === b.tick,
    (a, b) => [
      voice === 'thumb' ? bassWords(a, b) : `${placeWords(b)} in place of ${placeWords(a)}`,
      ...markWords(a, b),
    ],
  );
  pair(
    (a, b) => a.string === b.string && a.fret === b.fret,
    (a) => [`${placeWords(a)}, in place of ${countedAt(was.metre, a.tick)}`],
  );
  for (const note of fresh)
    said.push({
      tick: note.tick,
      what: [`${noteWords(note)} more`, ...marksOf(note)].join(', '),
      on: on(note.tick),
    });
  for (const note of left)
    said.push({ tick: note.tick, what: `${noteWords(note)} less`, on: countedAt(was.metre, note.tick) });
  return said;
}

const bassWords = (was: Note, now: Note): string =>
  was.fret === 0 && now.fret === 0
    ? `bass on ${now.string} in place of ${was.string}`
    : `bass on ${now.string}, ${fretWords(now)}, in place of ${was.string}, ${fretWords(was)}`;

const fretWords = ({ fret }: Note): string => (fret === 0 ? 'open' : `fret ${fret}`);
const placeWords = (note: Note): string => `string ${note.string}, ${fretWords(note)}`;
const noteWords = (note: Note): string => `${note.voice === 'thumb' ? 'bass on ' : ''}${placeWords(note)}`;
const marksOf = (note: Note): string[] => techniquesOf(note).map(({ says }) => says);

function markWords(was: Note, now: Note): string[] {
  const [before, after] = [marksOf(was), marksOf(now)];
  return [
    ...after.filter((each) => !before.includes(each)).map((each) => `${each} more`),
    ...before.filter((each) => !after.includes(each)).map((each) => `${each} less`),
    ...(was.durationTicks === now.durationTicks
      ? []
      : [now.durationTicks > was.durationTicks ? 'held longer' : 'held shorter']),
  ];
}
