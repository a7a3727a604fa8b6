import {
  barTicks,
  beatTicks,
  gripAt,
  inPlayingOrder,
  isOnBeat,
  type Bar,
  type Note,
  type Ticks,
} from '../../../score/index.ts';
import { metricalWeight } from '../../syncopation.ts';
import type { Move, MoveSetting } from './move.ts';
import {
  areTiedOn,
  endBy,
  isPlain,
  midiIn,
  thumbStrings,
  tuneMoments,
  withTune,
  type TuneMoment,
} from './tune-moments.ts';

/** Notes of the tune struck before their beat, and held over it. */
export function pushes({ bar }: MoveSetting): Move[] {
  const half = beatTicks(bar.metre) / 2;
  const moments = tuneMoments(bar);
  return moments.flatMap((moment, index): Move[] => {
    const { tick, notes } = moment;
    const early = tick - half;
    const before = moments[index - 1];
    const isFree = tick > 0 && (!before || before.tick < early);
    if (!isFree || !isOnBeat(bar.metre, tick) || !notes.every(isPlain) || clashes(bar, early, notes))
      return [];
    return [
      {
        kind: 'push',
        change: (each) =>
          withTune(each, (note) =>
            note.tick === tick && !note.tied
              ? [{ ...note, tick: early, durationTicks: note.durationTicks + half }]
              : [endBy(note, early)],
          ),
      },
    ];
  });
}

/** The note that begins the bar, struck before the bar line and held over it. */
export function pushesOver({ score, index, bar }: MoveSetting): Move[] {
  const before = score.bars[index - 1];
  const [first] = tuneMoments(bar);
  if (!before || first?.tick !== 0 || !first.notes.every(isPlain) || isReachedByLeap(before, bar)) return [];
  const { notes } = first;
  const changeBefore = (each: Bar) => endingIn(each, notes);
  if (!changeBefore(before)) return [];
  return [
    {
      kind: 'push',
      change: (each) =>
        withTune(each, (note) => {
          if (note.tick > 0 || note.tied) return [note];
          const { lyric: _, ...held } = note;
          return [{ ...held, tied: true }];
        }),
      changeBefore,
    },
  ];
}

/** A bar that is also played after another than the one written before it. */
const isReachedByLeap = (before: Bar, bar: Bar): boolean =>
  before.repeatTimes !== undefined ||
  before.endings !== undefined ||
  bar.repeatStart === true ||
  bar.endings !== undefined ||
  bar.section !== undefined;

/** A bar with notes struck half a beat before its end; undefined where something is struck there already. */
function endingIn(bar: Bar, notes: readonly Note[]): Bar | undefined {
  const half = beatTicks(bar.metre) / 2;
  const early = barTicks(bar.metre) - half;
  if (tuneMoments(bar).some(({ tick }) => tick >= early) || clashes(bar, early, notes)) return undefined;
  const cut = withTune(bar, (note) => [endBy(note, early)]);
  const struck = notes.map(({ string, fret, voice, lyric, bottleneck }): Note => ({
    tick: early,
    durationTicks: half,
    string,
    fret,
    voice,
    ...(lyric === undefined ? {} : { lyric }),
    ...(bottleneck === undefined ? {} : { bottleneck }),
  }));
  return { ...cut, notes: [...cut.notes, ...struck].sort(inPlayingOrder) };
}

/** Notes on weak beats struck after them. */
export function lags({ bar }: MoveSetting): Move[] {
  const half = beatTicks(bar.metre) / 2;
  return tuneMoments(bar).flatMap(({ tick, notes, next }): Move[] => {
    const isWeak = isOnBeat(bar.metre, tick) && metricalWeight(bar.metre, tick) <= weakBeat;
    const late = tick + half;
    if (!isWeak || next <= late || !notes.every((note) => isPlain(note) && note.durationTicks > half))
      return [];
    if (clashes(bar, late, notes)) return [];
    return [
      {
        kind: 'lag',
        change: (each) =>
          withTune(each, (note) =>
            note.tick === tick && !note.tied
              ? [{ ...note, tick: late, durationTicks: note.durationTicks - half }]
              : [note],
          ),
      },
    ];
  });
}

/** Beats 2 and 4 of four, 2 and 3 of three. */
const weakBeat = -1.5;

