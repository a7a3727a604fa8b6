import {
  isOnBeat,
  previousOnString,
  placedNotes,
  type Note,
  type PlacedNote,
  type Score,
} from '../../score/index.ts';
import { modulo, pitchClassOf, tonicOf } from '../../pitch/index.ts';
import { openMidi } from '../../instrument/index.ts';
import { degrees } from '../bar-view.ts';

/** A small change to one note that a player may make. */
export interface Touch {
  readonly bar: number;
  readonly note: Note;
  /** What it is called where ornaments are counted: "hammer". */
  readonly word: string;
  /** The same with the degree it is on, as ornaments are counted: "hammer on 3". */
  readonly onDegree: string;
  readonly change: Partial<Note>;
}

/** Longest way from the note before, in ticks: a beat. */
const mostGap = 960;
const longNote = 960;
/** Frets a finger slurs over without moving the hand, and slides along the string (common practice). */
const [furthestSlur, furthestSlide] = [3, 5];
/** Cents of a blue third (common practice). */
const blueCents = 50;

/** Every ornament that the hand could add to a note of the tune as it lies: nothing that needs another fret or another finger than is there. */
export function touchesOf(score: Score): Touch[] {
  const tune = placedNotes(score, 'melody');
  const before = previousOnString(placedNotes(score));
  return tune.flatMap((placed, index) => {
    const { bar, note } = placed;
    const last = tune[index - 1];
    if (note.tied || note.dead || tune.some((each) => each !== placed && each.atTicks === placed.atTicks))
      return [];
    const touch = (word: string, change: Partial<Note>): Touch => ({
      bar,
      note,
      word,
      onDegree: `${word} on ${degrees[degree(score, note)] ?? '1'}`,
      change,
    });
    const metre = score.bars[bar]?.metre ?? { beats: 4, unit: 4 };
    const onBeat = isOnBeat(metre, note.tick);
    return [
      ...slurs(placed, last, before.get(note)).map(({ word, change }) => touch(word, change)),
      ...(onBeat && note.durationTicks >= longNote && note.fret <= 10
        ? [touch('mordent', { ornament: 'mordent' })]
        : []),
      ...(note.fret >= 1 && degree(score, note) === 3 ? [touch('bend', { bendCents: blueCents })] : []),
      ...(onBeat && note.fret >= 2 ? [touch('below', { slide: { from: 'below' } })] : []),
    ];
  });
}

/** A hammer-on, pull-off or slide from the note before, where that is on the same string, near enough, and nothing else was struck on it since. */
function slurs(
  { note, atTicks }: PlacedNote,
  last: PlacedNote | undefined,
  onString: PlacedNote | undefined,
): { readonly word: string; readonly change: Partial<Note> }[] {
  if (!last || (last !== onString && last.note !== onString?.note)) return [];
  const by = note.fret - last.note.fret;
  const isNear = atTicks - last.atTicks <= mostGap && atTicks - last.atTicks <= last.note.durationTicks;
  if (!isNear || by === 0 || last.note.harmonic) return [];
  const slur =
    by > 0
      ? ({ word: 'hammer', arrival: 'hammer-on' } as const)
      : ({ word: 'pull', arrival: 'pull-off' } as const);
  return [
    ...(Math.abs(by) <= furthestSlur ? [{ word: slur.word, change: { arrival: slur.arrival } }] : []),
    ...(Math.abs(by) <= furthestSlide && last.note.fret > 0 && note.fret > 0
      ? [{ word: 'slide', change: { arrival: 'slide' } } as const]
      : []),
  ];
}

const degree = (score: Score, note: Note): number =>
  modulo(openMidi(score.tuning, note.string) + note.fret - pitchClassOf(tonicOf(score.key)), 12);
