import type { HeardNote } from '../listening/index.ts';
import { fits, type Played } from './align.ts';
import type { ExpectedEvent } from './expected.ts';

const wrong = -0.7;
/** Strings of one moment sound within so many seconds, or a pinch is two strokes. */
const onePinchS = 0.16;

/** Single notes, in order of time, held against the pitches of the study. */
export function playedNotes(heard: readonly HeardNote[], events: readonly ExpectedEvent[]): Played {
  const pitches = events.map(({ notes }) => new Set(notes.map(({ midi }) => midi)));
  return {
    startS: heard.map(({ startS }) => startS),
    gain: (index, event) => (pitches[event]?.has(heard[index]?.midi ?? -1) ? fits : wrong),
    mayShare: (before, index, event) => {
      const [last, now] = [heard[before], heard[index]];
      const isTogether = last && now && now.startS - last.startS <= onePinchS && last.midi !== now.midi;
      return isTogether === true && (events[event]?.notes.length ?? 0) > 1;
    },
  };
}
