import { fail, ok, type Result } from '../fault/index.ts';
import { highestFret, openMidi, stringNumbers, type StringNumber } from '../instrument/index.ts';
import { changeNote, insertBarAfter, placeOfNote, unnamed } from './edits.ts';
import type { NoteChange } from './note-change.ts';
import { numberOfBar } from './bar-numbers.ts';
import { barStarts, inPlayingOrder, noteAt, type PlacedNote } from './reading.ts';
import type { Bar, Note, Score, Voice } from './schema.ts';
import { momentOf, notesInStretch, stretchTicks, ticksOf, type Moment, type Stretch } from './stretch.ts';
import { barTicks, beatAt, type Ticks } from './ticks.ts';

/** Notes lifted off the sheet, with their ticks from where the stretch began. */
export interface Clip {
  readonly voice: Voice;
  readonly lengthTicks: Ticks;
  readonly notes: readonly ClippedNote[];
}

interface ClippedNote {
  readonly atTicks: Ticks;
  readonly note: Note;
}

/** Lifts what a stretch plays; a note that sounds on past its end keeps its length. */
export const copyStretch = (score: Score, stretch: Stretch): Clip => ({
  voice: stretch.voice,
  lengthTicks: stretchTicks(score, stretch),
  notes: clipped(score, stretch),
});

const clipped = (score: Score, stretch: Stretch): ClippedNote[] => {
  const start = ticksOf(score, stretch.from);
  return notesInStretch(score, stretch).map(({ atTicks, note }) => ({ atTicks: atTicks - start, note }));
};

/** Takes the notes of a stretch out. */
export const clearStretch = (score: Score, stretch: Stretch): Score =>
  withoutNotes(score, stretch.voice, notesInStretch(score, stretch));

/** Marks every note of a stretch. */
export const changeStretch = (score: Score, stretch: Stretch, change: (note: Note) => NoteChange): Score =>
  notesInStretch(score, stretch).reduce(
    (changed, { bar, note }) => changeNote(changed, placeOfNote(bar, note), change),
    score,
  );

/**
 * Lays a clip down from a moment on, in place of what its voice had there. Bars are added after the last where the clip needs
 * them; a note that crosses a bar line is tied over it.
 */
export function layClip(score: Score, clip: Clip, at: Moment): Result<Score> {
  const start = ticksOf(score, at);
  const lengthened = lengthenTo(score, start + clip.lengthTicks);
  if (!lengthened.ok) return lengthened;
  const to = momentOf(lengthened.value, start + clip.lengthTicks);
  const cleared = clearStretch(lengthened.value, { voice: clip.voice, from: at, to });
  return ok(
    putNotes(
      cleared,
      clip.voice,
      clip.notes.map(({ atTicks, note }) => ({ atTicks: start + atTicks, note: unnamed(note) })),
    ),
  );
}

/** Plays a stretch once more, straight after it; one note of a string once more after its own length. */
export function repeatStretch(score: Score, stretch: Stretch): Result<Score> {
  const [only] = notesInStretch(score, stretch);
  if (!stretch.string || !only) return layClip(score, copyStretch(score, stretch), stretch.to);
  const lengthTicks = only.note.durationTicks;
  const clip = { ...copyStretch(score, stretch), lengthTicks };
  const after = momentOf(score, only.atTicks + lengthTicks);
  const clash = noteAt(score.bars[after.bar], after.tick, stretch.string);
  if (clash && clash.voice !== stretch.voice)
    return inTheWay(score, { bar: after.bar, atTicks: only.atTicks + lengthTicks, note: clash });
  return layClip(score, clip, after);
}

