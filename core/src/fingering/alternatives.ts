import type { FrettingFinger } from '../hands/index.ts';
import { placesOf, writtenMidi, type StringNumber } from '../instrument/index.ts';
import { noteAt, type Note, type NotePlace, type PickingDigit, type Score } from '../score/index.ts';
import { typesThumb } from './fretting-setting.ts';
import { fingerScore, type FingeredMoment, type Fingering, type WeighedTerm } from './finger-score.ts';

/** Another way to play one note, with both hands fingered anew around it. */
export interface Alternative {
  readonly string: StringNumber;
  readonly fret: number;
  readonly finger: FrettingFinger | null;
  readonly picking: PickingDigit | undefined;
  /** Whether the note is played so now. */
  readonly isCurrent: boolean;
  /** What the whole piece costs more (less, when negative) than now, in mm. */
  readonly moreMm: number;
  /** What makes most of the difference, dearest first. */
  readonly reasons: readonly WeighedTerm[];
  /** Why it cannot be played there at all. */
  readonly obstacle?: string | undefined;
}

const shownReasons = 3;

/** Every place of the neck where a note can sit, the easiest for the whole piece first; those that cannot be played last. */
export function placesForNote(fingering: Fingering, place: NotePlace): Alternative[] {
  const { score } = fingering;
  const note = findNote(score, place);
  if (!note) return [];
  return placesOf(score, writtenMidi(score.tuning, note))
    .map(({ string, fret }): Alternative => {
      if (string === note.string) return current(fingering, note);
      const taken = score.bars[place.bar]?.notes.find(
        (other) => other !== note && other.tick === note.tick && other.string === string,
      );
      if (taken)
        return {
          ...unplayable(string, fret),
          obstacle: `the ${taken.voice} has string ${string}`,
        };
      return compare(fingering, place, (each) => {
        const { finger: _, position: __, ...free } = each;
        return { ...free, string, fret };
      });
    })
    .sort(byCost);
}

/** The same place with each finger that can take it, the easiest for the whole piece first. */
export function fingersForNote(fingering: Fingering, place: NotePlace): Alternative[] {
  const note = findNote(fingering.score, place);
  if (!note || note.fret === 0 || note.dead) return [];
  const fingers: FrettingFinger[] = [1, 2, 3, 4];
  if (fingering.hand.thumbOver && note.string >= 5) fingers.push('T');
  return fingers
    .map((finger): Alternative => {
      if (fingering.notes.get(note)?.finger === finger) return current(fingering, note);
      return compare(fingering, place, (each) => ({ ...each, finger }));
    })
    .sort(byCost);
}

const byCost = (a: Alternative, b: Alternative): number =>
  Number(a.obstacle !== undefined) - Number(b.obstacle !== undefined) || a.moreMm - b.moreMm;

const findNote = (score: Score, { bar, tick, string, voice }: NotePlace): Note | undefined =>
  noteAt(score.bars[bar], tick, string, voice);

function current({ notes }: Fingering, note: Note): Alternative {
  const found = notes.get(note);
  return {
    string: note.string,
    fret: note.fret,
    finger: found?.finger ?? null,
    picking: found?.picking,
    isCurrent: true,
    moreMm: 0,
    reasons: [],
    ...(found?.isUnplayed ? { obstacle: 'no finger is free for it' } : {}),
  };
}

const unplayable = (string: StringNumber, fret: number) => ({
  string,
  fret,
  finger: null,
  picking: undefined,
  isCurrent: false,
  moreMm: Infinity,
  reasons: [],
});

/** A piece with the thumb typed somewhere, by the one without: what the next such change begins from. */
const thumbTyped = new WeakMap<Fingering, Fingering>();

/** The piece fingered anew with one note of a bar changed, or left out. */
export function fingeredWith(
  fingering: Fingering,
  barIndex: number,
  note: Note,
  changed: Note | undefined,
): Fingering {
  const { score, hand, school } = fingering;
  const bars = score.bars.map((bar, index) =>
    index === barIndex
      ? { ...bar, notes: bar.notes.flatMap((each) => (each === note ? (changed ?? []) : [each])) }
      : bar,
  );
  const asked = { ...score, bars };
  if (typesThumb(asked) === typesThumb(score)) return fingerScore(asked, { hand, school }, fingering);
  const found = fingerScore(asked, { hand, school }, thumbTyped.get(fingering));
  thumbTyped.set(fingering, found);
  return found;
}

function compare(fingering: Fingering, place: NotePlace, change: (note: Note) => Note): Alternative {
  const note = findNote(fingering.score, place);
  if (!note) throw new Error('No such note');
  const changed = change(note);
  const other = fingeredWith(fingering, place.bar, note, changed);
  const found = other.notes.get(changed);
  return {
    string: changed.string,
    fret: changed.fret,
    finger: found?.finger ?? null,
    picking: found?.picking,
    isCurrent: false,
    moreMm: other.costMm - fingering.costMm,
    reasons: differences(fingering, other),
    ...(found?.isUnplayed ? { obstacle: 'no finger is free for it' } : {}),
  };
}

/** Where two fingerings of a piece differ in what they pay, dearest first. */
function differences(now: Fingering, other: Fingering): WeighedTerm[] {
  const sums = new Map<WeighedTerm['name'], number>();
  const add = (moments: readonly FingeredMoment[], sign: 1 | -1) => {
    for (const { fretting, picking } of moments)
      for (const { name, mm } of [...fretting, ...picking]) sums.set(name, (sums.get(name) ?? 0) + sign * mm);
  };
  add(other.moments, 1);
  add(now.moments, -1);
  return [...sums]
    .map(([name, mm]) => ({ name, mm }))
    .filter(({ mm }) => Math.abs(mm) >= 0.5)
    .sort((a, b) => b.mm - a.mm)
    .slice(0, shownReasons);
}
