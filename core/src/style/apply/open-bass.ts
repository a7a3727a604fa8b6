import { openMidi, type StringNumber } from '../../instrument/index.ts';
import { modulo, pitchClassOf, tonicOf } from '../../pitch/index.ts';
import type { Bar, Note, Score } from '../../score/index.ts';
import { heldTones } from './held-tones.ts';

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
  const pitchOf = (string: StringNumber, fret: number) => modulo(openMidi(score.tuning, string) + fret, 12);
  const tones = heldTones(score, index, tick);
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

/** Bars, from 0, in which the thumb strikes the open tonic under a chord it is not in. */
export function dronesIn(score: Score): number[] {
  const tonic = pitchClassOf(tonicOf(score.key));
  const isDrone = (index: number, { voice, dead, string, fret, tick }: Note): boolean => {
    if (voice !== 'thumb' || dead || fret !== 0) return false;
    if (modulo(openMidi(score.tuning, string), 12) !== tonic) return false;
    const tones = heldTones(score, index, tick);
    return tones.size > 0 && !tones.has(tonic);
  };
  return score.bars.flatMap(({ notes }, index) =>
    notes.some((note) => isDrone(index, note)) ? [index] : [],
  );
}
