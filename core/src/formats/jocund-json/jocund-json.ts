import { z } from 'zod';
import { describeFault, fail, ok, type Place, type Result } from '../../fault/index.ts';
import { checkTuning } from '../../instrument/index.ts';
import type { Study } from '../../score/index.ts';
import { studySchema } from '../../score/schema.ts';
import { upgrade } from './upgrade.ts';

/** Rises when a file of the old shape no longer says the same. */
export const studyFormatVersion = 1;

const formatName = 'jocund-study';

const envelopeSchema = z.looseObject({ format: z.literal(formatName), version: z.int().min(1) });

/** A study as a file: UTF-8 JSON with its format's name and version. The file extension is `.jocund.json`. */
export const writeStudy = (study: Study): string =>
  `${JSON.stringify({ format: formatName, version: studyFormatVersion, study }, undefined, 1)}\n`;

/** Reads a study file. The answer of a bad file names what is wrong with it and where. */
export function readStudy(text: string): Result<Study> {
  const json = parseJson(text);
  if (json === undefined)
    return fail('The file is not JSON', 'Choose a .jocund.json file that was saved by Jocund');
  const envelope = envelopeSchema.safeParse(json);
  if (!envelope.success)
    return fail(
      'The file is JSON, but not a Jocund study',
      'Choose a .jocund.json file that was saved by Jocund',
    );
  if (envelope.data.version > studyFormatVersion) {
    return fail(
      `The file is of version ${envelope.data.version}; this Jocund reads up to version ${studyFormatVersion}`,
      'Open it with a newer Jocund, or save it there in the older version',
    );
  }
  const { version, study } = envelope.data;
  const parsed = studySchema.safeParse(upgrade(study, version, studyFormatVersion));
  if (!parsed.success) return faultOf(parsed.error);
  const tuning = checkTuning(parsed.data.tuning);
  return tuning.ok
    ? ok(parsed.data)
    : fail(`The tuning cannot be read: ${describeFault(tuning.fault)}`, 'Mend the tuning in the file');
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Turns the schema's first complaint into a sentence with the bar it is about. */
function faultOf(error: z.ZodError) {
  const issue = error.issues[0];
  const path = issue?.path ?? [];
  const place: Place | undefined =
    path[0] === 'bars' && typeof path[1] === 'number' ? { bar: path[1] + 1 } : undefined;
  const within = path
    .slice(place ? 2 : 0)
    .map((part) => (typeof part === 'number' ? `number ${part + 1}` : String(part)));
  return fail(
    `The study’s ${within.join(' ') || 'content'} cannot be read (${issue?.message ?? 'unknown'})`,
    'Mend the file, or save it again from Jocund',
    place,
  );
}
