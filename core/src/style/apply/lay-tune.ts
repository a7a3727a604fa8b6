import { fingerScore, type Fingering } from '../../fingering/index.ts';
import type { Hand } from '../../hands/index.ts';
import { openMidi, type Instrument } from '../../instrument/index.ts';
import { fitTuneSteps, type Tune, type TuneBar } from '../../melody/index.ts';
import { parseSymbol, symbolText, transposeKey, transposeSymbol } from '../../pitch/index.ts';
import type { PlacedGrip, Score } from '../../score/index.ts';
import { findGrips, parseChord, parseFrets } from '../../shapes/index.ts';
import type { PieceEvidence } from '../evidence.ts';
import { easeBars, isHard } from './ease-bars.ts';
import { gripsIn, type PlayersGuitar } from './guitars.ts';
import { pitchesOf } from './register.ts';

export interface LaySettings {
  readonly hand: Hand;
  readonly pieces: readonly PieceEvidence[];
  readonly thumbPattern: string | undefined;
  readonly scaleMm: number;
  readonly fretCount: number;
}

/** A tune on a player's guitar, over the player's grips and thumb, and what both hands make of it. */
export interface LaidTune {
  readonly score: Score;
  readonly guitar: PlayersGuitar;
  /** Half steps the tune was moved. */
  readonly transpose: number;
  readonly fingering: Fingering;
}

/** What is laid here is changed by many moves afterwards: that like bars cost least need not be proved. */
const mostAlikeSearches = 0;

/** A tune is looked for up to here, though it could be laid lower. */
const usualFret = 7;
/** Lays the tune, moved by so many half steps, on a guitar; undefined where it has no place there that fingers could play. Yields the share done, 0 to 1. */
export function* layTuneSteps(
  tune: Tune,
  guitar: PlayersGuitar,
  transpose: number,
  { hand, pieces, thumbPattern, scaleMm, fretCount }: LaySettings,
): Generator<number, LaidTune | undefined> {
  const instrument = { tuning: guitar.tuning, capo: 0, scaleMm, fretCount };
  const gripFor = gripFinder(tune, transpose, { instrument, hand, pieces });
  const moved: Tune = {
    ...tune,
    key: transposeKey(tune.key, transpose),
    tuning: guitar.tuning,
    capo: 0,
    bars: tune.bars.map((bar) => ({
      ...bar,
      notes: bar.notes.map((note) => ({ ...note, midi: note.midi + transpose })),
      chords: [],
      grips: gripsFor(bar, gripFor),
    })),
  };
  const fitted = yield* fitTuneSteps(
    moved,
    {
      instrument,
      hand,
      transpose: 0,
      highestFret: highestOn(moved, guitar),
      mostAlikeSearches,
      ...(thumbPattern === undefined ? {} : { thumbPattern }),
    },
    () => undefined,
  );
  if (!fitted.ok) return undefined;
  const first = fingerScore(fitted.value.score, { hand });
  const score = easeBars(fitted.value.score, first, hand);
  const fingering = score === fitted.value.score ? first : fingerScore(score, { hand }, first);
  return score.bars.some((bar) => isHard(bar, fingering))
    ? undefined
    : { score, guitar, transpose, fingering };
}

/** How far up the neck a tune has to go, or may. */
const highestOn = (tune: Tune, { tuning }: PlayersGuitar): number =>
  Math.max(usualFret, Math.max(...pitchesOf(tune)) - openMidi(tuning, 1));

const gripsFor = ({ chords }: TuneBar, gripFor: (symbol: string) => NamedGrip | undefined): PlacedGrip[] =>
  chords.flatMap(({ tick, symbol }) => {
    const grip = gripFor(symbol);
    return grip ? [{ ...grip, tick }] : [];
  });

/** A grip called what the tune calls its chord, whatever else sounds in it. */
type NamedGrip = Pick<PlacedGrip, 'frets' | 'functionName'>;

/** Answers the player's grip for a chord as it is heard; the easiest there is where the player has none. */
function gripFinder(
  tune: Tune,
  transpose: number,
  {
    instrument,
    hand,
    pieces,
  }: { readonly instrument: Instrument; readonly hand: Hand; readonly pieces: readonly PieceEvidence[] },
): (symbol: string) => NamedGrip | undefined {
  const own = gripsIn(pieces, instrument.tuning.name);
  const known = new Map<string, NamedGrip | undefined>();
  return (symbol) => {
    if (known.has(symbol)) return known.get(symbol);
    const parts = parseSymbol(symbol);
    const name = parts.ok ? symbolText(transposeSymbol(parts.value, transpose, tune.key)) : symbol;
    const held = heldFor(name, own);
    const read = held === undefined ? undefined : parseFrets(held);
    const chord = parseChord(name);
    const frets = read?.ok
      ? read.value
      : chord.ok
        ? findGrips(chord.value, { instrument, hand, limit: 1 })[0]?.frets
        : undefined;
    known.set(symbol, frets && { frets: [...frets], functionName: name });
    return known.get(symbol);
  };
}

/** The player's grip for a chord; where the player holds only its seventh, or only the chord without it, that one (common practice). */
const heldFor = (name: string, own: ReadonlyMap<string, string>): string | undefined =>
  own.get(name) ?? (name.endsWith('7') ? own.get(name.slice(0, -1)) : own.get(`${name}7`));
