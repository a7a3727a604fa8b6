import { likelihoodOf, looksPerSecond, type HeardNote } from '../listening/index.ts';
import type { Midi } from '../pitch/index.ts';
import { askedMoments, askedNotes, reachS } from './asked-notes.ts';
import { pitchesAround, type ExpectedEvent, type PitchWay } from './expected.ts';
import type { TakeHearing } from './take-ear.ts';
import type { JudgedNote } from './verdicts.ts';
import { strayNotes } from './stray-notes.ts';

/** What the study asks for is there when it is as sure as this; a pitch that is under way comes to its own softly. A note slid to has no stroke: it is there where the one before it on its string was. */
const leastSure = { still: 0.1, moving: 0.01 };
/** A stroke so soon before the recording ends is believed as it was first heard: there is nothing after it to ask. In seconds. */
const soonestS = 0.12;
/** What nobody asked for was played where it is as sure as this: a note that is missing makes another in its place likely, where one that was only added is rare. */
const leastStray = { added: 0.8, instead: 0.06 };

/**
 * The notes of a recorded take, by the study that was to be played: first as an ear hears them; by what fits of that, every note of the study has its moment,
 * and is asked for there. Strokes that were not asked for are told by what sounds around them.
 */
export function* hearAskedTake(
  hearing: TakeHearing,
  events: readonly ExpectedEvent[],
): Generator<number, HeardNote[]> {
  const { notes, levels } = yield* askedNotes(hearing, events);
  const kept: HeardNote[] = [];
  const missingS: number[] = [];
  const sounding = new Set<string>();
  const lastS = hearing.spectra.looks / looksPerSecond - soonestS;
  for (const { note, found } of notes) {
    const sureness = found ? likelihoodOf(found.signs, hearing.ear.weighing.asked) : 0;
    const string = `${note.run} ${note.string}`;
    const isThere =
      sureness >= (note.way ? leastSure.moving : leastSure.still) ||
      (note.attack === 'slid' && sounding.has(string)) ||
      (note.verdict === 'hit' && note.played !== null && note.played.startS > lastS);
    if (isThere) sounding.add(string);
    else sounding.delete(string);
    if (found && isThere)
      kept.push({ startS: found.startS, endS: null, midi: note.midi, velocity: null, sureness });
    else if (note.dueS !== null) missingS.push(note.dueS);
  }
  const strays = strayNotes(hearing, askedMoments(notes), pitchesAround(events), levels);
  const ways = notes.flatMap(({ note }) => movedThrough(note));
  const beside = strays.filter(
    ({ midi, startS }) =>
      !ways.some((way) => isWithin(way, midi, startS)) &&
      !kept.some((each) => each.midi === midi && Math.abs(each.startS - startS) < reachS),
  );
  const instead = standingFor(missingS, beside);
  const others = beside.filter(
    (stray) => stray.sureness >= (instead.has(stray) ? leastStray.instead : leastStray.added),
  );
  return [...kept, ...others].sort((a, b) => a.startS - b.startS || a.midi - b.midi);
}

/** For each missing note the surest one that was played about then. */
function standingFor(missingS: readonly number[], strays: readonly HeardNote[]): ReadonlySet<HeardNote> {
  const surestFirst = [...strays].sort((a, b) => b.sureness - a.sureness);
  const chosen = new Set<HeardNote>();
  for (const dueS of missingS) {
    const stray = surestFirst.find((each) => !chosen.has(each) && Math.abs(each.startS - dueS) < reachS);
    if (stray) chosen.add(stray);
  }
  return chosen;
}

/** A finger that moves begins a little sooner and ends a little later than written, in seconds. */
const asideS = 0.12;

/** The pitches that a note moves through, and when, in seconds of the take: what sounds there was not added. */
function movedThrough({ way, dueS, pace }: JudgedNote): Omit<PitchWay, 'settlesS'>[] {
  if (!way || dueS === null) return [];
  const stretch = pace ?? 1;
  return [
    {
      lowest: way.lowest,
      highest: way.highest,
      fromS: dueS + way.fromS * stretch - asideS,
      untilS: dueS + way.untilS * stretch + asideS,
    },
  ];
}

const isWithin = (way: Omit<PitchWay, 'settlesS'>, midi: Midi, atS: number): boolean =>
  midi >= way.lowest && midi <= way.highest && atS >= way.fromS && atS <= way.untilS;
