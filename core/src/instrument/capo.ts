import { ok, type Result } from '../fault/index.ts';
import {
  intervalName,
  modulo,
  parseSymbol,
  pitchClassOf,
  symbolText,
  tonicOf,
  transposeKey,
  transposeSymbol,
  type Key,
  type NameLanguage,
} from '../pitch/index.ts';

/**
 * The key heard when shapes of `shapeKey` are played `shift` semitones higher: each fret of a capo raises by one, a guitar
 * tuned down as a whole lowers.
 */
export const soundingKey = (shapeKey: Key, shift: number): Key => transposeKey(shapeKey, shift);

/** The capo fret, 0 to 11, at which shapes of `shapeKey` sound in `wanted`. */
export const capoFor = (shapeKey: Key, wanted: Key): number =>
  modulo(pitchClassOf(tonicOf(wanted)) - pitchClassOf(tonicOf(shapeKey)), 12);

/** The keys whose everyday grips lie open in standard tuning (common practice). */
export const familiarShapes = {
  major: ['C', 'A', 'G', 'E', 'D'],
  minor: ['A', 'E', 'D', 'B'],
} as const;

/** One way to sound in a key: the key of the shapes and the capo that brings them there. */
export interface CapoWay {
  readonly shapeKey: Key;
  readonly capo: number;
}

/**
 * The ways to sound in `wanted` with familiar shapes, lowest capo first; capos past `highestCapo` are left out. `shift` is
 * how far the guitar as a whole is tuned away, in semitones.
 */
export const capoWays = (wanted: Key, highestCapo = 7, shift = 0): CapoWay[] =>
  familiarShapes[wanted.mode]
    .map((tonic): Key => ({ tonic, mode: wanted.mode }))
    .map((shapeKey) => ({ shapeKey, capo: modulo(capoFor(shapeKey, wanted) - shift, 12) }))
    .filter(({ capo }) => capo <= highestCapo)
    .sort((a, b) => a.capo - b.capo);

/** A shape's symbol and what is heard. */
export interface SoundingChord {
  readonly shape: string;
  readonly sounding: string;
}

/** Reads chord symbols parted by blanks or commas and says what each sounds `shift` semitones higher. */
export function soundingChords(
  text: string,
  shift: number,
  key?: Key,
  language: NameLanguage = 'english',
): Result<SoundingChord[]> {
  const chords: SoundingChord[] = [];
  for (const token of text.split(/[\s,|]+/).filter((each) => each !== '')) {
    const parts = parseSymbol(token, language);
    if (!parts.ok) return parts;
    chords.push({
      shape: symbolText(parts.value, language),
      sounding: symbolText(transposeSymbol(parts.value, shift, key), language),
    });
  }
  return ok(chords);
}

/** One source of a tune and the key it sounds in. */
export interface SourceKey {
  readonly name: string;
  readonly key: Key;
}

/** How a source stands to the first one, and the capo with which the first one's shapes would sound like it. */
export interface SourceInterval extends SourceKey {
  /** Nearest way from the first source, −5 to 6 semitones. */
  readonly semitones: number;
  readonly interval: string;
  readonly capo: number;
}

/** Several sources of one tune side by side: each one's distance from the first. */
export function compareSources(sources: readonly SourceKey[]): SourceInterval[] {
  const [first] = sources;
  if (!first) return [];
  return sources.map((source) => {
    const up = capoFor(first.key, source.key);
    const semitones = up > 6 ? up - 12 : up;
    return { ...source, semitones, interval: sourceInterval(semitones), capo: up };
  });
}

const sourceInterval = (semitones: number): string =>
  semitones === 0 ? 'same key' : `${intervalName(semitones)} ${semitones > 0 ? 'higher' : 'lower'}`;
