import type { MeasuredPiece } from '@jocund/contract';
import type { Result } from '@jocund/core/fault';
import type { Alternative, FingeredMoment, NoteFingers, WeighedTerm } from '@jocund/core/fingering';
import type { AnyReading, ReadOptions } from '@jocund/core/formats/any';
import type { LiveMessage } from '@jocund/core/formats/midi';
import type { LeftOut } from '@jocund/core/formats/reading';
import type { DealtFigures, Figure, FigureTarget, FigureWay, MadeFigure } from '@jocund/core/figures';
import type { FormBar } from '@jocund/core/form';
import type {
  EasierPlace,
  Fuller,
  FullerSettings,
  GradedPart,
  GradeSaying,
  GradeWeights,
  GradedArrangement,
  Ladder,
  LadderSettings,
  PlaceSettings,
  Simplified,
  SimplifySettings,
} from '@jocund/core/grading';
import type { Hand } from '@jocund/core/hands';
import type { Instrument, StringNumber, Tuning } from '@jocund/core/instrument';
import type { Recording } from '@jocund/core/listening';
import type { FitOptions, FittedTune, Suggestion, Tune } from '@jocund/core/melody';
import type { Finding, NotePlace, Stretch, Score } from '@jocund/core/score';
import type { CommonMove, FoundGrip } from '@jocund/core/shapes';
import type { StudentFaults } from '@jocund/core/stand-ins';
import type {
  Closeness,
  ComparedTrait,
  ExampleBar,
  KeptParts,
  NearerMove,
  Profile,
  Restyled,
  StyleCheck,
  Varied,
  VarySettings,
} from '@jocund/core/style';
import type { BarSpan, ClickHeard, NextStep, TakeReport } from '@jocund/core/takes';
import type { SecondPart, SecondPartSearch } from '@jocund/core/two-guitars';
import type { FoundTuning, TuningSearch } from '@jocund/core/tuning-finder';
import type { EarTasks } from './ear-messages.ts';

/** A note's fingers, with its place instead of the note itself: notes lose their identity on the way to the page. */
interface PlacedFingers extends Pick<NoteFingers, 'finger' | 'picking' | 'isUnplayed'> {
  readonly place: NotePlace;
}

/** What a moment costs, term by term. */
interface MomentCost extends Pick<
  FingeredMoment,
  'bar' | 'tick' | 'position' | 'spanMm' | 'frettingMm' | 'pickingMm'
> {
  readonly terms: readonly WeighedTerm[];
}

/** Both hands of a score and what will not work. */
export interface CheckedScore {
  readonly open: readonly Finding[];
  readonly standing: readonly Finding[];
  readonly fingers: readonly PlacedFingers[];
  readonly moments: readonly MomentCost[];
  readonly costMm: number;
  readonly frettingMm: number;
  readonly pickingMm: number;
  readonly spanMaxMm: number;
  readonly shiftCount: number;
}

/** A grip, and what a finger can add to it while it is held. */
export interface GripWithMoves extends FoundGrip {
  readonly moves: readonly CommonMove[];
}

/** Where a figure is moved. */
export type FigureMove =
  | { readonly kind: 'frets'; readonly by: number }
  | { readonly kind: 'strings'; readonly by: number }
  | { readonly kind: 'target'; readonly target: FigureTarget };

/** A player's manner, and the pieces it was measured from: examples name them by their place in `arrangementIds`. */
export interface MeasuredManner {
  readonly profile: Profile;
  /** For the student, a sentence each. */
  readonly card: readonly string[];
  readonly arrangementIds: readonly string[];
  /** The bar nearest to all of it. */
  readonly typical: ExampleBar | undefined;
}

/** An arrangement after a player, with what a teacher reads of it. */
export interface ArrangedAfter extends GradedArrangement {
  readonly check: StyleCheck;
  /** How far each of the player’s pieces lies from the others, 0 alike to 1; empty with fewer than three. */
  readonly own: readonly number[];
  readonly profile: Profile;
  /** As it is here, with nothing drawn from others. */
  readonly here: Profile;
}

