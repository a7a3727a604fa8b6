import { fretOf } from '../shapes/index.ts';
import { isOneStrum, stringDigits } from './call-digits.ts';
import { openMidi } from '../instrument/index.ts';
import {
  numberOfBar,
  countOf,
  gripAt,
  inPlayingOrder,
  isBlueThird,
  isPicked,
  placedNotes,
  techniques,
  techniquesOf,
  type Bar,
  type Note,
  type Score,
  type TechniqueWord,
  type Ticks,
} from '../score/index.ts';

/** What the teacher says for one moment. The verb is empty for a melody note off the beat: only its string is said. */
export interface CallEntry {
  /** From 1. */
  readonly bar: number;
  readonly tick: Ticks;
  readonly count: string;
  readonly voice: 'thumb' | 'melody' | 'both';
  readonly verb: CallVerb | '';
  readonly thumbStrings: readonly number[];
  readonly melodyStrings: readonly number[];
  /** The voice whose fretting finger moves while the other is struck; undefined where all is struck or all moves. */
  readonly moves: 'thumb' | 'melody' | undefined;
  /** What else is said: "ring", "bend", as the technique table names it. */
  readonly also: readonly TechniqueWord[];
  /** "pinch 6+1", "thumb 4", "hammer 2", "1", "pinch 5+2, bend". */
  readonly text: string;
  /** The same with frets: "pinch 6/3+1/0". */
  readonly full: string;
}

export type CallVerb =
  | 'pinch'
  | 'thumb'
  | 'walk'
  | 'slide'
  | 'hammer'
  | 'pull'
  | 'mute'
  | 'brush'
  | 'roll'
  | 'drag'
  | 'slap'
  | 'snap'
  | 'bend'
  | 'blue'
  | 'turn'
  | 'chime';

const verbOfStroke = {
  brush: 'brush',
  'brush-back': 'brush',
  roll: 'roll',
  'roll-back': 'roll',
  drag: 'drag',
  slap: 'slap',
  snap: 'snap',
} as const;

const verbOfArrival = { 'hammer-on': 'hammer', 'pull-off': 'pull', slide: 'slide' } as const;

/** The call line of a score: one entry an onset, nothing for tied notes. Bars are named by their numbers, from–to inclusive. */
export function callLine(score: Score, fromBar = 0, toBar = score.bars.length): CallEntry[] {
  const walking = walkNotes(score);
  const goesOn = underGlassStill(score);
  return score.bars.flatMap((bar, index) => {
    const number = numberOfBar(score, index);
    return number < fromBar || number > toBar ? [] : callOfBar(score, bar, index, walking, goesOn);
  });
}

function callOfBar(
  score: Score,
  bar: Bar,
  index: number,
  walking: ReadonlySet<Note>,
  goesOn: ReadonlySet<Note>,
): CallEntry[] {
  const said = bar.notes.filter((note) => !note.tied).sort(inPlayingOrder);
  const ticks = [...new Set(said.map(({ tick }) => tick))];
  return ticks.map((tick) => {
    const now = said.filter((note) => note.tick === tick);
    const thumb = now.filter((note) => note.voice === 'thumb');
    const melody = now.filter((note) => note.voice === 'melody');
    const verb = verbFor(score, thumb, melody, walking);
    const also = alsoSaid(now, verb, goesOn);
    const thumbStrings = thumb.map(({ string }) => string);
    const melodyStrings = melody.map(({ string }) => string);
    return {
      bar: numberOfBar(score, index),
      tick,
      count: countOf(score.bars, index, tick),
      voice: thumb.length === 0 ? 'melody' : melody.length === 0 ? 'thumb' : 'both',
      verb,
      thumbStrings,
      melodyStrings,
      also,
      moves: movingVoice(now),
      text: saidWords(now, verb, also, false),
      full: saidWords(now, verb, also, true),
    };
  });
}

/** Verb and strings; where one string is slid, hammered or pulled while others are struck, each is said by itself: "thumb 5, slide 1". */
function saidWords(
  now: readonly Note[],
  verb: CallVerb | '',
  also: readonly TechniqueWord[],
  withFrets: boolean,
): string {
  const struck = now.filter(isPicked);
  const arriving = now.filter((note) => !isPicked(note));
  const said = (word: CallVerb | '', notes: readonly Note[]) =>
    [word, stringDigits(notes, withFrets)].filter(Boolean).join(' ');
  if (struck.length === 0 || arriving.length === 0) return [said(verb, now), ...also].join(', ');
  const others = also.filter((word) => !arrivalWords.has(word));
  const moves = [...new Set(arriving.map(({ arrival }) => arrival))].map((arrival) =>
    said(
      arrival ? verbOfArrival[arrival] : '',
      arriving.filter((note) => note.arrival === arrival),
    ),
  );
  return [said(struckVerb(struck), struck), ...moves, ...others].join(', ');
}

