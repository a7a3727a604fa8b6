import { fingerScore } from '../fingering/index.ts';
import type { Hand } from '../hands/index.ts';
import { familiarShapes, soundingShift, type Tuning } from '../instrument/index.ts';
import { parseSymbol, symbolText, transposeKey, transposeSymbol, type Key } from '../pitch/index.ts';
import {
  inPlayingOrder,
  keptTuning,
  type Bar,
  type Note,
  type PlacedGrip,
  type Score,
} from '../score/index.ts';
import { byHand } from '../thumb/index.ts';
import { chooseRhythms } from './choose-rhythms.ts';
import { capoCosts } from './cost-table.ts';
import { layVoicings, struckHarmonies, type LaidVoicing, type StruckHarmony } from './lay-voicings.ts';
import { twoGuitarFindings, type TwoGuitarFinding } from './two-guitar-findings.ts';
import type { Texture } from './voicings.ts';

/** What a second part is asked to be. */
export interface SecondPartSearch {
  readonly texture: Texture;
  /** One of {@link rhythmTable}, by id. Absent: chosen by the tune, bar by bar. */
  readonly rhythm?: string | undefined;
  /** How the second guitar is tuned; as a whole it is tuned away like the first. */
  readonly tuning: Tuning;
  /** Capos that are tried, as frets of the bare neck. */
  readonly capos: readonly number[];
  readonly hand: Hand;
  /** How many ways are kept. */
  readonly limit: number;
}

/** A part for a second guitar, and how it stands to the first. */
export interface SecondPart {
  readonly score: Score;
  /** What both hands have to do, in whole mm. */
  readonly mm: number;
  /** Moments at which it is struck, and how many of them fall on a note of the tune. */
  readonly strokes: number;
  readonly withTune: number;
  /** Different grips to be learned. */
  readonly grips: number;
  /** Half steps and doubled thirds that are left. */
  readonly findings: readonly TwoGuitarFinding[];
  /** Bars, from 0, in which it rests because no chord is known. */
  readonly silent: readonly number[];
}

/**
 * Parts for a second guitar, the best first: one for each capo, so that another place on the neck is another way. Chords come from the grips of
 * the piece; strokes, voicings and what is paid for are told in docs/models.md. Yields the share done, 0 to 1.
 */
export function* secondParts(first: Score, search: SecondPartSearch): Generator<number, SecondPart[]> {
  const harmonies = struckHarmonies(first, chooseRhythms(first, search.texture, search.rhythm));
  const found: { readonly part: SecondPart; readonly cost: number }[] = [];
  for (const [index, capo] of search.capos.entries()) {
    yield index / search.capos.length;
    const guitar = guitarOf(first, search.tuning, capo);
    const laid = layVoicings(harmonies, search.texture, guitar, search.hand);
    if (!laid || laid.laid.length === 0) continue;
    const key = transposeKey(first.key, soundingShift(first) - soundingShift(guitar));
    const isFamiliar = familiarShapes[key.mode].some((tonic) => tonic === key.tonic);
    const cost =
      laid.cost +
      first.bars.length * ((isFamiliar ? 0 : capoCosts.unfamiliar.value) + capo * capoCosts.fret.value);
    found.push({ part: partOf(first, { ...guitar, key }, laid.laid, harmonies, search.hand), cost });
  }
  return found
    .sort((a, b) => a.cost - b.cost)
    .slice(0, search.limit)
    .map(({ part }) => part);
}

/** The second guitar: as long as the first, its own strings and capo. */
const guitarOf = (
  { scaleMm, fretCount, tuning: { wholeSemitones, a4Hz } }: Score,
  tuning: Tuning,
  capo: number,
) => ({
  tuning: {
    ...keptTuning({ name: tuning.name, pitches: tuning.pitches }),
    ...(wholeSemitones ? { wholeSemitones } : {}),
    ...(a4Hz === undefined ? {} : { a4Hz }),
  },
  capo,
  scaleMm,
  fretCount,
});

