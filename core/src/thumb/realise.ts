import {
  beatStarts,
  barTicks,
  inPlayingOrder,
  isCompound,
  soundingFrets,
  type Metre,
  type Note,
  type NoteStroke,
  type NoteEnding,
  type PlacedGrip,
  type ThumbStroke,
  type Ticks,
} from '../score/index.ts';
import type { Key } from '../pitch/index.ts';
import type { NeckPlace, StringNumber, Tuning } from '../instrument/index.ts';
import { fretOf, gripTones } from '../shapes/index.ts';
import { bassStrings } from './bass-strings.ts';
import type { PatternGrid, ThumbPattern } from './pattern-table.ts';
import { placeForRole, type Solution } from './role-places.ts';
import { walkTo } from './walk.ts';

/** What a bar offers a pattern: its metre, which grip is held when, and which strings the melody has at a tick. */
export interface BassSetting {
  readonly metre: Metre;
  readonly tuning: Tuning;
  readonly gripAt: (tick: Ticks) => PlacedGrip | undefined;
  readonly takenAt?: (tick: Ticks) => ReadonlySet<number>;
  readonly ending?: NoteEnding | undefined;
  /** What a walk walks to: the grip of the next bar. Absent: the grip that is held, from below. */
  readonly nextGrip?: PlacedGrip | undefined;
  /** Notes a walk by the scale may take; absent: C major. */
  readonly key?: Key | undefined;
  /** Part of the bar the pattern is laid in; absent: all of it. */
  readonly from?: Ticks;
  readonly until?: Ticks;
}

/** A stroke that could not be made as its pattern wants it. */
export interface SolvedStroke {
  readonly tick: Ticks;
  readonly string: StringNumber | undefined;
  readonly why: Solution | 'left out, the melody has every string';
}

export interface Realised {
  readonly notes: readonly Note[];
  readonly solved: readonly SolvedStroke[];
}

interface PlacedStroke {
  readonly tick: Ticks;
  readonly grip: PlacedGrip;
  readonly stroke: ThumbStroke;
}

/**
 * One bar of a pattern over the grips held in it. The pattern starts anew with each grip laid inside the bar, unless it has beats
 * of rest, which keep to the bar. Strokes without a written length last up to the next stroke. Beats without a grip stay silent.
 */
export function realisePattern(pattern: ThumbPattern, setting: BassSetting): Realised {
  const { metre } = setting;
  const from = setting.from ?? 0;
  const until = Math.min(setting.until ?? Infinity, barTicks(metre));
  const grid = beatStarts(metre).length % 3 === 0 ? pattern.triple : pattern.duple;
  const strokes = strokesOf(grid, setting).filter(({ tick }) => tick >= from && tick < until);
  const kept = pattern.inHoles
    ? strokes.filter(({ tick }) => (setting.takenAt?.(tick).size ?? 0) === 0)
    : strokes;
  const walk = pattern.walk ? walkNotes(pattern, setting, until) : [];
  const walkFrom = Math.min(...walk.map(({ tick }) => tick));
  const solved: SolvedStroke[] = [];
  const notes: Note[] = [];
  let last: StringNumber | undefined;
  for (const stroke of kept) {
    if (stroke.tick >= walkFrom) continue;
    const struck = new Set(notes.filter(({ tick }) => tick === stroke.tick).map(({ string }) => string));
    const made = strike(stroke, grid, kept, Math.min(until, walkFrom), setting, last, solved).filter(
      ({ string }) => !struck.has(string),
    );
    notes.push(...made);
    last = made[0]?.string ?? last;
  }
  return { notes: [...notes, ...walk].sort(inPlayingOrder), solved };
}

/** Length of one slot; in compound metres the second of two slots falls on the last third of the beat. */
function slotTick(beat: Ticks, slot: number, slotsPerBeat: number, compound: boolean): Ticks {
  const whole = Math.floor(slot / slotsPerBeat);
  const part = slot % slotsPerBeat;
  if (compound && slotsPerBeat === 2) return whole * beat + (part === 0 ? 0 : (beat * 2) / 3);
  return whole * beat + Math.round((part * beat) / slotsPerBeat);
}

