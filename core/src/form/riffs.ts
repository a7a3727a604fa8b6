import { fail, ok, type Result } from '../fault/index.ts';
import {
  barTicks,
  copyStretch,
  inPlayingOrder,
  layClip,
  momentOf,
  notesInStretch,
  numberOfBar,
  scoreLimits,
  ticksOf,
  withoutBrokenTies,
  type Bar,
  type Moment,
  type Note,
  type Riff,
  type Score,
  type Stretch,
  type Ticks,
} from '../score/index.ts';
import { barPattern, byHand } from '../thumb/index.ts';
import { barDifference, isNoDifference, withDifference } from './difference.ts';

/**
 * Linked riffs: what one voice plays in a part of a bar is the same as in a part of another, on any beat. As linked bars do (decision 26), the riff holds
 * its notes, and follows when those it came from change, but for what already differed.
 */

/** A riff under a moment, and how it stands to where it comes from. */
export interface RiffState {
  readonly riff: Riff;
  /** The bar it comes from, from 0. */
  readonly from: number;
  readonly isSame: boolean;
}

/** The riffs that lie over a moment of a bar, of either voice. */
export function riffsAt(score: Score, index: number, tick: Ticks): RiffState[] {
  const bar = score.bars[index];
  return (bar?.riffs ?? [])
    .filter((riff) => riff.tick <= tick && tick < riff.tick + riff.ticks)
    .flatMap((riff): RiffState[] => {
      const from = score.bars.findIndex(({ id }) => id === riff.of);
      const base = score.bars[from];
      if (!bar || !base) return [];
      const isSame = isAlike(windowOf(score, base, riff, riff.from), windowOf(score, bar, riff, riff.tick));
      return [{ riff, from, isSame }];
    });
}

/**
 * Lays what a stretch plays at another moment and links it there, bar by bar: what was there gives way. Refused where it would lie over itself, and
 * where the stretch plays nothing.
 */
export function layRiff(score: Score, stretch: Stretch, at: Moment): Result<Score> {
  const [from, to] = [ticksOf(score, stretch.from), ticksOf(score, stretch.to)];
  const start = ticksOf(score, at);
  if (notesInStretch(score, stretch).length === 0)
    return fail('Nothing is played in what was copied any more', 'Copy it again', {
      bar: numberOfBar(score, stretch.from.bar),
    });
  if (start < to && start + (to - from) > from)
    return fail('A riff cannot lie over the notes it comes from', 'Go to a place after or before them', {
      bar: numberOfBar(score, at.bar),
    });
  const laid = layClip(score, copyStretch(score, stretch), at);
  if (!laid.ok) return laid;
  const pieces = piecesOf(laid.value, from, start, to - from);
  const bars = laid.value.bars.map((bar, index): Bar => {
    const here = pieces.filter((piece) => piece.bar === index);
    if (here.length === 0) return bar;
    const fresh = here.flatMap(({ tick, ticks, source, from: sourceTick }): Riff[] => {
      const of = laid.value.bars[source]?.id;
      return of === undefined ? [] : [{ voice: stretch.voice, tick, ticks, of, from: sourceTick }];
    });
    const others = (bar.riffs ?? []).filter((riff) => !fresh.some((each) => isOver(each, riff)));
    return { ...bar, riffs: [...others, ...fresh].slice(0, scoreLimits.riffsPerBar) };
  });
  return ok(writtenByHand({ ...laid.value, bars }, pieces, stretch));
}

interface Piece {
  readonly bar: number;
  readonly tick: Ticks;
  readonly ticks: Ticks;
  readonly source: number;
  readonly from: Ticks;
}

/** A stretch and where it is laid, cut wherever either meets a bar line. All in ticks from the start of the score. */
function piecesOf(score: Score, from: Ticks, start: Ticks, length: Ticks): Piece[] {
  const pieces: Piece[] = [];
  for (let done = 0; done < length;) {
    const [source, target] = [momentOf(score, from + done), momentOf(score, start + done)];
    const room = ({ bar, tick }: Moment) => barTicks(score.bars[bar]?.metre ?? { beats: 4, unit: 4 }) - tick;
    const ticks = Math.min(length - done, room(source), room(target));
    if (ticks <= 0) break;
    pieces.push({ bar: target.bar, tick: target.tick, ticks, source: source.bar, from: source.tick });
    done += ticks;
  }
  return pieces;
}

