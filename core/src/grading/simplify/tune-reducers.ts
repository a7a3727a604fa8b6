import { openMidi } from '../../instrument/index.ts';
import {
  barTicks,
  beatAt,
  sweepOf,
  techniquesOf,
  type Bar,
  type Note,
  type Ticks,
} from '../../score/index.ts';
import { isOnPulse } from '../facts.ts';
import { handFrets, mayLastTo } from './lasting.ts';
import { isBass, isTune, without, type Ask, type BarAtWork, type Reducer } from './reduction.ts';

/** Notes marked as such are left out. */
const optional: Reducer = {
  kind: 'optional',
  degrees: 1,
  reduce: (work, _, ask) =>
    withNotes(work, (note) =>
      note.optional && ask(note, `optional note on string ${note.string} left out`) ? [] : [note],
    ),
};

const ornament: Reducer = {
  kind: 'ornament',
  degrees: 1,
  reduce: (work, _, ask) =>
    withNotes(work, (note) => {
      if (note.bendCents === undefined && !note.ornament && !note.grace) return [note];
      if (note.grace) return ask(note, `grace note on string ${note.string} left out`) ? [] : [note];
      const name =
        techniquesOf(note).find(({ word }) => ['bend', 'mordent', 'turn'].includes(word))?.word ?? 'bend';
      return ask(note, `${name} on string ${note.string} left out`)
        ? [without(note, 'bendCents', 'bendShape', 'ornament', 'ornamentFrets')]
        : [note];
    }),
};

const muted: Reducer = {
  kind: 'muted',
  degrees: 1,
  reduce: (work, _, ask) =>
    withNotes(work, (note) =>
      note.dead && isTune(note) && ask(note, `muted stroke on string ${note.string} left out`) ? [] : [note],
    ),
};

/** Degree 1: those that land with the other voice are picked; degree 2: what falls between the beats is left out, what stays is picked. */
const slur: Reducer = {
  kind: 'slur',
  degrees: 2,
  reduce: (work, degree, ask) => {
    const { bar, score, index } = work;
    const { notes } = bar;
    return withNotes(work, (note) => {
      const { arrival, tick, string } = note;
      if (!arrival || note.bottleneck) return [note];
      const lands = notes.some((other) => other.voice !== note.voice && other.tick === tick);
      if (degree < 2 && !lands) return [note];
      if (arrival === 'slide' && carriesHand(bar, note)) return [note];
      if (!lands && isTune(note) && !isOnPulse(score, index, tick))
        return ask(note, `${arrival} on string ${string} left out`) ? [] : [note];
      return ask(note, `${arrival} on string ${string} picked instead`)
        ? [without(note, 'arrival', 'slide')]
        : [note];
    });
  },
};

/** A slide over three frets and more is how the hand gets there. */
function carriesHand({ notes }: Bar, { tick, string, fret }: Note): boolean {
  const from = notes.findLast((each) => each.string === string && each.tick < tick);
  return from !== undefined && Math.abs(from.fret - fret) >= 3;
}

/** Of two strings and more of the tune the thinnest stays. */
const inner: Reducer = {
  kind: 'inner',
  degrees: 1,
  reduce: (work, _, ask) => {
    const top = new Map<Ticks, number>();
    for (const note of work.bar.notes.filter(isTune))
      top.set(note.tick, Math.min(top.get(note.tick) ?? Infinity, note.string));
    return withNotes(work, (note) => {
      const isUnder = isTune(note) && sweepOf(note) === undefined && note.string > (top.get(note.tick) ?? 0);
      return isUnder && !note.tied && ask(note, `string ${note.string} under the tune left out`)
        ? []
        : [note];
    });
  },
};

/** At most so many moments of the tune a bar are left off the beat, by degree; the longest stay. */
const leftOffBeat = [Infinity, 2, 1, 0];

const offBeat: Reducer = {
  kind: 'off-beat',
  degrees: leftOffBeat.length - 1,
  reduce: (work, degree, ask) => {
    const { score, index, bar } = work;
    const struck = new Set(bar.notes.filter(isBass).map(({ tick }) => tick));
    const moments = [
      ...new Set(bar.notes.filter((note) => isTune(note) && !note.tied).map(({ tick }) => tick)),
    ]
      .filter((tick) => !struck.has(tick) && !isOnPulse(score, index, tick))
      .map((tick) => bar.notes.filter((note) => isTune(note) && note.tick === tick))
      .filter((notes) => notes.every((note) => sweepOf(note) === undefined))
      .sort((a, b) => (b[0]?.durationTicks ?? 0) - (a[0]?.durationTicks ?? 0));
    const moving = moments
      .slice(leftOffBeat[degree] ?? 0)
      .sort((a, b) => (a[0]?.tick ?? 0) - (b[0]?.tick ?? 0));
    return moving.reduce((each, notes) => ontoBeat({ ...work, bar: each }, notes, ask), bar);
  },
};

