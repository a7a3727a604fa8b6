import { z } from 'zod';
import { id, timestamp } from './fields.ts';

/** One pair of strings whose beats were counted. */
export const newDrillSchema = z.strictObject({
  relation: z.enum(['unison', 'octave']),
  targetMidi: z.int().min(21).max(76),
  referenceMidi: z.int().min(21).max(100),
  /** How far the string was off; positive is sharp. */
  detuneCents: z.number().min(-200).max(200),
  seconds: z.number().min(1).max(60),
  countedBeats: z.number().min(0).max(600),
});

export const loggedDrillSchema = newDrillSchema.extend({ id, drilledAt: timestamp });
