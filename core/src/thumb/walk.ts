import { openMidi, type NeckPlace, type StringNumber, type Tuning } from '../instrument/index.ts';
import { modulo, pitchClassOf, parseNoteName, type Key, type Midi } from '../pitch/index.ts';
import { soundingFrets, type PlacedGrip } from '../score/index.ts';
import { fretOf } from '../shapes/index.ts';
import { bassStrings } from './bass-strings.ts';
import type { Walk } from './pattern-table.ts';

/** One step of a walk: its bass note, and in tenths the note above it. */
export interface WalkStep {
  readonly bass: NeckPlace;
  readonly above?: NeckPlace | undefined;
}

const majorSteps = [0, 2, 4, 5, 7, 9, 11];
const minorSteps = [0, 2, 3, 5, 7, 8, 10];
const walkStrings: readonly StringNumber[] = [6, 5, 4];
/** Frets a walk stays within: it begins and ends in the grips. */
const highestWalkFret = 5;

/** Pitch of the low bass of a grip; undefined when it has none. */
function lowBassMidi(tuning: Tuning, grip: PlacedGrip): Midi | undefined {
  const low = bassStrings(tuning, soundingFrets(grip))?.low;
  return low === undefined ? undefined : openMidi(tuning, low) + (fretOf(grip.frets, low) ?? 0);
}

/**
 * Steps from one grip's bass to the next grip's, so that the note after the last step is the next bass: the walk is counted back
 * from where it arrives, from below when the next bass is higher or the same, from above when it is lower. By half steps every
 * fret is taken; by the scale and in tenths the notes of the key. Empty when the notes do not lie on the bass strings.
 */
export function walkTo(
  { by }: Walk,
  steps: number,
  from: PlacedGrip,
  to: PlacedGrip,
  tuning: Tuning,
  key: Key,
): WalkStep[] {
  const start = lowBassMidi(tuning, from);
  const target = lowBassMidi(tuning, to);
  if (start === undefined || target === undefined) return [];
  const direction = target < start ? -1 : 1;
  const midis: Midi[] = [];
  let midi = target;
  while (midis.length < steps) {
    midi -= direction;
    if (by === 'half-steps' || isInKey(midi, key)) midis.unshift(midi);
    if (Math.abs(midi - target) > 24) return [];
  }
  const found: WalkStep[] = [];
  for (const each of midis) {
    const bass = placeOf(each, tuning);
    if (!bass) return [];
    found.push(by === 'tenths' ? { bass, above: tenthAbove(each, bass, tuning, key) } : { bass });
  }
  return found;
}

function isInKey(midi: Midi, { tonic, mode }: Key): boolean {
  const parsed = parseNoteName(tonic);
  if (!parsed.ok) return true;
  return (mode === 'major' ? majorSteps : minorSteps).includes(modulo(midi - pitchClassOf(parsed.value), 12));
}

/** The bass place of a pitch: by the open string and the low frets (common practice: from G to C 5/0 5/2, not 6/5 6/7). */
const placeOf = (midi: Midi, tuning: Tuning): NeckPlace | undefined =>
  walkStrings
    .map((string) => ({ string, fret: midi - openMidi(tuning, string) }))
    .filter(({ fret }) => fret >= 0 && fret <= highestWalkFret)
    .sort((a, b) => a.fret - b.fret)[0];

/** Strings between the two notes of a tenth, and how far their frets may lie apart (common practice: s6 with s3). */
const tenthGap = 3;
const widestTenthFrets = 3;

/** The third of the key, an octave higher, two strings left out between; undefined when it lies too far off. */
function tenthAbove(midi: Midi, bass: NeckPlace, tuning: Tuning, key: Key): NeckPlace | undefined {
  const third = [16, 15].find((semitones) => isInKey(midi + semitones, key)) ?? 16;
  const string = (bass.string - tenthGap) as StringNumber;
  if (string < 1) return undefined;
  const fret = midi + third - openMidi(tuning, string);
  return fret >= 0 && Math.abs(fret - bass.fret) <= widestTenthFrets ? { string, fret } : undefined;
}
