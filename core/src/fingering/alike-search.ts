import { noFinger, type Choice } from './choice.ts';
import { fingersFor } from './choices.ts';
import type { FrettingSetting } from './fretting-setting.ts';
import { searchFretting, type FrettingSearch } from './fretting-search.ts';
import type { HandState } from './hand-state.ts';
import { likeBars } from './like-bars.ts';
import type { Bound, Moment, TimedNote } from './moments.ts';
import { searchTied, type Tie } from './tied-search.ts';

/** 120 random pieces in three bars needed fewer. */
const usualMostSearches = 64;

/** The least-cost way of the fretting hand on which like bars have like fingers. `free` is the search without that. */
export function* searchAlike(
  moments: readonly Moment[],
  setting: FrettingSetting,
  free: FrettingSearch,
  mostSearches = usualMostSearches,
): Generator<number, { readonly moments: readonly Moment[]; readonly search: FrettingSearch }> {
  return yield* searchTied<Moment, HandState, Choice, Bound>(moments, free, {
    ties: tiesOf(moments),
    search: (asked, before) => searchFretting(asked, setting, before),
    taken: (choice, note) => ({ index: choice?.strings[note] ?? 0, finger: choice?.fingers[note] ?? 0 }),
    isSame: (a, b) => a.index === b.index && a.finger === b.finger,
    every: (moment, note) => boundsFor(moment?.starts[note], setting),
    bind: (moment, bounds) => ({ ...moment, bound: moment.starts.map((_, note) => bounds[note]) }),
    mostSearches,
    mayBind: ({ finger }) => finger !== noFinger,
  });
}

/** Bars that are alike for the fretting hand. */
export const likeFretted = (moments: readonly Moment[]): number[][][] => likeBars(moments, tellNotes);

/** Each note of like bars, in all of them. */
const tiesOf = (moments: readonly Moment[]): Tie[] =>
  likeFretted(moments).flatMap((bars) =>
    (bars[0] ?? []).flatMap((first, moment) =>
      (moments[first]?.starts ?? []).map((_, part) => ({
        at: bars.map((bar) => bar[moment] ?? first),
        part,
      })),
    ),
  );

/** Every place and finger a note may have. */
function boundsFor(start: TimedNote | undefined, setting: FrettingSetting): Bound[] {
  if (!start) return [];
  const taken = start.strings.flatMap((index) =>
    fingersFor(start, index, start.midi - (setting.openMidi[index] ?? 0), setting).map((finger) => ({
      index,
      finger,
    })),
  );
  // A finger that cannot be had anywhere leaves the note unplayed: its string alone is bound.
  return taken.length > 0 ? taken : start.strings.map((index) => ({ index, finger: noFinger }));
}

const tellNotes = ({ starts }: Moment, begin: number): string =>
  starts.map((note) => tellNote(note, begin)).join('+');

/** All of a note that the fretting hand is asked, with its times counted from the bar’s first. */
const tellNote = (
  { note, at, until, midi, strings, source, pulledTo, grip, gripFingers, asks }: TimedNote,
  begin: number,
): string =>
  JSON.stringify([
    at - begin,
    until - begin,
    midi,
    strings,
    [note.string, note.voice, note.finger, note.position],
    source && [source.at - begin, source.midi],
    pulledTo && [pulledTo.at - begin, pulledTo.midi, pulledTo.note.finger],
    grip?.frets,
    grip?.fingers,
    gripFingers,
    asks,
  ]);
