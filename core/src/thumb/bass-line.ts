import { writtenMidi } from '../instrument/index.ts';
import { pitchText, spellMidi } from '../pitch/index.ts';
import {
  numberOfBar,
  beatAt,
  beatStarts,
  barTicks,
  endingWords,
  strokeWords,
  tempoMap,
  type Note,
  type NoteEnding,
  type Score,
} from '../score/index.ts';

/** One stroke of the bass line, as it is read and said. Bars and beats from 1. */
export interface BassNote {
  readonly bar: number;
  readonly beat: number;
  readonly string: number;
  readonly fret: number;
  /** As written in the key: "F#2". */
  readonly pitch: string;
  /** "F#2, string 6 fret 2, stopped". */
  readonly words: string;
}

/** The thumb voice alone, as notes and as words. */
export const bassLine = (score: Score): BassNote[] =>
  score.bars.flatMap((bar, index) =>
    bar.notes
      .filter((note) => note.voice === 'thumb')
      .map((note) => {
        const pitch = pitchText(spellMidi(writtenMidi(score.tuning, note), score.key));
        return {
          bar: numberOfBar(score, index),
          beat: beatAt(bar.metre, note.tick),
          string: note.string,
          fret: note.fret,
          pitch,
          words: wordsOf(note, pitch),
        };
      }),
  );

function wordsOf(note: Note, pitch: string): string {
  const where = note.fret === 0 ? `open string ${note.string}` : `string ${note.string} fret ${note.fret}`;
  const marks = [
    note.stroke && strokeWords[note.stroke],
    note.grace && 'just before',
    note.dead && note.stroke !== 'slap' && 'muted',
    note.ending && endingWords[note.ending],
    note.accent && 'accented',
  ].filter((mark) => typeof mark === 'string');
  return [note.dead ? `string ${note.string}` : `${pitch}, ${where}`, ...marks].join(', ');
}

/** How busy the thumb is in a bar, and over the piece. */
export interface BassDensity {
  /** Strokes a beat, by bar; strings struck at once are one stroke. */
  readonly perBeat: readonly number[];
  readonly mean: number;
  /** Strokes a second at the written tempo, in the busiest bar. */
  readonly busiestPerSecond: number;
}

export function bassDensity(score: Score): BassDensity {
  const timed = tempoMap(score).bars;
  const bars = score.bars.map((bar, index) => {
    const count = new Set(
      bar.notes
        .filter(({ voice, tied, grace }) => voice === 'thumb' && !tied && !grace)
        .map(({ tick }) => tick),
    ).size;
    const seconds = barTicks(bar.metre) * (timed[index]?.secondsPerTick ?? 0);
    return { count, beats: Math.max(1, beatStarts(bar.metre).length), seconds };
  });
  const beats = bars.reduce((sum, bar) => sum + bar.beats, 0);
  return {
    perBeat: bars.map((bar) => bar.count / bar.beats),
    mean: bars.reduce((sum, bar) => sum + bar.count, 0) / Math.max(1, beats),
    busiestPerSecond: bars.reduce((most, { count, seconds }) => Math.max(most, count / seconds), 0),
  };
}

/** The score with every bass note ending one way, to hear two ways side by side; undefined leaves each at its written length. */
export const withBassEnding = (score: Score, ending: NoteEnding | undefined): Score => ({
  ...score,
  bars: score.bars.map((bar) => ({
    ...bar,
    notes: bar.notes.map((note) => {
      if (note.voice !== 'thumb' || note.dead) return note;
      const { ending: _, ...rest } = note;
      return ending ? { ...rest, ending } : rest;
    }),
  })),
});
