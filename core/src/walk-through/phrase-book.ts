import type { CallVerb } from '../directions/index.ts';
import { noteNameIn, parseNoteName, type NameLanguage } from '../pitch/index.ts';

/** The sentences of a walk-through in one language. Bars are numbers as printed, fingers as written. */
export interface PhraseBook {
  readonly phrase: (from: number, to: number, section: string) => string;
  readonly bar: (bar: number) => string;
  readonly asBar: (bar: number, like: number) => string;
  readonly hold: (grip: string, frets: string, fingers: string) => string;
  readonly rests: string;
  readonly verb: (verb: CallVerb) => string;
  readonly and: string;
  /** "C is I, the home chord." */
  readonly chordIs: (chord: string, numeral: string) => string;
  readonly bassIs: (strings: readonly { readonly string: number; readonly degree: string }[]) => string;
  readonly change: (from: string, to: string, moves: string) => string;
  readonly moves: Readonly<
    Record<'stays' | 'slides' | 'moves' | 'lands' | 'lifts', (fingers: string, many: boolean) => string>
  >;
  readonly offBeats: (count: number) => string;
  readonly besideGrip: (places: string) => string;
  readonly listen: (pitch: string, bar: number, count: string) => string;
  readonly damped: Readonly<Record<'let-ring' | 'stopped' | 'palm-damped' | 'lifted', string>>;
  readonly place: (string: number, fret: number) => string;
  readonly degree: (degree: string) => string;
  readonly chord: (name: string) => string;
}

const englishDegrees: Readonly<Record<string, string>> = {
  '1': 'root',
  b3: 'minor third',
  '3': 'third',
  '5': 'fifth',
  b7: 'seventh',
  '7': 'major seventh',
  '6': 'sixth',
  '9': 'ninth',
};

const english: PhraseBook = {
  phrase: (from, to, section) =>
    `${from === to ? `Bar ${from}` : `Bars ${from} to ${to}`}${section ? `, ${section}` : ''}`,
  bar: (bar) => `Bar ${bar}`,
  asBar: (bar, like) => `Bar ${bar}: as bar ${like}.`,
  hold: (grip, frets, fingers) => `Hold ${grip}, frets ${frets}${fingers ? `, fingers ${fingers}` : ''}.`,
  rests: 'rest',
  verb: (verb) => verb,
  and: 'and',
  chordIs: (chord, numeral) => `${chord} is ${numeral} here.`,
  bassIs: (strings) =>
    `Its bass: ${strings.map(({ string, degree }) => `the ${degree} on string ${string}`).join(', ')}.`,
  change: (from, to, moves) => `From ${from} to ${to}: ${moves}.`,
  moves: {
    stays: (fingers, many) => `${many ? 'fingers' : 'finger'} ${fingers} ${many ? 'stay' : 'stays'}`,
    slides: (fingers, many) =>
      `${many ? 'fingers' : 'finger'} ${fingers} ${many ? 'slide' : 'slides'} along the string`,
    moves: (fingers, many) => `${many ? 'fingers' : 'finger'} ${fingers} ${many ? 'move' : 'moves'}`,
    lands: (fingers, many) =>
      `${many ? 'fingers' : 'finger'} ${fingers} ${many ? 'come down' : 'comes down'}`,
    lifts: (fingers, many) => `${many ? 'fingers' : 'finger'} ${fingers} ${many ? 'lift' : 'lifts'}`,
  },
  offBeats: (count) =>
    count === 1
      ? 'One note of the tune falls between the beats: count its “and” aloud.'
      : `${count} notes of the tune fall between the beats: count every “and” aloud.`,
  besideGrip: (places) => `Outside of the grip: ${places}. The other fingers stay down.`,
  listen: (pitch, bar, count) => `Listen for ${pitch} on ${count} of bar ${bar}: the top of the phrase.`,
  damped: {
    'let-ring': 'The bass rings on.',
    stopped: 'Each bass note is stopped before the next.',
    'palm-damped': 'The palm lies on the bass strings at the bridge.',
    lifted: 'The bass is stopped by lifting the grip a little.',
  },
  place: (string, fret) => `string ${string} fret ${fret}`,
  degree: (degree) => englishDegrees[degree] ?? degree,
  chord: (name) => name,
};