function movingVoice(now: readonly Note[]): CallEntry['moves'] {
  const moving = now.filter((note) => !isPicked(note));
  const voices = new Set(moving.map(({ voice }) => voice));
  return moving.length > 0 && moving.length < now.length && voices.size === 1 ? moving[0]?.voice : undefined;
}

const arrivalWords: ReadonlySet<string> = new Set<TechniqueWord>(['hammer', 'pull', 'slide']);

function struckVerb(struck: readonly Note[]): CallVerb | '' {
  const hasThumb = struck.some(({ voice }) => voice === 'thumb');
  if (!hasThumb) return '';
  return struck.some(({ voice }) => voice === 'melody') ? 'pinch' : 'thumb';
}

function verbFor(
  score: Score,
  thumb: readonly Note[],
  melody: readonly Note[],
  walking: ReadonlySet<Note>,
): CallVerb | '' {
  const strum = [...thumb, ...melody].find(({ stroke }) => stroke !== undefined)?.stroke;
  if (strum && isOneStrum([...thumb, ...melody])) return verbOfStroke[strum];
  if (thumb.length > 0 && melody.some(isPicked)) return 'pinch';
  const said = melody.length > 0 ? melody : thumb;
  const arrival = said.find((note) => note.arrival)?.arrival;
  if (arrival) return verbOfArrival[arrival];
  const stroke = said.find((note) => note.stroke)?.stroke;
  if (stroke) return verbOfStroke[stroke];
  if (said.every((note) => note.dead)) return 'mute';
  if (thumb.length > 0) return thumb.some((note) => walking.has(note)) ? 'walk' : 'thumb';
  return verbOfSound(score, melody);
}

/** What a melody note alone is called by when the fretting hand does something with it. */
function verbOfSound(score: Score, melody: readonly Note[]): CallVerb | '' {
  if (melody.some((note) => isBlueThird(score, note))) return 'blue';
  if (melody.some((note) => note.bendCents !== undefined)) return 'bend';
  if (melody.some((note) => note.ornament)) return 'turn';
  return melody.some((note) => note.harmonic) ? 'chime' : '';
}

/** Techniques that the verb already says, by verb. */
const saidByVerb: Readonly<Partial<Record<CallVerb | '', readonly TechniqueWord[]>>> = {
  hammer: ['hammer'],
  pull: ['pull'],
  slide: ['slide'],
  mute: ['dead'],
  brush: ['brush', 'brushback'],
  roll: ['roll', 'rollback'],
  drag: ['drag'],
  slap: ['slap', 'dead'],
  snap: ['snap'],
  bend: ['bend'],
  blue: ['bend'],
  turn: ['mordent', 'turn'],
  chime: ['harmonic'],
};

/** How the thumb's notes end and which are louder is said once of the whole bass, not at every stroke. */
const saidOfBass: ReadonlySet<string> = new Set<TechniqueWord>(['ring', 'stop', 'palm', 'lift', 'accent']);

/** That the bottleneck goes on is not said again. */
const wordsOf = (note: Note, goesOn: ReadonlySet<Note>): string[] =>
  techniquesOf(note)
    .map(({ word }) => word)
    .filter(
      (word) => (note.voice === 'melody' || !saidOfBass.has(word)) && !(word === 'glass' && goesOn.has(note)),
    );

/** The techniques of a moment's notes that its verb does not say, each once, in the table's order. */
function alsoSaid(notes: readonly Note[], verb: CallVerb | '', goesOn: ReadonlySet<Note>): TechniqueWord[] {
  const carried = new Set(notes.flatMap((note) => wordsOf(note, goesOn)));
  if (carried.size === 0) return [];
  return techniques
    .map(({ word }) => word)
    .filter((word) => carried.has(word) && !saidByVerb[verb]?.includes(word));
}

/** Thumb notes outside the grip held that lie a step or half step from their neighbour: a walk. */
function walkNotes(score: Score): Set<Note> {
  const thumb = placedNotes(score, 'thumb');
  const midi = ({ string, fret }: Note) => openMidi(score.tuning, string) + fret;
  return new Set(
    thumb.flatMap(({ bar, note }, index) => {
      const grip = gripAt(score, bar, note.tick);
      if (!grip || fretOf(grip.frets, note.string) === note.fret) return [];
      const neighbours = [thumb[index - 1], thumb[index + 1]].filter((each) => each !== undefined);
      const steps = neighbours.map((each) => Math.abs(midi(each.note) - midi(note)));
      return steps.some((step) => step === 1 || step === 2) ? [note] : [];
    }),
  );
}

/** Melody notes under the bottleneck after others under it: where it comes in is said, not that it stays. */
function underGlassStill(score: Score): Set<Note> {
  const melody = placedNotes(score, 'melody');
  const still = new Set<Note>();
  let [at, isUnder, wasUnder] = [-1, false, false];
  for (const { note, atTicks } of melody) {
    if (atTicks !== at) [at, wasUnder] = [atTicks, isUnder];
    isUnder = note.bottleneck !== undefined;
    if (isUnder && wasUnder) still.add(note);
  }
  return still;
}
