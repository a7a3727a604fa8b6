import * as z from 'zod/mini';
import {
  describeFault,
  fail,
  inEnglish,
  ok,
  type Fault,
  type Place,
  type Result,
} from '../../fault/index.ts';
import { checkTuning } from '../../instrument/index.ts';
import { scoreLimits } from '../limits.ts';
import { isSameValue } from '../same-value.ts';
import { barSchema, scoreSchema, type Bar, type Score } from '../schema.ts';
import { isKnownBar, remember } from './known-bars.ts';
import { upgrade } from './upgrade.ts';

/** Rises when a score of the old shape no longer says the same. */
export const scoreVersion = 2;

export const scoreFormat = 'jocund-score';
/** As version 1 was named: a score was called a study then. */
const firstName = 'jocund-study';

/**
 * A score with its format and version, as it stands in files, in requests and answers, in the database and in a browser's drafts.
 * Whatever the version, {@link openDocument} reads it.
 */
export interface ScoreDocument {
  readonly format: typeof scoreFormat;
  readonly version: number;
  readonly score: unknown;
}

export const asDocument = (score: Score): ScoreDocument => ({
  format: scoreFormat,
  version: scoreVersion,
  score,
});

const envelopeSchema = z.union([
  z.looseObject({ format: z.literal(scoreFormat), version: z.int().check(z.minimum(2)), score: z.unknown() }),
  z.pipe(
    z.looseObject({ format: z.literal(firstName), version: z.int().check(z.minimum(1)), study: z.unknown() }),
    z.transform(({ version, study }) => ({ format: firstName, version, score: study })),
  ),
]);

/** Opens a document of any version up to this one. A fault names what is wrong with it and where. */
export function openDocument(document: unknown): Result<Score> {
  const upgraded = upgradeDocument(document);
  if (!upgraded.ok) return upgraded;
  const parsed = parseScore(upgraded.value);
  if (!parsed.success) return { ok: false, fault: faultOf(parsed.error) };
  const tuning = checkTuning(parsed.data.tuning);
  return tuning.ok
    ? ok(parsed.data)
    : fail(`The tuning cannot be read: ${describeFault(tuning.fault)}`, 'Mend the tuning in the file');
}

/** Bars are read one by one: those that were read before, as most are when a piece is saved, are taken as they are. */
const frameSchema = z.extend(scoreSchema, {
  bars: z.array(z.unknown()).check(z.minLength(1), z.maxLength(scoreLimits.bars)),
});

function parseScore(score: unknown): ReturnType<typeof scoreSchema.safeParse> {
  const frame = frameSchema.safeParse(score);
  // What is wrong outside of the bars is told in the schema's own order, bars among it.
  if (!frame.success) return scoreSchema.safeParse(score, inEnglish);
  const bars: Bar[] = [];
  for (const bar of frame.data.bars) {
    const text = JSON.stringify(bar);
    if (isKnownBar(text)) {
      bars.push(bar as Bar);
      continue;
    }
    const parsed = barSchema.safeParse(bar);
    if (!parsed.success) return scoreSchema.safeParse(score, inEnglish);
    if (isSameValue(parsed.data, bar)) {
      remember(text);
      // As it is answered, and comes back when another bar was changed.
      remember(JSON.stringify(parsed.data));
    }
    bars.push(parsed.data);
  }
  return { success: true, data: { ...frame.data, bars } };
}

/** The score of a document in the shape of this version, not yet parsed. */
export function upgradeDocument(document: unknown): Result<unknown> {
  const envelope = envelopeSchema.safeParse(document);
  if (!envelope.success)
    return fail('This is not a Jocund score', 'Choose a .jocund.json file that was saved by Jocund');
  const { version, score } = envelope.data;
  if (version > scoreVersion) {
    return fail(
      `It is of version ${version}; this Jocund reads up to version ${scoreVersion}`,
      'Open it with a newer Jocund, or save it there in the older version',
    );
  }
  return ok(upgrade(score, version, scoreVersion));
}

/** A document as a request or an answer carries it: an envelope on the way, a score inside. */
export const documentSchema = z.pipe(
  z.looseObject({ format: z.string(), version: z.int(), score: z.optional(z.unknown()) }),
  z.transform((document, context): Score => {
    const opened = openDocument(document);
    if (opened.ok) return opened.value;
    context.issues.push({ code: 'custom', message: describeFault(opened.fault), input: document });
    return z.NEVER;
  }),
);

/** Turns the schema's first complaint into a sentence with the bar it is about. */
function faultOf(error: z.core.$ZodError): Fault {
  const issue = error.issues[0];
  const path = issue?.path ?? [];
  const place: Place | undefined =
    path[0] === 'bars' && typeof path[1] === 'number' ? { bar: path[1] + 1 } : undefined;
  const within = path
    .slice(place ? 2 : 0)
    .map((part) => (typeof part === 'number' ? `number ${part + 1}` : String(part)));
  return {
    reason: `The score’s ${within.join(' ') || 'content'} cannot be read (${issue?.message ?? 'unknown'})`,
    remedy: 'Mend the file, or save it again from Jocund',
    ...(place ? { place } : {}),
  };
}
