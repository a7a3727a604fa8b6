import type { Hertz, Midi } from '../pitch/index.ts';
import { frequencyHz } from '../pitch/index.ts';
import type { ReferenceRelation } from './beats.ts';
import { stringsLowToHigh, type StringNumber } from './strings.ts';
import { openMidi, openPitch, shippedTuningOf, type Tuning } from './tuning.ts';
import { pitchText } from '../pitch/index.ts';

/** The string to listen against. `ownFret` is 0 unless only the string being tuned can be fretted to meet it. */
export interface TuningReference {
  readonly string: StringNumber;
  readonly fret: number;
  readonly ownFret: number;
  readonly relation: ReferenceRelation;
}

/** What happens to one string on the way from one tuning to another. */
export interface StringRetuning {
  readonly string: StringNumber;
  readonly from: string;
  readonly to: string;
  readonly semitones: number;
  /** Target frequency. */
  readonly frequencyHz: Hertz;
  /** Null for a string that stays, and for the first of all when no string is right yet: that one needs a tuner. */
  readonly reference: TuningReference | null;
  /** Tension after ÷ tension before: 2^(semitones/6), from Mersenne's law at constant length and mass. */
  readonly tensionRatio: number;
  readonly caution?: string;
}

/** A way from one tuning to another. `order` lists the strings to turn; each reference is right when it is used. */
export interface RetuningPlan {
  readonly strings: readonly StringRetuning[];
  readonly order: readonly StringNumber[];
  /** Known tunings met on the way, after which string. */
  readonly passes: readonly { readonly afterString: StringNumber; readonly name: string }[];
}

const highestReferenceFret = 12;

/**
 * Plans the way from any tuning to any other (common practice): strings with a sure reference first — an open string
 * an octave or unison away — the one that needs a fretted reference last; strings going down before strings going up.
 */
export function planRetuning(from: Tuning, to: Tuning): RetuningPlan {
  const target = (string: StringNumber) => openMidi(to, string);
  const change = (string: StringNumber) => target(string) - openMidi(from, string);
  const right = new Set(stringsLowToHigh.filter((string) => change(string) === 0));
  const waiting = new Set(stringsLowToHigh.filter((string) => change(string) !== 0));
  const order: StringNumber[] = [];
  const references = new Map<StringNumber, TuningReference>();

  while (waiting.size > 0) {
    const choices = [...waiting].map((string) => ({ string, ...bestReference(string, right, target) }));
    const rank = ({ string, effort }: (typeof choices)[number]) => effort * 10 + (change(string) > 0 ? 5 : 0);
    const next = choices.reduce((best, each) => (rank(each) < rank(best) ? each : best));
    if (next.reference) references.set(next.string, next.reference);
    order.push(next.string);
    waiting.delete(next.string);
    right.add(next.string);
  }

  return {
    strings: stringsLowToHigh.map((string) =>
      describe(string, from, to, change(string), references.get(string) ?? null),
    ),
    order,
    passes: tuningsPassed(from, to, order),
  };
}

function describe(
  string: StringNumber,
  from: Tuning,
  to: Tuning,
  semitones: number,
  reference: TuningReference | null,
): StringRetuning {
  const caution = cautionFor(semitones);
  return {
    string,
    from: pitchText(openPitch(from, string)),
    to: pitchText(openPitch(to, string)),
    semitones,
    frequencyHz: frequencyHz(openMidi(to, string)),
    reference,
    tensionRatio: 2 ** (semitones / 6),
    ...(caution ? { caution } : {}),
  };
}

/** Steel strings may break when raised and rattle when slack (common practice; no safe limit is promised). */
function cautionFor(semitones: number): string | undefined {
  if (semitones > 0) return 'goes up: turn slowly, keep your face away, and prefer fresh strings';
  if (semitones <= -4) return 'goes far down: expect a slack string that may rattle';
  return undefined;
}

interface RankedReference {
  readonly reference: TuningReference | undefined;
  /** 0 open unison, 1 open octave, 2 fretted unison, 2.5 fretted octave, 3 own string fretted, 4 none. */
  readonly effort: number;
}

function bestReference(
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

function tuningsPassed(from: Tuning, to: Tuning, order: readonly StringNumber[]): RetuningPlan['passes'] {
  const pitches = [...from.pitches];
  return order.slice(0, -1).flatMap((string) => {
    pitches[6 - string] = to.pitches[6 - string] ?? '';
    const known = shippedTuningOf({ pitches });
    return known ? [{ afterString: string, name: known.name }] : [];
  });
}