const germanVerbs: Readonly<Record<CallVerb, string>> = {
  pinch: 'zusammen',
  thumb: 'Daumen',
  walk: 'Basslauf',
  slide: 'rutschen auf',
  hammer: 'aufschlagen auf',
  pull: 'abziehen auf',
  mute: 'tonlos',
  brush: 'durchstreichen',
  roll: 'rollen',
  drag: 'durchziehen',
  slap: 'klatschen',
  snap: 'schnappen',
  bend: 'ziehen auf',
  blue: 'zur Blue Note ziehen auf',
  turn: 'Umspielung auf',
  chime: 'Flageolett auf',
};
const germanDegrees: Readonly<Record<string, string>> = {
  '1': 'der Grundton',
  b3: 'die kleine Terz',
  '3': 'die große Terz',
  '5': 'die Quinte',
  b7: 'die kleine Septime',
  '7': 'die große Septime',
  '6': 'die Sexte',
  '9': 'die None',
};

/** Note names at the start of a chord and behind its slash, as they are said in German: B7/F# becomes H7/Fis. */
const germanChord = (name: string): string =>
  name.replace(/(^|\/)([A-G](?:##|bb|#|b)?)/g, (_, before: string, note: string) => {
    const parsed = parseNoteName(note);
    return `${before}${parsed.ok ? noteNameIn(parsed.value, 'german') : note}`;
  });

const german: PhraseBook = {
  phrase: (from, to, section) =>
    `${from === to ? `Takt ${from}` : `Takt ${from} bis ${to}`}${section ? `, ${section}` : ''}`,
  bar: (bar) => `Takt ${bar}`,
  asBar: (bar, like) => `Takt ${bar}: wie Takt ${like}.`,
  hold: (grip, frets, fingers) => `${grip} greifen, Bünde ${frets}${fingers ? `, Finger ${fingers}` : ''}.`,
  rests: 'Pause',
  verb: (verb) => germanVerbs[verb],
  and: 'und',
  chordIs: (chord, numeral) => `${chord} ist hier die Stufe ${numeral}.`,
  bassIs: (strings) =>
    `Im Bass: ${strings.map(({ string, degree }) => `${degree} auf Saite ${string}`).join(', ')}.`,
  change: (from, to, moves) => `Von ${from} nach ${to}: ${moves}.`,
  moves: {
    stays: (fingers, many) => `Finger ${fingers} ${many ? 'bleiben' : 'bleibt'} liegen`,
    slides: (fingers, many) => `Finger ${fingers} ${many ? 'rutschen' : 'rutscht'} auf der Saite`,
    moves: (fingers, many) => `Finger ${fingers} ${many ? 'wechseln' : 'wechselt'}`,
    lands: (fingers, many) => `Finger ${fingers} ${many ? 'kommen' : 'kommt'} dazu`,
    lifts: (fingers, many) => `Finger ${fingers} ${many ? 'lösen' : 'löst'} sich`,
  },
  offBeats: (count) =>
    count === 1
      ? 'Ein Ton der Melodie liegt zwischen den Schlägen: sein „und“ laut mitzählen.'
      : `${count} Töne der Melodie liegen zwischen den Schlägen: jedes „und“ laut mitzählen.`,
  besideGrip: (places) => `Außerhalb des Griffs: ${places}. Die anderen Finger bleiben liegen.`,
  listen: (pitch, bar, count) =>
    `Auf ${pitch} hören, Takt ${bar}, Schlag ${count}: der höchste Ton der Phrase.`,
  damped: {
    'let-ring': 'Der Bass klingt weiter.',
    stopped: 'Jeder Basston wird vor dem nächsten gestoppt.',
    'palm-damped': 'Der Handballen liegt am Steg auf den Basssaiten.',
    lifted: 'Der Bass wird durch leichtes Lösen des Griffs gestoppt.',
  },
  place: (string, fret) => `Saite ${string} Bund ${fret}`,
  degree: (degree) => germanDegrees[degree] ?? degree,
  chord: germanChord,
};

export const phraseBooks: Readonly<Record<NameLanguage, PhraseBook>> = { english, german };
