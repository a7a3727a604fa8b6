import { barWordsLength, mostBarWords, type NewAssignment } from '@jocund/contract';
import { fail, ok, type Result } from '@jocund/core/fault';

type BarWords = NonNullable<NewAssignment['barWords']>;

/** Reads words to single bars, a bar a line: "5 let the low D ring", "5: let the low D ring". Bars are those of the sheet, up to `lastBar`. */
export function readBarWords(text: string, lastBar: number): Result<BarWords> {
  const lines = text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
  const words: BarWords = [];
  for (const line of lines) {
    const [, number, said] = /^(?:bar\s+)?(\d{1,3})\s*[:.,]?\s+(.+)$/i.exec(line) ?? [];
    if (number === undefined || said === undefined)
      return fail(`“${line}” names no bar`, 'Begin the line with the number of the bar');
    const bar = Number(number);
    if (bar > lastBar) return fail(`There is no bar ${bar}`, `The last one is bar ${lastBar}`);
    if (said.length > barWordsLength)
      return fail(`The words to bar ${bar} are too long`, `Say it in ${barWordsLength} signs`);
    words.push({ bar, text: said });
  }
  if (words.length > mostBarWords)
    return fail(`Words to ${words.length} bars are too many`, `Say something to ${mostBarWords} at most`);
  return ok(words);
}
