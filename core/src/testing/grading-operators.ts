import { parseTuning } from '../instrument/index.ts';
import {
  barTicks,
  beatStarts,
  gripAt,
  inPlayingOrder,
  isPicked,
  isSameValue,
  type Bar,
  type Note,
  type Score,
  type Ticks,
} from '../score/index.ts';
import { applyThumb } from '../thumb/index.ts';
import { frets } from './parsed.ts';

/** Adds one known difficulty to a passage; undefined where it does not fit. */
interface GradingOperator {
  readonly name: string;
  readonly harder: (score: Score) => Score | undefined;
}

const hasThumb = (score: Score) =>
  score.bars.some(({ notes }) => notes.some(({ voice }) => voice === 'thumb'));
const isTune = ({ voice }: Note) => voice === 'melody';
const withBar = (score: Score, index: number, bar: Bar): Score =>
  applyThumb({
    ...score,
    bars: score.bars.with(index, { ...bar, notes: [...bar.notes].sort(inPlayingOrder) }),
  });

/** The first bar in which something can be changed, changed. */
function somewhere(score: Score, change: (bar: Bar, index: number) => Bar | undefined): Score | undefined {
  for (const [index, bar] of score.bars.entries()) {
    const changed = change(bar, index);
    if (changed) return withBar(score, index, changed);
  }
  return undefined;
}
/** Every bar that can be changed, changed; undefined where none can. */
function everywhere(score: Score, change: (bar: Bar, index: number) => Bar | undefined): Score | undefined {
  let [changed, any] = [score, false];
  score.bars.forEach((bar, index) => {
    const next = change(bar, index);
    if (next) [changed, any] = [withBar(changed, index, next), true];
  });
  return any ? changed : undefined;
}
/** The first note of the tune that can be changed, changed. */
const oneNote = (score: Score, change: (note: Note, bar: Bar, index: number) => Note | undefined) =>
  somewhere(score, (bar, index) => {
    for (const note of bar.notes.filter(isTune)) {
      const changed = change(note, bar, index);
      if (changed) return { ...bar, notes: bar.notes.map((each) => (each === note ? changed : each)) };
    }
    return undefined;
  });
const eighth = (bar: Bar): Ticks => Math.round((beatStarts(bar.metre)[1] ?? barTicks(bar.metre)) / 2);
const isTaken = (bar: Bar, tick: Ticks, string: number): boolean =>
  bar.notes.some((note) => note.string === string && note.tick === tick);
/** A note of the tune on the string between two that are there; what sounds there is cut short. */
function added(bar: Bar, note: Note): Bar {
  const cut = bar.notes.map((each) =>
    each.string === note.string && each.tick < note.tick && each.tick + each.durationTicks > note.tick
      ? { ...each, durationTicks: note.tick - each.tick }
      : each,
  );
  return { ...bar, notes: [...cut, note] };
}
/** Beats whose second half is free of the tune. */
const freeHalves = (bar: Bar): Ticks[] =>
  beatStarts(bar.metre)
    .map((beat) => beat + eighth(bar))
    .filter((tick) => !bar.notes.some((note) => isTune(note) && note.tick === tick));
const between = (score: Score, count: number) =>
  everywhere(score, (bar, index) => {
    const ticks = freeHalves(bar).slice(0, count);
    if (ticks.length < count) return undefined;
    return ticks.reduce<Bar>((each, tick) => {
      const string = ([1, 2, 3] as const).find((at) => !isTaken(each, tick, at)) ?? 1;
      const fret = gripAt(score, index, tick)?.frets[6 - string] ?? 0;
      return added(each, { tick, durationTicks: eighth(bar), string, fret, voice: 'melody' });
    }, bar);
  });
/** Undefined where another pattern strikes the very same notes. */
const withOtherNotes = (before: Score, after: Score): Score | undefined =>
  before.bars.every((bar, index) => isSameValue(bar.notes, after.bars[index]?.notes)) ? undefined : after;
const thumbFrom = (from: string, to: string) => (score: Score) =>
  score.thumbPattern === from ? withOtherNotes(score, applyThumb({ ...score, thumbPattern: to })) : undefined;
