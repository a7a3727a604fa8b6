import { modulo } from '../../pitch/index.ts';
import { gripAt, type Note, type Score } from '../../score/index.ts';
import { metricalWeight } from '../syncopation.ts';
import { heldTones } from './held-tones.ts';
import { midiIn } from './moves/tune-moments.ts';

/** Beats 1 and 3 of four, 1 of three. */
const strong = -1;

/** A bass note on a strong beat, and the note of the tune that clashes with it. */
interface Clash {
  /** From 0. */
  readonly bar: number;
  readonly bass: Note;
  readonly tune: Note;
}

/** Where bass and tune lie a half step apart, in whatever octave, on a strong beat, and the note of the tune is not one of the chord's. */
export function clashesOf(score: Score): Clash[] {
  return score.bars.flatMap((bar, index) =>
    bar.notes.flatMap((bass): Clash[] => {
      if (bass.voice !== 'thumb' || bass.dead || bass.tied || metricalWeight(bar.metre, bass.tick) < strong)
        return [];
      const inChord = heldTones(score, index, bass.tick);
      return bar.notes
        .filter(
          (note) =>
            note.voice === 'melody' &&
            !note.dead &&
            note.tick <= bass.tick &&
            note.tick + note.durationTicks > bass.tick &&
            isHalfStep(midiIn(score, note) - midiIn(score, bass)) &&
            !inChord.has(modulo(midiIn(score, note), 12)),
        )
        .map((tune) => ({ bar: index, bass, tune }));
    }),
  );
}

const isHalfStep = (by: number): boolean => modulo(by, 12) === 1 || modulo(by, 12) === 11;

const bassStrings = [6, 5, 4, 3] as const;

/** The same with another note of the grip under each clash; where there is none, nothing is struck there. */
export function withoutClashes(score: Score): Score {
  const clashes = clashesOf(score);
  if (clashes.length === 0) return score;
  return {
    ...score,
    bars: score.bars.map((bar, index) => {
      const here = clashes.filter((clash) => clash.bar === index);
      if (here.length === 0) return bar;
      return {
        ...bar,
        notes: bar.notes.map((note) => {
          const clash = here.find(({ bass }) => bass === note);
          return clash ? (otherBass(score, index, clash) ?? note) : note;
        }),
      };
    }),
  };
}

function otherBass(score: Score, index: number, { bass, tune }: Clash): Note | undefined {
  const grip = gripAt(score, index, bass.tick);
  const taken = new Set(
    score.bars[index]?.notes
      .filter((note) => note !== bass && note.tick === bass.tick)
      .map(({ string }) => string),
  );
  const string = bassStrings.find((each) => {
    const fret = grip?.frets[6 - each];
    return (
      fret !== null &&
      fret !== undefined &&
      !taken.has(each) &&
      !isHalfStep(midiIn(score, tune) - midiIn(score, { string: each, fret }))
    );
  });
  const fret = string && grip?.frets[6 - string];
  return string && fret !== null && fret !== undefined ? { ...bass, string, fret, byHand: true } : undefined;
}
