import { openMidi, type StringNumber } from '../instrument/index.ts';
import { modulo } from '../pitch/index.ts';
import {
  gripAt,
  placeOfNote,
  type Note,
  type NotePlace,
  type Remedy,
  type Score,
  type ScoreEdit,
} from '../score/index.ts';
import { fingeredWith } from './alternatives.ts';
import type { FingeredMoment, Fingering, NoteFingers } from './finger-score.ts';

interface Offer {
  readonly words: string;
  readonly changed: Note;
  readonly edit: ScoreEdit;
}

const bassStrings: readonly StringNumber[] = [6, 5, 4];
/** Higher a thumb note is not looked for (common practice: the bass stays by the grips). */
const highestBassFret = 7;
/** The offers that cost least are shown. */
const mostOffers = 2;

/**
 * What players do when the tune and the bass ask for one string or one finger (common practice): another octave of the bass note, an open
 * string of the grip, another string of it again, or the stroke left out; each with what the piece costs more or less, in mm. Only what leaves nothing to mend at the note and at the moment of the query.
 */
export function bassOffers(
  fingering: Fingering,
  { bar, note }: Pick<NoteFingers, 'bar' | 'note'>,
  query: Pick<FingeredMoment, 'bar' | 'tick'>,
): Remedy[] {
  if (note.voice !== 'thumb' || note.tied) return [];
  const place = placeOfNote(bar, note);
  const weighed = [...otherPlaces(fingering.score, bar, note), ...thumbOver(note, place)]
    .flatMap((offer) => {
      const other = costWith(fingering, bar, note, offer.changed, query);
      return other.isHard ? [] : [{ offer, moreMm: other.moreMm }];
    })
    .sort((a, b) => a.moreMm - b.moreMm)
    .slice(0, mostOffers);
  const without = costWith(fingering, bar, note, undefined, query);
  const leaveOut: Remedy = {
    words: `Leave the bass stroke out ${inWords(without.moreMm)}`,
    edits: [{ kind: 'remove', place }],
  };
  return [
    ...weighed.map(({ offer: { words, edit }, moreMm }): Remedy => ({
      words: `${words} ${inWords(moreMm)}`,
      edits: [edit],
    })),
    ...(without.isHard ? [] : [leaveOut]),
  ];
}

const inWords = (moreMm: number): string =>
  `(${Math.abs(Math.round(moreMm))} mm ${moreMm > 0 ? 'harder' : 'easier'})`;

/** A chosen finger belongs to the old place. */
function free({ finger: _, position: __, ...note }: Note): Note {
  return note;
}

/** Other places for a bass note that no note of its moment has: the same tone, and the tones of the grip. */
function otherPlaces(score: Score, bar: number, note: Note): Offer[] {
  const to = (words: string, string: StringNumber, fret: number): Offer => ({
    words,
    changed: { ...free(note), string, fret },
    edit: { kind: 'move', place: placeOfNote(bar, note), string, fret },
  });
  const taken = new Set(
    score.bars[bar]?.notes.filter(({ tick }) => tick === note.tick).map(({ string }) => string),
  );
  const own = openMidi(score.tuning, note.string) + note.fret;
  const grip = gripAt(score, bar, note.tick)?.frets;
  return bassStrings
    .filter((string) => !taken.has(string))
    .flatMap((string): Offer[] => {
      const held = grip?.[6 - string] ?? undefined;
      const open = openMidi(score.tuning, string);
      const octaves = Array.from({ length: highestBassFret + 1 }, (_, fret) => fret)
        .filter((fret) => fret !== held && open + fret !== own && modulo(open + fret - own, 12) === 0)
        .map((fret) => to(`Bass in another octave: ${placeWords(string, fret)}`, string, fret));
      return held === undefined || open + held === own
        ? octaves
        : [to(`Bass on the grip’s ${placeWords(string, held)}`, string, held), ...octaves];
    });
}

/** The fretting thumb over the edge of the neck, which leaves four fingers for the rest (common practice: string 6, rarely 5). */
const thumbOver = (note: Note, place: NotePlace): Offer[] =>
  note.fret === 0 || note.string < 5 || note.finger !== undefined
    ? []
    : [
        {
          words: `Thumb over the edge for string ${note.string}, fret ${note.fret}`,
          changed: { ...note, finger: 'T' },
          edit: { kind: 'mark', place, change: { finger: 'T' } },
        },
      ];

const placeWords = (string: StringNumber, fret: number): string =>
  fret === 0 ? `open string ${string}` : `string ${string}, fret ${fret}`;

/** What the piece costs more with a note changed, or left out; hard when there or at the query a note is let go, cut or without a finger. */
function costWith(
  fingering: Fingering,
  barIndex: number,
  note: Note,
  changed: Note | undefined,
  query: Pick<FingeredMoment, 'bar' | 'tick'>,
): { readonly moreMm: number; readonly isHard: boolean } {
  const other = fingeredWith(fingering, barIndex, note, changed);
  const isHard = other.moments.some(
    (moment) =>
      ((moment.bar === barIndex && moment.tick === note.tick) ||
        (moment.bar === query.bar && moment.tick === query.tick)) &&
      (moment.letGo.length > 0 ||
        moment.notes.some(({ isUnplayed }) => isUnplayed) ||
        moment.fretting.some(({ name }) => name === 'cuts a note short')),
  );
  return { moreMm: other.costMm - fingering.costMm, isHard };
}
