import { openMidi, type StringNumber } from '../instrument/index.ts';
import { modulo } from '../pitch/index.ts';
import { gripAt, placeOfNote, type Note, type Remedy, type Score } from '../score/index.ts';
import { fingeredWith } from './alternatives.ts';
import type { Fingering, NoteFingers } from './finger-score.ts';

interface Offer {
  readonly words: string;
  readonly string: StringNumber;
  readonly fret: number;
}

const bassStrings: readonly StringNumber[] = [6, 5, 4];
/** Higher a thumb note is not looked for (common practice: the bass stays by the grips). */
const highestBassFret = 7;
/** The offers that cost least are shown. */
const mostOffers = 2;

/**
 * What players do when the tune and the bass ask for one string or one finger (common practice): another octave of the bass note, an open
 * string of the grip, another string of it again, or the stroke left out; each with what the piece costs more or less, in mm.
 */
export function bassOffers(fingering: Fingering, { bar, note }: Pick<NoteFingers, 'bar' | 'note'>): Remedy[] {
  if (note.voice !== 'thumb' || note.tied) return [];
  const place = placeOfNote(bar, note);
  const weighed = offersFor(fingering.score, bar, note)
    .flatMap((offer) => {
      const other = costWith(fingering, bar, note, { ...free(note), string: offer.string, fret: offer.fret });
      return other.isHard ? [] : [{ offer, moreMm: other.moreMm }];
    })
    .sort((a, b) => a.moreMm - b.moreMm)
    .slice(0, mostOffers);
  const without = costWith(fingering, bar, note, undefined);
  const leaveOut: Remedy = {
    words: `Leave the bass stroke out ${inWords(without.moreMm)}`,
    edits: [{ kind: 'remove', place }],
  };
  return [
    ...weighed.map(({ offer: { words, string, fret }, moreMm }): Remedy => ({
      words: `${words} ${inWords(moreMm)}`,
      edits: [{ kind: 'move', place, string, fret }],
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
function offersFor(score: Score, bar: number, note: Note): Offer[] {
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
        .map((fret): Offer => ({
          words: `Bass in another octave: ${placeWords(string, fret)}`,
          string,
          fret,
        }));
      return held === undefined || open + held === own
        ? octaves
        : [{ words: `Bass on the grip’s ${placeWords(string, held)}`, string, fret: held }, ...octaves];
    });
}

const placeWords = (string: StringNumber, fret: number): string =>
  fret === 0 ? `open string ${string}` : `string ${string}, fret ${fret}`;

/** What the piece costs more with a note changed, or left out; hard when its moment then still lets a note go, cuts one or lacks a finger. */
function costWith(
  fingering: Fingering,
  barIndex: number,
  note: Note,
  changed: Note | undefined,
): { readonly moreMm: number; readonly isHard: boolean } {
  const other = fingeredWith(fingering, barIndex, note, changed);
  const moment = other.moments.find(({ bar: at, tick }) => at === barIndex && tick === note.tick);
  const isHard =
    moment !== undefined &&
    (moment.letGo.length > 0 ||
      moment.notes.some(({ isUnplayed }) => isUnplayed) ||
      moment.fretting.some(({ name }) => name === 'cuts a note short'));
  return { moreMm: other.costMm - fingering.costMm, isHard };
}