type Guitar = ReturnType<typeof guitarOf> & { readonly key: Key };

function partOf(
  first: Score,
  guitar: Guitar,
  laid: readonly LaidVoicing[],
  harmonies: readonly StruckHarmony[],
  hand: Hand,
): SecondPart {
  const score = scoreOf(first, guitar, laid);
  const struck = score.bars.flatMap(({ notes }, bar) =>
    [...new Set(notes.map(({ tick }) => tick))].map((tick) => ({ bar, tick })),
  );
  const isTune = ({ bar, tick }: { bar: number; tick: number }) =>
    first.bars[bar]?.notes.some((note) => note.voice === 'melody' && note.tick === tick && !note.tied);
  const played = new Set(harmonies.map(({ bar }) => bar));
  return {
    score,
    mm: Math.round(fingerScore(score, { hand }).costMm),
    strokes: struck.length,
    withTune: struck.filter(isTune).length,
    grips: new Set(laid.map(({ voicing }) => JSON.stringify(voicing.frets))).size,
    findings: twoGuitarFindings(first, score),
    silent: first.bars.flatMap(({ pickup }, bar) => (pickup || played.has(bar) ? [] : [bar])),
  };
}

function scoreOf(first: Score, { key, ...guitar }: Guitar, laid: readonly LaidVoicing[]): Score {
  const shift = soundingShift(first) - soundingShift(guitar);
  const { player, tempoBpm, swingPercent, order, title } = first;
  let held = '';
  return {
    title: `${title}, second guitar`,
    player,
    key,
    ...guitar,
    tempoBpm,
    swingPercent,
    thumbPattern: byHand,
    ...(order ? { order: [...order] } : {}),
    bars: first.bars.map((bar, index): Bar => {
      const here = laid.filter(({ harmony }) => harmony.bar === index);
      const grips = here.flatMap(({ harmony, voicing: { frets } }): PlacedGrip[] => {
        const grip = JSON.stringify(frets);
        if (grip === held) return [];
        held = grip;
        const functionName = shapeName(harmony.name, shift, first.key);
        return [{ tick: harmony.from, frets: [...frets], ...(functionName ? { functionName } : {}) }];
      });
      return { ...frameOf(bar), grips, notes: here.flatMap(notesOf).sort(inPlayingOrder) };
    }),
  };
}

/** What a bar has in both parts: its name, length and place in the form. */
function frameOf({
  id,
  metre,
  section,
  pickup,
  repeatStart,
  repeatTimes,
  endings,
  tempoBpm,
  swingPercent,
}: Bar): Omit<Bar, 'grips' | 'notes'> {
  return {
    ...(id === undefined ? {} : { id }),
    metre,
    ...(section ? { section: { ...(section.id ? { id: section.id } : {}), name: section.name } } : {}),
    ...(pickup ? { pickup } : {}),
    ...(repeatStart ? { repeatStart } : {}),
    ...(repeatTimes === undefined ? {} : { repeatTimes }),
    ...(endings ? { endings } : {}),
    ...(tempoBpm === undefined ? {} : { tempoBpm }),
    ...(swingPercent === undefined ? {} : { swingPercent }),
  };
}

const notesOf = ({ harmony: { strokes }, voicing: { tones } }: LaidVoicing): Note[] =>
  strokes.flatMap(({ tick, durationTicks, only }) =>
    tones
      .filter((_, index) => only === undefined || index === only % tones.length)
      .map(({ string, fret }): Note => ({ tick, durationTicks, string, fret, voice: 'melody' })),
  );

/** What the chord is called by its shape on the second guitar. */
function shapeName(name: string | undefined, shift: number, key: Key): string | undefined {
  const parts = name === undefined ? undefined : parseSymbol(name);
  if (!parts?.ok) return undefined;
  return symbolText({ ...transposeSymbol(parts.value, shift, key), bass: undefined });
}
