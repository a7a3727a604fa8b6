import type { Note } from './schema.ts';

type Marks = Omit<Note, 'tick' | 'durationTicks' | 'string' | 'fret' | 'voice'>;

/** Articulations of MusicXML 4.0 that say a technique. */
type Articulation = 'accent' | 'staccato' | 'scoop' | 'plop' | 'falloff' | 'doit';

/**
 * What the fretting hand must do beyond pressing a fret and letting go at the note's end: a finger above the one that holds the note
 * before, one already down behind it, the finger of the note before, push the string, touch it without pressing, hold no place,
 * turn on the fret, or carry the glass.
 */
export type HandAsk =
  | 'finger-above'
  | 'finger-behind'
  | 'same-finger'
  | 'push'
  | 'touch'
  | 'no-place'
  | 'turn'
  | 'glass';

/** What the string sounds like, where it is not a plain pluck. */
export type Tone = 'dead' | 'slap' | 'palm' | 'harmonic' | 'snap' | 'glass' | 'glass-noise';

/** What moves the pitch away from its fret while the note sounds. */
export type PitchWay = 'bend' | 'turn' | 'slide-in' | 'slide-away' | 'glass';

/** How a technique changes the sound of a plain picked note. Times are from memory, chosen by ear. */
export interface TechniqueSound {
  /** What sets the string going; absent: a picking digit. */
  readonly attack?: 'picked' | 'fretting-hand' | 'slid';
  /** The string is not set going anew. */
  readonly carriesOn?: true;
  /** Steps of MIDI velocity louder. */
  readonly velocityStep?: number;
  /** Share of its written time that it sounds. */
  readonly timeShare?: number;
  /** It rings on, at most this many seconds from its start. */
  readonly ringS?: number;
  /** It sounds this many seconds before its moment. */
  readonly earlyS?: number;
  /** The strings sound one after the other, so many seconds apart, from this side. */
  readonly spread?: { readonly stepS: number; readonly from: 'thick' | 'thin' };
  readonly tone?: Tone;
  readonly way?: PitchWay;
  /** A slide takes all the time there is. */
  readonly slow?: true;
}

/** A mark of the trade that a note can carry: one word for the call line, what the score holds for it. */
export interface Technique {
  /** One word, as it is typed and said in the call line. */
  readonly word: string;
  /** What it is, for menus and help. */
  readonly says: string;
  /** What is said of a note that carries it; of amounts, by the note. Empty where another mark has said it. */
  readonly spoken: string | ((note: Note) => string);
  readonly sets: Marks;
  /** Marks that cannot stand beside it. */
  readonly clears?: readonly (keyof Marks)[];
  /** The key that sets it on the score, as typed: a capital with Shift. */
  readonly key: string;
  /** Wanted every day: its key is shown without asking. */
  readonly isEveryday: boolean;
  /** What it asks of the fretting hand; null for what a plain note asks. */
  readonly hand: HandAsk | null;
  /** Null where it sounds as a plain note does. */
  readonly sound: TechniqueSound | null;
  /** The element of `articulations` that says it, or `as-it-is` where a note says it another way, or `by-word` where MusicXML has nothing for it. */
  readonly musicXml: Articulation | 'as-it-is' | 'by-word';
  /** The decoration that says it, or `as-it-is` where the notes do; null where ABC cannot say it. */
  readonly abc: string | null;
  /** Whether a sign says it in text tab, or for the melody alone; null where none does. */
  readonly textTab: 'sign' | 'melody-sign' | null;
  /** Two bars with the same notes are likely to share it, so that one without it is told of. */
  readonly inEveryVerse: boolean;
}
