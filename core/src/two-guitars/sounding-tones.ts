import type { StringNumber } from '../instrument/index.ts';
import type { Midi } from '../pitch/index.ts';
import {
  barStarts,
  heardWholeMidi,
  placedNotes,
  soundOf,
  type Score,
  type Ticks,
  type Voice,
} from '../score/index.ts';

/** A pitch of one guitar, as long as it is written. */
export interface SoundingTone {
  readonly midi: Midi;
  readonly voice: Voice;
  readonly string: StringNumber;
  /** From the start of the score. */
  readonly from: Ticks;
  readonly to: Ticks;
  /** The bar it begins in, from 0, and where in it. */
  readonly bar: number;
  readonly tick: Ticks;
  /** Whether it begins a sound; a tied note goes on with one. */
  readonly isStruck: boolean;
}

/** Every pitch of a score in playing order, as heard: capo and a guitar tuned away included. Dead notes have none. */
export function soundingTones(score: Score): SoundingTone[] {
  return placedNotes(score).flatMap(({ bar, atTicks, note }): SoundingTone[] =>
    note.dead || note.stroke === 'slap'
      ? []
      : [
          {
            midi: heardWholeMidi(score, note),
            voice: note.voice,
            string: note.string,
            from: atTicks,
            to: atTicks + note.durationTicks,
            bar,
            tick: note.tick,
            isStruck: !soundOf(note).carriesOn,
          },
        ],
  );
}

/** The tones by the bar they begin in; one that lasts over the bar line stands in every bar it sounds in. */
export function tonesByBar(score: Score, tones: readonly SoundingTone[]): SoundingTone[][] {
  const starts = barStarts(score);
  const byBar: SoundingTone[][] = score.bars.map(() => []);
  for (const tone of tones)
    for (let bar = tone.bar; bar < byBar.length && (starts[bar] ?? Infinity) < tone.to; bar += 1)
      byBar[bar]?.push(tone);
  return byBar;
}
