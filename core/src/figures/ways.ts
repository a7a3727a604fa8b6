import { gripChooser } from '../form/index.ts';
import { placeMelody } from '../fingering/index.ts';
import { mediumHand, type Hand } from '../hands/index.ts';
import { openMidi, type Tuning } from '../instrument/index.ts';
import { modulo, parseSymbol, symbolText, transposeKey, transposeSymbol } from '../pitch/index.ts';
import { keptTuning, type Note, type PlacedGrip, type Score } from '../score/index.ts';
import type { Figure } from './figure.ts';
import type { FigureTarget } from './figure-target.ts';
import { judged, type Judged } from './judge.ts';
import { layAnew } from './lay-anew.ts';
import { acrossPlace, alongPlace, openBassPlace, raiseAcross, thirdTweak } from './places.ts';
import { relocate, type LostNote, type Relocated } from './relocate.ts';
import { otherStrokes, toldOf } from './told.ts';

/** A way to play a figure elsewhere. */
export interface FigureWay {
  readonly figure: Figure;
  /** What is done with it: "5 frets toward the body". */
  readonly how: string;
  /** What is no longer as it was, in words; empty where all is kept. */
  readonly told: readonly string[];
  /** Notes that cannot be, or that no finger takes. */
  readonly lost: number;
  /** How far it lies from what a player would look for first: ways are sorted by it before the work they are. */
  readonly farness: number;
  /** What both hands have to do for it, and the widest reach, in mm. */
  readonly mm: number;
  readonly spanMm: number;
}

export interface WaysOptions {
  readonly hand?: Hand;
  /** The piece it is laid in: its own grips are taken before others. */
  readonly piece?: Score;
}

/** Half steps and octaves a figure may be moved by, for a given step from root to root. */
const octavesOf = (semitones: number): number[] => {
  const up = modulo(semitones, 12);
  return up === 0 ? [0, 12, -12] : [up, up - 12];
};

/**
 * The ways to play a figure elsewhere: along its own strings, on other strings with every fret corrected, along them over the open bass that fits, and
 * laid anew by the hands. Those that keep most notes come first, then those that are easiest to play.
 */
export function waysToMove(figure: Figure, target: FigureTarget, options: WaysOptions = {}): FigureWay[] {
  const hand = options.hand ?? mediumHand;
  const tuning = target.tuning ?? figure.score.tuning;
  const before = judged(figure.score, hand);
  const seen = new Set<string>();
  const ways = candidates(figure, target, tuning, { ...options, hand }).flatMap(({ how, by, moved }) => {
    const score = renamed(moved.score, by, target.isNewKey === true);
    const key = notesKey(score);
    if (seen.has(key) || score.bars.every(({ notes }) => notes.length === 0)) return [];
    seen.add(key);
    return [wayOf(figure, { how, by, score, lost: moved.lost }, { before, hand, third: target.third })];
  });
  const sorted = ways.sort((a, b) => a.lost - b.lost || a.farness - b.farness || a.mm - b.mm);
  const whole = sorted.filter(({ lost }) => lost === 0);
  return (whole.length > 1 ? whole : sorted.slice(0, fewestWays)).slice(0, mostWays);
}

/** Ways that lose notes are only offered where there are not so many that do not; and never more than can be looked over. */
const fewestWays = 2;
const mostWays = 5;

/**
 * How far a way lies from what a player would look for first (common practice): an octave off, up beyond the twelfth fret, the melody among the
 * bass notes, the bass on other tones. What needs no moving comes before all.
 */
function farnessOf(before: Score, score: Score, how: string, by: number): number {
  const highest = Math.max(0, ...score.bars.flatMap(({ notes }) => notes.map(({ fret }) => fret)));
  const faults = [
    highest > 12,
    isOctaveOff(by),
    isAmongBass(score),
    otherStrokes(before, score, by).length > 0,
  ];
  return faults.filter(Boolean).length - (how === stays ? 1 : 0);
}

function isAmongBass(score: Score): boolean {
  const sounding = (voice: Note['voice']) =>
    score.bars.flatMap(({ notes }) =>
      notes
        .filter((note) => note.voice === voice)
        .map(({ string, fret }) => openMidi(score.tuning, string) + fret),
    );
  return Math.min(...sounding('melody')) <= Math.max(...sounding('thumb'));
}

/** A figure moved along its strings by frets: what was open is pressed, too. */
export function moveByFrets(figure: Figure, by: number, options: WaysOptions = {}): FigureWay {
  const moved = relocate(figure.score, figure.score.tuning, ({ string, fret }) => ({
    string,
    fret: fret + by,
  }));
  return singleWay(figure, fretsSaid(by), by, moved, options);
}

/** A figure moved to other strings, toward string 1 when above 0, every interval kept; its thickest string keeps its frets. */
export function moveByStrings(figure: Figure, by: number, options: WaysOptions = {}): FigureWay {
  const { tuning } = figure.score;
  const raise = raiseAcross(figure, by, tuning);
  const moved = relocate(figure.score, tuning, acrossPlace(by, raise, tuning));
  return singleWay(figure, stringsSaid(by), raise, moved, options);
}

