import { callLine, countedIn, toldCount, type CallEntry, type CallVerb } from '../directions/index.ts';
import { phrasesOf, type Phrase } from '../form/index.ts';
import { firstAlike } from '../grading/index.ts';
import { fingersText, type FingerMove, type Hand } from '../hands/index.ts';
import { writtenMidi } from '../instrument/index.ts';
import { pitchText, spellMidi, withSigns, type NameLanguage } from '../pitch/index.ts';
import {
  countOf,
  gripAt,
  isOnBeat,
  numberOfBar,
  placedNotes,
  soundingFrets,
  type NoteEnding,
  type Score,
} from '../score/index.ts';
import { fretsText, nameGrip, pieceGrips, type PieceChange, type PieceGrip } from '../shapes/index.ts';
import { ownWordsOf, type OwnWords } from './own-words.ts';
import { phraseBooks, type PhraseBook } from './phrase-book.ts';

/** `do` says what to play; `why` also what it is good for. */
export type WalkThroughDepth = 'do' | 'why';

export interface WalkThroughSettings {
  readonly depth: WalkThroughDepth;
  readonly language: NameLanguage;
  readonly hand: Hand;
}

/** What a teacher says of a phrase. Bars are numbered as printed. */
export interface PhraseWords {
  readonly title: string;
  readonly fromBar: number;
  readonly toBar: number;
  /** What to play, bar by bar. */
  readonly lines: readonly string[];
  /** What it is good for; empty at the depth `do`. */
  readonly reasons: readonly string[];
  /** What the teacher wrote instead. */
  readonly own: OwnWords | undefined;
  /** Its bars from 0. */
  readonly phrase: Phrase;
}

/** A phrase as it is told: in the teacher's own words where they still fit, else as it is made. */
export const toldLines = ({ lines, reasons, own }: PhraseWords): readonly string[] =>
  own?.fits ? own.text.split('\n') : [...lines, ...reasons];

/** A piece told phrase by phrase: its grips, what is played on each count with strings and frets; with `why` the chords, their bass, what stays and moves, and what to listen for. A bar that was told before is only named. */
export function walkThrough(score: Score, { depth, language, hand }: WalkThroughSettings): PhraseWords[] {
  const { grips, changes } = pieceGrips(score, hand);
  const told: Told = {
    score,
    book: phraseBooks[language],
    alike: firstAlike(score),
    calls: callLine(score),
    changes,
    fingers: fingersOf(grips),
  };
  return phrasesOf(score).map((phrase) => {
    const { first, last } = phrase;
    const bars = Array.from({ length: last - first + 1 }, (_, each) => first + each);
    const fresh = bars.filter((bar) => told.alike[bar] === bar);
    const section = score.bars[first]?.section?.name ?? '';
    return {
      title: told.book.phrase(numberOfBar(score, first), numberOfBar(score, last), section),
      fromBar: numberOfBar(score, first),
      toBar: numberOfBar(score, last),
      lines: bars.flatMap((bar) => barLines(told, bar)),
      reasons: depth === 'why' && fresh.length > 0 ? reasons(told, fresh) : [],
      own: ownWordsOf(score, phrase, { depth, language }),
      phrase,
    };
  });
}

interface Told {
  readonly score: Score;
  readonly book: PhraseBook;
  /** For each bar the first that plays the same, from 0. */
  readonly alike: readonly number[];
  readonly calls: readonly CallEntry[];
  readonly changes: readonly PieceChange[];
  readonly fingers: ReadonlyMap<string, string>;
}

const fingersOf = (grips: readonly PieceGrip[]): ReadonlyMap<string, string> =>
  new Map(
    grips.map(({ grip, fingered }) => [
      fretsText(grip.frets),
      fingered ? fingersText([...(grip.fingers ?? fingered.fingers)]) : '',
    ]),
  );

/** The grips laid in a bar and what is played in it, count by count. */
function barLines({ score, book, alike, calls, fingers }: Told, index: number): string[] {
  const bar = score.bars[index];
  if (!bar) return [];
  const number = numberOfBar(score, index);
  const like = alike[index];
  if (like !== undefined && like !== index) return [book.asBar(number, numberOfBar(score, like))];
  const holds = bar.grips.map((grip) => {
    const frets = fretsText(grip.frets);
    // As the sheet names it: what the teacher calls it comes first.
    const name = grip.functionName
      ? withSigns(book.chord(grip.functionName))
      : chordName(score, soundingFrets(grip), book);
    return book.hold(name ?? frets, frets, fingers.get(frets) ?? '');
  });
  const said = calls.filter((entry) => entry.bar === number);
  const { metre, from } = countedIn(score.bars, index);
  const played = said.map((entry, each) => {
    const before = said[each - 1]?.tick;
    const count = toldCount(metre, from + entry.tick, before === undefined ? undefined : from + before);
    return `${count} ${inLanguage(entry, book)}`;
  });
  return [`${book.bar(number)}: ${[...holds, `${played.join('; ') || book.rests}.`].join(' ')}`];
}

/** The call with its verbs in the language: verbs stand first in what is said between commas. */
const inLanguage = ({ full }: CallEntry, book: PhraseBook): string =>
  full
    .split(', ')
    .map((part) => part.replace(/^[a-z]+(?= \d)/, (verb) => book.verb(verb as CallVerb)))
    .join(', ');

