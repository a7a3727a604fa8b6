import { z } from 'zod';
import { commentSchema, id } from './comment-schema.ts';
import { scoreLimits } from './limits.ts';
import { line } from './text-schema.ts';

export const tick = z.int().min(0).max(61440);
export const fret = z.int().min(0).max(scoreLimits.fret);
export const string = z.literal([1, 2, 3, 4, 5, 6]);

/** How a note ends: left sounding, damped by a finger, under the palm, by lifting the grip. */
export const noteEnding = z.enum(['let-ring', 'stopped', 'palm-damped', 'lifted']);

/** Strokes are told by the way the hand goes: from the thick strings, or back. A roll is a quick spread. */
export const strokeKind = z.enum(['brush', 'brush-back', 'roll', 'roll-back', 'drag', 'slap', 'snap']);

const slideNoise = z.enum(['kept', 'damped']);

/** Sliding, in detail. */
const slideSchema = z.strictObject({
  /** Begins nowhere in particular, below or above the note. */
  from: z.enum(['below', 'above']).optional(),
  /** Fret at which a slide from nowhere begins; absent: two frets away. */
  approachFret: fret.optional(),
  /** Leaves the note for nowhere, below or above it, at its end. */
  out: z.enum(['below', 'above']).optional(),
  /** How long the finger is under way: before the note for a slide from a fret, from its tick on for one from nowhere. */
  overTicks: z.int().min(1).max(7680).optional(),
  /** Takes all the time of the note it comes from. */
  slow: z.literal(true).optional(),
  /** The string is picked again on arrival. */
  again: z.literal(true).optional(),
});

const bottleneckSchema = z.strictObject({
  /** Turned from straight across the strings, toward the body on string 1 when above 0. */
  angleDegrees: z.int().min(-45).max(45).optional(),
  /** How far from its fret it stops, in cents: between frets when not 0. */
  cents: z.int().min(-90).max(90).optional(),
  /** How wide it shakes to and fro, from the lowest to the highest pitch, in cents. */
  vibratoCents: z.int().min(5).max(150).optional(),
  /** Whether what the glass stirs up behind it is wanted. Absent: damped by the fingers behind it. */
  noise: slideNoise.optional(),
});

export const noteSchema = z.strictObject({
  /** Given when something outside the bar first points at the note; it stays with the note, and a copy has none. */
  id: id.optional(),
  /** From the start of the bar. */
  tick,
  durationTicks: z.int().min(1).max(61440),
  string,
  /** Counted from the capo. */
  fret,
  voice: z.enum(['thumb', 'melody']),
  /** How the fretting hand sounds the note, from the note before it on its string. Absent: it is picked. */
  arrival: z.enum(['hammer-on', 'pull-off', 'slide']).optional(),
  /** Pitchless stroke (x). */
  dead: z.literal(true).optional(),
  /** Continues the note before it on its string: nothing is struck, nothing said. */
  tied: z.literal(true).optional(),
  /** How the note ends; absent: it sounds for its written length. */
  ending: noteEnding.optional(),
  accent: z.literal(true).optional(),
  /** Sounds for about half of its written length. */
  staccato: z.literal(true).optional(),
  /** Held longer than written, at the player's will. */
  fermata: z.literal(true).optional(),
  /** How far the string is pushed aside, in cents; 100 is a half step. */
  bendCents: z.int().min(10).max(400).optional(),
  /** When the string is pushed and let back; absent: pushed after it is picked, and held. */
  bendShape: z.enum(['release', 'pre-bend', 'pre-bend-release']).optional(),
  /** How the note is slid into or away from, beyond `arrival: 'slide'`. */
  slide: slideSchema.optional(),
  /** Played with a bottleneck instead of a finger. */
  bottleneck: bottleneckSchema.optional(),
  /** A quick turn by the fretting hand to a fret above and back: at once (mordent), or shared over the note's time. */
  ornament: z.enum(['mordent', 'hammer-pull']).optional(),
  /** How many frets above the note an ornament goes; absent: 2. */
  ornamentFrets: z.int().min(1).max(5).optional(),
  /** Touched over its fret, not pressed: the string sounds a partial. */
  harmonic: z.literal(true).optional(),
  /** What strikes the string instead of one picking digit; strings struck at one moment share it. */
  stroke: strokeKind.optional(),
  /** Kept sounding under or over notes that move. */
  drone: z.literal(true).optional(),
  /** Struck just before its tick, in no written time of its own. */
  grace: z.literal(true).optional(),
  /** May be left out without losing the tune. */
  optional: z.literal(true).optional(),
  /** How far it is known that the player played this: a guess, or the teacher's own. Absent: it is heard for sure. */
  certainty: z.enum(['guess', 'mine']).optional(),
  /** Sung on this note; a syllable whose word goes on ends in a hyphen. */
  lyric: line(60).min(1).optional(),
  /** Fretting finger the teacher chose, T the thumb over the edge. The others are worked out around it. */
  finger: z.literal([1, 2, 3, 4, 'T']).optional(),
  /** Picking digit the teacher chose. */
  picking: z.enum(['p', 'i', 'm', 'a']).optional(),
  /** Stays on its string when easier places are looked for. */
  keepString: z.literal(true).optional(),
  /** Fret, counted from the capo, that the index finger lies over when this note is played. */
  position: z.int().min(1).max(scoreLimits.fret).optional(),
  /** What the teacher says about the note. */
  comment: commentSchema.optional(),
  /** A thumb stroke changed by hand: it stays when its pattern is laid anew. */
  byHand: z.literal(true).optional(),
});
