import * as z from 'zod/mini';
import { commentSchema, id } from './comment-schema.ts';
import { scoreLimits } from './limits.ts';
import { line } from './text-schema.ts';

export const tick = z.int().check(z.minimum(0), z.maximum(61440));
export const fret = z.int().check(z.minimum(0), z.maximum(scoreLimits.fret));
export const string = z.literal([1, 2, 3, 4, 5, 6]);

/** How a note ends: left sounding, damped by a finger, under the palm, by lifting the grip. */
export const noteEnding = z.enum(['let-ring', 'stopped', 'palm-damped', 'lifted']);

/** Strokes are told by the way the hand goes: from the thick strings, or back. A roll is a quick spread. */
export const strokeKind = z.enum(['brush', 'brush-back', 'roll', 'roll-back', 'drag', 'slap', 'snap']);

const slideNoise = z.enum(['kept', 'damped']);

/** Sliding, in detail. */
const slideSchema = z.strictObject({
  /** Begins nowhere in particular, below or above the note. */
  from: z.optional(z.enum(['below', 'above'])),
  /** Fret at which a slide from nowhere begins; absent: two frets away. */
  approachFret: z.optional(fret),
  /** Leaves the note for nowhere, below or above it, at its end. */
  out: z.optional(z.enum(['below', 'above'])),
  /** How long the finger is under way: before the note for a slide from a fret, from its tick on for one from nowhere. */
  overTicks: z.optional(z.int().check(z.minimum(1), z.maximum(7680))),
  /** Takes all the time of the note it comes from. */
  slow: z.optional(z.literal(true)),
  /** The string is picked again on arrival. */
  again: z.optional(z.literal(true)),
});

const bottleneckSchema = z.strictObject({
  /** Turned from straight across the strings, toward the body on string 1 when above 0. */
  angleDegrees: z.optional(z.int().check(z.minimum(-45), z.maximum(45))),
  /** How far from its fret it stops, in cents: between frets when not 0. */
  cents: z.optional(z.int().check(z.minimum(-90), z.maximum(90))),
  /** How wide it shakes to and fro, from the lowest to the highest pitch, in cents. */
  vibratoCents: z.optional(z.int().check(z.minimum(5), z.maximum(150))),
  /** Whether what the glass stirs up behind it is wanted. Absent: damped by the fingers behind it. */
  noise: z.optional(slideNoise),
});

export const noteSchema = z.strictObject({
  /** Given when something outside the bar first points at the note; it stays with the note, and a copy has none. */
  id: z.optional(id),
  /** From the start of the bar. */
  tick,
  durationTicks: z.int().check(z.minimum(1), z.maximum(61440)),
  string,
  /** Counted from the capo. */
  fret,
  voice: z.enum(['thumb', 'melody']),
  /** How the fretting hand sounds the note, from the note before it on its string. Absent: it is picked. */
  arrival: z.optional(z.enum(['hammer-on', 'pull-off', 'slide'])),
  /** Pitchless stroke (x). */
  dead: z.optional(z.literal(true)),
  /** Continues the note before it on its string: nothing is struck, nothing said. */
  tied: z.optional(z.literal(true)),
  /** How the note ends; absent: it sounds for its written length. */
  ending: z.optional(noteEnding),
  accent: z.optional(z.literal(true)),
  /** Sounds for about half of its written length. */
  staccato: z.optional(z.literal(true)),
  /** Held longer than written, at the player's will. */
  fermata: z.optional(z.literal(true)),
  /** How far the string is pushed aside, in cents; 100 is a half step. */
  bendCents: z.optional(z.int().check(z.minimum(10), z.maximum(400))),
  /** When the string is pushed and let back; absent: pushed after it is picked, and held. */
  bendShape: z.optional(z.enum(['release', 'pre-bend', 'pre-bend-release'])),
  /** How the note is slid into or away from, beyond `arrival: 'slide'`. */
  slide: z.optional(slideSchema),
  /** Played with a bottleneck instead of a finger. */
  bottleneck: z.optional(bottleneckSchema),
  /** A quick turn by the fretting hand to a fret above and back: at once (mordent), or shared over the note's time. */
  ornament: z.optional(z.enum(['mordent', 'hammer-pull'])),
  /** How many frets above the note an ornament goes; absent: 2. */
  ornamentFrets: z.optional(z.int().check(z.minimum(1), z.maximum(5))),
  /** Touched over its fret, not pressed: the string sounds a partial. */
  harmonic: z.optional(z.literal(true)),
  /** What strikes the string instead of one picking digit; strings struck at one moment share it. */
  stroke: z.optional(strokeKind),
  /** Kept sounding under or over notes that move. */
  drone: z.optional(z.literal(true)),
  /** Struck just before its tick, in no written time of its own. */
  grace: z.optional(z.literal(true)),
  /** May be left out without losing the tune. */
  optional: z.optional(z.literal(true)),
  /** How far it is known that the player played this: a guess, or the teacher's own. Absent: it is heard for sure. */
  certainty: z.optional(z.enum(['guess', 'mine'])),
  /** Sung on this note; a syllable whose word goes on ends in a hyphen. */
  lyric: z.optional(line(60).check(z.minLength(1))),
  /** Fretting finger the teacher chose, T the thumb over the edge. The others are worked out around it. */
  finger: z.optional(z.literal([1, 2, 3, 4, 'T'])),
  /** Picking digit the teacher chose. */
  picking: z.optional(z.enum(['p', 'i', 'm', 'a'])),
  /** Stays on its string when easier places are looked for. */
  keepString: z.optional(z.literal(true)),
  /** Fret, counted from the capo, that the index finger lies over when this note is played. */
  position: z.optional(z.int().check(z.minimum(1), z.maximum(scoreLimits.fret))),
  /** What the teacher says about the note. */
  comment: z.optional(commentSchema),
  /** A thumb stroke changed by hand: it stays when its pattern is laid anew. */
  byHand: z.optional(z.literal(true)),
});
