import type { Ticks } from '../score/index.ts';
import type { ExpectedEvent, ExpectedNote } from './expected.ts';
import { lineAt, type Anchor } from './local-clock.ts';
import { median } from './numbers.ts';
import type { HeardNote } from '../listening/index.ts';
import type { Run } from './runs.ts';

/** A note of the study, each time it came round in the take. */
export interface JudgedNote extends ExpectedNote {
  /** Bar of the written score, from 0, and the tick in it. */
  readonly bar: number;
  readonly tick: Ticks;
  readonly isGrace: boolean;
  /** Which stretch of the take it belongs to, from 0. */
  readonly run: number;
  readonly verdict: 'hit' | 'wrong' | 'missed';
  /** When it was due, in seconds of the take. */
  readonly dueS: number | null;
  /** What was played for it. */
  readonly played: HeardNote | null;
  /** How far behind its time it came, in ms, by the strokes of the thumb around it; negative: early. Null where nothing says when it was due. */
  readonly lateMs: number | null;
  /** Seconds of the take for one second of the study, around it. */
  readonly pace: number | null;
}

export interface Verdicts {
  readonly notes: readonly JudgedNote[];
  /** Played, but not in the study there. */
  readonly extras: readonly { readonly note: HeardNote; readonly bar: number | null }[];
}

/** Fewer strokes of the thumb are no clock: then all that was played is. */
const leastThumb = 6;

/** Says of every note of what was played through whether it was there, and when. */
export function judgeNotes(
  heard: readonly HeardNote[],
  events: readonly ExpectedEvent[],
  runs: readonly Run[],
): Verdicts {
  const used = new Set<HeardNote>();
  const matched = runs.flatMap((run, number) => {
    const { thumb, all } = anchorsOf(run, heard, events);
    const anchors = thumb.length >= leastThumb ? thumb : all;
    const last = lastJudged(run, events, number === runs.length - 1);
    return events.slice(run.firstEvent, last + 1).flatMap((event, offset): JudgedNote[] => {
      const mine = run.matches.filter(({ event: at }) => at === run.firstEvent + offset);
      const played = mine.flatMap(({ heard: index }) => heard[index] ?? []);
      return judgeEvent(event, played, anchors, used).map((note) => ({ ...note, run: number }));
    });
  });
  const notes = countedFromOne(withStrays(matched, heard, used));
  return { notes, extras: extrasOf(heard, events, runs, used) };
}

/** Fewer strokes on the first beat say nothing of it. */
const leastDownbeats = 4;

/** Time is counted from the thumb's first beats: where it strikes twice a bar, a late second stroke would else make the first one early. */
function countedFromOne(notes: readonly JudgedNote[]): JudgedNote[] {
  const downbeats = notes.flatMap(({ voice, tick, verdict, lateMs, isGrace }) =>
    voice === 'thumb' && tick === 0 && verdict === 'hit' && !isGrace ? (lateMs ?? []) : [],
  );
  const off = downbeats.length < leastDownbeats ? 0 : median(downbeats);
  return notes.map((note) => ({
    ...note,
    lateMs: note.lateMs === null ? null : note.lateMs - off,
    dueS: note.dueS === null ? null : note.dueS + off / 1000,
  }));
}

/** So near to its time, a stray note was meant for the one that is missing. */
const strayS = 0.09;

/** A note that is missing, and another in its place that was not expected: that is one wrong note, or the right one out of order. */
function withStrays(
  notes: readonly JudgedNote[],
  heard: readonly HeardNote[],
  used: Set<HeardNote>,
): JudgedNote[] {
  return notes.map((note) => {
    const { dueS, verdict, midi } = note;
    if (verdict !== 'missed' || dueS === null) return note;
    const away = (each: HeardNote) => Math.abs(each.startS - dueS) + (each.midi === midi ? 0 : strayS / 2);
    const [stray] = heard
      .filter((each) => !used.has(each) && Math.abs(each.startS - dueS) < strayS)
      .filter((each) => Math.abs(each.midi - midi) <= furthestWrong)
      .sort((a, b) => away(a) - away(b));
    if (!stray) return note;
    used.add(stray);
    return {
      ...note,
      verdict: stray.midi === midi ? 'hit' : 'wrong',
      played: stray,
      lateMs: (stray.startS - dueS) * 1000,
    };
  });
}

