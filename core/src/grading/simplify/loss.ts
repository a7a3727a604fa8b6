import { openMidi } from '../../instrument/index.ts';
import {
  beatTicks,
  gripAt,
  placedNotes,
  techniquesOf,
  type PlacedNote,
  type Score,
} from '../../score/index.ts';
import { isOnPulse } from '../facts.ts';

/** What an easier version loses of the music, each 0, nothing, to 1, all of it. */
export interface Loss {
  readonly tune: number;
  readonly harmony: number;
  readonly bass: number;
  readonly style: number;
  /** The four weighed: the tune half of it, the style a tenth. */
  readonly total: number;
}

/** What counts most of a piece is its tune, then what it stands on (common practice; the shares from memory). */
const shares = { tune: 0.5, harmony: 0.2, bass: 0.2, style: 0.1 } as const;
/** What is lost of a note that is still there, but not as it was. */
const moved = 0.35;
const otherPitch = 0.5;
const halved = 1;

/**
 * Compares easier versions with what they were made from, bar by bar. The tune is the highest note of each of its moments: a note on the beat weighs twice, one where the tune turns half as much again;
 * a note moved within a beat loses about a third, one in another octave half, one that is gone all. Harmony is what else sounds with the tune, and what the grips hold. Style is marks, strokes off the pulse, and tempo: half the tempo loses all of it.
 */
export function lossFrom(score: Score): (easier: Score) => Loss {
  const losses = {
    tune: tuneLoss(score),
    harmony: harmonyLoss(score),
    bass: bassLoss(score),
    style: styleLoss(score),
  };
  return (easier) => {
    const tune = losses.tune(easier);
    const harmony = losses.harmony(easier);
    const bass = losses.bass(easier);
    const style = losses.style(easier);
    const total = shares.tune * tune + shares.harmony * harmony + shares.bass * bass + shares.style * style;
    return { tune, harmony, bass, style, total };
  };
}

interface Sounding {
  readonly bar: number;
  readonly tick: number;
  readonly midi: number;
}

const midiOf = (score: Score, { note }: PlacedNote): number =>
  openMidi(score.tuning, note.string) + note.fret;

function topLine(score: Score): Sounding[] {
  const line = new Map<number, Sounding>();
  for (const placed of placedNotes(score, 'melody')) {
    if (placed.note.tied || placed.note.dead) continue;
    const midi = midiOf(score, placed);
    if (midi > (line.get(placed.atTicks)?.midi ?? -Infinity))
      line.set(placed.atTicks, { bar: placed.bar, tick: placed.note.tick, midi });
  }
  return [...line.values()];
}

type LossOf = (easier: Score) => number;

function tuneLoss(score: Score): LossOf {
  const line = topLine(score);
  const weighed = line.map((note, index) => {
    const [before, after] = [line[index - 1]?.midi, line[index + 1]?.midi];
    const turns =
      before !== undefined && after !== undefined && (note.midi - before) * (after - note.midi) < 0;
    const weight = (isOnPulse(score, note.bar, note.tick) ? 2 : 1) * (turns ? 1.5 : 1);
    return { note, weight };
  });
  const all = weighed.reduce((sum, { weight }) => sum + weight, 0);
  return (easier) => {
    const left = new Map<number, Sounding[]>();
    for (const each of topLine(easier)) left.set(each.bar, [...(left.get(each.bar) ?? []), each]);
    const lost = weighed.reduce(
      (sum, { note, weight }) => sum + weight * noteLoss(score, note, left.get(note.bar) ?? []),
      0,
    );
    return all === 0 ? 0 : lost / all;
  };
}

function noteLoss(score: Score, note: Sounding, left: readonly Sounding[]): number {
  const metre = score.bars[note.bar]?.metre;
  const beat = metre ? beatTicks(metre) : 960;
  const near = left.filter(({ tick }) => Math.abs(tick - note.tick) <= beat / 2);
  const isThere = (each: Sounding) => each.tick === note.tick;
  if (near.some((each) => isThere(each) && each.midi === note.midi)) return 0;
  if (near.some(({ midi }) => midi === note.midi)) return moved;
  return near.some((each) => isThere(each) && (each.midi - note.midi) % 12 === 0) ? otherPitch : 1;
}

/** Notes under the tune that are gone, and tones of grips that are no longer held. */
function harmonyLoss(score: Score): LossOf {
  const under = (each: Score) => {
    const top = new Set(topLine(each).map(({ bar, tick, midi }) => `${bar} ${tick} ${midi}`));
    return placedNotes(each, 'melody')
      .map((placed) => `${placed.bar} ${placed.note.tick} ${midiOf(each, placed)}`)
      .filter((key) => !top.has(key));
  };
  const held = (each: Score) =>
    each.bars.flatMap((_, index) =>
      (gripAt(each, index, 0)?.frets ?? []).flatMap((fret, string) =>
        fret === null ? [] : [`grip ${index} ${string} ${fret}`],
      ),
    );
  const was = [...under(score), ...held(score)];
  return (easier) => gone(was, new Set([...under(easier), ...held(easier)]));
}

const gone = (was: readonly string[], is: ReadonlySet<string>): number =>
  was.length === 0 ? 0 : was.filter((key) => !is.has(key)).length / was.length;

function bassLoss(score: Score): LossOf {
  const strokes = placedNotes(score, 'thumb')
    .filter(({ note }) => !note.tied)
    .map((placed) => ({ key: `${placed.bar} ${placed.note.tick}`, midi: midiOf(score, placed) }));
  return (easier) => {
    const left = new Map(
      placedNotes(easier, 'thumb').map((placed) => [
        `${placed.bar} ${placed.note.tick}`,
        midiOf(easier, placed),
      ]),
    );
    const lost = strokes.reduce((sum, { key, midi }) => {
      const now = left.get(key);
      return sum + (now === undefined ? 1 : now === midi ? 0 : otherPitch);
    }, 0);
    return strokes.length === 0 ? 0 : lost / strokes.length;
  };
}

function styleLoss(score: Score): LossOf {
  const marks = (each: Score) =>
    [...placedNotes(each, 'melody'), ...placedNotes(each, 'thumb')].flatMap(({ bar, note }) => [
      ...techniquesOf(note).map(({ word }) => `${bar} ${note.voice} ${word}`),
      ...(isOnPulse(each, bar, note.tick) ? [] : [`${bar} ${note.voice} off the beat`]),
    ]);
  const was = tally(marks(score));
  const all = [...was.values()].reduce((sum, count) => sum + count, 0);
  return (easier) => {
    const is = tally(marks(easier));
    const lost = [...was].reduce((sum, [mark, count]) => sum + Math.max(0, count - (is.get(mark) ?? 0)), 0);
    const slower = Math.min(1, Math.max(0, Math.log2(score.tempoBpm / easier.tempoBpm) / halved));
    const kept = (1 - (all === 0 ? 0 : lost / all)) * (1 - slower);
    return 1 - kept;
  };
}

function tally(words: readonly string[]): Map<string, number> {
  const counts = new Map<string, number>();
  for (const word of words) counts.set(word, (counts.get(word) ?? 0) + 1);
  return counts;
}
