import { soundingShift } from '../instrument/index.ts';
import { transposeKey, type Key, type Midi } from '../pitch/index.ts';
import {
  heardWholeMidi,
  placedNotes,
  previousOnString,
  type Note,
  type Score,
  type Ticks,
  type Voice,
} from '../score/index.ts';

/** One note of a passage as it is heard, wherever it was played. */
export interface PassageNote {
  readonly atTicks: Ticks;
  readonly endTicks: Ticks;
  readonly midi: Midi;
  readonly voice: Voice;
  /** What it counts: 1, or its part of a brush, as one stroke over several strings counts once. */
  readonly share: number;
  /** The note of the score it was taken from. */
  readonly source: Note;
  /** The note that a hammer-on, a pull-off or a slide comes from: both lie on one string. */
  readonly comesFrom: Note | undefined;
}

/** Notes struck together. */
export interface PassageMoment {
  readonly atTicks: Ticks;
  readonly notes: readonly PassageNote[];
}

/** A passage free of strings and frets: what sounds, when, in which voice, and in which key it is heard. */
export interface Passage {
  readonly moments: readonly PassageMoment[];
  readonly noteCount: number;
  readonly barCount: number;
  readonly key: Key;
  /** What it was taken from. */
  readonly score: Score;
}

/** Takes the strings and frets off a score: pitches as heard, the tune so many octaves up or down, moments in order. Tied continuations are not struck again. */
export function passageOf(score: Score, tuneOctaves = 0): Passage {
  const moments = new Map<Ticks, PassageNote[]>();
  const notes = placedNotes(score);
  const previous = previousOnString(notes);
  for (const { atTicks, note } of notes) {
    if (note.tied) continue;
    const heard: PassageNote = {
      atTicks,
      endTicks: atTicks + note.durationTicks,
      midi: heardWholeMidi(score, note) + (note.voice === 'melody' ? 12 * tuneOctaves : 0),
      voice: note.voice,
      share: 1,
      source: note,
      comesFrom: note.arrival && previous.get(note)?.note,
    };
    moments.set(atTicks, [...(moments.get(atTicks) ?? []), heard]);
  }
  const ordered = [...moments.entries()].sort(([a], [b]) => a - b);
  return {
    moments: ordered.map(([atTicks, notes]) => ({
      atTicks,
      notes: shared(notes).sort((a, b) => a.midi - b.midi),
    })),
    noteCount: ordered.reduce((sum, [, notes]) => sum + notes.length, 0),
    barCount: score.bars.length,
    key: transposeKey(score.key, soundingShift(score)),
    score,
  };
}

/** Notes of one moment, those of a brush each with its part of it. */
function shared(notes: readonly PassageNote[]): PassageNote[] {
  const brushed = notes.filter(isBrushed).length;
  return notes.map((note) => (isBrushed(note) ? { ...note, share: 1 / brushed } : note));
}

const isBrushed = ({ source: { stroke } }: PassageNote): boolean =>
  stroke === 'brush' || stroke === 'brush-back';
