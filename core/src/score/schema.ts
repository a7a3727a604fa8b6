import { z } from 'zod';
import { commentSchema, id } from './comment-schema.ts';
import { toldListSchema } from './told-schema.ts';
import { scoreLimits } from './limits.ts';
import { fret, noteEnding, noteSchema, string, strokeKind, tick } from './note-schema.ts';
import { pickingSchools } from './picking-schools.ts';
import { line } from './text-schema.ts';

/** The score as files, HTTP and the database carry it. Types everywhere are inferred from the schemas below. */

const text = line(scoreLimits.textLength);
/** Quarter notes a minute. */
const tempo = z.number().min(20).max(320);

/** Share of a beat, in percent, before its off-beat eighth: 50 straight, 67 triplet swing. */
const swing = z.number().min(50).max(80);

const dynamicLevel = z.enum(['pp', 'p', 'mp', 'mf', 'f', 'ff']);

export { line, prose } from './text-schema.ts';
export { noteSchema } from './note-schema.ts';

export const gripFretsSchema = z.array(fret.nullable()).length(6);

export const placedGripSchema = z.strictObject({
  tick,
  /** Fret per string from string 6 to string 1; null is not played. */
  frets: gripFretsSchema,
  /** Finger per string from string 6 to string 1, T the thumb over the edge; null where none presses. Absent: worked out. */
  fingers: z
    .array(z.literal([1, 2, 3, 4, 'T']).nullable())
    .length(6)
    .optional(),
  /** Strings that a finger holds though they need not sound. */
  silent: z.array(string).max(6).optional(),
  /** The teacher's own name for what the grip does here; the literal name is always computed. */
  functionName: line(24).min(1).optional(),
});

export const metreSchema = z.strictObject({
  beats: z.int().min(1).max(32),
  unit: z.literal([1, 2, 4, 8, 16]),
});

const patternName = line(40).min(1);