type Part = Pick<Riff, 'voice' | 'tick' | 'ticks'>;

const isOver = (a: Part, b: Part): boolean =>
  a.voice === b.voice && a.tick < b.tick + b.ticks && b.tick < a.tick + a.ticks;

/** Strokes of the thumb in a riff are written by hand, so that no pattern takes their place. */
function writtenByHand(score: Score, pieces: readonly Piece[], { voice }: Stretch): Score {
  if (voice === 'melody') return score;
  return {
    ...score,
    bars: score.bars.map((bar, index): Bar => {
      const here = pieces.filter((piece) => piece.bar === index);
      const isIn = (tick: Ticks) =>
        here.some((piece) => piece.tick <= tick && tick < piece.tick + piece.ticks);
      if (here.length === 0) return bar;
      return {
        ...bar,
        notes: bar.notes.map((note) =>
          note.voice === 'thumb' && isIn(note.tick) ? { ...note, byHand: true } : note,
        ),
      };
    }),
  };
}

/** A riff that happens to be played is one from so many notes on. */
const fewestAlike = 3;

/**
 * A part of a bar that plays what an earlier part plays, on whichever beat, follows that from now on; the score as it is where none does, or where it is
 * of fewer notes than three. Index from 0.
 */
export function linkAlikeRiff(score: Score, index: number, part: Part): Score {
  const bar = score.bars[index];
  const here = bar && windowOf(score, bar, part, part.tick);
  const first = here?.notes[0];
  const riffs = bar?.riffs ?? [];
  const isTaken = riffs.some((riff) => isOver(riff, part)) || riffs.length >= scoreLimits.riffsPerBar;
  if (!bar || !first || here.notes.length < fewestAlike || isTaken) return score;
  for (const [source, earlier] of score.bars.slice(0, index + 1).entries()) {
    const end = source === index ? part.tick : barTicks(earlier.metre);
    const from = earlier.notes
      .filter(({ voice }) => voice === part.voice)
      .map(({ tick }) => tick - first.tick)
      .find(
        (tick) =>
          tick >= 0 && tick + part.ticks <= end && isAlike(here, windowOf(score, earlier, part, tick)),
      );
    if (from === undefined || earlier.id === undefined) continue;
    const linked: Bar = { ...bar, riffs: [...riffs, { ...part, of: earlier.id, from }] };
    return { ...score, bars: score.bars.with(index, linked) };
  }
  return score;
}

/** Lets a riff go its own way: its notes stay. */
export function breakRiff(score: Score, index: number, riff: Riff): Score {
  const bar = score.bars[index];
  if (!bar?.riffs?.includes(riff)) return score;
  return {
    ...score,
    bars: score.bars.with(
      index,
      withRiffs(
        bar,
        bar.riffs.filter((each) => each !== riff),
      ),
    ),
  };
}

/** Makes a riff play again exactly what it comes from. */
export function dropRiffDifference(score: Score, index: number, riff: Riff): Score {
  const bar = score.bars[index];
  const base = score.bars.find(({ id }) => id === riff.of);
  if (!bar || !base) return score;
  return {
    ...score,
    bars: score.bars.with(index, withWindow(bar, riff, windowOf(score, base, riff, riff.from))),
  };
}

const withRiffs = ({ riffs: _, ...bar }: Bar, riffs: readonly Riff[]): Bar =>
  riffs.length === 0 ? bar : { ...bar, riffs: [...riffs] };

/** So many times at most a change runs on from riff to riff. */
const longestChain = 8;

/** What an edit does to the riffs that come from what it changed. A score without riffs is handed back as it is. */
export function followRiffs(before: Score, after: Score): Score {
  if (before === after || !after.bars.some(({ riffs }) => riffs !== undefined)) return after;
  const sound = withSoundRiffs(after);
  let score = sound;
  for (let pass = 0; pass < longestChain; pass += 1) {
    const next = followedOnce(before, score);
    if (next === score) break;
    score = next;
  }
  return score === sound ? sound : withoutBrokenTies(score, before);
}

