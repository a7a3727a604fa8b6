import * as z from 'zod/mini';
import { checkTuning } from '../../instrument/index.ts';
import { scoreSchema } from '../../score/schema.ts';
import type { Score } from '../../score/index.ts';

/** Name of the `miscellaneous-field` that holds what MusicXML has no place for, so that our own files come back whole. */
export const settingsField = 'jocund-settings';

const settingsSchema = z.pick(scoreSchema, {
  player: true,
  key: true,
  tuning: true,
  scaleMm: true,
  fretCount: true,
  swingPercent: true,
  thumbPattern: true,
  pickingSchool: true,
  gauges: true,
  patterns: true,
  bassEnding: true,
  sources: true,
});

export type Settings = z.infer<typeof settingsSchema>;

/** What of a score is about the whole piece and not said by notation. */
export const settingsOf = (score: Score): Settings => z.object(settingsSchema.shape).parse(score);

/** Settings as they were written; undefined for a foreign or damaged field. */
export function readSettings(text: string | undefined): Settings | undefined {
  if (text === undefined) return undefined;
  try {
    const parsed = settingsSchema.safeParse(JSON.parse(text));
    return parsed.success && checkTuning(parsed.data.tuning).ok ? parsed.data : undefined;
  } catch {
    return undefined;
  }
}
