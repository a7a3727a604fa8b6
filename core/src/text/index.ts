/**
 * What every kept text is cleaned of: half characters (lone surrogates) and control characters, which no database column and no XML
 * file can hold. Control characters, tabs and line ends among them, become a space.
 */
export const cleanLine = (text: string): string => text.replace(/\p{Cs}/gu, '').replace(/\p{Cc}+/gu, ' ');

/** As {@link cleanLine}, for texts of several lines: line ends stay, whatever system wrote them. */
export const cleanProse = (text: string): string =>
  text
    .replace(/\r\n?/g, '\n')
    .replace(/\p{Cs}/gu, '')
    .replace(/[^\P{Cc}\n]+/gu, ' ');

/** The text cut to at most `most` UTF-16 units, as lengths are limited everywhere; a character of two units is never parted. */
export function shortened(text: string, most: number): string {
  if (text.length <= most) return text;
  const splits = /[\uD800-\uDBFF]/.test(text.charAt(most - 1));
  return text.slice(0, splits ? most - 1 : most).trimEnd();
}

/** A text with an ending that must stay, cut before the ending where it is too long. */
export const withEnding = (text: string, ending: string, most: number): string =>
  `${shortened(text, most - ending.length)}${ending}`;