/** When each moment of a run was played: where the thumb struck it, and where its first note was. */
function anchorsOf(
  run: Run,
  heard: readonly HeardNote[],
  events: readonly ExpectedEvent[],
): { readonly thumb: Anchor[]; readonly all: Anchor[] } {
  const [thumb, all]: [Anchor[], Anchor[]] = [[], []];
  for (const { heard: index, event } of run.matches) {
    const [note, moment] = [heard[index], events[event]];
    if (!note || !moment || moment.isGrace) continue;
    const anchor = { atS: moment.atS, heardS: note.startS };
    if (all.at(-1)?.atS !== anchor.atS) all.push(anchor);
    const isThumb = moment.notes.some(({ voice, midi }) => voice === 'thumb' && midi === note.midi);
    if (isThumb && thumb.at(-1)?.atS !== anchor.atS) thumb.push(anchor);
  }
  return { thumb, all };
}

/**
 * A take that ends past the middle of a bar has left out the rest of it; one that ends sooner was stopped there, and one that breaks off to begin again has left out nothing.
 */
function lastJudged(run: Run, events: readonly ExpectedEvent[], isLastRun: boolean): number {
  if (!isLastRun) return run.lastEvent;
  const bar = events[run.lastEvent]?.played;
  const ofBar = events.flatMap(({ played }, index) => (played === bar ? [index] : []));
  const isPastMiddle = ofBar.filter((index) => index <= run.lastEvent).length > ofBar.length / 2;
  return isPastMiddle ? Math.max(...ofBar) : run.lastEvent;
}

function judgeEvent(
  event: ExpectedEvent,
  played: readonly HeardNote[],
  anchors: readonly Anchor[],
  used: Set<HeardNote>,
): Omit<JudgedNote, 'run'>[] {
  const line = lineAt(anchors, event.atS);
  const left = [...played];
  const take = (fits: (each: HeardNote) => boolean): HeardNote | undefined => {
    const at = left.findIndex(fits);
    return at < 0 ? undefined : left.splice(at, 1)[0];
  };
  const hits = new Map(event.notes.map((note) => [note, take(({ midi }) => midi === note.midi)]));
  const wrong = new Map(
    event.notes
      .filter((note) => !hits.get(note))
      .map((note) => [note, take(({ midi }) => Math.abs(midi - note.midi) <= furthestWrong)]),
  );
  return event.notes.map((note) => {
    const hit = hits.get(note);
    const sounded = hit ?? wrong.get(note);
    if (sounded) used.add(sounded);
    const dueS = line ? line.dueS + (note.startS - event.atS) * line.pace : null;
    return {
      ...note,
      bar: event.bar,
      tick: event.tick,
      isGrace: event.isGrace,
      verdict: hit ? 'hit' : sounded ? 'wrong' : 'missed',
      dueS,
      played: sounded ?? null,
      lateMs: sounded && dueS !== null ? (sounded.startS - dueS) * 1000 : null,
      pace: line?.pace ?? null,
    };
  });
}

/** Half steps by which a wrong note may lie from the one that was meant: further, and it is another note. */
const furthestWrong = 9;

function extrasOf(
  heard: readonly HeardNote[],
  events: readonly ExpectedEvent[],
  runs: readonly Run[],
  used: ReadonlySet<HeardNote>,
): Verdicts['extras'] {
  const matched = runs.flatMap(({ matches }) => matches);
  return heard
    .filter((note) => !used.has(note))
    .map((note) => {
      const before = matched.findLast(
        ({ heard: index }) => (heard[index]?.startS ?? Infinity) <= note.startS,
      );
      return { note, bar: before ? (events[before.event]?.bar ?? null) : null };
    });
}