const nameOf = (score: Score, frets: readonly (number | null)[]) =>
  nameGrip(score.tuning, [...frets], { key: score.key });

const chordName = (score: Score, frets: readonly (number | null)[], book: PhraseBook): string | undefined => {
  const name = nameOf(score, frets).name;
  return name === null ? undefined : withSigns(book.chord(name));
};

/** Why: each chord of the phrase once, its changes, what is beside the grips, between the beats, how the bass ends, the top of the tune. */
function reasons(told: Told, bars: readonly number[]): string[] {
  const { score, book } = told;
  return [
    ...chordReasons(told, bars),
    ...changeReasons(told, bars),
    ...offBeatReason(told, bars),
    ...besideReason(told, bars),
    ...endingReason(score, bars, book),
    ...topReason(told, bars),
  ];
}

function chordReasons({ score, book }: Told, bars: readonly number[]): string[] {
  const seen = new Set<string>();
  return bars.flatMap((index) => {
    const held = gripAt(score, index, 0);
    if (!held || seen.has(fretsText(held.frets))) return [];
    seen.add(fretsText(held.frets));
    const frets = soundingFrets(held);
    const { name, functionName, tones } = nameOf(score, frets);
    if (name === null || functionName === null) return [];
    const struck = new Set(
      (score.bars[index]?.notes ?? []).filter(({ voice }) => voice === 'thumb').map(({ string }) => string),
    );
    const bass = tones
      .filter(({ string }) => struck.has(string))
      .map(({ string, degree }) => ({ string, degree: book.degree(degree) }));
    const shown = withSigns(book.chord(name));
    return [[book.chordIs(shown, functionName), ...(bass.length > 0 ? [book.bassIs(bass)] : [])].join(' ')];
  });
}

function changeReasons({ score, book, changes }: Told, bars: readonly number[]): string[] {
  const numbers = new Set(bars.map((bar) => numberOfBar(score, bar)));
  return changes
    .filter(({ toBar }) => numbers.has(toBar))
    .sort((a, b) => a.toBar - b.toBar)
    .flatMap(({ fromName, toName, change }) => {
      if (fromName === null || toName === null) return [];
      const moves = (['stays', 'slides', 'moves', 'lands', 'lifts'] as const).flatMap((kind) => {
        const fingers = change.moves
          .filter((move: FingerMove) => move.kind === kind)
          .map(({ finger }) => finger);
        return fingers.length === 0 ? [] : [book.moves[kind](joined(fingers, book), fingers.length > 1)];
      });
      const [from, to] = [fromName, toName].map((name) => withSigns(book.chord(name)));
      return moves.length === 0 ? [] : [book.change(from ?? '', to ?? '', moves.join('; '))];
    });
}

const joined = (fingers: readonly (number | 'T')[], { and }: PhraseBook): string =>
  fingers.length < 2 ? fingers.join('') : `${fingers.slice(0, -1).join(', ')} ${and} ${fingers.at(-1) ?? ''}`;

const tuneOf = ({ score }: Told, bars: readonly number[]) =>
  placedNotes(score, 'melody').filter(({ bar, note }) => bars.includes(bar) && !note.tied && !note.dead);

function offBeatReason(told: Told, bars: readonly number[]): string[] {
  const moments = new Set(
    tuneOf(told, bars)
      .filter(({ bar, note }) => {
        const metre = told.score.bars[bar]?.metre;
        return metre && !isOnBeat(metre, note.tick);
      })
      .map(({ atTicks }) => atTicks),
  );
  return moments.size === 0 ? [] : [told.book.offBeats(moments.size)];
}

function besideReason(told: Told, bars: readonly number[]): string[] {
  const places = new Set(
    tuneOf(told, bars).flatMap(({ bar, note }) => {
      const frets = gripAt(told.score, bar, note.tick)?.frets;
      const isBeside = frets && note.fret > 0 && frets[6 - note.string] !== note.fret && !note.harmonic;
      return isBeside ? [told.book.place(note.string, note.fret)] : [];
    }),
  );
  return places.size === 0 ? [] : [told.book.besideGrip([...places].join(', '))];
}

/** How most bass notes of the bars end, where they are marked. */
function endingReason(score: Score, bars: readonly number[], book: PhraseBook): string[] {
  const bass = placedNotes(score, 'thumb').filter(({ bar }) => bars.includes(bar));
  const counts = new Map<NoteEnding, number>();
  for (const { note } of bass) if (note.ending) counts.set(note.ending, (counts.get(note.ending) ?? 0) + 1);
  const [most] = [...counts].sort(([, a], [, b]) => b - a);
  return most && most[1] * 2 > bass.length ? [book.damped[most[0]]] : [];
}

/** The highest note, where there is one higher than all others. */
function topReason(told: Told, bars: readonly number[]): string[] {
  const { score, book } = told;
  const heights = tuneOf(told, bars).map((placed) => ({
    ...placed,
    midi: writtenMidi(score.tuning, placed.note),
  }));
  const top = Math.max(...heights.map(({ midi }) => midi));
  const highest = heights.filter(({ midi }) => midi === top);
  const [only] = highest;
  if (!only || highest.length > 1 || heights.length < 3) return [];
  const pitch = withSigns(book.chord(pitchText(spellMidi(top, score.key)).replace(/\d+$/, '')));
  return [book.listen(pitch, numberOfBar(score, only.bar), countOf(score.bars, only.bar, only.note.tick))];
}