function followedOnce(before: Score, after: Score): Score {
  const [was, now] = [before, after].map(({ bars }) => new Map(bars.map((bar) => [bar.id, bar])));
  const bars = after.bars.map((bar): Bar => {
    const earlier = was?.get(bar.id)?.riffs ?? [];
    return (bar.riffs ?? []).reduce<Bar>((each, riff) => {
      const [oldBase, base] = [was?.get(riff.of), now?.get(riff.of)];
      const isOld = earlier.some((known) => isSameRiff(known, riff));
      if (!oldBase || !base || oldBase === base || !isOld) return each;
      const old = windowOf(before, oldBase, riff, riff.from);
      const next = windowOf(after, base, riff, riff.from);
      if (isAlike(old, next)) return each;
      const here = windowOf(after, each, riff, riff.tick);
      const moved = withDifference(next, barDifference(old, here));
      return isAlike(here, moved) ? each : withWindow(each, riff, moved);
    }, bar);
  });
  return bars.every((bar, index) => bar === after.bars[index]) ? after : { ...after, bars };
}

/** Whether two parts of bars play the same, whatever the metres of their bars. */
const isAlike = (a: Bar, b: Bar): boolean => isNoDifference(barDifference(a, { ...b, metre: a.metre }));

const isSameRiff = (a: Riff, b: Riff): boolean =>
  a.of === b.of && a.from === b.from && a.tick === b.tick && a.ticks === b.ticks && a.voice === b.voice;

/** Riffs that lead somewhere: their bar is there, and both bars are long enough. */
function withSoundRiffs(score: Score): Score {
  const lengths = new Map(score.bars.map(({ id, metre }) => [id, barTicks(metre)]));
  const bars = score.bars.map((bar): Bar => {
    const sound = bar.riffs?.filter(
      ({ of, from, tick, ticks }) =>
        from + ticks <= (lengths.get(of) ?? 0) && tick + ticks <= barTicks(bar.metre),
    );
    return !sound || sound.length === bar.riffs?.length ? bar : withRiffs(bar, sound);
  });
  return bars.every((bar, index) => bar === score.bars[index]) ? score : { ...score, bars };
}

/** What a voice has written in a part of a bar, as a bar of its own; strokes that follow from a pattern are not written. */
function windowOf(score: Score, bar: Bar, { voice, ticks }: Part, from: Ticks): Bar {
  const isPattern =
    voice === 'thumb' &&
    barPattern(
      score,
      score.bars.findIndex(({ id }) => id === bar.id),
    ) !== byHand;
  return {
    metre: bar.metre,
    grips: [],
    notes: bar.notes
      .filter((note) => isIn(note, voice, from, ticks) && (!isPattern || note.byHand))
      .map(({ lyric: _, comment: __, id: ___, ...note }) => ({ ...note, tick: note.tick - from })),
  };
}

const isIn = ({ tick, voice: own }: Note, voice: Note['voice'], from: Ticks, ticks: Ticks): boolean =>
  own === voice && tick >= from && tick < from + ticks;

/**
 * A bar with other notes of a voice in one of its parts. A note ends with the bar; one whose string the other voice takes is left out. What is sung and said on
 * a note stays there.
 */
function withWindow(bar: Bar, { voice, tick: start, ticks }: Riff, { notes }: Bar): Bar {
  const stays = bar.notes.filter((note) => !isIn(note, voice, start, ticks));
  const length = barTicks(bar.metre);
  const laid = notes.flatMap((note): Note[] => {
    const tick = note.tick + start;
    if (stays.some((other) => other.tick === tick && other.string === note.string)) return [];
    const { lyric, comment, id } =
      bar.notes.find((each) => each.tick === tick && each.string === note.string && each.voice === voice) ??
      {};
    return [
      {
        ...note,
        tick,
        durationTicks: Math.min(note.durationTicks, length - tick),
        ...(lyric === undefined ? {} : { lyric }),
        ...(comment === undefined ? {} : { comment }),
        ...(id === undefined ? {} : { id }),
      },
    ];
  });
  return { ...bar, notes: [...stays, ...laid].sort(inPlayingOrder) };
}
