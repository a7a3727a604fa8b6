import { parseSymbol, type NoteName } from '../pitch/index.ts';
import {
  barTicks,
  beatAt,
  gripAt,
  soundingFrets,
  type Bar,
  type PlacedGrip,
  type Score,
  type Ticks,
} from '../score/index.ts';
import { functionInKey, nameGrip } from '../shapes/index.ts';

/** A chord as it is held from a moment of a bar on. */
export interface HeldChord {
  readonly tick: Ticks;
  /** Beats from 1. */
  readonly beat: number;
  /** "A7", in English; undefined where the grip has no plain name. */
  readonly name: string | undefined;
  readonly numeral: string | undefined;
  readonly root: NoteName | undefined;
  /** Held on from the bar before. */
  readonly isCarried: boolean;
}

/** Grips are named on every redraw. */
const named = new WeakMap<PlacedGrip, Pick<Score, 'tuning' | 'key'> & { readonly chord: NamedChord }>();
type NamedChord = Pick<HeldChord, 'name' | 'numeral' | 'root'>;

/** The chords of a bar in order; the first is the one held on from the bar before, where no grip is laid on its first beat. */
export function barChords(score: Score, index: number): HeldChord[] {
  const bar = score.bars[index];
  if (!bar) return [];
  const laid = bar.grips.filter(({ tick }) => tick < barTicks(bar.metre));
  const carried = laid.some(({ tick }) => tick === 0) ? undefined : gripAt(score, index - 1, Infinity);
  return [
    ...(carried ? [held(score, bar, carried, 0, true)] : []),
    ...laid.map((grip) => held(score, bar, grip, grip.tick, false)),
  ];
}

const held = (
  score: Score,
  { metre }: Bar,
  grip: PlacedGrip,
  tick: Ticks,
  isCarried: boolean,
): HeldChord => ({
  tick,
  beat: beatAt(metre, tick),
  isCarried,
  ...chordOf(score, grip),
});

/** What the teacher calls it, where that is a chord; else what sounds. */
function chordOf(score: Score, grip: PlacedGrip): NamedChord {
  const { tuning, key } = score;
  const known = named.get(grip);
  if (known?.tuning === tuning && known.key === key) return known.chord;
  const chord = said(score, grip.functionName) ?? sounding(score, grip);
  named.set(grip, { tuning, key, chord });
  return chord;
}

function said({ key }: Score, name: string | undefined): NamedChord | undefined {
  const symbol = name === undefined ? undefined : parseSymbol(name);
  if (!symbol?.ok) return undefined;
  const { root, suffix } = symbol.value;
  return { name, root, numeral: functionInKey(root, suffix, key) };
}

function sounding({ tuning, key }: Score, grip: PlacedGrip): NamedChord {
  const frets = soundingFrets(grip);
  const nothing = { name: undefined, numeral: undefined, root: undefined };
  if (frets.every((fret) => fret === null)) return nothing;
  const { name, functionName } = nameGrip(tuning, frets, { key });
  const symbol = name === null ? undefined : parseSymbol(name);
  if (name === null || !symbol?.ok) return nothing;
  return { name, root: symbol.value.root, numeral: functionName ?? undefined };
}
