import { fingerScoreSteps, type Fingering, type WeighedTerm } from '../fingering/index.ts';
import { openMidi, type StringNumber, type Tuning } from '../instrument/index.ts';
import { keptTuning, placedNotes, previousOnString, type Note, type Score } from '../score/index.ts';
import { tuningCosts } from './costs.ts';
import type { FoundTuning } from './found-tuning.ts';
import type { LaidPassage } from './lay-passage.ts';
import { placedAt, placesByNote } from './lay-score.ts';
import type { Passage } from './passage.ts';
import { highestLaidFret, type NotePlacement } from './placements.ts';

/** What is counted another way here: a finger that lands, and what it holds, are paid once as long as it lies there. */
const paidByLanding: ReadonlySet<WeighedTerm['name']> = new Set([
  'hold',
  'mute risk',
  'pressed notes',
  'weak finger',
]);

/**
 * Lays a passage out by the fretting hand itself: every note’s string and fret, and its finger, at the least cost there is, in the
 * tuning, capo and key of a quick layout. Notes that layout left out stay out. Yields what `share` makes of the share done.
 */
export function* layByHands(
  found: Pick<FoundTuning, 'tuning' | 'capo' | 'shapeKey' | 'laid'>,
  passage: Passage,
  share: (done: number) => number,
): Generator<number, LaidPassage> {
  const { score } = passage;
  const places = placesByNote(score, found);
  const basses = bassPlaces(found, passage);
  const slurred = slurredPlaces(found.tuning, passage, (note) => basses.get(note) ?? places.get(note));
  const placed = new Map<Note, Note>();
  const shares = new Map<Note, number>();
  const shareOf = new Map(
    passage.moments.flatMap(({ notes }) => notes.map((each) => [each.source, each.share])),
  );
  const bars = score.bars.map((bar) => ({
    ...bar,
    grips: [],
    notes: bar.notes.flatMap((note) => {
      const place = slurred.get(note) ?? basses.get(note) ?? places.get(note);
      if (!place) return [];
      const { string, fret } = place;
      const { finger: _, ...free } = placedAt(note, string, fret);
      placed.set(note, free);
      shares.set(free, shareOf.get(note) ?? 1);
      return [free];
    }),
  }));
  const steps = fingerScoreSteps(
    { ...score, key: found.shapeKey, capo: found.capo, tuning: keptTuning(found.tuning), bars },
    {
      isOpen: ({ note }) => note.voice === 'melody' && !note.harmonic,
      mayLieOn: (_, string) => string <= 4,
      highestOpenFret: highestLaidFret,
    },
  );
  let step = steps.next();
  for (; !step.done; step = steps.next()) yield share(step.value);
  const fingering = step.value;
  return {
    places: passage.moments.map(({ notes }) =>
      notes.map(({ source }) => {
        const own = placed.get(source);
        const fingers = own && fingering.notes.get(own);
        return fingers && !fingers.isUnplayed ? { string: fingers.string, fret: fingers.fret } : null;
      }),
    ),
    handMm: handsMm(fingering, shares),
    shifts: fingering.shifts.length,
    maxSpanMm: fingering.spanMaxMm,
  };
}

/** Thumb notes lie where a player looks for them first: on the thumb’s strings, open or at the lowest fret. */
function bassPlaces(
  { tuning, capo, laid }: Pick<FoundTuning, 'tuning' | 'capo' | 'laid'>,
  { moments, score }: Passage,
): Map<Note, NonNullable<NotePlacement>> {
  const places = new Map<Note, NonNullable<NotePlacement>>();
  moments.forEach(({ notes }, moment) => {
    const used = new Set(
      notes.flatMap(({ voice }, index) => {
        const quick = laid.places[moment]?.[index];
        return voice === 'melody' && quick && !fitsThinner(quick, tuning) ? [quick.string] : [];
      }),
    );
    notes.forEach(({ voice, source }, index) => {
      const quick = laid.places[moment]?.[index];
      if (voice !== 'thumb' || !quick) return;
      const midi = openMidi(tuning, quick.string) + quick.fret;
      const [lowest] = bassStrings
        .map((string) => ({ string, fret: midi - openMidi(tuning, string) }))
        .filter(({ string, fret }) => fret >= 0 && fret <= highestLaidFret - capo && !used.has(string))
        .sort((a, b) => a.fret - b.fret);
      const place = lowest ?? quick;
      used.add(place.string);
      places.set(source, place);
    });
  });
  return withTies(places, score);
}

/** Whether a melody note may leave its string to the thumb. */
const fitsThinner = ({ string, fret }: NonNullable<NotePlacement>, tuning: Tuning): boolean =>
  ([3, 2, 1] as const).some((other) => {
    const there = openMidi(tuning, string) + fret - openMidi(tuning, other);
    return other !== string && there >= 0 && there <= highestLaidFret;
  });

/**
 * What comes from another note lies where that one does, and both are moved together afterwards; the fret may be none there is, as only its
 * pitch counts until then.
 */
function slurredPlaces(
  tuning: Tuning,
  { moments }: Passage,
  placeOf: (note: Note) => NotePlacement | undefined,
): Map<Note, NonNullable<NotePlacement>> {
  const slurred = new Map<Note, NonNullable<NotePlacement>>();
  for (const { notes } of moments)
    for (const { source, comesFrom, voice } of notes) {
      const own = placeOf(source);
      const before = comesFrom && (slurred.get(comesFrom) ?? placeOf(comesFrom));
      if (!own || !before || own.string === before.string) continue;
      const fret = openMidi(tuning, own.string) + own.fret - openMidi(tuning, before.string);
      if (voice === 'melody' || (fret >= 0 && fret <= highestLaidFret))
        slurred.set(source, { string: before.string, fret });
    }
  return slurred;
}

const bassStrings: readonly StringNumber[] = [6, 5, 4];

/** Notes that are tied lie where the note they carry on lies. */
function withTies(
  places: Map<Note, NonNullable<NotePlacement>>,
  score: Score,
): Map<Note, NonNullable<NotePlacement>> {
  for (const [note, { note: before }] of previousOnString(placedNotes(score))) {
    const held = note.tied ? places.get(before) : undefined;
    if (held) places.set(note, held);
  }
  return places;
}

/**
 * What the fretting hand pays, in mm: each landing, shifts, reaches and fingers off their frets, and a share of holding where something
 * lands. A finger that lies where it lay before pays nothing; the fingers of a brushed chord land as one.
 */
function handsMm({ moments }: Fingering, shares: ReadonlyMap<Note, number>): number {
  const lastFret = new Map<unknown, number>();
  let mm = 0;
  for (const { notes, fretting } of moments) {
    let lands = false;
    for (const { finger, fret, note } of notes) {
      if (!finger || lastFret.get(finger) === fret) continue;
      lastFret.set(finger, fret);
      lands = true;
      mm +=
        (shares.get(note) ?? 1) * (note.voice === 'thumb' ? tuningCosts.landingBass : tuningCosts.landing);
    }
    for (const term of fretting) {
      if (!paidByLanding.has(term.name)) mm += term.mm;
      else if (lands && term.name === 'hold') mm += term.mm * tuningCosts.holdShare;
    }
  }
  return mm;
}
