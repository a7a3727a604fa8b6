import { barTicks, inPlayingOrder, scoreLimits, type Metre, type Note } from '../score/index.ts';

/** Tells what could not be taken over, with its bar from 1. */
export type TellLeftOut = (what: string, place: { readonly bar: number }) => void;

/** A grace that shares its string with what it leads into takes this time of the note before it. */
const shortGrace = 120;

/**
 * Makes a bar's notes fit the score's rules: one note a string and moment, each voice's notes one after the other, none past the bar
 * line. A note that would still sound when the next of its voice begins is written up to it and left to ring.
 */
export function tidyNotes(notes: readonly Note[], metre: Metre, bar: number, tell: TellLeftOut): Note[] {
  const length = barTicks(metre);
  const graced = notes.flatMap((note) => placeGrace(note, notes, bar, tell));
  const kept: Note[] = [];
  for (const note of graced.sort(inPlayingOrder)) {
    if (note.tick >= length) tell('notes past the end of their bar', { bar });
    else if (kept.some((other) => other.tick === note.tick && other.string === note.string))
      tell('a second note on one string at once', { bar });
    else if (kept.length >= scoreLimits.notesPerBar) tell('notes beyond 128 in one bar', { bar });
    else kept.push(note);
  }
  return kept.map((note) => shorten(note, kept, length));
}

/** A grace on the string of its main note cannot be struck at the same tick: it is written short, before it. */
function placeGrace(note: Note, notes: readonly Note[], bar: number, tell: TellLeftOut): Note[] {
  if (!note.grace) return [note];
  const clashes = notes.some(
    (other) => !other.grace && other.tick === note.tick && other.string === note.string,
  );
  if (!clashes) return [note];
  if (note.tick < shortGrace) {
    tell('a grace note at the start of a bar', { bar });
    return [];
  }
  const { grace: _, ...rest } = note;
  return [{ ...rest, tick: note.tick - shortGrace, durationTicks: shortGrace }];
}

function shorten(note: Note, notes: readonly Note[], length: number): Note {
  const next = Math.min(
    length,
    ...notes.filter(({ voice, tick }) => voice === note.voice && tick > note.tick).map(({ tick }) => tick),
  );
  if (note.tick + note.durationTicks <= next) return note;
  const rings = next < length && note.ending === undefined && !note.dead;
  return { ...note, durationTicks: next - note.tick, ...(rings ? { ending: 'let-ring' as const } : {}) };
}
