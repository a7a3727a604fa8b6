import { centsBetween, frequencyHz, type Hertz, type Midi } from '../pitch/index.ts';
import { retuningCaution } from './cautions.ts';
import { stringsLowToHigh, type StringNumber } from './strings.ts';
import { tuningsPassed, type PassedTuning } from './tunings-passed.ts';
import { bestReference, type TuningReference } from './tuning-reference.ts';
import { concertPitchHz, realMidi, realPitchText, type Tuning } from './tuning.ts';

/** What happens to one string on the way from one tuning to another. Pitches are the string's real ones. */
export interface StringRetuning {
  readonly string: StringNumber;
  readonly from: string;
  readonly to: string;
  readonly semitones: number;
  /** The whole turn in cents: 100 a semitone, and what a change of concert pitch adds. */
  readonly cents: number;
  readonly direction: 'down' | 'up' | 'stays';
  /** Frequency before and after the turn. */
  readonly fromHz: Hertz;
  readonly frequencyHz: Hertz;
  /** Null for a string that stays, and for the first of all when no string is right yet: that one needs a tuner. */
  readonly reference: TuningReference | null;
  /** Tension after ÷ tension before: (f₂/f₁)², Mersenne's law at constant length and mass. */
  readonly tensionRatio: number;
  readonly caution?: string;
}

/** A way from one tuning to another. `order` lists the strings to turn; each reference is right when it is used. */
export interface RetuningPlan {
  readonly strings: readonly StringRetuning[];
  readonly order: readonly StringNumber[];
  /** Known tunings met on the way, after which string. */
  readonly passes: readonly PassedTuning[];
}

/**
 * Plans the way from any tuning to any other (common practice): strings with a sure reference first — an open string
 * an octave or unison away — the one that needs a fretted reference last; strings going down before strings going up.
 * The way back is the plan with the two tunings exchanged.
 */
export function planRetuning(from: Tuning, to: Tuning): RetuningPlan {
  const target = (string: StringNumber) => realMidi(to, string);
  const cents = (string: StringNumber) => centsOfTurn(from, to, string);
  const right = new Set(stringsLowToHigh.filter((string) => cents(string) === 0));
  const waiting = new Set(stringsLowToHigh.filter((string) => cents(string) !== 0));
  const order: StringNumber[] = [];
  const references = new Map<StringNumber, TuningReference>();

  while (waiting.size > 0) {
    const choices = [...waiting].map((string) => ({ string, ...bestReference(string, right, target) }));
    const rank = ({ string, effort }: (typeof choices)[number]) => effort * 10 + (cents(string) > 0 ? 5 : 0);
    const next = choices.reduce((best, each) => (rank(each) < rank(best) ? each : best));
    if (next.reference) references.set(next.string, next.reference);
    order.push(next.string);
    waiting.delete(next.string);
    right.add(next.string);
  }

  return {
    strings: stringsLowToHigh.map((string) => describe(string, from, to, references.get(string) ?? null)),
    order,
    passes: tuningsPassed(from, to, order),
  };
}

/** A change of concert pitch too small to turn a peg for, in cents. */
const negligibleCents = 0.5;

function centsOfTurn(from: Tuning, to: Tuning, string: StringNumber): number {
  const steps = 100 * (realMidi(to, string) - realMidi(from, string));
  const drift = centsBetween(concertPitchHz(from), concertPitchHz(to));
  return Math.abs(drift) < negligibleCents ? steps : steps + drift;
}

function describe(
  string: StringNumber,
  from: Tuning,
  to: Tuning,
  reference: TuningReference | null,
): StringRetuning {
  const cents = centsOfTurn(from, to, string);
  const frequency = (tuning: Tuning): Hertz => frequencyHz(realMidi(tuning, string), concertPitchHz(tuning));
  const semitones: Midi = realMidi(to, string) - realMidi(from, string);
  const caution = retuningCaution(string, cents, realMidi(to, string));
  return {
    string,
    from: realPitchText(from, string),
    to: realPitchText(to, string),
    semitones,
    cents: Math.round(cents * 10) / 10,
    direction: cents === 0 ? 'stays' : cents < 0 ? 'down' : 'up',
    fromHz: frequency(from),
    frequencyHz: frequency(to),
    reference,
    tensionRatio: 2 ** (cents / 600),
    ...(caution ? { caution } : {}),
  };
}
