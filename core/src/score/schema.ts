import * as z from 'zod/mini';
import { commentSchema, id } from './comment-schema.ts';
import { toldListSchema } from './told-schema.ts';
import { scoreLimits } from './limits.ts';
import { fret, noteEnding, noteSchema, string, strokeKind, tick } from './note-schema.ts';
import { pickingSchools } from './picking-schools.ts';
import { line } from './text-schema.ts';

/** The score as files, HTTP and the database carry it. Types everywhere are inferred from the schemas below. */

const text = line(scoreLimits.textLength);
/** Quarter notes a minute. */
const tempo = z.number().check(z.minimum(20), z.maximum(320));

/** Share of a beat, in percent, before its off-beat eighth: 50 straight, 67 triplet swing. */
const swing = z.number().check(z.minimum(50), z.maximum(80));

const dynamicLevel = z.enum(['pp', 'p', 'mp', 'mf', 'f', 'ff']);

export { line, prose } from './text-schema.ts';
export { noteSchema } from './note-schema.ts';

export const gripFretsSchema = z.array(z.nullable(fret)).check(z.length(6));

export const placedGripSchema = z.strictObject({
  tick,
  /** Fret per string from string 6 to string 1; null is not played. */
  frets: gripFretsSchema,
  /** Finger per string from string 6 to string 1, T the thumb over the edge; null where none presses. Absent: worked out. */
  fingers: z.optional(z.array(z.nullable(z.literal([1, 2, 3, 4, 'T']))).check(z.length(6))),
  /** Strings that a finger holds though they need not sound. */
  silent: z.optional(z.array(string).check(z.maxLength(6))),
  /** The teacher's own name for what the grip does here; the literal name is always computed. */
  functionName: z.optional(line(24).check(z.minLength(1))),
});

export const metreSchema = z.strictObject({
  beats: z.int().check(z.minimum(1), z.maximum(32)),
  unit: z.literal([1, 2, 4, 8, 16]),
});

const patternName = line(40).check(z.minLength(1));