function strokesOf(grid: PatternGrid, { metre, gripAt: held }: BassSetting): PlacedStroke[] {
  const starts = beatStarts(metre);
  const beat = starts[1] ?? barTicks(metre);
  const keepsToTheBar = !Array.from({ length: grid.beats }, (_, index) => index).every((index) =>
    grid.strokes.some(({ slot }) => slot === index * grid.slotsPerBeat),
  );
  let since = 0;
  return starts.flatMap((start, index) => {
    const grip = held(start);
    const isNew = index > 0 && grip !== held(starts[index - 1] ?? 0);
    if (isNew && !keepsToTheBar) since = index;
    const beatInGrid = (index - since) % grid.beats;
    const first = beatInGrid * grid.slotsPerBeat;
    return grid.strokes
      .filter(({ slot }) => slot >= first && slot < first + grid.slotsPerBeat)
      .flatMap((stroke) => {
        const tick = start + slotTick(beat, stroke.slot - first, grid.slotsPerBeat, isCompound(metre));
        const there = held(tick);
        return there ? [{ tick, grip: there, stroke }] : [];
      });
  });
}

/** Strokes over several strings of the grip. */
const spreads: ReadonlySet<NoteStroke> = new Set(['brush', 'brush-back', 'roll', 'roll-back']);

/** The notes of one stroke: one, a brush over several strings, or none when the melody has every string. */
function strike(
  { tick, grip, stroke }: PlacedStroke,
  grid: PatternGrid,
  strokes: readonly PlacedStroke[],
  until: Ticks,
  setting: BassSetting,
  last: StringNumber | undefined,
  solved: SolvedStroke[],
): Note[] {
  const { tuning, ending: always, metre } = setting;
  const taken = setting.takenAt?.(tick) ?? new Set<number>();
  const next = strokes.find((other) => other.tick > tick)?.tick ?? until;
  const beat = beatStarts(metre)[1] ?? barTicks(metre);
  const written =
    stroke.slots === undefined ? Infinity : Math.round((stroke.slots * beat) / grid.slotsPerBeat);
  const ending = always ?? stroke.ending;
  const at = ({ string, fret }: NeckPlace): Note => ({
    tick,
    durationTicks: Math.max(1, Math.min(next - tick, written)),
    string,
    fret,
    voice: 'thumb',
    ...(ending && !stroke.dead ? { ending } : {}),
    ...(stroke.accent ? { accent: true as const } : {}),
    ...(stroke.dead ? { dead: true as const } : {}),
    ...(stroke.grace ? { grace: true as const } : {}),
    ...(stroke.stroke ? { stroke: stroke.stroke } : {}),
  });
  if (stroke.stroke && spreads.has(stroke.stroke)) return brushed(grip, tuning, taken).map(at);
  if (stroke.string !== undefined) {
    if (taken.has(stroke.string)) return [];
    return [at({ string: stroke.string, fret: fretOf(grip.frets, stroke.string) ?? 0 })];
  }
  const place = placeForRole(stroke.role, grip, tuning, taken, last);
  if (!place) {
    solved.push({ tick, string: undefined, why: 'left out, the melody has every string' });
    return [];
  }
  if (place.solved) solved.push({ tick, string: place.string, why: place.solved });
  return [at(place)];
}

/** Strings of a brush: the grip's three thinnest that the melody leaves, none of them the low bass. */
function brushed(grip: PlacedGrip, tuning: Tuning, taken: ReadonlySet<number>): NeckPlace[] {
  const frets = soundingFrets(grip);
  const low = bassStrings(tuning, frets)?.low ?? 6;
  return gripTones(tuning, frets)
    .slice(-3)
    .filter(({ string }) => !taken.has(string) && string < low);
}

/** The walk in a bar's last beats, one step a beat. */
function walkNotes({ walk }: ThumbPattern, setting: BassSetting, until: Ticks): Note[] {
  if (!walk) return [];
  const { metre, tuning, ending, key = { tonic: 'C', mode: 'major' } } = setting;
  const starts = beatStarts(metre).filter((tick) => tick < until);
  const beats = Math.min(walk.beats, starts.length - 1);
  const ticks = beats > 0 ? starts.slice(-beats) : [];
  const held = setting.gripAt(ticks[0] ?? 0);
  const to = setting.nextGrip ?? held;
  if (!held || !to) return [];
  const steps = walkTo(walk, ticks.length, held, to, tuning, key);
  return steps.flatMap(({ bass, above }, index): Note[] => {
    const tick = ticks[index] ?? 0;
    const taken = setting.takenAt?.(tick) ?? new Set<number>();
    return [bass, above]
      .filter((place) => place !== undefined)
      .filter(({ string }) => !taken.has(string))
      .map(({ string, fret }) => ({
        tick,
        durationTicks: (ticks[index + 1] ?? until) - tick,
        string,
        fret,
        voice: 'thumb',
        ...(ending ? { ending } : {}),
      }));
  });
}
