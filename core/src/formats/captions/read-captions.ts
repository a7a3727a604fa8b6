import { fail, ok, type Result } from '../../fault/index.ts';

/** Words that lie beside a stretch of sound. Seconds from its beginning. */
export interface Caption {
  readonly fromS: number;
  readonly toS: number;
  readonly words: string;
}

const mostCaptions = 3000;
const longestWords = 200;
/** Words in plain notes stand until the next, at the longest so many seconds. */
const longestS = 15;

/** 1:02, 1:02.5, 0:01:02,500: hours may be missing. */
const time = String.raw`(?:(\d{1,2}):)?(\d{1,3}):(\d{2})(?:[.,](\d{1,3}))?`;
const fromTo = new RegExp(`^\\s*${time}\\s*-->\\s*${time}`);
const noted = new RegExp(String.raw`^\s*[[(]?${time}[\])]?[\s:–-]*(\S.*)$`);

const secondsOf = ([hours, minutes, seconds, part]: readonly (string | undefined)[]): number =>
  Number(hours ?? 0) * 3600 +
  Number(minutes) * 60 +
  Number(seconds) +
  (part === undefined ? 0 : Number(part) / 10 ** part.length);

/**
 * Reads words with times: SubRip subtitles (blocks of a number, `from --> to` and lines of words; also WebVTT's, whose times have a point instead of a comma), or plain notes, each line with a time before its words. Tags are left out. Fails where there is no time at all.
 */
export function readCaptions(text: string): Result<readonly Caption[]> {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  const found = lines.some((line) => fromTo.test(line)) ? blocksOf(lines) : notesOf(lines);
  if (found.length === 0)
    return fail(
      'There are no words with times in this file',
      'Write each line as a time and words, such as 1:05 reach to fret 5, or choose an .srt file',
    );
  if (found.length > mostCaptions)
    return fail(`The file has ${found.length} captions`, `Choose one with at most ${mostCaptions}`);
  return ok(found.sort((a, b) => a.fromS - b.fromS));
}

function blocksOf(lines: readonly string[]): Caption[] {
  const found: Caption[] = [];
  for (let index = 0; index < lines.length; index += 1) {
    const times = fromTo.exec(lines[index] ?? '');
    if (!times) continue;
    const said: string[] = [];
    while (index + 1 < lines.length && lines[index + 1]?.trim() !== '') said.push(lines[(index += 1)] ?? '');
    const [fromS, toS] = [secondsOf(times.slice(1, 5)), secondsOf(times.slice(5, 9))];
    const words = plain(said.join(' '));
    if (words !== '' && toS > fromS) found.push({ fromS, toS, words });
  }
  return found;
}

function notesOf(lines: readonly string[]): Caption[] {
  const notes = lines.flatMap((line) => {
    const match = noted.exec(line);
    const words = plain(match?.[5] ?? '');
    return match && words !== '' ? [{ fromS: secondsOf(match.slice(1, 5)), words }] : [];
  });
  return notes.map(({ fromS, words }) => {
    const next = notes.map((each) => each.fromS).filter((each) => each > fromS);
    return { fromS, toS: Math.min(fromS + longestS, ...next), words };
  });
}

/** Without tags, on one line, no longer than what is kept. */
const plain = (words: string): string =>
  words
    .replace(/<[^>]*>|\{\\[^}]*\}/g, '')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, longestWords);
