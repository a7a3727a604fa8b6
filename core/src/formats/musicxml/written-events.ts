import { splitDuration, type NoteValue } from '../../engraving/index.ts';
import {
  barTicks,
  placedNotes,
  previousOnString,
  ticksPerQuarter,
  type Bar,
  type Note,
  type Score,
  type Ticks,
  type Voice,
} from '../../score/index.ts';

/** A note of an event: which parts of it are tied, and what begins or ends on it. */
export interface WrittenNote {
  readonly note: Note;
  readonly tieStart: boolean;
  readonly tieStop: boolean;
  /** The technique by which this note arrives (its first part only). */
  readonly arrival: Note['arrival'];
  /** The technique by which the next note on its string arrives (its last part only). */
  readonly leadsTo: Note['arrival'];
}

/** One value of a voice as notation needs it: sounding notes of equal length, or a rest when there are none. */
export interface WrittenEvent {
  readonly ticks: Ticks;
  readonly value: NoteValue | undefined;
  readonly notes: readonly WrittenNote[];
  readonly wholeBar: boolean;
  /** Struck just before it, in no time of their own. */
  readonly graces?: readonly Note[];
  /** Whether a group of triplet values begins or ends here. */
  readonly tuplet?: 'start' | 'stop';
}

/** A voice bar by bar with every gap filled by rests and every odd length written as tied values. */
export function writtenEvents(score: Score, voice: Voice): WrittenEvent[][] {
  const notes = placedNotes(score);
  const previous = previousOnString(notes);
  const following = new Map([...previous].map(([note, before]) => [before.note, note]));
  return score.bars.map((bar) => markTuplets(eventsOfBar(bar, voice, following)));
}

function eventsOfBar(bar: Bar, voice: Voice, following: ReadonlyMap<Note, Note>): WrittenEvent[] {
  const inVoice = bar.notes.filter((note) => note.voice === voice);
  // A grace that leads into nothing of its own voice is written as a note in time.
  const notes = inVoice.map((note): Note => {
    if (!note.grace || inVoice.some((other) => other.tick === note.tick && !other.grace)) return note;
    const { grace: _, ...inTime } = note;
    return inTime;
  });
  if (notes.length === 0)
    return [{ ticks: barTicks(bar.metre), value: undefined, notes: [], wholeBar: true }];
  const ticks = [...new Set(notes.map(({ tick }) => tick))].sort((a, b) => a - b);
  const events: WrittenEvent[] = [];
  let now = 0;
  for (const tick of ticks) {
    const together = notes.filter((note) => note.tick === tick);
    const main = together.filter(({ grace }) => !grace);
    const graces = together.filter(({ grace }) => grace);
    if (main.length === 0) continue;
    const [first, ...rest] = noteEvents(main, following);
    events.push(...restEvents(tick - now));
    if (first) events.push(graces.length > 0 ? { ...first, graces } : first, ...rest);
    now = tick + Math.max(...main.map(({ durationTicks }) => durationTicks));
  }
  return [...events, ...restEvents(barTicks(bar.metre) - now)];
}

/** Marks groups of triplet values: each lasts until it fills whole quarters, or until plain values follow. */
function markTuplets(events: readonly WrittenEvent[]): WrittenEvent[] {
  let filled = 0;
  return events.map((event, index) => {
    if (!event.value?.triplet) return event;
    const starts = filled === 0;
    filled += event.ticks;
    const stops = filled % ticksPerQuarter === 0 || !events[index + 1]?.value?.triplet;
    if (stops) filled = 0;
    return starts === stops ? event : { ...event, tuplet: starts ? 'start' : 'stop' };
  });
}

const restEvents = (ticks: Ticks): WrittenEvent[] =>
  ticks <= 0
    ? []
    : partsOf(ticks).map(({ ticks: part, value }) => ({ ticks: part, value, notes: [], wholeBar: false }));

/** Values of a length; a remainder no value fits is kept as a part without a value, so that bars always add up. */
function partsOf(ticks: Ticks): { ticks: Ticks; value: NoteValue | undefined }[] {
  const { values, remainder } = splitDuration(ticks);
  const parts = values.map((value) => ({ ticks: value.ticks, value }));
  return remainder > 0 ? [...parts, { ticks: remainder, value: undefined }] : parts;
}

function noteEvents(notes: readonly Note[], following: ReadonlyMap<Note, Note>): WrittenEvent[] {
  const parts = partsOf(Math.max(...notes.map(({ durationTicks }) => durationTicks)));
  return parts.map(({ ticks, value }, index) => {
    const first = index === 0;
    const last = index === parts.length - 1;
    return {
      ticks,
      value,
      wholeBar: false,
      notes: notes.map((note) => {
        const next = following.get(note);
        return {
          note,
          tieStart: !last || next?.tied === true,
          tieStop: !first || note.tied === true,
          arrival: first ? note.arrival : undefined,
          leadsTo: last ? next?.arrival : undefined,
        };
      }),
    };
  });
}