const slurred = (arrival: 'hammer-on' | 'pull-off' | 'slide', onBeat: boolean) => (score: Score) =>
  somewhere(score, (bar) => {
    const half = eighth(bar);
    const beats = beatStarts(bar.metre).slice(1);
    for (const beat of beats) {
      const tick = onBeat ? beat : beat + half;
      if (bar.notes.some((note) => note.string === 1 && note.tick > tick - half && note.tick < tick + half))
        continue;
      if (
        bar.notes.some(
          (note) => note.string === 1 && note.tick < tick - half && note.tick + note.durationTicks > tick,
        )
      )
        continue;
      const [low, high] = arrival === 'slide' ? [2, 4] : [0, 2];
      const [first, then] = arrival === 'pull-off' ? [high, low] : [low, high];
      const base = { string: 1 as const, voice: 'melody' as const, durationTicks: half };
      const lead = added(bar, { ...base, tick: tick - half, fret: first });
      return added(
        { ...lead, notes: lead.notes.filter((note) => note.string !== 1 || note.tick !== tick) },
        { ...base, tick, fret: then, arrival },
      );
    }
    return undefined;
  });
/** Barre forms of open grips, by what they sound. */
const barreOf: Readonly<Record<string, string>> = {
  x32010: 'x35553',
  '320003': '355433',
  x02010: '575555',
  x02210: '577555',
  '022100': '079997',
  '022000': '079987',
  x02220: '577655',
  xx0232: 'x57775',
  xx3211: '133211',
};
/** Open grips with a bass note more, which the thumb takes over the edge (common practice). */
const thumbOverOf: Readonly<Record<string, Pick<Bar['grips'][number], 'frets' | 'fingers'>>> = {
  xx0232: { frets: frets('2x0232'), fingers: ['T', null, null, 1, 3, 2] },
  xx3211: { frets: frets('1x3211'), fingers: ['T', null, 3, 2, 1, 1] },
  x32010: { frets: frets('332010'), fingers: ['T', 3, 2, null, 1, null] },
};
const key = (grip: readonly (number | null)[]) => grip.map((fret) => fret ?? 'x').join('');
/** A bar under another grip: notes that were the grip's follow it. */
function regripped(
  bar: Bar,
  from: readonly (number | null)[],
  to: Bar['grips'][number]['frets'],
  at: Ticks,
): Bar {
  const notes = bar.notes.map((note) =>
    isTune(note) && note.tick >= at && note.fret === from[6 - note.string]
      ? { ...note, fret: to[6 - note.string] ?? 0 }
      : note,
  );
  return { ...bar, grips: [...bar.grips.filter(({ tick }) => tick !== at), { tick: at, frets: to }], notes };
}
const retuned = (score: Score) => {
  const tuning = parseTuning('DADGAD');
  return tuning.ok && score.tuning.name.toLowerCase().includes('standard')
    ? { ...score, tuning: { name: tuning.value.name, pitches: [...tuning.value.pitches] } }
    : undefined;
};
const faster = (by: number) => (score: Score) => ({ ...score, tempoBpm: Math.round(score.tempoBpm * by) });
/** A note of the tune in another place of the same pitch: five frets up on the next thicker string, four from string 2 to 3. */
const placedUp = (note: Note): Note | undefined => {
  const up = note.string === 2 ? 4 : 5;
  return note.string < 3
    ? { ...note, string: (note.string + 1) as Note['string'], fret: note.fret + up }
    : undefined;
};
const isFree = (bar: Bar, note: Note, other: Note): boolean =>
  !bar.notes.some(
    (each) =>
      each !== note &&
      each.string === other.string &&
      each.tick < other.tick + other.durationTicks &&
      other.tick < each.tick + each.durationTicks,
  );

