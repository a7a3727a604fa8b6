import type { StringNumber, Tuning } from '../instrument/index.ts';
import {
  barTicks,
  beatStarts,
  gripAt,
  inPlayingOrder,
  soundingFrets,
  type Bar,
  type Metre,
  type Note,
  type NoteEnding,
  type PlacedGrip,
  type Study,
  type Ticks,
} from '../score/index.ts';
import { fretOf } from '../shapes/index.ts';
import { bassStrings } from './bass-strings.ts';
import { byHand, findPattern, type BassRole, type ThumbPattern } from './pattern-table.ts';

interface Stroke {
  readonly tick: Ticks;
  readonly role: BassRole;
  readonly grip: PlacedGrip;
  readonly beat: number;
}

/** What a bar offers a pattern: its metre, which grip is held when, and which strings the melody has at a tick. */
export interface BassSetting {
  readonly metre: Metre;
  readonly tuning: Tuning;
  readonly gripAt: (tick: Ticks) => PlacedGrip | undefined;
  readonly takenAt?: (tick: Ticks) => ReadonlySet<number>;
  readonly ending?: NoteEnding | undefined;
}

/**
 * One bar of a pattern over the grips held in it. The pattern starts anew with each grip laid inside the bar. A string
 * the melody strikes at the same moment is left to it: the thumb takes the alternate, the low or the other low string
 * instead, in that order, and rests when all are taken. Beats without a grip stay silent.
 */
export function realisePattern(pattern: ThumbPattern, setting: BassSetting): Note[] {
  const { metre, ending = pattern.ending } = setting;
  const starts = beatStarts(metre);
  const beat = starts[1] ?? barTicks(metre);
  const strokes = strokesOf(pattern, starts, setting);
  return strokes.flatMap((stroke, index): Note[] => {
    const place = stringFor(stroke, setting);
    if (!place) return [];
    const until = strokes[index + 1]?.tick ?? barTicks(metre);
    const longest = pattern.longestBeats === undefined ? Infinity : pattern.longestBeats * beat;
    return [
      {
        tick: stroke.tick,
        durationTicks: Math.min(until - stroke.tick, longest),
        string: place.string,
        fret: place.fret,
        voice: 'thumb',
        ...(ending ? { ending } : {}),
        ...(pattern.accents?.includes(stroke.beat) ? { accent: true as const } : {}),
      },
    ];
  });
}

function strokesOf(pattern: ThumbPattern, starts: readonly Ticks[], { gripAt: held }: BassSetting): Stroke[] {
  const cycle = starts.length % 3 === 0 ? pattern.triple : pattern.duple;
  const keepsToTheBar = cycle.includes(null);
  let since = 0;
  return starts.flatMap((tick, index) => {
    const grip = held(tick);
    const isNew = grip !== (index > 0 ? held(starts[index - 1] ?? 0) : grip);
    if (isNew && !keepsToTheBar) since = index;
    const role = cycle[(index - since) % cycle.length] ?? null;
    return grip && role ? [{ tick, role, grip, beat: index + 1 }] : [];
  });
}

function stringFor(
  { tick, role, grip }: Stroke,
  { tuning, takenAt }: BassSetting,
): { string: StringNumber; fret: number } | undefined {
  const strings = bassStrings(tuning, soundingFrets(grip));
  if (!strings) return undefined;
  const taken = takenAt?.(tick);
  const string = [strings[role], strings.alternate, strings.low, strings['other-low']].find(
    (each) => !taken?.has(each),
  );
  return string === undefined ? undefined : { string, fret: fretOf(grip.frets, string) ?? 0 };
}

/**
 * Writes the thumb voice of every bar from its pattern (or the piece's) and its grips. Bars by hand, and bars whose
 * pattern is unknown, keep what they have. Bars that come out the same are the same objects as before.
 */
export function applyThumb(study: Study): Study {
  const bars = study.bars.map((bar, index) => withThumb(study, bar, index));
  return bars.every((bar, index) => bar === study.bars[index]) ? study : { ...study, bars };
}

function withThumb(study: Study, bar: Bar, index: number): Bar {
  const chosen = bar.thumbPattern ?? study.thumbPattern;
  const pattern = findPattern(chosen);
  if (chosen === byHand || !pattern) return bar;
  const melody = bar.notes.filter((note) => note.voice === 'melody');
  const thumb = realisePattern(pattern, {
    metre: bar.metre,
    tuning: study.tuning,
    ending: study.bassEnding,
    gripAt: (tick) => gripAt(study, index, tick),
    takenAt: (tick) => new Set(melody.filter((note) => note.tick === tick).map((note) => note.string)),
  });
  const before = bar.notes.filter((note) => note.voice === 'thumb');
  if (JSON.stringify(before) === JSON.stringify(thumb)) return bar;
  return { ...bar, notes: [...melody, ...thumb].sort(inPlayingOrder) };
}
