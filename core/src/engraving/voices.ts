import { barTicks, beatTicks, type Bar, type Note, type Ticks } from '../score/index.ts';
import { splitDuration, valueOf, type NoteValue } from './note-values.ts';

/** The notes of one moment of a voice under one stem. */
export interface Stem {
  readonly tick: Ticks;
  readonly notes: readonly Note[];
  /** The value written; the longest that fits when no single value does. */
  readonly value: NoteValue | undefined;
  /** Flags or beams: 0 for a quarter or longer, 1 for an eighth, 2 for a sixteenth. */
  readonly flags: number;
}

const flagsOf: Record<NoteValue['name'], number> = {
  whole: 0,
  half: 0,
  quarter: 0,
  eighth: 1,
  '16th': 2,
  '32nd': 3,
};

/** Stems of a voice in order. */
export function stemsOf(bar: Bar, voice: Note['voice']): Stem[] {
  const notes = bar.notes.filter((note) => note.voice === voice);
  return [...new Set(notes.map(({ tick }) => tick))]
    .sort((a, b) => a - b)
    .map((tick) => {
      const together = notes.filter((note) => note.tick === tick);
      const value =
        valueOf(together[0]?.durationTicks ?? 0) ?? splitDuration(together[0]?.durationTicks ?? 0).values[0];
      return { tick, notes: together, value, flags: value ? flagsOf[value.name] : 0 };
    });
}

/** Groups flagged stems that follow one another within a felt beat; a group of one is drawn with its own flags. */
export function beamGroups(bar: Bar, stems: readonly Stem[]): Stem[][] {
  const beat = beatTicks(bar.metre);
  return stems.reduce<Stem[][]>((groups, stem) => {
    const before = groups.at(-1)?.at(-1);
    const joins =
      before &&
      before.flags > 0 &&
      stem.flags > 0 &&
      Math.floor(before.tick / beat) === Math.floor(stem.tick / beat) &&
      before.tick + (before.value?.ticks ?? 0) === stem.tick;
    if (joins) groups.at(-1)?.push(stem);
    else groups.push([stem]);
    return groups;
  }, []);
}

/** Lengths that three in the time of two can fill: from a thirty-second to a whole note. */
const filledByTriplet: ReadonlySet<Ticks> = new Set([120, 240, 480, 960, 1920, 3840]);

/**
 * Values of triplets that follow one another in a voice, each run closed as soon as it fills a plain value: a long and a short one fill a
 * quarter as three short ones do.
 */
export function tripletRuns<Item extends { readonly tick: Ticks; readonly value?: NoteValue | undefined }>(
  items: readonly Item[],
): Item[][] {
  const runs: Item[][] = [];
  let [start, end] = [0, -1];
  for (const item of items) {
    if (!item.value?.triplet) continue;
    const isFilled = filledByTriplet.has(end - start);
    if (item.tick === end && !isFilled) runs.at(-1)?.push(item);
    else {
      runs.push([item]);
      start = item.tick;
    }
    end = item.tick + item.value.ticks;
  }
  return runs;
}

/** A silence of a voice. */
export interface Rest {
  readonly tick: Ticks;
  readonly value: NoteValue;
}

/** Rests between the notes of a voice in a bar; none in a bar where the voice does not play at all. */
export function restsOf(bar: Bar, voice: Note['voice']): Rest[] {
  const stems = stemsOf(bar, voice);
  if (stems.length === 0) return [];
  const ends = stems.map(
    ({ tick, notes }) => tick + Math.max(...notes.map(({ durationTicks }) => durationTicks)),
  );
  const gaps = [0, ...ends].map((from, index) => ({ from, to: stems[index]?.tick ?? barTicks(bar.metre) }));
  return gaps
    .filter(({ from, to }) => to > from)
    .flatMap(({ from, to }) => restsBetween(from, to, beatTicks(bar.metre)));
}

/** A rest does not hide the next beat: the rest of a broken beat is written first. */
function restsBetween(from: Ticks, to: Ticks, beat: Ticks): Rest[] {
  const nextBeat = Math.ceil(from / beat) * beat;
  if (nextBeat > from && nextBeat < to)
    return [...restsBetween(from, nextBeat, beat), ...restsBetween(nextBeat, to, beat)];
  const { values } = splitDuration(to - from);
  let tick = from;
  return values.map((value) => {
    const rest = { tick, value };
    tick += value.ticks;
    return rest;
  });
}