/** Moves a stretch in time. Refused where it would leave the piece or cover other notes of its voice. */
export function shiftStretch(score: Score, stretch: Stretch, byTicks: Ticks): Result<Score> {
  const moving = notesInStretch(score, stretch);
  const starts = barStarts(score);
  const [first, last] = [moving[0], moving.at(-1)];
  if (!first || !last) return ok(score);
  if (first.atTicks + byTicks < 0)
    return fail('The notes would begin before the piece', 'Put a bar in front first', {
      bar: numberOfBar(score, 0),
    });
  if (last.atTicks + byTicks >= (starts.at(-1) ?? 0))
    return fail('The notes would begin after the last bar', 'Add a bar with Ctrl Enter first', {
      bar: numberOfBar(score, score.bars.length - 1),
    });
  const cleared = clearStretch(score, stretch);
  const moved = moving.map(({ atTicks, note }) => ({ atTicks: atTicks + byTicks, note }));
  const [from, to] = [first.atTicks + byTicks, last.atTicks + byTicks + 1];
  const covered = notesInStretch(cleared, {
    voice: stretch.voice,
    from: momentOf(cleared, from),
    to: momentOf(cleared, to),
  }).find(({ note, atTicks }) =>
    stretch.string ? note.string === stretch.string && moved.some((each) => each.atTicks === atTicks) : true,
  );
  if (covered) return inTheWay(score, covered);
  return ok(putNotes(cleared, stretch.voice, moved));
}

/**
 * Moves a stretch up or down in semitones, each note on its own string where the neck allows, else on the nearest free string
 * that holds it. Refused where no string does.
 */
export const transposeStretch = (score: Score, stretch: Stretch, semitones: number): Result<Score> =>
  replaceNotes(score, stretch, (note, taken) => {
    const midi = openMidi(score.tuning, note.string) + note.fret + semitones;
    const places = stringNumbers
      .map((string) => ({ string, fret: midi - openMidi(score.tuning, string) }))
      .filter(({ string, fret }) => isOnNeck(score, fret) && !taken.has(string))
      .sort((a, b) => Math.abs(a.string - note.string) - Math.abs(b.string - note.string));
    return places[0];
  });

/** Moves a stretch one string toward the thinnest (−1) or thickest (1), keeping what sounds or keeping the frets. */
export const restringStretch = (
  score: Score,
  stretch: Stretch,
  direction: 1 | -1,
  keeps: 'pitch' | 'fret',
): Result<Score> =>
  replaceNotes(score, stretch, (note) => {
    const string = stringNumbers.find((each) => each === note.string + direction);
    if (!string) return undefined;
    const shift = openMidi(score.tuning, note.string) - openMidi(score.tuning, string);
    const fret = note.fret + (keeps === 'pitch' ? shift : 0);
    return isOnNeck(score, fret) ? { string, fret } : undefined;
  });

const isOnNeck = (score: Score, fret: number): boolean => fret >= 0 && fret <= highestFret(score);

interface NeckPlace {
  readonly string: StringNumber;
  readonly fret: number;
}

/** Gives every note of a stretch another place of the neck; fingers and positions chosen for the old one are let go. */
function replaceNotes(
  score: Score,
  stretch: Stretch,
  place: (note: Note, taken: ReadonlySet<StringNumber>) => NeckPlace | undefined,
): Result<Score> {
  const moving = notesInStretch(score, stretch);
  const moved: ClippedNote[] = [];
  const cleared = clearStretch(score, stretch);
  for (const placed of moving) {
    const { finger: _, position: __, ...note } = placed.note;
    const taken = new Set([
      ...moved.filter(({ atTicks }) => atTicks === placed.atTicks).map((each) => each.note.string),
      ...stringNumbers.filter((string) =>
        noteAt(cleared.bars[placed.bar], placed.note.tick, string, stretch.voice),
      ),
    ]);
    const found = place(placed.note, taken);
    if (!found || taken.has(found.string)) return noPlace(score, placed);
    moved.push({ atTicks: placed.atTicks, note: { ...note, ...found } });
  }
  return ok(moving.length === 0 ? score : putNotes(cleared, stretch.voice, moved));
}

const noPlace = (score: Score, placed: PlacedNote) =>
  fail(
    'A note would have no place on the neck',
    'Choose fewer notes, or move it by hand first',
    placeOf(score, placed),
  );

const inTheWay = (score: Score, placed: PlacedNote) =>
  fail(
    `Another ${placed.note.voice} note is in the way`,
    'Move it or take it out first',
    placeOf(score, placed),
  );

const placeOf = (score: Score, { bar, note }: PlacedNote) => ({
  bar: numberOfBar(score, bar),
  beat: beatAt(score.bars[bar]?.metre ?? { beats: 4, unit: 4 }, note.tick),
  string: note.string,
});

function lengthenTo(score: Score, ticks: Ticks): Result<Score> {
  let longer = score;
  while ((barStarts(longer).at(-1) ?? 0) < ticks) {
    const next = insertBarAfter(longer, longer.bars.length - 1);
    if (!next.ok) return next;
    longer = next.value;
  }
  return ok(longer);
}