/** "F#4". */
const sungPitch = z.string().regex(/^[A-G](#|b)?[1-6]$/);

export const riffSchema = z.strictObject({
  voice: z.enum(['thumb', 'melody']),
  /** From where in this bar, and how long. */
  tick,
  ticks: z.int().min(1).max(61440),
  /** The bar it comes from, by its id, and where in it. */
  of: id,
  from: tick,
});

export const barSchema = z.strictObject({
  /** Names the bar for as long as it lives, wherever it is moved to. Absent only until the score is kept. */
  id: id.optional(),
  /** The bar, by its id, that this one is the same as: what changes there changes here, except where the two already differ. */
  sameAs: id.optional(),
  metre: metreSchema,
  /** Parts of the bar that are the same as parts of others: what changes there changes here, except where the two already differ. */
  riffs: z.array(riffSchema).min(1).max(scoreLimits.riffsPerBar).optional(),
  /** A section of the form begins here and lasts until the next; its bars follow its thumb pattern, if it has one. */
  section: z
    .strictObject({
      /** Absent only until the score is kept. */
      id: id.optional(),
      name: text.min(1),
      thumbPattern: patternName.optional(),
      comment: commentSchema.optional(),
    })
    .optional(),
  /** What the teacher says about the bar. */
  comment: commentSchema.optional(),
  /** The phrase that begins here, told in the teacher's own words. */
  told: toldListSchema.optional(),
  grips: z.array(placedGripSchema).max(scoreLimits.gripsPerBar),
  /** A thumb pattern for this bar, or "by-hand". Absent: the piece's. */
  thumbPattern: line(40).optional(),
  /** Thumb patterns that begin inside this bar and last to its end or to the next of them. */
  beatPatterns: z
    .array(z.strictObject({ tick, pattern: patternName }))
    .max(scoreLimits.gripsPerBar)
    .optional(),
  /** Ticks at which the pattern's stroke was left out by hand. */
  leftOut: z.array(tick).max(scoreLimits.notesPerBar).optional(),
  notes: z.array(noteSchema).max(scoreLimits.notesPerBar),
  /** Sung where the guitar strikes no note of the tune, or on another pitch than it does; a syllable whose word goes on ends in a hyphen. */
  sung: z
    .array(
      z.strictObject({
        tick,
        text: line(60).min(1),
        /** What the singer sings, where the guitar does not play it: named as the shapes are, without the capo. */
        pitch: sungPitch.optional(),
      }),
    )
    .max(64)
    .optional(),
  /** Comes before the first beat of the piece: its metre is what is played of a bar, counted to that bar's end. */
  pickup: z.literal(true).optional(),
  /** A passage to be repeated begins here. */
  repeatStart: z.literal(true).optional(),
  /** The passage ends here; how often it is played altogether. */
  repeatTimes: z.int().min(2).max(9).optional(),
  /** The bar belongs to these times through only: a first or second ending. */
  endings: z.array(z.int().min(1).max(9)).min(1).max(9).optional(),
  /** Tempo from here on, in quarter notes a minute. */
  tempoBpm: tempo.optional(),
  /** Swing from here on. */
  swingPercent: swing.optional(),
  /** How loud a voice is from a tick on. */
  dynamics: z
    .array(z.strictObject({ tick, voice: z.enum(['thumb', 'melody']), level: dynamicLevel }))
    .max(scoreLimits.gripsPerBar)
    .optional(),
});

/** Another version of a passage, kept beside the one that stands in the piece. */
export const keptVersionSchema = z.strictObject({
  label: line(scoreLimits.labelLength).min(1),
  /** Open pitches its frets were written for, string 6 to string 1. */
  pitches: z.array(line(6)).length(6),
  bars: z.array(barSchema).min(1).max(scoreLimits.versionBars),
});

/** Bars that exist in more than one version: one stands in the piece, the others are kept here. */
export const passageSchema = z.strictObject({
  id,
  /** The bars that stand, by their ids; the passage goes from the first of them still there to the last. */
  bars: z.array(id).min(1).max(scoreLimits.versionBars),
  /** What the version that stands is called. */
  chosen: line(scoreLimits.labelLength).min(1),
  others: z
    .array(keptVersionSchema)
    .min(1)
    .max(scoreLimits.versions - 1),
});

export const tuningSchema = z.strictObject({
  name: text.min(1),
  pitches: z.array(line(6)).length(6),
  /** Semitones the whole guitar is tuned away from `pitches`; −1 is a half step down. Absent: none. */
  wholeSemitones: z.int().min(-7).max(5).optional(),
  /** Concert pitch in Hz. Absent: 440. */
  a4Hz: z.number().min(390).max(490).optional(),
});

export const keySchema = z.strictObject({
  tonic: z.string().regex(/^[A-G](#|b)?$/),
  mode: z.enum(['major', 'minor']),
});

/** What the thumb wants of a grip; strings follow from the grip that is held. */
export const bassRoles = [
  'low',
  'alternate',
  'other-low',
  'root',
  'third',
  'fifth',
  'sixth',
  'seventh',
  'octave',
  'nearest',
] as const;

/** One stroke of the thumb in a pattern, laid on a grid of `slots` to the beat. */
export const thumbStrokeSchema = z.strictObject({
  /** From the start of the pattern, counted in slots. */
  slot: z.int().min(0).max(191),
  role: z.enum(bassRoles),
  /** Fixed string instead of one found by role: a drone, wherever the grip goes. */
  string: string.optional(),
  /** Written length in slots; absent: up to the next stroke. */
  slots: z.int().min(1).max(192).optional(),
  ending: noteEnding.optional(),
  accent: z.literal(true).optional(),
  dead: z.literal(true).optional(),
  grace: z.literal(true).optional(),
  stroke: strokeKind.optional(),
});

/** A bass pattern as a guitarist would describe it: strokes on a grid that repeats until the bar is full. */
export const thumbPatternSchema = z.strictObject({
  id: patternName,
  name: text.min(1),
  /** Felt beats before it repeats. */
  beats: z.int().min(1).max(16),
  /** Slots to a felt beat: 1, 2, 3 or 4. */
  slotsPerBeat: z.int().min(1).max(4),
  strokes: z.array(thumbStrokeSchema).min(1).max(96),
});

export const scoreSchema = z.strictObject({
  title: text.min(1),
  /** Whose style the piece takes after, as the teacher says it. */
  player: text,
  key: keySchema,
  tuning: tuningSchema,
  /** Fret of the bare neck; 0 is no capo. */
  capo: z.int().min(0).max(12),
  scaleMm: z.number().min(400).max(800),
  fretCount: z.int().min(12).max(scoreLimits.fret),
  tempoBpm: tempo,
  swingPercent: swing,
  /** The piece's thumb pattern. */
  thumbPattern: patternName,
  /** Gauges of the strings, a known set or six numbers. Absent: a light set. */
  gauges: line(60).min(1).optional(),
  /** Recordings and versions of the tune, and the key each sounds in. */
  sources: z
    .array(z.strictObject({ name: text.min(1), key: keySchema }))
    .max(scoreLimits.sources)
    .optional(),
  /** How this player's bass notes end; absent: as the pattern says. */
  bassEnding: noteEnding.optional(),
  /** Which picking fingers take which strings; absent: index, middle and ring. */
  pickingSchool: z.enum(pickingSchools).optional(),
  /** Own thumb patterns this piece uses, so that the file stands alone. */
  patterns: z.array(thumbPatternSchema).max(scoreLimits.patterns).optional(),
  /** Queries the teacher lets stand: what they say, where. */
  letStand: z
    .array(
      z.strictObject({
        code: line(60).min(1),
        /** The bar's id. */
        bar: id,
        beat: z.number().min(1),
        string: string.optional(),
      }),
    )
    .max(scoreLimits.letStand)
    .optional(),
  /** The form the piece is held against, in Roman numerals by bars: "I IV I I | IV IV I I | V IV I V". Absent: guessed. */
  form: line(scoreLimits.formLength).min(1).optional(),
  /** Sections, by their ids, in the order they are played; bars before the first section come first. Absent: as written. */
  order: z.array(id).min(1).max(scoreLimits.order).optional(),
  /** Passages that exist in more than one version. */
  passages: z.array(passageSchema).min(1).max(scoreLimits.passages).optional(),
  /** What the teacher says about the whole piece. */
  comment: commentSchema.optional(),
  bars: z.array(barSchema).min(1).max(scoreLimits.bars),
});

export type Comment = z.infer<typeof commentSchema>;
export type BassRole = (typeof bassRoles)[number];
export type ThumbStroke = z.infer<typeof thumbStrokeSchema>;
export type GridPattern = z.infer<typeof thumbPatternSchema>;
export type PickingDigit = NonNullable<Note['picking']>;
export type Note = z.infer<typeof noteSchema>;
export type Voice = Note['voice'];
export type Arrival = NonNullable<Note['arrival']>;
export type NoteEnding = NonNullable<Note['ending']>;
export type NoteStroke = NonNullable<Note['stroke']>;
export type NoteSlide = NonNullable<Note['slide']>;
export type DynamicLevel = z.infer<typeof dynamicLevel>;
export type GripFrets = z.infer<typeof gripFretsSchema>;
export type GripFinger = NonNullable<z.infer<typeof placedGripSchema>['fingers']>[number];
export type PlacedGrip = z.infer<typeof placedGripSchema>;
export type Bar = z.infer<typeof barSchema>;
export type ToldPhrase = NonNullable<Bar['told']>[number];
export type Riff = z.infer<typeof riffSchema>;
export type KeptVersion = z.infer<typeof keptVersionSchema>;
export type KeptPassage = z.infer<typeof passageSchema>;
export type Score = z.infer<typeof scoreSchema>;
