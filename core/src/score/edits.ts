import { ok, fail, type Result } from '../fault/index.ts';
import type { StringNumber } from '../instrument/index.ts';
import { numberOfBar } from './bar-numbers.ts';
import { inPlayingOrder } from './reading.ts';
import { scoreLimits } from './limits.ts';
import { withChange, type NoteChange } from './note-change.ts';
import type { Bar, Note, PlacedGrip, Score, Voice } from './schema.ts';
import { barTicks, type Metre, type Ticks } from './ticks.ts';

/** Where an edit lands: the bar from 0, the tick within it, the string, and whose note it is. */
export interface NotePlace {
  readonly bar: number;
  readonly tick: Ticks;
  readonly string: StringNumber;
  readonly voice: Voice;
}

/** Where a note stands; the bar from 0. */
export const placeOfNote = (bar: number, { tick, string, voice }: Note): NotePlace => ({
  bar,
  tick,
  string,
  voice,
});

/** Changes one bar, counted from 0; a bar that is not there changes nothing. */
export const replaceBar = (score: Score, index: number, change: (bar: Bar) => Bar): Score => {
  const bar = score.bars[index];
  return bar ? { ...score, bars: score.bars.with(index, change(bar)) } : score;
};

/** What the thumb does at a moment that was changed stays as it is when its pattern is laid anew. */
const byHand = (notes: readonly Note[], { voice, tick }: Pick<NotePlace, 'voice' | 'tick'>): Note[] =>
  notes.map((note) =>
    voice === 'thumb' && note.voice === voice && note.tick === tick ? { ...note, byHand: true } : note,
  );

/** A thumb stroke taken out stays out when its pattern is laid anew; one written again is no longer left out. */
function leaveOut(bar: Bar, { voice, tick }: NotePlace, isLeftOut: boolean): Bar {
  if (voice !== 'thumb') return bar;
  const { leftOut = [], ...rest } = bar;
  const others = leftOut.filter((each) => each !== tick);
  const ticks = isLeftOut ? [...others, tick].sort((a, b) => a - b) : others;
  return ticks.length === 0 ? rest : { ...rest, leftOut: ticks };
}

const at = (place: NotePlace) => (note: Note) =>
  note.tick === place.tick && note.string === place.string && note.voice === place.voice;

/**
 * Writes a note, replacing what its voice had at that moment on that string. A longer note of the voice that was
 * still written there is shortened to end where the new one begins, and the new one ends no later than the voice's
 * next note or the bar.
 */
export function writeNote(score: Score, place: NotePlace, fret: number, durationTicks: Ticks): Score {
  return replaceBar(score, place.bar, (bar) => {
    const replaced = bar.notes.find(at(place));
    const others = bar.notes.filter((note) => note !== replaced);
    const inVoice = others.filter((note) => note.voice === place.voice);
    const end = Math.min(
      barTicks(bar.metre),
      ...inVoice.filter((note) => note.tick > place.tick).map((note) => note.tick),
    );
    const together = inVoice.find((note) => note.tick === place.tick);
    const length = Math.min(
      replaced?.durationTicks ?? together?.durationTicks ?? durationTicks,
      end - place.tick,
    );
    if (length <= 0) return bar;
    const shortened = others.map((note) => endBefore(note, place));
    const written: Note = {
      ...replaced,
      tick: place.tick,
      durationTicks: length,
      string: place.string,
      fret,
      voice: place.voice,
    };
    const notes = byHand([...shortened, written].sort(inPlayingOrder), place);
    return leaveOut({ ...bar, notes }, place, false);
  });
}

const endBefore = (note: Note, { tick, voice }: NotePlace): Note =>
  note.voice === voice && note.tick < tick && note.tick + note.durationTicks > tick
    ? { ...note, durationTicks: tick - note.tick }
    : note;

export const removeNote = (score: Score, place: NotePlace): Score =>
  replaceBar(score, place.bar, (bar) => {
    const notes = bar.notes.filter((note) => !at(place)(note));
    if (notes.length === bar.notes.length) return bar;
    const isSilent = !notes.some((note) => note.voice === place.voice && note.tick === place.tick);
    return leaveOut({ ...bar, notes: byHand(notes, place) }, place, isSilent);
  });

/** Changes one note in place; the change may not move it. Fields set to undefined are removed. */
export const changeNote = (score: Score, place: NotePlace, change: (note: Note) => NoteChange): Score =>
  replaceBar(score, place.bar, (bar) => {
    const notes = bar.notes.map((note) => (at(place)(note) ? withChange(note, change(note)) : note));
    return { ...bar, notes: byHand(notes, place) };
  });

/** Plays a note at another place of the neck. What was chosen for its old place, finger and position, is let go. */
export const moveNote = (score: Score, place: NotePlace, string: StringNumber, fret: number): Score =>
  replaceBar(score, place.bar, (bar) => {
    const notes = bar.notes.map((note) => {
      if (!at(place)(note)) return note;
      const { finger: _, position: __, ...kept } = note;
      return { ...kept, string, fret };
    });
    return { ...bar, notes: byHand(notes.sort(inPlayingOrder), place) };
  });

/**
 * Sets how long the notes of a voice at one moment are written. The voice's next note and the bar line are the limit.
 */
export const setDuration = (score: Score, place: NotePlace, durationTicks: Ticks): Score =>
  replaceBar(score, place.bar, (bar) => {
    const later = bar.notes.filter((note) => note.voice === place.voice && note.tick > place.tick);
    const end = Math.min(barTicks(bar.metre), ...later.map((note) => note.tick));
    const length = Math.max(1, Math.min(durationTicks, end - place.tick));
    const notes = bar.notes.map((note) =>
      note.voice === place.voice && note.tick === place.tick ? { ...note, durationTicks: length } : note,
    );
    return { ...bar, notes: byHand(notes, place) };
  });