function withoutNotes(score: Score, voice: Voice, notes: readonly PlacedNote[]): Score {
  const gone = new Set(notes.map(({ note }) => note));
  const touched = touchedTicks(notes.map(({ bar, note }) => ({ bar, tick: note.tick })));
  return changeBars(score, touched, (bar, ticks) =>
    handsOn({ ...bar, notes: bar.notes.filter((note) => !gone.has(note)) }, voice, ticks),
  );
}

/** Writes notes, given in ticks from the start of the score; a note of the voice still written there ends where one begins. */
function putNotes(score: Score, voice: Voice, notes: readonly ClippedNote[]): Score {
  const pieces = notes.flatMap((each) => overBarLines(score, each));
  return changeBars(score, touchedTicks(pieces), (bar, ticks, index) => {
    const written = pieces
      .filter((piece) => piece.bar === index)
      .map(({ note }) => note)
      .filter((note) => !note.tied || !noteAt(bar, note.tick, note.string, voice));
    const all = [...bar.notes, ...written].sort(inPlayingOrder);
    const onsets = all.filter((note) => note.voice === voice).map((note) => note.tick);
    const limited = all.map((note) => {
      if (note.voice !== voice) return note;
      const next = onsets.find((tick) => tick > note.tick) ?? barTicks(bar.metre);
      const crosses = written.includes(note) || ticks.includes(next);
      return crosses && note.tick + note.durationTicks > next
        ? { ...note, durationTicks: next - note.tick }
        : note;
    });
    return handsOn({ ...bar, notes: limited }, voice, ticks);
  });
}

interface Piece extends Moment {
  readonly note: Note;
}

/** A note cut at the bar lines it crosses, its parts tied. How it ends is said of the last. */
function overBarLines(score: Score, { atTicks, note }: ClippedNote): Piece[] {
  const pieces: Piece[] = [];
  const starts = barStarts(score);
  let at = atTicks;
  const end = Math.min(atTicks + note.durationTicks, starts.at(-1) ?? 0);
  const { ending, ...begun } = note;
  while (at < end) {
    const { bar, tick } = momentOf(score, at);
    const until = Math.min(end, starts[bar + 1] ?? end);
    const isFirst = at === atTicks;
    pieces.push({
      bar,
      tick,
      note: {
        ...(isFirst
          ? begun
          : { string: note.string, fret: note.fret, voice: note.voice, tied: true as const }),
        tick,
        durationTicks: until - at,
        ...(until === end && ending ? { ending } : {}),
      },
    });
    at = until;
  }
  return pieces;
}

function touchedTicks(moments: readonly Moment[]): ReadonlyMap<number, readonly Ticks[]> {
  const touched = new Map<number, Ticks[]>();
  for (const { bar, tick } of moments) touched.set(bar, [...(touched.get(bar) ?? []), tick]);
  return touched;
}

const changeBars = (
  score: Score,
  touched: ReadonlyMap<number, readonly Ticks[]>,
  change: (bar: Bar, ticks: readonly Ticks[], index: number) => Bar,
): Score =>
  touched.size === 0
    ? score
    : {
        ...score,
        bars: score.bars.map((bar, index) => {
          const ticks = touched.get(index);
          return ticks ? change(bar, ticks, index) : bar;
        }),
      };

/** What the thumb does at moments changed by hand stays when its pattern is laid anew; a moment left silent stays silent. */
function handsOn(bar: Bar, voice: Voice, ticks: readonly Ticks[]): Bar {
  if (voice !== 'thumb') return bar;
  const sounding = new Set(bar.notes.filter((note) => note.voice === 'thumb').map((note) => note.tick));
  const { leftOut: before = [], ...rest } = bar;
  const leftOut = [...new Set([...before, ...ticks])]
    .filter((tick) => !(ticks.includes(tick) && sounding.has(tick)))
    .sort((a, b) => a - b);
  const notes = bar.notes.map((note) =>
    note.voice === 'thumb' && ticks.includes(note.tick) ? { ...note, byHand: true as const } : note,
  );
  return { ...rest, notes, ...(leftOut.length > 0 ? { leftOut } : {}) };
}
