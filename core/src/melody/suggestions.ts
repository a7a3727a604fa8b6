import {
  fingerScore,
  fingerScoreSteps,
  placesForNote,
  type Fingering,
  type FingeringOptions,
} from '../fingering/index.ts';
import { keyNoteBelow } from './key-notes.ts';
import { highestFret, openMidi, stringNumbers, writtenMidi } from '../instrument/index.ts';
import { modulo } from '../pitch/index.ts';
import {
  applyRemedy,
  gripAt,
  isPicked,
  noteAt,
  placedNotes,
  placeOfNote,
  previousOnString,
  soundingFrets,
  type NotePlace,
  type PlacedNote,
  type Remedy,
  type Score,
} from '../score/index.ts';

/** Another way to play a note, weighed by the engine of the hands. */
export interface Suggestion {
  readonly kind: 'hammer' | 'move' | 'double-stop';
  readonly place: NotePlace;
  /** Why, in a few words. */
  readonly reason: string;
  readonly remedy: Remedy;
  /** What both hands of the whole piece pay more (less, when negative), in mm. */
  readonly moreMm: number;
}

/** Two strokes on one string within this time are worth a hammer: an eighth (common practice). */
const quickTicks = 480;
/** How far a finger hammers or pulls (common practice). */
const widestHammer = 4;
const mostShown = 12;
/** Thirds and sixths below, in scale steps (common practice of double stops). */
const doubleSteps = [2, 5] as const;

/**
 * Looks through a piece for notes that are easier otherwise, in steps (yields the share done, 0 to 1): a quick second stroke on a
 * string that can be hammered or pulled into a tone of the grip, and a melody note on a string the thumb wants while it sounds. Only
 * what costs both hands less, and leaves no note unplayed, is answered, what saves most first.
 */
export function* suggestSteps(
  score: Score,
  options: Omit<FingeringOptions, 'isOpen'>,
): Generator<number, Suggestion[]> {
  const fingering = yield* fingerScoreSteps(score, options);
  const candidates = [...hammers(score), ...onThumbStrings(score)];
  const found: Suggestion[] = [];
  for (const [index, candidate] of candidates.entries()) {
    yield index / candidates.length;
    const suggestion =
      candidate.kind === 'hammer' ? weighed(fingering, candidate) : movedOff(fingering, candidate);
    if (suggestion && suggestion.moreMm < 0) found.push(suggestion);
  }
  return found.sort((a, b) => a.moreMm - b.moreMm).slice(0, mostShown);
}

type Candidate = Omit<Suggestion, 'moreMm'>;

/** The candidate with what it costs; undefined where a hand cannot play it. */
function weighed(fingering: Fingering, candidate: Candidate): Suggestion | undefined {
  const { score, hand, school } = fingering;
  const other = fingerScore(applyRemedy(score, candidate.remedy), { hand, school }, fingering);
  const unplayed = (each: Fingering) =>
    [...each.notes.values()].filter(({ isUnplayed }) => isUnplayed).length;
  if (unplayed(other) > unplayed(fingering)) return undefined;
  return { ...candidate, moreMm: other.costMm - fingering.costMm };
}

/** Quick second strokes on a string that arrive on a tone of the grip in force. */
function hammers(score: Score): Candidate[] {
  const melody = placedNotes(score, 'melody');
  const previous = previousOnString(placedNotes(score));
  return melody.flatMap((placed): Candidate[] => {
    const { bar, atTicks, note } = placed;
    const before = previous.get(note);
    if (!before || !isPlain(placed) || !isPlain(before) || before.note.voice !== 'melody') return [];
    const isNext = before.atTicks + before.note.durationTicks === atTicks;
    const frets = note.fret - before.note.fret;
    if (!isNext || atTicks - before.atTicks > quickTicks || frets === 0 || Math.abs(frets) > widestHammer)
      return [];
    if (!isTone(score, placed)) return [];
    const isUp = frets > 0;
    return [
      {
        kind: 'hammer',
        place: placeOfNote(bar, note),
        reason: `string ${note.string} is picked twice within an eighth, the second on a tone of the grip`,
        remedy: {
          words: isUp ? 'Hammer it on' : 'Pull it off',
          edits: [
            {
              kind: 'mark',
              place: placeOfNote(bar, note),
              change: { arrival: isUp ? 'hammer-on' : 'pull-off' },
            },
          ],
        },
      },
    ];
  });
}

