import { openMidi, type StringNumber } from '../../instrument/index.ts';
import { modulo, pitchClassOf, tonicOf } from '../../pitch/index.ts';
import { gripAt, soundingFrets, type Bar, type Note, type Score } from '../../score/index.ts';

const bassStrings = [6, 5, 4] as const;

/** The bar with its bass on open strings that are in the chord, or on the tonic; a stroke for which there is none is left out. */
export function openBassOnly(score: Score, bar: Bar, index: number): Bar {
  const leftOut = new Set(bar.leftOut);
  const notes = bar.notes.flatMap((note): Note[] => {
    if (note.voice === 'melody' || note.fret === 0) return [note];
    const string = openStringFor(score, index, note, bar);
    if (string !== undefined) return [{ ...note, string, fret: 0, byHand: true }];
    leftOut.add(note.tick);
    return [];
  });
  return { ...bar, notes, ...(leftOut.size > 0 ? { leftOut: [...leftOut].sort((a, b) => a - b) } : {}) };
}

/** An open bass string in the chord; else one on the tonic, a drone under the tune (common practice in open tunings), unless the tune lies a half step from it. */
function openStringFor(score: Score, index: number, { tick }: Note, { notes }: Bar) {
  const grip = gripAt(score, index, tick);
  const pitchOf = (string: StringNumber, fret: number) => modulo(openMidi(score.tuning, string) + fret, 12);
  const tones = new Set(
    (grip ? soundingFrets(grip) : []).flatMap((fret, place) => {
      const string = allStrings[place];
      return fret === null || string === undefined ? [] : [pitchOf(string, fret)];
    }),
  );
  const tune = notes.filter((each) => each.voice === 'melody' && each.tick === tick);
  const free = bassStrings.filter((string) => !tune.some((each) => each.string === string));
  const tonic = pitchClassOf(tonicOf(score.key));
  const clashes = tune.some(({ string, fret }) =>
    [1, 11].includes(modulo(pitchOf(string, fret) - tonic, 12)),
  );
  return (
    free.find((string) => tones.has(pitchOf(string, 0))) ??
    (clashes ? undefined : free.find((string) => pitchOf(string, 0) === tonic))
  );
}

const allStrings = [6, 5, 4, 3, 2, 1] as const;
