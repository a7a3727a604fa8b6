import { fail, ok, type Result } from '../fault/index.ts';
import type { Hand } from '../hands/index.ts';
import type { GripFrets, PlacedGrip, Score } from '../score/index.ts';
import { chordOfNumeral, chordText, findGrips, pieceGrips, type FoundGrip } from '../shapes/index.ts';

/** A grip for a chord, without its moment. */
export type ChordGrip = Omit<PlacedGrip, 'tick'>;

/**
 * Finds a grip for each numeral of a form in the piece's key and tuning: the one the piece holds most often under that name, else the most
 * familiar of the neck. `colour` is put behind numerals that have none of their own: "7" makes every I, IV and V a seventh. Found grips are remembered.
 */
export function gripChooser(score: Score, hand: Hand, colour = ''): (numeral: string) => Result<ChordGrip> {
  const own = pieceGrips(score, hand).grips;
  const known = new Map<string, Result<ChordGrip>>();
  const choose = (numeral: string): Result<ChordGrip> => {
    const chord = chordOfNumeral(coloured(numeral, colour), score.key);
    if (!chord.ok) return chord;
    const name = chordText(chord.value);
    const held = own.find(({ grip, name: sounds }) => (grip.functionName ?? sounds) === name);
    if (held) return ok(withoutTick(held.grip));
    const found = mostFamiliar(findGrips(chord.value, { instrument: score, hand, limit: candidates }));
    return found
      ? ok(gripNamed(found.frets, found.name === name ? undefined : name))
      : fail(
          `No hand holds ${name} in this tuning`,
          'Lay a grip of your own for it on Shapes, then write the form',
        );
  };
  return (numeral) => {
    const answer = known.get(numeral) ?? choose(numeral);
    known.set(numeral, answer);
    return answer;
  };
}

/** So many of a chord’s easiest grips are looked at. */
const candidates = 24;

/**
 * The grip a teacher writes first (common practice): in the first three frets, else the first four, over at least four strings without one left
 * out between them, whole before one without its fifth; and of those the easiest. Elsewhere on the neck simply the easiest.
 */
function mostFamiliar(grips: readonly FoundGrip[]): FoundGrip | undefined {
  const plain = grips.filter(
    ({ frets, missing }) =>
      !/\d,,+\d/.test(frets.join()) &&
      frets.filter((fret) => fret !== null).length >= 4 &&
      missing.every((degree) => degree === '5'),
  );
  const lowest = [3, 4]
    .map((most) => plain.filter(({ frets }) => frets.every((fret) => (fret ?? 0) <= most)))
    .find(({ length }) => length > 0);
  const among = lowest ?? grips;
  return among.find(({ missing }) => missing.length === 0) ?? among[0];
}

/** A numeral with a colour, unless it has one: "IV" with "7" is IV7; a small or altered one stays. */
export const coloured = (numeral: string, colour: string): string =>
  /^[b#♭♯]?[IV]+$/.test(numeral) ? numeral + colour : numeral;

const withoutTick = ({ tick: _, ...grip }: PlacedGrip): ChordGrip => grip;

/** The name is written where the grip sounds otherwise than it is meant. */
const gripNamed = (frets: GripFrets, functionName: string | undefined): ChordGrip => ({
  frets,
  ...(functionName === undefined ? {} : { functionName }),
});