function singleWay(
  figure: Figure,
  how: string,
  by: number,
  moved: Relocated,
  options: WaysOptions,
): FigureWay {
  const hand = options.hand ?? mediumHand;
  const score = renamed(moved.score, by, false);
  return wayOf(figure, { how, by, score, lost: moved.lost }, { before: judged(figure.score, hand), hand });
}

interface Candidate {
  readonly how: string;
  /** Half steps it sounds higher. */
  readonly by: number;
  readonly moved: Relocated;
}

function candidates(
  figure: Figure,
  { semitones, third }: FigureTarget,
  tuning: Tuning,
  { hand, piece }: WaysOptions & { readonly hand: Hand },
): Candidate[] {
  const { score } = figure;
  const tweak = thirdTweak(figure, third);
  const isSameTuning = tuning.pitches.join() === score.tuning.pitches.join();
  const gripOf = gripChooser(
    { ...(piece ?? { ...score, tuning: keptTuning(tuning) }), key: score.key },
    hand,
  );
  const ofOctaves = octavesOf(semitones).flatMap((by): Candidate[] => {
    const how = (isSameTuning ? fretsSaid(by) : 'on the same strings') + octaveSaid(by);
    const along = alongPlace(by, tuning, tweak);
    const laid = layAnew(figure, { by, tuning, third, tweak, gripOf });
    return [
      { how, by, moved: relocate(score, tuning, along) },
      {
        how: `${how}, over the open bass`,
        by,
        moved: relocate(score, tuning, openBassPlace(figure, by, tuning, along)),
      },
      {
        how: `laid anew by the hand${octaveSaid(by)}`,
        by,
        moved: { score: placeMelody(laid.score, { hand }).score, lost: laid.lost },
      },
    ];
  });
  const onOtherStrings = [-3, -2, -1, 1, 2, 3].map((strings): Candidate => {
    const raise = raiseAcross(figure, strings, tuning);
    const by = semitones + 12 * Math.round((raise - semitones) / 12);
    return {
      how: stringsSaid(strings) + octaveSaid(by),
      by,
      moved: relocate(score, tuning, acrossPlace(strings, by, tuning, tweak)),
    };
  });
  return [...ofOctaves, ...onOtherStrings];
}

/** A whole octave is no other way to the wanted chord: it is said. */
const isOctaveOff = (by: number): boolean => Math.abs(by) === 12;
const octaveSaid = (by: number): string => (isOctaveOff(by) ? ', an octave off' : '');
const stays = 'where it lies';

interface Moved {
  readonly how: string;
  readonly by: number;
  readonly score: Score;
  readonly lost: readonly LostNote[];
}

interface Setting {
  readonly before: Judged;
  readonly hand: Hand;
  readonly third?: FigureTarget['third'];
}

function wayOf(figure: Figure, { how, by, score, lost }: Moved, { before, hand, third }: Setting): FigureWay {
  const after = judged(score, hand);
  const hard = after.unplayed.map(({ bar, note }) => ({ bar, tick: note.tick, why: 'no finger takes it' }));
  const all = [...lost, ...hard];
  return {
    figure: { ...figure, score },
    how,
    told: toldOf(figure.score, score, { by, lost: all, third, spans: [before.spanMm, after.spanMm] }),
    lost: all.length,
    farness: farnessOf(figure.score, score, how, by),
    mm: after.mm,
    spanMm: after.spanMm,
  };
}

/** Names the teacher gave to grips go along, and with a new key the key itself. */
function renamed(score: Score, by: number, isNewKey: boolean): Score {
  const key = isNewKey ? transposeKey(score.key, by) : score.key;
  const rename = (grip: PlacedGrip): PlacedGrip => {
    const symbol = grip.functionName === undefined ? undefined : parseSymbol(grip.functionName);
    if (!symbol?.ok || modulo(by, 12) === 0) return grip;
    return {
      ...grip,
      functionName: symbolText(transposeSymbol(symbol.value, by, isNewKey ? score.key : undefined)),
    };
  };
  return { ...score, key, bars: score.bars.map((bar) => ({ ...bar, grips: bar.grips.map(rename) })) };
}

const notesKey = ({ bars }: Score): string =>
  bars
    .map(({ notes }) => notes.map(({ tick, string, fret }) => `${tick} ${string} ${fret}`).join())
    .join('|');

const fretsSaid = (by: number): string =>
  by === 0
    ? stays
    : `${Math.abs(by)} ${Math.abs(by) === 1 ? 'fret' : 'frets'} toward the ${by > 0 ? 'body' : 'nut'}`;

const stringsSaid = (by: number): string =>
  `${Math.abs(by)} ${Math.abs(by) === 1 ? 'string' : 'strings'} toward string ${by > 0 ? 1 : 6}`;