const isPlain = ({ note }: PlacedNote): boolean =>
  isPicked(note) &&
  !note.dead &&
  !note.grace &&
  !note.stroke &&
  !note.harmonic &&
  note.bendCents === undefined;

/** Whether a note is a tone of the grip held when it is struck. */
function isTone(score: Score, { bar, note }: PlacedNote): boolean {
  const grip = gripAt(score, bar, note.tick);
  if (!grip) return false;
  const pitchClass = modulo(writtenMidi(score.tuning, note), 12);
  return soundingFrets(grip).some((fret, index) => {
    const string = stringNumbers.find((each) => each === 6 - index);
    return (
      fret !== null &&
      string !== undefined &&
      modulo(openMidi(score.tuning, string) + fret, 12) === pitchClass
    );
  });
}

/** Melody notes whose string the thumb strikes while they sound. */
function onThumbStrings(score: Score): Candidate[] {
  const thumb = placedNotes(score, 'thumb');
  return placedNotes(score, 'melody').flatMap((placed): Candidate[] => {
    const { bar, atTicks, note } = placed;
    if (!isPlain(placed) || note.keepString) return [];
    const wanted = thumb.some(
      (stroke) =>
        stroke.note.string === note.string &&
        stroke.atTicks >= atTicks &&
        stroke.atTicks < atTicks + note.durationTicks,
    );
    if (!wanted) return [];
    const place = placeOfNote(bar, note);
    return [
      {
        kind: 'move',
        place,
        reason: `the thumb needs string ${note.string} while this note sounds`,
        remedy: { words: 'Move it', edits: [{ kind: 'move', place, string: note.string, fret: note.fret }] },
      },
    ];
  });
}

/** The easiest other place of a note. */
function movedOff(fingering: Fingering, candidate: Candidate): Suggestion | undefined {
  const other = placesForNote(fingering, candidate.place).find(
    ({ isCurrent, obstacle }) => !isCurrent && obstacle === undefined,
  );
  if (!other) return undefined;
  const { string, fret, moreMm } = other;
  return {
    ...candidate,
    moreMm,
    remedy: {
      words: `Play it on string ${string}, ${fret === 0 ? 'open' : `fret ${fret}`}`,
      edits: [{ kind: 'move', place: candidate.place, string, fret }],
    },
  };
}

/**
 * Notes of the key a third or a sixth below a melody note that lie on a free string and can be played with it, the easiest first.
 */
export function doubleStops(fingering: Fingering, place: NotePlace): Suggestion[] {
  const { score } = fingering;
  const bar = score.bars[place.bar];
  const note = noteAt(bar, place.tick, place.string, place.voice);
  if (!bar || !note || note.dead || note.tied) return [];
  const midi = writtenMidi(score.tuning, note);
  return doubleSteps
    .flatMap((steps) => {
      const below = keyNoteBelow(score.key, midi, steps);
      if (below === undefined) return [];
      return stringNumbers
        .filter(
          (string) =>
            string > note.string &&
            !bar.notes.some((each) => each.tick === note.tick && each.string === string),
        )
        .map((string) => ({ steps, string, fret: below - openMidi(score.tuning, string) }))
        .filter(({ fret }) => fret >= 0 && fret <= highestFret(score));
    })
    .flatMap(({ steps, string, fret }): Suggestion[] => {
      const suggestion = weighed(fingering, {
        kind: 'double-stop',
        place,
        reason: `a ${steps === 2 ? 'third' : 'sixth'} below, in the key`,
        remedy: {
          words: `Add string ${string}, ${fret === 0 ? 'open' : `fret ${fret}`}`,
          edits: [{ kind: 'write', place: { ...place, string }, fret, durationTicks: note.durationTicks }],
        },
      });
      return suggestion ? [suggestion] : [];
    })
    .sort((a, b) => a.moreMm - b.moreMm)
    .slice(0, 4);
}
