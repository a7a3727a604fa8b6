import { openMidi } from '../../../instrument/index.ts';
import { gripAt, isOnBeat, type Note } from '../../../score/index.ts';
import type { Move, MoveSetting } from './move.ts';
import { areTiedOn, isPlain, midiIn, thumbStrings, tuneMoments, withTune } from './tune-moments.ts';

const trebleStrings = [1, 2, 3, 4] as const;
/** A note moved to another string stays within these frets (common practice). */
const highestFret = 9;

/** Notes of the tune on another string, at the same pitch. */
export function otherPlaces({ score, index, bar }: MoveSetting): Move[] {
  return tuneMoments(bar).flatMap((moment): Move[] => {
    const { tick, notes, next } = moment;
    const [note] = notes;
    const isFree =
      note && notes.length === 1 && isPlain(note) && !note.keepString && !areTiedOn(score, index, moment);
    if (!isFree || bar.notes.some((each) => each.arrival && each.tick === next)) return [];
    const taken = thumbStrings(bar, tick);
    return trebleStrings.flatMap((string): Move[] => {
      const fret = midiIn(score, note) - openMidi(score.tuning, string);
      if (string === note.string || fret < 0 || fret > highestFret || taken.has(string)) return [];
      return [
        {
          kind: 'place',
          change: (each) =>
            withTune(each, (one) => (one.tick === tick && !one.tied ? [{ ...one, string, fret }] : [one])),
        },
      ];
    });
  });
}

/** A note of the grip put under a note of the tune on a beat, a third to a sixth below it. */
export function doubles({ score, index, bar }: MoveSetting): Move[] {
  return tuneMoments(bar).flatMap(({ tick, notes }): Move[] => {
    const [note] = notes;
    const grip = gripAt(score, index, tick);
    if (!note || notes.length > 1 || !grip || !isOnBeat(bar.metre, tick) || !isPlain(note)) return [];
    const taken = thumbStrings(bar, tick);
    return trebleStrings.flatMap((string): Move[] => {
      const fret = grip.frets[6 - string];
      if (fret === null || fret === undefined || string === note.string || taken.has(string)) return [];
      const under: Note = { tick, durationTicks: note.durationTicks, string, fret, voice: 'melody' };
      const apart = midiIn(score, note) - midiIn(score, under);
      if (apart < leastApart || apart > mostApart) return [];
      return [
        {
          kind: 'double',
          change: (each) => withTune(each, (one) => (one.tick === tick && !one.tied ? [one, under] : [one])),
        },
      ];
    });
  });
}

/** A minor third to a major sixth, in half steps. */
const [leastApart, mostApart] = [3, 9];
