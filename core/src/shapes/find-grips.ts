import { fingerGrip, type FingeredGrip } from '../hands/index.ts';
import type { Degree } from '../pitch/index.ts';
import type { GripFrets } from '../score/index.ts';
import { bestFirst } from './best-first.ts';
import type { Chord } from './chord.ts';
import { gripCandidates, type ExplainedCandidate } from './grip-candidates.ts';
import { nameGrip } from './naming.ts';
import type { GripSearch, SearchTerm } from './grip-search.ts';
import { searchCosts } from './search-costs.ts';

/** A grip of the chord that was asked for, fingered, with what it costs in mm and why. */
export interface FoundGrip {
  readonly frets: GripFrets;
  readonly fingers: FingeredGrip['fingers'];
  readonly presses: FingeredGrip['presses'];
  /** What really sounds. */
  readonly name: string | null;
  readonly spanMm: number;
  readonly costMm: number;
  readonly terms: readonly SearchTerm[];
  /** Degrees of the chord that do not sound. */
  readonly missing: readonly Degree[];
}

/**
 * The playable grips of a chord in any tuning, easiest first. The search is exact: every combination of chord tones within
 * a hand's width at every position is a candidate, and fingers are worked out best first until the list is full. A grip that
 * is only part of a better one is left out; open strings may ring at any position.
 */
export function findGrips(chord: Chord, search: GripSearch): FoundGrip[] {
  const { instrument, hand, limit = 12, language = 'english' } = search;
  const found: FoundGrip[] = [];
  const isKnown = (frets: GripFrets) =>
    found.some((better) => isPartOf(frets, better.frets) && !isWorthShowing(frets, better));
  const { all, explain } = gripCandidates(chord, search);
  const ranked = bestFirst(all, (candidate): FoundGrip | undefined => {
    if (isKnown(candidate.frets)) return undefined;
    const fingered = fingerGrip(candidate.frets, instrument, hand);
    return fingered && withFingers(explain(candidate.frets), fingered);
  });
  for (const grip of ranked) {
    if (isKnown(grip.frets)) continue;
    found.push({ ...grip, name: nameGrip(instrument.tuning, grip.frets, { language }).name });
    if (found.length >= limit) break;
  }
  return found;
}

function withFingers(explained: ExplainedCandidate, fingered: FingeredGrip): FoundGrip {
  const terms: SearchTerm[] = [
    ...fingered.terms,
    { name: 'pressing', mm: fingered.presses.length * searchCosts.press },
    {
      name: 'barre pressure',
      mm: fingered.presses.reduce(
        (sum, { kind, strings }) =>
          kind === 'barre' ? sum + searchCosts.barre + searchCosts.barreString * strings.length : sum,
        0,
      ),
    },
    ...explained.terms,
  ];
  return {
    frets: fingered.frets,
    fingers: fingered.fingers,
    presses: fingered.presses,
    name: null,
    spanMm: fingered.spanMm,
    costMm: terms.reduce((sum, { mm }) => sum + mm, 0),
    terms: terms.filter(({ mm }) => mm > 0),
    missing: explained.missing,
  };
}

/** A part of a grip that can be moved along the neck although the whole cannot, or that spares its barre. */
const isWorthShowing = (part: GripFrets, whole: FoundGrip): boolean =>
  (!hasOpen(part) && hasOpen(whole.frets)) || sparesBarre(part, whole);

/** Whether a part needs no more of the whole’s barre than two neighbouring strings. */
const sparesBarre = (part: GripFrets, { presses }: FoundGrip): boolean =>
  presses.some(({ kind, strings }) => {
    const [thickest = 0, thinnest = thickest, ...others] = strings.filter(
      (string) => part[6 - string] !== null,
    );
    return kind === 'barre' && others.length === 0 && thickest - thinnest <= 1;
  });

const hasOpen = (frets: GripFrets): boolean => frets.includes(0);

/** Whether every played string of a grip is played the same way in another. */
const isPartOf = (part: GripFrets, whole: GripFrets): boolean =>
  part.every((fret, index) => fret === null || fret === whole[index]);
