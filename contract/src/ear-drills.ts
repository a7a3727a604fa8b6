import * as z from 'zod/mini';
import { id, timestamp } from './fields.ts';

/** One pair of strings whose beats were counted. */
export const newDrillSchema = z.strictObject({
  relation: z.enum(['unison', 'octave']),
  targetMidi: z.int().check(z.minimum(21), z.maximum(76)),
  referenceMidi: z.int().check(z.minimum(21), z.maximum(100)),
  /** How far the string was off; positive is sharp. */
  detuneCents: z.number().check(z.minimum(-200), z.maximum(200)),
  seconds: z.number().check(z.minimum(1), z.maximum(60)),
  countedBeats: z.number().check(z.minimum(0), z.maximum(600)),
});

export const loggedDrillSchema = z.extend(newDrillSchema, { id, drilledAt: timestamp });
