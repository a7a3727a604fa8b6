import { heldAs, isBarre } from '../held-grips.ts';
import {
  barTicks,
  beatStarts,
  gripAt,
  isSameValue,
  sweepOf,
  type Bar,
  type Note,
  type Ticks,
} from '../../score/index.ts';
import { isOnPulse } from '../facts.ts';
import { mayLastTo } from './lasting.ts';
import { isBass, without, type BarAtWork, type Reducer } from './reduction.ts';

/** Left to ring, but for a pressed note before another grip: there, stopping it is how the finger comes free. */
const stop: Reducer = {
  kind: 'stop',
  degrees: 1,
  reduce: ({ score, index, bar }, _, ask) => {
    const held = (tick: Ticks) =>
      tick < barTicks(bar.metre) ? gripAt(score, index, tick)?.frets : gripAt(score, index + 1, 0)?.frets;
    const staysHeld = ({ tick, durationTicks }: Note) =>
      isSameValue(held(tick), held(tick + durationTicks)) && held(tick) !== undefined;
    return {
      ...bar,
      notes: bar.notes.map((note) =>
        isBass(note) &&
        (note.ending === 'stopped' || note.ending === 'lifted') &&
        (note.fret === 0 || staysHeld(note)) &&
        ask(note, `string ${note.string} left to ring instead of stopped`)
          ? without(note, 'ending')
          : note,
      ),
    };
  },
};

/** What the thumb presses beside the grip becomes the bass the grip has. */
const walk: Reducer = {
  kind: 'walk',
  degrees: 1,
  reduce: ({ score, index, bar }, _, ask) => {
    const bass = bar.notes.filter(isBass);
    const taken = (tick: Ticks, string: number, own: Note) =>
      bar.notes.some((note) => note !== own && note.string === string && sounds(note, tick));
    return {
      ...bar,
      notes: bar.notes.map((note) => {
        const frets = gripAt(score, index, note.tick)?.frets;
        if (!isBass(note) || !frets || note.fret === 0 || note.dead || note.bottleneck) return note;
        if (frets[6 - note.string] === note.fret) return note;
        const string = ([6, 5, 4] as const).find(
          (each) =>
            frets[6 - each] !== null &&
            !taken(note.tick, each, note) &&
            (each === note.string || bass.some((other) => other.string === each)),
        );
        if (string === undefined) return note;
        const fret = frets[6 - string] ?? 0;
        return ask(
          note,
          `bass on string ${string} fret ${fret} instead of string ${note.string} fret ${note.fret}`,
        )
          ? { ...without(note, 'finger', 'arrival'), string, fret }
          : note;
      }),
    };
  },
};

const between: Reducer = {
  kind: 'between',
  degrees: 1,
  reduce: (work, _, ask) =>
    withBass(work, (note) =>
      isOnPulse(work.score, work.index, note.tick) ||
      !ask(note, `thumb stroke on string ${note.string} between the beats left out`)
        ? note
        : undefined,
    ),
};

/** Strings the thumb keeps within a bar, by degree: those it strikes first. */
const keptStrings = [Infinity, 2, 1];

const bassStrings: Reducer = {
  kind: 'bass-strings',
  degrees: keptStrings.length - 1,
  reduce: ({ score, index, bar }, degree, ask) => {
    const single = bar.notes.filter((note) => isBass(note) && sweepOf(note) === undefined && !note.tied);
    const changed = new Map<Note, Note>();
    let kept: number[] = [];
    let held: unknown;
    for (const note of single) {
      const frets = gripAt(score, index, note.tick)?.frets;
      if (frets !== held) [kept, held] = [[], frets];
      if (kept.includes(note.string)) continue;
      if (kept.length < (keptStrings[degree] ?? 1) || !frets) {
        kept.push(note.string);
        continue;
      }
      const string = kept.at(-1) as Note['string'];
      const isTaken = bar.notes.some(
        (other) => other !== note && other.string === string && sounds(other, note.tick),
      );
      if (isTaken || frets[6 - string] === null) continue;
      if (ask(note, `bass on string ${string} instead of ${note.string}`))
        changed.set(note, { ...without(note, 'finger', 'arrival'), string, fret: frets[6 - string] ?? 0 });
    }
    return { ...bar, notes: bar.notes.map((note) => changed.get(note) ?? note) };
  },
};

/** Every other beat, then the first alone; what is left lasts on. */
const bassBeats: Reducer = {
  kind: 'bass-beats',
  degrees: 2,
  reduce: (work, degree, ask) => {
    const starts = beatStarts(work.bar.metre);
    const every = degree === 1 ? (starts.length % 3 === 0 ? 3 : 2) : starts.length;
    const kept = new Set(starts.filter((_, index) => index % every === 0));
    return withBass(work, (note) =>
      kept.has(note.tick) || !ask(note, `bass on string ${note.string} left out`) ? note : undefined,
    );
  },
};

/** A grip that needs a barre is held only where strings are played. */
const grip: Reducer = {
  kind: 'grip',
  degrees: 1,
  reduce: ({ score, index, bar }, _, ask) => ({
    ...bar,
    grips: bar.grips.map((each, at) => {
      const until = bar.grips[at + 1]?.tick ?? barTicks(bar.metre);
      const isLast = until === barTicks(bar.metre);
      const goesOn =
        isLast &&
        score.bars[index + 1] !== undefined &&
        !score.bars[index + 1]?.grips.some(({ tick }) => tick === 0);
      if (!isBarre(heldAs(score, each)) || goesOn) return each;
      const played = new Set(
        bar.notes.filter(({ tick }) => tick >= each.tick && tick < until).map(({ string }) => string),
      );
      const frets = each.frets.map((fret, string) =>
        played.has((6 - string) as Note['string']) ? fret : null,
      );
      if (frets.every((fret, string) => fret === each.frets[string])) return each;
      const { fingers: _fingers, silent: _silent, functionName: _name, ...plain } = each;
      return ask({ tick: each.tick, string: 0 }, 'only the played strings of the grip held')
        ? { ...plain, frets }
        : each;
    }),
  }),
};

const sounds = ({ tick, durationTicks }: Note, at: Ticks): boolean => tick <= at && tick + durationTicks > at;

/** Bass notes kept, changed or left out; the one before a gap lasts up to the next. */
function withBass(work: BarAtWork, change: (note: Note) => Note | undefined): Bar {
  const { bar } = work;
  const notes = bar.notes.flatMap((note) => (isBass(note) ? (change(note) ?? []) : [note]));
  if (notes.length === bar.notes.length) return { ...bar, notes };
  const lasting = notes.map((note) => {
    if (!isBass(note) || note.ending !== undefined || note.dead) return note;
    const end = Math.min(
      barTicks(bar.metre),
      ...notes
        .filter((other) => other.tick > note.tick && (isBass(other) || other.string === note.string))
        .map(({ tick }) => tick),
    );
    return end > note.tick
      ? { ...note, durationTicks: mayLastTo({ ...work, bar: { ...bar, notes } }, note, end) - note.tick }
      : note;
  });
  return { ...bar, notes: lasting };
}

export const bassReducers: readonly Reducer[] = [stop, walk, between, bassStrings, bassBeats, grip];
