import { fail, ok, type Result } from '../fault/index.ts';
import { placeMelody, type FingeringOptions } from '../fingering/index.ts';
import { highestFret, openMidi, stringNumbers, type StringNumber } from '../instrument/index.ts';
import { modulo, pitchClassOf, type NoteName } from '../pitch/index.ts';
import {
  inPlayingOrder,
  type Bar,
  type Note,
  type PlacedGrip,
  type Score,
  type Ticks,
} from '../score/index.ts';

/** From a moment of a bar on, the chord that was there and the one that is wanted. */
export interface ChordChange {
  readonly tick: Ticks;
  readonly from: { readonly grip: PlacedGrip | undefined; readonly root: NoteName | undefined };
  readonly to: { readonly grip: PlacedGrip; readonly root: NoteName };
}

/**
 * The bar on other chords. A melody whose notes all lie under the old grip stays on its strings and takes the new grip's frets: the picking hand
 * does the same. Any other is moved by the step from root to root, up or down, whichever the fretting hand finds easier, and laid anew by
 * it. The thumb's strokes are left to its pattern. Refused where the neck has no place for it.
 */
export function moveBar(
  score: Score,
  bar: Bar,
  changes: readonly ChordChange[],
  options: Omit<FingeringOptions, 'isOpen'>,
): Result<Bar> {
  const grips = changes.map(({ tick, to }) => ({ ...to.grip, tick }));
  const thumb = bar.notes.filter(({ voice, byHand }) => voice === 'thumb' && !byHand);
  const melody = bar.notes.filter(({ voice }) => voice === 'melody');
  const at = (tick: Ticks) => changes.findLast((change) => change.tick <= tick) ?? changes[0];
  const { leftOut: _, ...rest } = bar;
  const whole = (notes: readonly Note[]): Bar => ({
    ...rest,
    grips,
    notes: [...thumb, ...notes].sort(inPlayingOrder),
  });
  if (melody.length === 0) return ok(whole([]));
  const held = underGrips(melody, at);
  if (held) return ok(whole(held));
  const ways = [0, -12].flatMap((octave) => {
    const moved = byRoots(score, melody, at, octave);
    if (!moved) return [];
    const alone: Score = { ...score, bars: [whole(moved)] };
    const { score: laid, afterMm } = placeMelody(alone, options);
    const [only] = laid.bars;
    return only ? [{ bar: only, afterMm }] : [];
  });
  const [first, second] = ways;
  if (!first)
    return fail('The bar has no place on the neck over this chord', 'Write the bar for it by hand', {});
  return ok(second && second.afterMm < first.afterMm ? second.bar : first.bar);
}

/** The melody on the same strings under the new grips; undefined where a note is none of the old grip's or its string is not in the new one. */
function underGrips(
  melody: readonly Note[],
  at: (tick: Ticks) => ChordChange | undefined,
): Note[] | undefined {
  const moved = melody.map((note): Note | undefined => {
    const change = at(note.tick);
    const fret = change?.to.grip.frets[6 - note.string];
    if (change?.from.grip?.frets[6 - note.string] !== note.fret || typeof fret !== 'number') return undefined;
    return freed(note, note.string, fret);
  });
  return moved.every((note) => note !== undefined) ? moved : undefined;
}

/** The melody moved from root to root, each note on the nearest string that has a place for it; undefined where one has none. */
function byRoots(
  score: Score,
  melody: readonly Note[],
  at: (tick: Ticks) => ChordChange | undefined,
  octave: number,
): Note[] | undefined {
  const placed: Note[] = [];
  for (const note of melody) {
    const change = at(note.tick);
    const [from, to] = [change?.from.root, change?.to.root];
    const step = from && to ? modulo(pitchClassOf(to) - pitchClassOf(from), 12) : 0;
    const midi = openMidi(score.tuning, note.string) + note.fret + (step === 0 ? 0 : step + octave);
    const taken = new Set(placed.filter(({ tick }) => tick === note.tick).map(({ string }) => string));
    const place = stringNumbers
      .map((string) => ({ string, fret: midi - openMidi(score.tuning, string) }))
      .filter(({ string, fret }) => fret >= 0 && fret <= highestFret(score) && !taken.has(string))
      .sort(
        (a, b) => a.fret - b.fret || Math.abs(a.string - note.string) - Math.abs(b.string - note.string),
      )[0];
    if (!place) return undefined;
    placed.push(freed(note, place.string, place.fret));
  }
  return placed;
}

/** A note at another place; fingers chosen for the old one, and its name, are let go. */
function freed(note: Note, string: StringNumber, fret: number): Note {
  const { finger: _, position: __, id: ___, ...kept } = note;
  return { ...kept, string, fret };
}
