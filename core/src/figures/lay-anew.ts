import { barChords } from '../form/index.ts';
import { highestFret, openMidi, stringNumbers, type StringNumber, type Tuning } from '../instrument/index.ts';
import type { Result } from '../fault/index.ts';
import { modulo, parseSymbol, transposeSymbol } from '../pitch/index.ts';
import {
  gripAt,
  inPlayingOrder,
  keptTuning,
  soundingFrets,
  type Bar,
  type Note,
  type PlacedGrip,
  type Score,
} from '../score/index.ts';
import { functionInKey, gripTones } from '../shapes/index.ts';
import type { Figure } from './figure.ts';
import type { FigureTarget } from './figure-target.ts';
import type { LostNote, OldPlace, Relocated } from './relocate.ts';

interface Anew {
  readonly by: number;
  readonly tuning: Tuning;
  /** How the third of its chords goes; `tweak` moves the notes on it. */
  readonly third: FigureTarget['third'];
  readonly tweak: (old: OldPlace) => number;
  readonly gripOf: (numeral: string) => Result<Omit<PlacedGrip, 'tick'>>;
}

/**
 * A figure on the grips its chords have where it goes to. The thumb takes the tones it had on the new grip’s own strings, the melody the nearest
 * strings that have its pitches; fingers are free.
 */
export function layAnew({ score }: Figure, anew: Anew): Relocated {
  const { by, tuning, tweak } = anew;
  const lost: LostNote[] = [];
  const there: Score = { ...score, tuning: keptTuning(tuning) };
  const gripped = there.bars.map((bar, index): Bar => ({ ...bar, grips: gripsOf(score, index, anew) }));
  const bars = gripped.map((bar, index): Bar => {
    const taken = new Set<string>();
    const put = (note: Note, places: readonly { string: StringNumber; fret: number }[]): Note[] => {
      const place = places.find(({ string }) => !taken.has(`${note.tick} ${string}`));
      if (!place) {
        lost.push({ bar: index, tick: note.tick, why: 'no string has it' });
        return [];
      }
      taken.add(`${note.tick} ${place.string}`);
      const { finger: _, position: __, ...rest } = note;
      return [{ ...rest, ...place }];
    };
    const notes = [...bar.notes]
      .sort((a, b) => (a.voice === b.voice ? 0 : a.voice === 'melody' ? -1 : 1))
      .flatMap((note) => {
        const old = {
          string: note.string,
          fret: note.fret,
          midi: openMidi(score.tuning, note.string) + note.fret,
        };
        const midi = old.midi + by + tweak({ ...old, bar: index, tick: note.tick, note });
        if (note.voice === 'melody') return put(note, melodyPlaces(there, midi, note.string));
        return put(note, thumbPlaces(there, midi, gripAt({ bars: gripped }, index, note.tick)));
      });
    return { ...bar, notes: notes.sort(inPlayingOrder) };
  });
  return { score: { ...there, bars }, lost };
}

/** A grip for each chord, so many half steps higher; a grip without a plain name is left out. */
function gripsOf(score: Score, index: number, { by, third, gripOf }: Anew): PlacedGrip[] {
  return barChords(score, index).flatMap(({ tick, name, isCarried }) => {
    const symbol = name === undefined ? undefined : parseSymbol(name);
    if (isCarried || !symbol?.ok) return [];
    const { root, suffix } = transposeSymbol(symbol.value, by, score.key);
    const grip = gripOf(functionInKey(root, withThird(suffix, third), score.key));
    return grip.ok ? [{ ...grip.value, tick }] : [];
  });
}

/** The kind of a chord with its third lowered or raised: 7 is m7, m is major. */
function withThird(suffix: string, third: FigureTarget['third']): string {
  const isMinor = /^m(?!aj)/.test(suffix);
  if (third === 'lowered' && !isMinor) return `m${suffix}`;
  return third === 'raised' && isMinor ? suffix.slice(1) : suffix;
}

function melodyPlaces(score: Score, midi: number, near: StringNumber) {
  return stringNumbers
    .map((string) => ({ string, fret: midi - openMidi(score.tuning, string) }))
    .filter(({ fret }) => fret >= 0 && fret <= highestFret(score))
    .sort((a, b) => a.fret - b.fret || Math.abs(a.string - near) - Math.abs(b.string - near));
}

/**
 * The tone on the grip’s strings 6 to 3, in the nearest octave; else on an open bass string; else another tone of the grip’s bass, which the hand
 * holds already; else on any bass string.
 */
function thumbPlaces(score: Score, midi: number, grip: PlacedGrip | undefined) {
  const isTone = ({ string, fret }: { string: StringNumber; fret: number }) =>
    modulo(openMidi(score.tuning, string) + fret - midi, 12) === 0;
  const sounds = ({ string, fret }: { string: StringNumber; fret: number }) =>
    openMidi(score.tuning, string) + fret;
  const inGrip = ([6, 5, 4, 3] as const).flatMap((string) => {
    const fret = grip?.frets[6 - string];
    return typeof fret === 'number' ? [{ string, fret }] : [];
  });
  const held = inGrip.filter(isTone).sort((a, b) => Math.abs(sounds(a) - midi) - Math.abs(sounds(b) - midi));
  const elsewhere = ([6, 5, 4] as const)
    .map((string) => ({
      string,
      fret: modulo(midi - openMidi(score.tuning, string), 12),
    }))
    .filter(({ fret }) => fret <= 5)
    .sort((a, b) => Math.abs(sounds(a) - midi) - Math.abs(sounds(b) - midi) || a.fret - b.fret);
  const open = elsewhere.filter(({ fret }) => fret === 0);
  const others = [...inGrip.filter(({ string }) => string > 3), ...openTones(score, grip)];
  return [...held, ...open, ...others, ...elsewhere];
}

/** Open bass strings whose tone the grip has on another string. */
function openTones({ tuning }: Score, grip: PlacedGrip | undefined) {
  const tones = new Set(
    grip ? gripTones(tuning, soundingFrets(grip)).map(({ midi }) => modulo(midi, 12)) : [],
  );
  return ([5, 6, 4] as const)
    .filter((string) => tones.has(modulo(openMidi(tuning, string), 12)))
    .map((string) => ({ string, fret: 0 }));
}
