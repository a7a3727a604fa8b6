import { placedNotes, previousOnString, type Note, type Score } from '../../score/index.ts';

/** Notes whose hammer-on, pull-off or slide has nothing to come from any more are picked instead. */
export function withoutBrokenSlurs(score: Score): Score {
  const before = previousOnString(placedNotes(score));
  const starts = new Map(placedNotes(score).map(({ note, atTicks }) => [note, atTicks]));
  const isBroken = (note: Note): boolean => {
    const last = before.get(note);
    if (!note.arrival) return false;
    if (!last || last.note.dead) return true;
    if (last.atTicks + last.note.durationTicks < (starts.get(note) ?? 0)) return true;
    if (note.arrival === 'hammer-on') return last.note.fret >= note.fret;
    return note.arrival === 'pull-off' ? last.note.fret <= note.fret : last.note.fret === note.fret;
  };
  return {
    ...score,
    bars: score.bars.map((bar) =>
      bar.notes.some(isBroken)
        ? {
            ...bar,
            notes: bar.notes.map((note) => {
              if (!isBroken(note)) return note;
              const { arrival: _, ...picked } = note;
              return picked;
            }),
          }
        : bar,
    ),
  };
}