/** In the order in which things get hard (common practice). Each changes one thing. */
const gradingOperators: readonly GradingOperator[] = [
  { name: 'two strings for the thumb', harder: thumbFrom('one-string', 'two-string') },
  { name: 'three strings for the thumb', harder: thumbFrom('two-string', 'three-string') },
  { name: 'thumb on every beat', harder: thumbFrom('half-time', 'two-string') },
  { name: 'thumb between the beats', harder: thumbFrom('two-string', 'double-thumb') },
  { name: 'thump in eighths', harder: thumbFrom('one-string', 'eighth-thump') },
  { name: 'walk by the scale', harder: thumbFrom('two-string', 'walk') },
  { name: 'walk by half steps', harder: thumbFrom('two-string', 'walk-chromatic') },
  {
    name: 'a thumb under the tune',
    harder: (score) =>
      score.thumbPattern === 'by-hand' ? applyThumb({ ...score, thumbPattern: 'two-string' }) : undefined,
  },
  {
    name: 'bass stopped',
    harder: (score) =>
      hasThumb(score) && !score.bassEnding ? applyThumb({ ...score, bassEnding: 'stopped' }) : undefined,
  },
  {
    name: 'one grip more',
    harder: (score) =>
      score.thumbPattern === 'by-hand' || score.tuning.name.toLowerCase() !== 'standard'
        ? undefined
        : somewhere(score, (bar, index) => {
            const held = gripAt(score, index, 0);
            const isElsewhere =
              held &&
              score.bars.some(
                ({ grips }, other) =>
                  other !== index && grips.some((each) => key(each.frets) === key(held.frets)),
              );
            return index === 1 && held && isElsewhere
              ? regripped(bar, held.frets, frets('x21202'), 0)
              : undefined;
          }),
  },
  {
    name: 'a change inside a bar',
    harder: (score) =>
      somewhere(score, (bar, index) => {
        const [held, next] = [gripAt(score, index, 0), score.bars[index + 1]?.grips[0]];
        const middle = beatStarts(bar.metre)[Math.floor(beatStarts(bar.metre).length / 2)];
        if (!held || !next || !middle || key(held.frets) === key(next.frets) || !hasThumb(score))
          return undefined;
        return regripped(bar, held.frets, next.frets, middle);
      }),
  },
  {
    name: 'a pinch more',
    harder: (score) =>
      !hasThumb(score)
        ? undefined
        : somewhere(score, (bar, index) => {
            const beat = bar.notes.find(
              ({ voice, tick }) =>
                voice === 'thumb' &&
                !bar.notes.some((note) => isTune(note) && Math.abs(note.tick - tick) < eighth(bar)),
            )?.tick;
            if (beat === undefined) return undefined;
            const fret = gripAt(score, index, beat)?.frets[4] ?? 0;
            return added(bar, { tick: beat, durationTicks: eighth(bar), string: 2, fret, voice: 'melody' });
          }),
  },
  {
    name: 'a note moved off the beat',
    harder: (score) =>
      oneNote(score, (note, bar) => {
        const tick = note.tick + eighth(bar);
        const isOnBeat = beatStarts(bar.metre).includes(note.tick);
        return isOnBeat &&
          note.durationTicks > eighth(bar) &&
          !bar.notes.some((each) => isTune(each) && each.tick === tick)
          ? { ...note, tick, durationTicks: note.durationTicks - eighth(bar) }
          : undefined;
      }),
  },
  { name: 'one note between the beats', harder: (score) => between(score, 1) },
  { name: 'two notes between the beats', harder: (score) => between(score, 2) },
  { name: 'hammer-on', harder: slurred('hammer-on', false) },
  { name: 'pull-off', harder: slurred('pull-off', false) },
  { name: 'slide', harder: slurred('slide', false) },
  { name: 'hammer-on landing on the beat', harder: slurred('hammer-on', true) },
  {
    name: 'barre',
    harder: (score) =>
      score.tuning.name.toLowerCase() === 'standard'
        ? somewhere(score, (bar, index) => {
            const held = bar.grips[0];
            const form = held && barreOf[key(held.frets)];
            return held && form && index > 0 ? regripped(bar, held.frets, frets(form), 0) : undefined;
          })
        : undefined,
  },
  {
    name: 'thumb over the edge',
    harder: (score) =>
      score.tuning.name.toLowerCase() === 'standard'
        ? somewhere(score, (bar, index) => {
            const held = bar.grips[0];
            const form = held && thumbOverOf[key(held.frets)];
            return held && form && index > 0
              ? { ...bar, grips: bar.grips.map((grip) => (grip === held ? { ...grip, ...form } : grip)) }
              : undefined;
          })
        : undefined,
  },
  {
    name: 'bend',
    harder: (score) => oneNote(score, (note) => (note.fret > 0 ? { ...note, bendCents: 100 } : undefined)),
  },
  { name: 'mordent', harder: (score) => oneNote(score, (note) => ({ ...note, ornament: 'mordent' })) },
  {
    name: 'chime',
    harder: (score) =>
      oneNote(score, (note) => (isPicked(note) ? { ...note, fret: 12, harmonic: true } : undefined)),
  },
  {
    name: 'double stops',
    harder: (score) =>
      everywhere(score, (bar, index) => {
        const note = bar.notes.find((each) => isTune(each) && each.string < 3);
        if (!note) return undefined;
        const string = (note.string + 1) as Note['string'];
        const fret = gripAt(score, index, note.tick)?.frets[6 - string] ?? 0;
        const other = { ...note, string, fret };
        return isFree(bar, note, other) ? { ...bar, notes: [...bar.notes, other] } : undefined;
      }),
  },
  {
    name: 'the same notes up the neck',
    harder: (score) =>
      everywhere(score, (bar) => {
        const moved = bar.notes.map((note) => {
          const other = isTune(note) ? placedUp(note) : undefined;
          return other && isFree(bar, note, other) ? other : note;
        });
        return moved.some((note, index) => note !== bar.notes[index]) ? { ...bar, notes: moved } : undefined;
      }),
  },
  {
    name: 'a shift',
    harder: (score) =>
      score.tuning.name.toLowerCase() !== 'standard'
        ? undefined
        : oneNote(score, (note, _, index) =>
            index === 2 && note.string === 1 ? { ...note, fret: note.fret + 7 } : undefined,
          ),
  },
  {
    name: 'a stretch',
    harder: (score) =>
      oneNote(score, (note, _, index) => {
        const held = gripAt(score, index, note.tick)?.frets.filter((fret) => fret !== null && fret > 0) ?? [];
        const low = Math.min(...held.map(Number));
        return held.length > 0 && note.string === 1 && note.fret < low + 4
          ? { ...note, fret: low + 4 }
          : undefined;
      }),
  },
  { name: 'a third faster', harder: faster(1.34) },
  { name: 'half as fast again', harder: faster(1.5) },
  { name: 'a strange tuning', harder: retuned },
  {
    name: 'a bar of another length',
    harder: (score) => {
      const bar = score.bars[1];
      const metre = bar && { ...bar.metre, beats: bar.metre.beats + 2 };
      return bar && metre ? withBar(score, 1, { ...bar, metre }) : undefined;
    },
  },
  {
    name: 'twice as much to learn',
    harder: (score) => {
      const more = score.bars.map((bar): Bar => {
        const others = bar.notes.map((note) =>
          isTune(note) && note.string < 3 && note.fret < 3 ? { ...note, fret: 3 - note.fret } : note,
        );
        return { ...bar, id: `${bar.id} again`, notes: others };
      });
      return applyThumb({ ...score, bars: [...score.bars, ...more] });
    },
  },
  {
    name: 'bottleneck',
    harder: (score) =>
      everywhere(score, (bar) =>
        bar.notes.some((note) => isTune(note) && note.fret > 0)
          ? {
              ...bar,
              notes: bar.notes.map((note) =>
                isTune(note) && note.fret > 0 ? { ...note, bottleneck: {} } : note,
              ),
            }
          : undefined,
      ),
  },
];

/** A passage and the same with one difficulty more. */
export interface GradingPair {
  readonly base: string;
  readonly operator: string;
  readonly easier: Score;
  readonly harder: Score;
}

export const gradingPairs = (
  bases: readonly { readonly name: string; readonly score: Score }[],
): GradingPair[] =>
  bases.flatMap(({ name, score }) =>
    gradingOperators.flatMap((operator) => {
      const harder = operator.harder(score);
      return harder && !isSameValue(harder, score)
        ? [{ base: name, operator: operator.name, easier: score, harder }]
        : [];
    }),
  );