/** A moment on the beat after it, else on the one before; where neither is free it is left out, and the note before lasts longer. */
function ontoBeat({ score, index, bar }: BarAtWork, moment: readonly Note[], ask: Ask): Bar {
  const [first] = moment;
  if (!first) return bar;
  const others = bar.notes.filter((note) => !moment.includes(note));
  const pulses = Array.from({ length: barTicks(bar.metre) / 10 }, (_, step) => step * 10).filter((tick) =>
    isOnPulse(score, index, tick),
  );
  const isFree = (at: Ticks) =>
    !others.some((note) => isTune(note) && note.tick === at) &&
    moment.every(
      ({ string }) =>
        !others.some(
          (note) => note.string === string && note.tick <= at && note.tick + note.durationTicks > at,
        ),
    );
  const [after, before] = [
    pulses.find((tick) => tick > first.tick),
    pulses.findLast((tick) => tick < first.tick),
  ];
  // Nearer to a note only where the hand need not travel from it or to it.
  const isFar = (note: Note | undefined) =>
    note !== undefined && note.fret > 0 && Math.abs(note.fret - first.fret) >= handFrets && first.fret > 0;
  const tune = others.filter(isTune);
  const travels = {
    to: isFar(tune.findLast(({ tick, fret }) => tick < first.tick && fret > 0)),
    from: isFar(tune.find(({ tick, fret }) => tick > first.tick && fret > 0)),
  };
  const to = [travels.from ? undefined : after, travels.to ? undefined : before].find(
    (tick) => tick !== undefined && isFree(tick),
  );
  const strings = moment.map(({ string }) => string).join(' and ');
  const what =
    to === undefined
      ? `string ${strings} between the beats left out`
      : `string ${strings} moved onto beat ${beatAt(bar.metre, to)}`;
  if (!ask(first, what)) return bar;
  if (to === undefined) {
    const rest = { score, index, bar: { ...bar, notes: others } };
    const filled = others.map((note) =>
      isTune(note) && note.tick + note.durationTicks === first.tick
        ? { ...note, durationTicks: mayLastTo(rest, note, first.tick + first.durationTicks) - note.tick }
        : note,
    );
    return { ...bar, notes: filled };
  }
  const moved = moment.map((note) => {
    const next = Math.min(
      barTicks(bar.metre),
      ...others
        .filter((each) => each.tick > to && (isTune(each) || each.string === note.string))
        .map(({ tick }) => tick),
    );
    const end = note.tick + note.durationTicks;
    return {
      ...without(note, 'arrival', 'slide'),
      tick: to,
      durationTicks: (end > to ? Math.min(next, end) : next) - to,
    };
  });
  const cut = others.map((note) =>
    isTune(note) && note.tick < to && note.tick + note.durationTicks > to
      ? { ...note, durationTicks: to - note.tick }
      : note,
  );
  return { ...bar, notes: [...cut, ...moved] };
}

/** The same pitch nearer the nut, on a thinner string that is free. */
const place: Reducer = {
  kind: 'place',
  degrees: 1,
  reduce: ({ score, bar }, _, ask) => {
    const placed: Note[] = [...bar.notes];
    bar.notes.forEach((note, at) => {
      if (!isTune(note) || note.fret <= handFrets || note.harmonic || note.bottleneck || note.tied) return;
      if (note.arrival || note.bendCents !== undefined) return;
      const midi = openMidi(score.tuning, note.string) + note.fret;
      for (const string of ([1, 2, 3, 4] as const).filter((each) => each < note.string)) {
        const fret = midi - openMidi(score.tuning, string);
        const isTaken = placed.some(
          (other) =>
            other !== note &&
            other.string === string &&
            other.tick < note.tick + note.durationTicks &&
            note.tick < other.tick + other.durationTicks,
        );
        if (fret < 0 || fret > handFrets || isTaken) continue;
        if (ask(note, `string ${note.string} fret ${note.fret} played on string ${string} fret ${fret}`))
          placed[at] = { ...without(note, 'finger', 'position'), string, fret };
        return;
      }
    });
    return { ...bar, notes: placed };
  },
};

function withNotes(work: BarAtWork, change: (note: Note) => readonly Note[]): Bar {
  const { bar } = work;
  const notes = bar.notes.flatMap((note) => change(note));
  return notes.length === bar.notes.length && notes.every((note, index) => note === bar.notes[index])
    ? bar
    : { ...bar, notes: longer(work, notes) };
}

/** A note of the tune lasts on where the one it led to is gone. */
function longer(work: BarAtWork, notes: readonly Note[]): Note[] {
  const gone = work.bar.notes.filter(
    (note) => isTune(note) && !notes.some((each) => each.tick === note.tick && isTune(each)),
  );
  const rest = { ...work, bar: { ...work.bar, notes: [...notes] } };
  return notes.map((note) => {
    if (!isTune(note)) return note;
    const next = gone.find(
      ({ tick, string }) => tick === note.tick + note.durationTicks && string === note.string,
    );
    return next
      ? { ...note, durationTicks: mayLastTo(rest, note, next.tick + next.durationTicks) - note.tick }
      : note;
  });
}

export const tuneReducers: readonly Reducer[] = [optional, ornament, muted, slur, inner, offBeat, place];