/** "F#4". */
const sungPitch = z.string().check(z.regex(/^[A-G](#|b)?[1-6]$/));

export const riffSchema = z.strictObject({
  voice: z.enum(['thumb', 'melody']),
  /** From where in this bar, and how long. */
  tick,
  ticks: z.int().check(z.minimum(1), z.maximum(61440)),
  /** The bar it comes from, by its id, and where in it. */
  of: id,
  from: tick,
});

export const barSchema = z.strictObject({
  /** Names the bar for as long as it lives, wherever it is moved to. Absent only until the score is kept. */
  id: z.optional(id),
  /** The bar, by its id, that this one is the same as: what changes there changes here, except where the two already differ. */
  sameAs: z.optional(id),
  metre: metreSchema,
  /** Parts of the bar that are the same as parts of others: what changes there changes here, except where the two already differ. */
  riffs: z.optional(z.array(riffSchema).check(z.minLength(1), z.maxLength(scoreLimits.riffsPerBar))),
  /** A section of the form begins here and lasts until the next; its bars follow its thumb pattern, if it has one. */
  section: z.optional(
    z.strictObject({
      /** Absent only until the score is kept. */
      id: z.optional(id),
      name: text.check(z.minLength(1)),
      thumbPattern: z.optional(patternName),
      comment: z.optional(commentSchema),
    }),
  ),
  /** What the teacher says about the bar. */
  comment: z.optional(commentSchema),
  /** The phrase that begins here, told in the teacher's own words. */
  told: z.optional(toldListSchema),
  grips: z.array(placedGripSchema).check(z.maxLength(scoreLimits.gripsPerBar)),
  /** A thumb pattern for this bar, or "by-hand". Absent: the piece's. */
  thumbPattern: z.optional(line(40)),
  /** Thumb patterns that begin inside this bar and last to its end or to the next of them. */
  beatPatterns: z.optional(
    z.array(z.strictObject({ tick, pattern: patternName })).check(z.maxLength(scoreLimits.gripsPerBar)),
  ),
  /** Ticks at which the pattern's stroke was left out by hand. */
  leftOut: z.optional(z.array(tick).check(z.maxLength(scoreLimits.notesPerBar))),
  notes: z.array(noteSchema).check(z.maxLength(scoreLimits.notesPerBar)),
  /** Sung where the guitar strikes no note of the tune, or on another pitch than it does; a syllable whose word goes on ends in a hyphen. */
  sung: z.optional(
    z
      .array(
        z.strictObject({
          tick,
          text: line(60).check(z.minLength(1)),
          /** What the singer sings, where the guitar does not play it: named as the shapes are, without the capo. */
          pitch: z.optional(sungPitch),
        }),
      )
      .check(z.maxLength(64)),
  ),
  /** Comes before the first beat of the piece: its metre is what is played of a bar, counted to that bar's end. */
  pickup: z.optional(z.literal(true)),
  /** A passage to be repeated begins here. */
  repeatStart: z.optional(z.literal(true)),
  /** The passage ends here; how often it is played altogether. */
  repeatTimes: z.optional(z.int().check(z.minimum(2), z.maximum(9))),
  /** The bar belongs to these times through only: a first or second ending. */
  endings: z.optional(
    z.array(z.int().check(z.minimum(1), z.maximum(9))).check(z.minLength(1), z.maxLength(9)),
  ),
  /** Tempo from here on, in quarter notes a minute. */
  tempoBpm: z.optional(tempo),
  /** Swing from here on. */
  swingPercent: z.optional(swing),
  /** How loud a voice is from a tick on. */
  dynamics: z.optional(
    z
      .array(z.strictObject({ tick, voice: z.enum(['thumb', 'melody']), level: dynamicLevel }))
      .check(z.maxLength(scoreLimits.gripsPerBar)),
  ),
});

/** Another version of a passage, kept beside the one that stands in the piece. */
export const keptVersionSchema = z.strictObject({
  label: line(scoreLimits.labelLength).check(z.minLength(1)),
  /** Open pitches its frets were written for, string 6 to string 1. */
  pitches: z.array(line(6)).check(z.length(6)),
  bars: z.array(barSchema).check(z.minLength(1), z.maxLength(scoreLimits.versionBars)),
});

/** Bars that exist in more than one version: one stands in the piece, the others are kept here. */
export const passageSchema = z.strictObject({
  id,
  /** The bars that stand, by their ids; the passage goes from the first of them still there to the last. */
  bars: z.array(id).check(z.minLength(1), z.maxLength(scoreLimits.versionBars)),
  /** What the version that stands is called. */
  chosen: line(scoreLimits.labelLength).check(z.minLength(1)),
  others: z.array(keptVersionSchema).check(z.minLength(1), z.maxLength(scoreLimits.versions - 1)),
});

export const tuningSchema = z.strictObject({
  name: text.check(z.minLength(1)),
  pitches: z.array(line(6)).check(z.length(6)),
  /** Semitones the whole guitar is tuned away from `pitches`; −1 is a half step down. Absent: none. */
  wholeSemitones: z.optional(z.int().check(z.minimum(-7), z.maximum(5))),
  /** Concert pitch in Hz. Absent: 440. */
  a4Hz: z.optional(z.number().check(z.minimum(390), z.maximum(490))),
});

export const keySchema = z.strictObject({
  tonic: z.string().check(z.regex(/^[A-G](#|b)?$/)),
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
  slot: z.int().check(z.minimum(0), z.maximum(191)),
  role: z.enum(bassRoles),
  /** Fixed string instead of one found by role: a drone, wherever the grip goes. */
  string: z.optional(string),
  /** Written length in slots; absent: up to the next stroke. */
  slots: z.optional(z.int().check(z.minimum(1), z.maximum(192))),
  ending: z.optional(noteEnding),
  accent: z.optional(z.literal(true)),
  dead: z.optional(z.literal(true)),
  grace: z.optional(z.literal(true)),
  stroke: z.optional(strokeKind),
});

/** A bass pattern as a guitarist would describe it: strokes on a grid that repeats until the bar is full. */
export const thumbPatternSchema = z.strictObject({
  id: patternName,
  name: text.check(z.minLength(1)),
  /** Felt beats before it repeats. */
  beats: z.int().check(z.minimum(1), z.maximum(16)),
  /** Slots to a felt beat: 1, 2, 3 or 4. */
  slotsPerBeat: z.int().check(z.minimum(1), z.maximum(4)),
  strokes: z.array(thumbStrokeSchema).check(z.minLength(1), z.maxLength(96)),
});

export const scoreSchema = z.strictObject({
  title: text.check(z.minLength(1)),
  /** Whose style the piece takes after, as the teacher says it. */
  player: text,
  key: keySchema,
  tuning: tuningSchema,
  /** Fret of the bare neck; 0 is no capo. */
  capo: z.int().check(z.minimum(0), z.maximum(12)),
  scaleMm: z.number().check(z.minimum(400), z.maximum(800)),
  fretCount: z.int().check(z.minimum(12), z.maximum(scoreLimits.fret)),
  tempoBpm: tempo,
  swingPercent: swing,
  /** The piece's thumb pattern. */
  thumbPattern: patternName,
  /** Gauges of the strings, a known set or six numbers. Absent: a light set. */
  gauges: z.optional(line(60).check(z.minLength(1))),
  /** Recordings and versions of the tune, and the key each sounds in. */
  sources: z.optional(
    z
      .array(z.strictObject({ name: text.check(z.minLength(1)), key: keySchema }))
      .check(z.maxLength(scoreLimits.sources)),
  ),
  /** How this player's bass notes end; absent: as the pattern says. */
  bassEnding: z.optional(noteEnding),
  /** Which picking fingers take which strings; absent: index, middle and ring. */
  pickingSchool: z.optional(z.enum(pickingSchools)),
  /** Own thumb patterns this piece uses, so that the file stands alone. */
  patterns: z.optional(z.array(thumbPatternSchema).check(z.maxLength(scoreLimits.patterns))),
  /** Queries the teacher lets stand: what they say, where. */
  letStand: z.optional(
    z
      .array(
        z.strictObject({
          code: line(60).check(z.minLength(1)),
          /** The bar's id. */
          bar: id,
          beat: z.number().check(z.minimum(1)),
          string: z.optional(string),
        }),
      )
      .check(z.maxLength(scoreLimits.letStand)),
  ),
  /** The form the piece is held against, in Roman numerals by bars: "I IV I I | IV IV I I | V IV I V". Absent: guessed. */
  form: z.optional(line(scoreLimits.formLength).check(z.minLength(1))),
  /** Sections, by their ids, in the order they are played; bars before the first section come first. Absent: as written. */
  order: z.optional(z.array(id).check(z.minLength(1), z.maxLength(scoreLimits.order))),
  /** Passages that exist in more than one version. */
  passages: z.optional(z.array(passageSchema).check(z.minLength(1), z.maxLength(scoreLimits.passages))),
  /** What the teacher says about the whole piece. */
  comment: z.optional(commentSchema),
  bars: z.array(barSchema).check(z.minLength(1), z.maxLength(scoreLimits.bars)),
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