/** What the page may ask of the worker, and what each question is answered with. */
export interface Tasks extends EarTasks {
  readonly findTunings: {
    readonly input: {
      readonly score: Score;
      readonly tunings: readonly Tuning[];
      readonly today: Tuning;
      readonly maxCapo: number;
      readonly maxTranspose: number;
      readonly only?: TuningSearch['only'];
    };
    readonly output: FoundTuning[];
  };
  /** The same notes elsewhere on the guitar, where they are easier. */
  readonly easierPlaces: {
    readonly input: { readonly score: Score; readonly settings: PlaceSettings };
    readonly output: readonly EasierPlace[];
  };
  /** One manner, or two beside each other: of the pieces with these ids, from what was measured of all. */
  readonly readManners: {
    readonly input: {
      readonly pieces: readonly MeasuredPiece[];
      readonly one: readonly string[];
      readonly other: readonly string[] | undefined;
    };
    readonly output: {
      readonly one: MeasuredManner;
      readonly other: MeasuredManner | undefined;
      readonly compared: readonly ComparedTrait[];
    };
  };
  /** A piece held against a player: `pieces` are all that were measured, itself left out. */
  readonly checkStyle: {
    readonly input: {
      readonly score: Score;
      readonly arrangementId: string;
      readonly playerId: string;
      readonly pieces: readonly MeasuredPiece[];
    };
    readonly output: StyleCheck;
  };
  /** Changes to single bars that bring a piece nearer to a player, the most telling first. */
  readonly nearerMoves: {
    readonly input: Tasks['checkStyle']['input'] & { readonly hand: Hand };
    readonly output: readonly NearerMove[];
  };
  /** What a player would add next, up to some grade points. */
  readonly addNext: {
    readonly input: Tasks['checkStyle']['input'] & Omit<FullerSettings, 'pool'>;
    readonly output: Fuller;
  };
  /** A passage with other turns, as a player would take them; undefined where no bar could be varied. Bars from 0, both included. */
  readonly varyPassage: {
    readonly input: Tasks['checkStyle']['input'] &
      Omit<VarySettings, 'pool'> & { readonly first: number; readonly last: number };
    readonly output: Varied | undefined;
  };
  /** The piece's tune as another player might play it, the nearest arrangement first. */
  readonly restyle: {
    readonly input: {
      readonly score: Score;
      readonly arrangementId: string;
      readonly player: { readonly id: string; readonly name: string };
      readonly pieces: readonly MeasuredPiece[];
      readonly hand: Hand;
      readonly seed: number;
    };
    readonly output: readonly Restyled[];
  };
  /** Reads the measured pieces and a player's manner, so that an arrangement asked for next begins at once. */
  readonly openPieces: {
    readonly input: Pick<Tasks['arrangeAfter']['input'], 'pieces' | 'player' | 'except'>;
    /** How many of the player's can be read. */
    readonly output: number;
  };
  /** One arrangement of a tune after a player, by its place among those planned. */
  readonly arrangeAfter: {
    readonly input: {
      readonly tune: Tune;
      /** From 0. */
      readonly plan: number;
      readonly player: { readonly id: string; readonly name: string };
      /** The piece the tune is drawn from, which tells nothing of the player. */
      readonly except: string | undefined;
      readonly pieces: readonly MeasuredPiece[];
      readonly hand: Hand;
      /** The most it may be, in points; undefined: as it comes. */
      readonly grade: number | undefined;
      readonly weights: GradeWeights | undefined;
      readonly seed: number;
      readonly closeness: Closeness;
      readonly keepsThumb: boolean;
      readonly keepsRhythm: boolean;
      readonly kept?: KeptParts;
    };
    readonly output: {
      /** How many there are to be tried. */
      readonly plans: number;
      /** Undefined where the tune has no place there. */
      readonly arranged: ArrangedAfter | undefined;
    };
  };
  readonly findGrips: {
    readonly input: {
      readonly chord: string;
      readonly instrument: Instrument;
      readonly hand: Hand;
      readonly nearFret: number | undefined;
      /** The string that rings open as the bass. */
      readonly openBass: StringNumber | undefined;
      readonly limit: number;
    };
    readonly output: Result<readonly GripWithMoves[]>;
  };
  /** A take held against the study, from a file, from samples, or played by the simulated student. Bars count from 0. */
  readonly judgeTake: {
    readonly input: {
      readonly score: Score;
      readonly bars: BarSpan;
      readonly source:
        | { readonly kind: 'file'; readonly bytes: Uint8Array }
        | ({ readonly kind: 'sound'; readonly click?: ClickHeard | undefined } & Recording)
        | { readonly kind: 'instrument'; readonly messages: readonly LiveMessage[]; readonly endS: number }
        | { readonly kind: 'student'; readonly faults: StudentFaults; readonly seed: number };
    };
    readonly output: Result<{ readonly report: TakeReport; readonly next: NextStep }>;
  };
  readonly checkScore: {
    readonly input: { readonly score: Score; readonly hand: Hand };
    readonly output: CheckedScore;
  };
  /** Where else a note can sit, and which finger else can take it. */
  readonly weighNote: {
    readonly input: { readonly score: Score; readonly hand: Hand; readonly place: NotePlace };
    readonly output: { readonly places: readonly Alternative[]; readonly fingers: readonly Alternative[] };
  };
  /** How a piece differs in one hand from another. */
  readonly compareHands: {
    readonly input: { readonly score: Score; readonly hand: Hand; readonly other: Hand };
    readonly output: { readonly moreMm: number; readonly differing: number; readonly moreQueries: number };
  };
  /** The melody's places chosen anew, in a stretch or the whole score. */
  readonly writeForm: {
    readonly input: {
      readonly score: Score;
      /** The bar it begins with, from 0. */
      readonly index: number;
      readonly form: readonly FormBar[];
      /** Behind numerals without a colour of their own. */
      readonly colour: string;
      readonly hand: Hand;
      /** Whether its first bar is laid on every chord, or only the chords of that bar are written. */
      readonly writes: 'form' | 'chords';
    };
    readonly output: Result<Score>;
  };
  /** The ways to play a figure elsewhere: as one thing by frets or strings, or to a chord, a key or a tuning. */
  readonly figureWays: {
    readonly input: {
      readonly figure: Figure;
      readonly move: FigureMove;
      readonly piece: Score;
      readonly hand: Hand;
    };
    readonly output: readonly FigureWay[];
  };
  /** A pool of figures dealt into a bar, another one each time its section comes round. The bar counts from 0. */
  readonly dealFigures: {
    readonly input: {
      readonly score: Score;
      readonly pool: readonly Figure[];
      readonly bar: number;
      readonly times: number;
      readonly seed: number;
      readonly hand: Hand;
    };
    readonly output: Result<DealtFigures>;
  };
  /** Turnarounds and walks made for a place of the piece. The bar counts from 0. */
  readonly makeFigures: {
    readonly input: {
      readonly score: Score;
      readonly bar: number;
      readonly kind: 'turnarounds' | 'walks';
      readonly hand: Hand;
    };
    readonly output: readonly MadeFigure[];
  };
  /** Parts for a second guitar, the best first. */
  readonly secondParts: {
    readonly input: SecondPartSearch & { readonly score: Score };
    readonly output: readonly SecondPart[];
  };
  /** A graded series of studies. */
  readonly cutLadder: {
    readonly input: { readonly score: Score; readonly settings: LadderSettings };
    readonly output: Ladder;
  };
  /** The weights of a studio whose teachers said something of grades. */
  readonly studioWeights: {
    readonly input: { readonly sayings: readonly GradeSaying[] };
    readonly output: GradeWeights;
  };
  /** The grade of each section and phrase. */
  readonly gradeParts: {
    readonly input: { readonly score: Score; readonly weights: GradeWeights };
    readonly output: readonly GradedPart[];
  };
  /** An easier version, and what was given up for it. */
  readonly simplify: {
    readonly input: { readonly score: Score; readonly settings: SimplifySettings };
    readonly output: Simplified;
  };
  readonly placeMelody: {
    readonly input: {
      readonly score: Score;
      readonly hand: Hand;
      readonly within: Pick<Stretch, 'from' | 'to'> | undefined;
      readonly highestFret: number;
    };
    readonly output: {
      readonly score: Score;
      readonly beforeMm: number;
      readonly afterMm: number;
      readonly moved: number;
    };
  };
  /** Notes of the piece that are easier otherwise, and double stops for one note, where one is named. */
  readonly suggest: {
    readonly input: { readonly score: Score; readonly hand: Hand; readonly place: NotePlace | undefined };
    readonly output: readonly Suggestion[];
  };
  /** A file of any format, read. */
  readonly readFile: {
    readonly input: {
      readonly name: string;
      readonly bytes: Uint8Array;
      readonly options: ReadOptions;
    };
    readonly output: Result<AnyReading>;
  };
  /** A tune laid on a guitar. */
  readonly fitTune: {
    readonly input: FitOptions & { readonly tune: Tune };
    readonly output: Result<FittedTune & { readonly leftOut: readonly LeftOut[] }>;
  };
  /** A score as a WAV file. */
  readonly soundFile: {
    readonly input: { readonly score: Score; readonly sampleRate: number };
    readonly output: Uint8Array<ArrayBuffer>;
  };
  /** One string plucked, as samples. */
  readonly soundString: {
    readonly input: { readonly hz: number; readonly seconds: number; readonly sampleRate: number };
    readonly output: Float32Array<ArrayBuffer>;
  };
}

export type TaskName = keyof Tasks;

export type WorkRequest =
  | {
      [Name in TaskName]: {
        readonly kind: 'start';
        readonly id: number;
        readonly task: Name;
        readonly input: Tasks[Name]['input'];
      };
    }[TaskName]
  | { readonly kind: 'cancel'; readonly id: number };

/** `share` is 0 to 1. */
export type WorkAnswer =
  | { readonly kind: 'progress'; readonly id: number; readonly share: number }
  | { readonly kind: 'done'; readonly id: number; readonly output: Tasks[TaskName]['output'] }
  | { readonly kind: 'failed'; readonly id: number; readonly message: string };
