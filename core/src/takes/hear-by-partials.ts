import type { HeardNote, HeardOnset } from '../listening/index.ts';
import type { Midi } from '../pitch/index.ts';
import type { ExpectedEvent, ExpectedNote } from './expected.ts';
import { median } from './numbers.ts';
import { playedOnsets } from './played-onsets.ts';
import { findRuns, type Run } from './runs.ts';

/** A note is there with so much of what the strongest at its moment has, or of what its pitch has elsewhere (fitted on takes made for it). */
const there = { ofStrongest: 0.075, ofItself: 0.1, alone: 0.28 };
/** Something else is there with so much of a usual note. */
const other = { instead: 0.4, extra: 0.38 };

/**
 * The notes of a recorded take, by the study that was to be played: the study says which pitches to look for at each onset, so each is asked for instead of guessed. What is not asked
 * for is only noted where an onset fits no moment, or a note is missing and another is strong in its place. The onsets
 * were heard with the pitches around the study.
 */
export function hearByPartials(onsets: readonly HeardOnset[], events: readonly ExpectedEvent[]): HeardNote[] {
  const runs = findRuns(playedOnsets(onsets, events), events);
  const placed = runs.flatMap((run) => placeRun(run, events, onsets));
  const usual = usualStrengths(placed);
  const taken = new Set(placed.flatMap(({ at }) => at));
  const notes = placed.flatMap((moment) => notesOfMoment(moment, usual));
  const extras = onsets.filter((onset) => !taken.has(onset)).flatMap((onset) => strayAt(onset, usual.of));
  return [...notes, ...extras].sort((a, b) => a.startS - b.startS || a.midi - b.midi);
}

/** A moment of the study with the onsets at which it is heard. */
interface PlacedMoment {
  readonly event: ExpectedEvent;
  readonly at: readonly HeardOnset[];
  /** How strongly each of its notes begins, and where. */
  readonly begins: ReadonlyMap<ExpectedNote, { readonly onset: HeardOnset; readonly strength: number }>;
}

function placeRun(run: Run, events: readonly ExpectedEvent[], onsets: readonly HeardOnset[]): PlacedMoment[] {
  const at = new Map<ExpectedEvent, HeardOnset[]>();
  for (const { heard, event: index } of run.matches) {
    const [onset, event] = [onsets[heard], events[index]];
    if (onset && event) at.set(event, [...(at.get(event) ?? []), onset]);
  }
  return [...at].map(([event, mine]) => momentAt(event, mine));
}

function momentAt(event: ExpectedEvent, at: readonly HeardOnset[]): PlacedMoment {
  const pitches = event.notes.map(({ midi }) => midi);
  const begins = new Map<ExpectedNote, { onset: HeardOnset; strength: number }>();
  for (const onset of at)
    for (const { midi, strength } of onset.strengthsOf(pitches))
      for (const note of event.notes)
        if (note.midi === midi && strength > (begins.get(note)?.strength ?? 0))
          begins.set(note, { onset, strength });
  return { event, at, begins };
}

interface Usual {
  /** Of a pitch, struck as it is by the hand that strikes it. */
  readonly of: (midi: Midi) => number;
  readonly ofNote: (note: ExpectedNote, event: ExpectedEvent) => number;
}

const upperMiddle = (strengths: readonly number[]): number =>
  [...strengths].sort((a, b) => a - b)[Math.floor(strengths.length * 0.6)] ?? 0;

/** A pitch among the same others says most of how strong it should be; it needs to come three times for that. */
const leastAlike = 3;

function usualStrengths(placed: readonly PlacedMoment[]): Usual {
  const [byPitch, byMoment] = [new Map<string, number[]>(), new Map<string, number[]>()];
  const together = ({ notes }: ExpectedEvent) => notes.map(({ midi }) => midi).join(' ');
  const add = (map: Map<string, number[]>, key: string, strength: number) =>
    map.set(key, [...(map.get(key) ?? []), strength]);
  for (const { event, begins } of placed)
    for (const [note, { strength }] of begins) {
      add(byPitch, `${note.midi} ${note.attack}`, strength);
      add(byMoment, `${note.midi} ${note.attack} ${together(event)}`, strength);
    }
  const all = median(placed.flatMap(({ begins }) => [...begins.values()].map(({ strength }) => strength)));
  return {
    of: (midi) => upperMiddle(byPitch.get(`${midi} picked`) ?? []) || all,
    ofNote: (note, event) => {
      const alike = byMoment.get(`${note.midi} ${note.attack} ${together(event)}`) ?? [];
      const key = `${note.midi} ${note.attack}`;
      return alike.length >= leastAlike ? upperMiddle(alike) : upperMiddle(byPitch.get(key) ?? []) || all;
    },
  };
}

function notesOfMoment({ event, at, begins }: PlacedMoment, usual: Usual): HeardNote[] {
  const strongest = Math.max(...[...begins.values()].map(({ strength }) => strength), 0);
  const present = event.notes.filter((note) => {
    const { strength } = begins.get(note) ?? { strength: 0 };
    const ofItself = strength / (usual.ofNote(note, event) || 1);
    if (event.notes.length === 1) return ofItself >= there.alone;
    return strength >= there.ofStrongest * strongest && ofItself >= there.ofItself;
  });
  const heard = present.flatMap((note) => {
    const begun = begins.get(note);
    return begun
      ? [heardAt(begun.onset.atS, note.midi, begun.strength / (usual.ofNote(note, event) || 1))]
      : [];
  });
  if (present.length === event.notes.length) return heard;
  const known = present.map(({ midi }) => midi);
  const instead = at.flatMap((onset) => {
    const found = onset.beside(known);
    const isStrong = found && found.strength >= other.instead * usual.of(found.midi);
    return isStrong && !event.notes.some(({ midi }) => midi === found.midi)
      ? [heardAt(onset.atS, found.midi, found.strength / (usual.of(found.midi) || 1))]
      : [];
  });
  return [...heard, ...instead.slice(0, event.notes.length - present.length)];
}

function strayAt(onset: HeardOnset, usualOf: Usual['of']): HeardNote[] {
  const found = onset.beside([]);
  return found && found.strength >= other.extra * usualOf(found.midi)
    ? [heardAt(onset.atS, found.midi, found.strength / (usualOf(found.midi) || 1))]
    : [];
}

const heardAt = (startS: number, midi: Midi, share: number): HeardNote => ({
  startS,
  endS: null,
  midi,
  velocity: null,
  sureness: Math.min(1, Math.max(0.1, share)),
});
