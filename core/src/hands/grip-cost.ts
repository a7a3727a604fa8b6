import { fretSpanMm, lowToHighIndex, type StringNumber } from '../instrument/index.ts';
import type { GripFrets } from '../score/index.ts';
import { gripCosts } from './cost-table.ts';
import { spanOf, type Hand } from './hand.ts';
import { isLifted, type Neck } from './legality.ts';
import type { Press } from './presses.ts';

/** One reason why a grip is hard, in mm. */
export interface CostTerm {
  readonly name:
    | 'fingers'
    | 'weak fingers'
    | 'stretch'
    | 'out of position'
    | 'pairs'
    | 'barres'
    | 'mute risk'
    | 'crowding';
  readonly mm: number;
}

/**
 * The cost of holding a legally fingered grip, term by term, in mm. Terms that are nought are left out. Ways are those of the neck without
 * a capo, so that one shape has one cost behind any capo; what a hand reaches at all is told by the neck as it is (`legality.ts`).
 */
export function gripCostTerms(
  frets: GripFrets,
  presses: readonly Press[],
  { scaleMm }: Neck,
  hand: Hand,
): CostTerm[] {
  const neck = { scaleMm, capo: 0 };
  const fingers = presses.filter(({ finger }) => finger !== 'T');
  const terms: CostTerm[] = [
    { name: 'fingers', mm: presses.length * gripCosts.finger },
    { name: 'weak fingers', mm: sum(presses, ({ finger }) => gripCosts.weakFinger[finger]) },
    { name: 'stretch', mm: stretchMm(fingers, neck, hand) },
    { name: 'out of position', mm: outOfPositionMm(fingers, neck) },
    { name: 'pairs', mm: sum(presses, (press) => pairCost(frets, press)) },
    { name: 'barres', mm: sum(presses, (press) => barreCost(frets, press)) },
    { name: 'mute risk', mm: gripCosts.muteRisk * leanedOn(frets, presses) },
    { name: 'crowding', mm: gripCosts.crowding * missingRoomMm(fingers, neck) + besideIndexMm(fingers) },
  ];
  return terms.filter(({ mm }) => mm > 0);
}

const sum = <T>(items: readonly T[], of: (item: T) => number): number =>
  items.reduce((total, item) => total + of(item), 0);

/** Two strings under one tip; the thumb on two strings, or on string 5 alone. */
function pairCost(frets: GripFrets, { kind, finger, fret, strings }: Press): number {
  if (kind === 'pair')
    return gripCosts.pair[finger] + (isLifted(frets, fret, strings.at(-1) ?? 1) ? gripCosts.liftedPair : 0);
  if (kind !== 'thumb') return 0;
  return strings.length > 1 ? gripCosts.pair.T : strings[0] === 5 ? gripCosts.thumbOnFive : 0;
}

function stretchMm(fingers: readonly Press[], neck: Neck, hand: Hand): number {
  let total = 0;
  for (let lower = 0; lower < fingers.length; lower += 1) {
    for (let higher = lower + 1; higher < fingers.length; higher += 1) {
      const [a, b] = [fingers[lower], fingers[higher]];
      if (!a || !b || a.finger === 'T' || b.finger === 'T') continue;
      const spanMm = fretSpanMm(neck, a.fret, b.fret);
      total += Math.max(0, spanMm - spanOf(a.finger, b.finger, hand).comfortableMm);
    }
  }
  return total;
}

/** What it costs that fingers lie off their own frets, in the position where that is least. */
function outOfPositionMm(fingers: readonly Press[], neck: Neck): number {
  if (fingers.length === 0) return 0;
  let least = Infinity;
  const lowest = Math.min(...fingers.map(({ fret }) => fret));
  for (let position = Math.max(1, lowest - 3); position <= lowest + 1; position += 1)
    least = Math.min(
      least,
      sum(fingers, (press) => offMm(press, position, neck)),
    );
  return least + gripCosts.gap * gapsMm(fingers, neck);
}

function offMm({ finger, fret, kind }: Press, position: number, neck: Neck): number {
  if (finger === 'T') return 0;
  const own = position + finger - 1;
  const stack = gripCosts.stack * (kind === 'barre' ? gripCosts.barreStack : 1);
  return fretSpanMm(neck, fret, own) * (fret > own ? gripCosts.reach : stack);
}

/** By how much neighbouring fingers lie further apart than one fret each. */
function gapsMm(fingers: readonly Press[], neck: Neck): number {
  return sum(fingers.slice(1), (higher) => {
    const lower = fingers[fingers.indexOf(higher) - 1];
    if (!lower || lower.finger === 'T' || higher.finger === 'T') return 0;
    const reached = lower.fret + higher.finger - lower.finger;
    return higher.fret > reached ? fretSpanMm(neck, reached, higher.fret) : 0;
  });
}

function barreCost(frets: GripFrets, { kind, finger, fret, strings }: Press): number {
  if (kind !== 'barre') return 0;
  const [thickest = 1] = strings;
  const thinnest = strings.at(-1) ?? thickest;
  const lifted = !isLifted(frets, fret, thinnest)
    ? 0
    : frets.slice(lowToHighIndex(thinnest) + 1).includes(0)
      ? gripCosts.liftedBarre
      : gripCosts.liftedOverBarre;
  const covered = thickest - thinnest + 1;
  const hidden = covered <= 3 && strings.length < covered ? gripCosts.hiddenBarre : 0;
  const wide = covered > gripCosts.mostUnder[finger] ? gripCosts.wideBarre : 0;
  return gripCosts.barre[finger] + gripCosts.barreString * covered + lifted + hidden + wide;
}

/** Open strings right beside a pressing finger, on its thinner side, where the tip leans. */
function leanedOn(frets: GripFrets, presses: readonly Press[]): number {
  return presses.filter(({ strings, kind }) => {
    const thinnest = strings.at(-1) ?? 1;
    return kind !== 'thumb' && thinnest > 1 && frets[lowToHighIndex((thinnest - 1) as StringNumber)] === 0;
  }).length;
}

/** Finger 2 beside the index at its fret. */
function besideIndexMm(fingers: readonly Press[]): number {
  const [one, two] = [1, 2].map((number) => fingers.find(({ finger }) => finger === number));
  return one !== undefined && one.fret === two?.fret ? gripCosts.besideIndex : 0;
}

/** Room that the tips lack where several press at one fret. */
function missingRoomMm(fingers: readonly Press[], neck: Neck): number {
  const frets = new Set(fingers.map(({ fret }) => fret));
  return sum([...frets], (fret) => {
    const tips = fingers.filter((press) => press.fret === fret).length;
    const roomMm = fretSpanMm(neck, fret - 1, fret);
    return tips > 1 ? Math.max(0, tips * gripCosts.fingertipMm - roomMm) : 0;
  });
}
