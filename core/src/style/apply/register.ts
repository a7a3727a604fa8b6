import { openMidi, type Tuning } from '../../instrument/index.ts';
import type { Tune } from '../../melody/index.ts';
import { modulo, pitchClassOf, tonicOf, type Midi } from '../../pitch/index.ts';
import { meanOf, sharesOf } from '../distribution.ts';
import { countsOf, type PieceEvidence } from '../evidence.ts';
import type { PlayersGuitar } from './guitars.ts';
import { playsWithGlass } from './with-glass.ts';

/** No note of the tune lies past these frets of string 1; a bottleneck goes higher, as no finger has to reach between the frets (common practice). */
const highestFret = { fingers: 12, glass: 15 } as const;
/** Octaves that are looked at, from the highest down. */
const octaves = 3;
/** Where nothing is known of it, tunes lie about here: second string, second fret (common practice). */
const usualPlace = { string: 2, fret: 2 } as const;

/** Half steps that bring a tune into a guitar's key, an octave each, the one nearest to where the player's own tunes lie first. Empty for a tune without notes. */
export function octavesFor(tune: Tune, guitar: PlayersGuitar, pieces: readonly PieceEvidence[]): number[] {
  const pitches = pitchesOf(tune);
  if (pitches.length === 0) return [];
  const most = highestOf(guitar, pieces);
  const highest = Math.max(...pitches);
  let transpose = modulo(pitchClassOf(tonicOf(guitar.key)) - pitchClassOf(tonicOf(tune.key)), 12);
  while (highest + transpose > most) transpose -= 12;
  while (highest + transpose + 12 <= most) transpose += 12;
  const away = (by: number) => halfStepsAway(tune, guitar, pieces, by);
  return Array.from({ length: octaves }, (_, octave) => transpose - 12 * octave).sort(
    (a, b) => away(a) - away(b),
  );
}

/** So many of a tune’s notes may lie on the strings of the thumb (from memory): more, and neither voice is heard apart. */
const mostAmongBass = 1 / 3;

/** Whether a tune, once it is moved, lies among the thumb’s strings: under the open third string. */
export function isAmongBass(tune: Tune, { tuning }: PlayersGuitar, transpose: number): boolean {
  const pitches = pitchesOf(tune);
  const low = pitches.filter((midi) => midi + transpose < openMidi(tuning, 3));
  return low.length > mostAmongBass * pitches.length;
}

/** The highest note a tune may have on a player’s guitar. */
export const highestOf = ({ tuning }: PlayersGuitar, pieces: readonly PieceEvidence[]): Midi =>
  openMidi(tuning, 1) + (playsWithGlass(pieces) ? highestFret.glass : highestFret.fingers);

/** How far a tune lies on the mean from the player's own tunes, in its best octave on a guitar: half steps. */
export const registerAway = (tune: Tune, guitar: PlayersGuitar, pieces: readonly PieceEvidence[]): number =>
  halfStepsAway(tune, guitar, pieces, octavesFor(tune, guitar, pieces)[0] ?? 0);

/** How far a tune lies on the mean from the player’s own tunes once it is moved: half steps. */
export function halfStepsAway(
  tune: Tune,
  { tuning }: PlayersGuitar,
  pieces: readonly PieceEvidence[],
  transpose: number,
): number {
  const pitches = pitchesOf(tune);
  if (pitches.length === 0) return 0;
  const middle = pitches.reduce((sum, midi) => sum + midi, 0) / pitches.length;
  return Math.abs(middle + transpose - registerOf(tuning, pieces));
}

export const pitchesOf = (tune: Tune): Midi[] =>
  tune.bars.flatMap(({ notes }) => notes.map(({ midi }) => midi));

/** Where the player's tunes lie on the mean, as a pitch of a tuning's open strings and the frets on them. */
function registerOf(tuning: Tuning, pieces: readonly PieceEvidence[]): Midi {
  const strings = sharesOf(countsOf(pieces, 'tune-strings'));
  const frets = sharesOf(countsOf(pieces, 'tune-frets'));
  const open = stringNames.reduce(
    (sum, string) => sum + (strings.get(`string ${string}`) ?? 0) * openMidi(tuning, string),
    0,
  );
  return (
    (strings.size > 0 ? open : openMidi(tuning, usualPlace.string)) +
    (frets.size > 0 ? meanOf(frets) : usualPlace.fret)
  );
}

const stringNames = [1, 2, 3, 4, 5, 6] as const;
