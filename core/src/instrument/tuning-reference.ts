import type { Midi } from '../pitch/index.ts';
import type { ReferenceRelation } from './beats.ts';
import type { StringNumber } from './strings.ts';

/** The string to listen against. `ownFret` is 0 unless only the string being tuned can be fretted to meet it. */
export interface TuningReference {
  readonly string: StringNumber;
  readonly fret: number;
  readonly ownFret: number;
  readonly relation: ReferenceRelation;
}

export interface RankedReference {
  readonly reference: TuningReference | undefined;
  /** 0 open unison, 1 open octave, 2 fretted unison, 2.5 fretted octave, 3 own string fretted, 4 none. */
  readonly effort: number;
}

const highestReferenceFret = 12;

/** The surest reference for a string among those already right; the nearest string on a tie. */
export function bestReference(
  string: StringNumber,
  right: ReadonlySet<StringNumber>,
  target: (string: StringNumber) => Midi,
): RankedReference {
  const candidates = [...right].flatMap((other) => referencesAgainst(other, target(string), target(other)));
  const nearest = (reference: TuningReference) => Math.abs(reference.string - string) / 10;
  const ranked = candidates.map((each) => ({ ...each, rank: each.effort + nearest(each.reference) }));
  const best = ranked.reduce<(typeof ranked)[number] | undefined>(
    (chosen, each) => (chosen && chosen.rank <= each.rank ? chosen : each),
    undefined,
  );
  return best ? { reference: best.reference, effort: best.effort } : { reference: undefined, effort: 4 };
}

function referencesAgainst(other: StringNumber, wanted: Midi, otherOpen: Midi) {
  const above = wanted - otherOpen;
  const found: { reference: TuningReference; effort: number }[] = [];
  const add = (fret: number, ownFret: number, relation: ReferenceRelation, effort: number) =>
    found.push({ reference: { string: other, fret, ownFret, relation }, effort });
  if (above === 0) add(0, 0, 'unison', 0);
  if (Math.abs(above) === 12) add(0, 0, 'octave', 1);
  if (above > 0 && above <= highestReferenceFret && above !== 12) add(above, 0, 'unison', 2);
  for (const octave of [above - 12, above + 12]) {
    if (octave > 0 && octave <= highestReferenceFret) add(octave, 0, 'octave', 2.5);
  }
  if (above < 0 && -above < highestReferenceFret) add(0, -above, 'unison', 3);
  return found;
}
