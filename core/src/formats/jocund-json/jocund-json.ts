import { fail, type Result } from '../../fault/index.ts';
import type { Score } from '../../score/index.ts';
import { asDocument, openDocument } from '../../score/document/index.ts';

/** A score as a file: UTF-8 JSON with its format's name and version. The file extension is `.jocund.json`. */
export const writeScore = (score: Score): string => `${JSON.stringify(asDocument(score), undefined, 1)}\n`;

/** Reads a score file of this version or an earlier one. The answer of a bad file names what is wrong with it and where. */
export function readScore(text: string): Result<Score> {
  const json = parseJson(text);
  return json === undefined
    ? fail('The file is not JSON', 'Choose a .jocund.json file that was saved by Jocund')
    : openDocument(json);
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