/** Lays a grip at a tick of a bar, replacing one laid there. */
export const layGrip = (score: Score, barIndex: number, grip: PlacedGrip): Score =>
  replaceBar(score, barIndex, (bar) => ({
    ...bar,
    grips: [...bar.grips.filter(({ tick }) => tick !== grip.tick), grip].sort((a, b) => a.tick - b.tick),
  }));

/** Leaves the fingers of a grip to be worked out. */
export const freeGrip = (score: Score, barIndex: number, tick: Ticks): Score =>
  replaceBar(score, barIndex, (bar) => ({
    ...bar,
    grips: bar.grips.map((grip) => {
      if (grip.tick !== tick) return grip;
      const { fingers: _, ...free } = grip;
      return free;
    }),
  }));

export const removeGrip = (score: Score, barIndex: number, tick: Ticks): Score =>
  replaceBar(score, barIndex, (bar) => ({ ...bar, grips: bar.grips.filter((grip) => grip.tick !== tick) }));

/** Chooses a bar's thumb pattern; undefined follows its section or the piece again. What was changed by hand stays. */
export const setBarPattern = (score: Score, barIndex: number, pattern: string | undefined): Score =>
  replaceBar(score, barIndex, ({ thumbPattern: _, ...bar }) =>
    pattern ? { ...bar, thumbPattern: pattern } : bar,
  );

/** Chooses the pattern from a beat of a bar on, to its end or the next such choice; undefined takes the choice away. */
export const setBeatPattern = (
  score: Score,
  barIndex: number,
  tick: Ticks,
  pattern: string | undefined,
): Score =>
  replaceBar(score, barIndex, ({ beatPatterns = [], ...bar }) => {
    const others = beatPatterns.filter((each) => each.tick !== tick);
    const chosen = pattern ? [...others, { tick, pattern }].sort((a, b) => a.tick - b.tick) : others;
    return chosen.length === 0 ? bar : { ...bar, beatPatterns: chosen };
  });

/**
 * Begins a section at a bar, renames it or chooses its thumb pattern; undefined joins its bars to the section before. A section that
 * was there keeps its name for others, its id, and what is said about it.
 */
export const setSection = (score: Score, barIndex: number, section: Bar['section']): Score =>
  replaceBar(score, barIndex, ({ section: before, ...bar }) => {
    if (!section) return bar;
    const { id, comment } = before ?? {};
    return { ...bar, section: { ...(id ? { id } : {}), ...(comment ? { comment } : {}), ...section } };
  });

/** Lets a bar's thumb follow its pattern again: strokes changed by hand and strokes left out come back as laid. */
export const resetThumb = (score: Score, barIndex: number): Score =>
  replaceBar(score, barIndex, ({ leftOut: _, ...bar }) => ({
    ...bar,
    notes: bar.notes.filter((note) => !note.byHand),
  }));

/** Changes a bar's metre. Refused when written melody or grips would fall outside the new bar. */
export function setMetre(score: Score, barIndex: number, metre: Bar['metre']): Result<Score> {
  const bar = score.bars[barIndex];
  if (!bar) return ok(score);
  const length = barTicks(metre satisfies Metre);
  const kept = bar.notes.filter((note) => note.voice === 'melody' || bar.thumbPattern === 'by-hand');
  const past =
    kept.find((note) => note.tick + note.durationTicks > length) ??
    bar.grips.find((grip) => grip.tick >= length) ??
    bar.sung?.find(({ tick }) => tick >= length);
  if (past) {
    return fail(
      `The bar holds more than ${metre.beats}/${metre.unit}`,
      'Shorten or remove what comes after the new end first',
      {
        bar: numberOfBar(score, barIndex),
      },
    );
  }
  return ok(replaceBar(score, barIndex, (each) => ({ ...each, metre, notes: kept })));
}

/**
 * Lays a bar, its notes, grips, metre and pattern, in place of another, which keeps its name. Every note of a score is an object of its
 * own, and a copied one has no name.
 */
export const layBar = (score: Score, { id: _, section, ...bar }: Bar, to: number): Score =>
  replaceBar(score, to, (before) => ({
    ...(before.id === undefined ? {} : { id: before.id }),
    ...bar,
    ...(section ? { section: unnamed(section) } : {}),
    notes: bar.notes.map(unnamed),
  }));

/** A copy of something named: the name stays with what was copied. */
export const unnamed = <Named extends { id?: string | undefined }>({
  id: _,
  ...rest
}: Named): Omit<Named, 'id'> => rest;

/** Puts an empty bar of the same metre after a bar. */
export function insertBarAfter(score: Score, barIndex: number): Result<Score> {
  if (score.bars.length >= scoreLimits.bars) {
    return fail(`A piece has at most ${scoreLimits.bars} bars`, 'Put the rest into a second piece');
  }
  const metre = score.bars[barIndex]?.metre ?? { beats: 4, unit: 4 };
  return ok({ ...score, bars: score.bars.toSpliced(barIndex + 1, 0, { metre, grips: [], notes: [] }) });
}

/** Takes a bar out; the last remaining bar stays. */
export const removeBar = (score: Score, barIndex: number): Score =>
  score.bars.length > 1 ? { ...score, bars: score.bars.toSpliced(barIndex, 1) } : score;