/** A held note struck again, or a note of the grip under it, between its beats or on a beat it is held over. */
export function repeats(setting: MoveSetting): Move[] {
  return heldPlaces(setting).flatMap(({ tick, moment: { notes }, until }): Move[] => {
    const [note] = notes;
    if (
      !note ||
      notes.length > 1 ||
      note.dead ||
      note.harmonic ||
      thumbStrings(setting.bar, tick).has(note.string)
    )
      return [];
    return [{ kind: 'repeat', change: (each) => struckAt(each, tick, until, note) }];
  });
}

/** Notes of the grip struck below a held note of the tune. */
export function innerNotes(setting: MoveSetting): Move[] {
  const { score, index, bar } = setting;
  return heldPlaces(setting).flatMap(({ tick, moment: { notes }, until }): Move[] => {
    const [held] = notes;
    const grip = gripAt(score, index, tick);
    const hangs = bar.notes.some(
      (note) => note.arrival && note.string === held?.string && note.tick >= until,
    );
    if (!held || notes.length > 1 || !grip || hangs) return [];
    const taken = thumbStrings(bar, tick);
    const top = midiIn(score, held);
    return trebleStrings
      .flatMap((string): Note[] => {
        const fret = grip.frets[6 - string];
        if (fret === null || fret === undefined || string === held.string || taken.has(string)) return [];
        return [{ tick, durationTicks: until - tick, string, fret, voice: 'melody' }];
      })
      .filter((note) => midiIn(score, note) < top)
      .sort((a, b) => midiIn(score, b) - midiIn(score, a))
      .slice(0, nearestInner)
      .map((note) => ({ kind: 'inner', change: (each) => struckAt(each, tick, until, note) }));
  });
}

const trebleStrings = [1, 2, 3] as const;
/** So many notes of the grip under the tune are tried. */
const nearestInner = 2;

/** Short notes between the beats left out; the note before them lasts. */
export function thinnings({ score, index, bar }: MoveSetting): Move[] {
  const half = beatTicks(bar.metre) / 2;
  return tuneMoments(bar).flatMap((moment, place): Move[] => {
    const { tick, notes, next } = moment;
    const isPassing =
      place > 0 &&
      !areTiedOn(score, index, moment) &&
      !isOnBeat(bar.metre, tick) &&
      notes.every((note) => isPlain(note) && note.lyric === undefined && note.durationTicks <= half);
    const hangs = bar.notes.some((note) => note.tick === next && note.arrival);
    if (!isPassing || hangs) return [];
    return [
      {
        kind: 'thin',
        change: (each) =>
          withTune(each, (note) =>
            note.tick === tick
              ? []
              : note.tick + note.durationTicks === tick
                ? [{ ...note, durationTicks: next - note.tick }]
                : [note],
          ),
      },
    ];
  });
}

/** Eighths at which a note of the tune is held and nothing is struck, with the end of what would be struck there. */
function heldPlaces({ bar, score, index }: MoveSetting) {
  const half = beatTicks(bar.metre) / 2;
  return tuneMoments(bar).flatMap((moment) => {
    const end = Math.min(
      moment.next,
      ...moment.notes.map(({ tick, durationTicks }) => tick + durationTicks),
      barTicks(bar.metre),
    );
    if (!moment.notes.every(isPlain) || areTiedOn(score, index, moment)) return [];
    const places: { tick: Ticks; moment: TuneMoment; until: Ticks }[] = [];
    for (let tick = moment.tick + half; tick < end; tick += half)
      if (tick % half === 0) places.push({ tick, moment, until: end });
    return places;
  });
}

const struckAt = (bar: MoveSetting['bar'], tick: Ticks, until: Ticks, { string, fret, bottleneck }: Note) => {
  const cut = withTune(bar, (note) => [endBy(note, tick)]);
  return {
    ...cut,
    notes: [
      ...cut.notes,
      {
        tick,
        durationTicks: until - tick,
        string,
        fret,
        voice: 'melody' as const,
        ...(bottleneck && fret > 0 ? { bottleneck } : {}),
      },
    ].sort((a, b) => a.tick - b.tick || b.string - a.string),
  };
};

const clashes = (bar: MoveSetting['bar'], tick: Ticks, notes: readonly Note[]): boolean => {
  const taken = thumbStrings(bar, tick);
  return notes.some(({ string }) => taken.has(string));
};
