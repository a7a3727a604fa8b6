import {
  highestFret,
  isStringNumber,
  openMidi,
  stringsLowToHigh,
  type StringNumber,
  type Tuning,
} from '../instrument/index.ts';
import type { Midi } from '../pitch/index.ts';
import {
  inPlayingOrder,
  keptTuning,
  type Bar,
  type Note,
  type PlacedGrip,
  type Score,
  type Ticks,
} from '../score/index.ts';

/** A place on the neck; the fret may lie off it, and then cannot be played. */
export interface Place {
  readonly string: number;
  readonly fret: number;
}

/** A place as it was, with what it sounds. */
export interface OldPlace {
  readonly string: StringNumber;
  readonly fret: number;
  readonly midi: Midi;
  readonly bar: number;
  readonly tick: Ticks;
  /** Undefined for a string of a grip. */
  readonly note: Note | undefined;
}

/** A note that has no place any more. */
export interface LostNote {
  /** From 0. */
  readonly bar: number;
  readonly tick: Ticks;
  readonly why: string;
}

export interface Relocated {
  readonly score: Score;
  readonly lost: readonly LostNote[];
}

/**
 * Every note, and every string of every grip, at another place of the neck. Rhythm, techniques and fingers stay; what would lie off the neck, or
 * on a string that is taken, is left out and told. A finger chosen for a note that becomes open is let go.
 */
export function relocate(
  score: Score,
  tuning: Tuning,
  placeOf: (old: OldPlace) => Place | undefined,
): Relocated {
  const lost: LostNote[] = [];
  const neck = highestFret(score);
  const bars = score.bars.map((bar, index): Bar => {
    const taken = new Set<string>();
    const notes = bar.notes.flatMap((note): Note[] => {
      const lose = (why: string): Note[] => {
        lost.push({ bar: index, tick: note.tick, why });
        return [];
      };
      const old = {
        string: note.string,
        fret: note.fret,
        midi: openMidi(score.tuning, note.string) + note.fret,
      };
      const place = placeOf({ ...old, bar: index, tick: note.tick, note });
      if (!place) return lose(`string ${note.string} has no place for it`);
      const { string, fret } = place;
      if (!isStringNumber(string)) return lose(`it would lie beyond string ${string < 1 ? 1 : 6}`);
      if (fret < 0 || fret > neck) return lose(`string ${string} would be at fret ${fret}`.replace('-', '−'));
      if (note.harmonic && fret !== note.fret) return lose('its harmonic rings nowhere else');
      const key = `${note.tick} ${string}`;
      if (taken.has(key)) return lose(`string ${string} is taken`);
      taken.add(key);
      return [movedNote(note, string, fret)];
    });
    const grips = bar.grips.map((grip) => relocateGrip(score, grip, index, neck, placeOf));
    return { ...bar, grips, notes: notes.sort(inPlayingOrder) };
  });
  return { score: { ...score, tuning: keptTuning(tuning), bars }, lost };
}

function movedNote(note: Note, string: StringNumber, fret: number): Note {
  const by = fret - note.fret;
  const { finger, position, slide, ...rest } = note;
  return {
    ...rest,
    string,
    fret,
    ...(finger !== undefined && fret > 0 ? { finger } : {}),
    ...(position !== undefined && position + by >= 1 ? { position: position + by } : {}),
    ...(slide === undefined ? {} : { slide: movedSlide(slide, by) }),
  };
}

function movedSlide(slide: NonNullable<Note['slide']>, by: number): NonNullable<Note['slide']> {
  const { approachFret, ...rest } = slide;
  const moved = approachFret === undefined ? undefined : approachFret + by;
  return moved !== undefined && moved >= 0 ? { ...rest, approachFret: moved } : rest;
}

type Row<T> = (T | null)[];

/** Strings of a grip that find no place are not held any more. */
function relocateGrip(
  score: Score,
  grip: PlacedGrip,
  bar: number,
  neck: number,
  placeOf: (old: OldPlace) => Place | undefined,
): PlacedGrip {
  const frets: Row<number> = [null, null, null, null, null, null];
  const fingers: Row<NonNullable<PlacedGrip['fingers']>[number]> = [null, null, null, null, null, null];
  const silent: StringNumber[] = [];
  let isWhole = true;
  for (const [index, string] of stringsLowToHigh.entries()) {
    const fret = grip.frets[index];
    if (fret === null || fret === undefined) continue;
    const place = placeOf({
      string,
      fret,
      midi: openMidi(score.tuning, string) + fret,
      bar,
      tick: grip.tick,
      note: undefined,
    });
    const at = place ? 6 - place.string : -1;
    if (!place || frets[at] !== null || place.fret < 0 || place.fret > neck) {
      isWhole = false;
      continue;
    }
    frets[at] = place.fret;
    const finger = grip.fingers?.[index] ?? null;
    fingers[at] = place.fret > 0 ? finger : null;
    if (place.fret > 0 && finger === null) isWhole = false;
    if (grip.silent?.includes(string)) silent.push(place.string as StringNumber);
  }
  const { fingers: had, silent: _, ...rest } = grip;
  return {
    ...rest,
    frets,
    ...(had && isWhole ? { fingers } : {}),
    ...(silent.length > 0 ? { silent } : {}),
  };
}
