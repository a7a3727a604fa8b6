/** Text between spaces; a space within quotation marks does not part. */
export const tokensOf = (text: string): string[] =>
  [...text.matchAll(/(?:[^\s"]|"(?:[^"\\]|\\.)*"?)+/g)].map(([token]) => token);

/** Parts a token at a sign, but not within quotation marks. */
export function partedAt(token: string, sign: string): string[] {
  const parts: string[] = [];
  let part = '';
  let isQuoted = false;
  for (let at = 0; at < token.length; at += 1) {
    const each = token.charAt(at);
    if (each === '"') isQuoted = !isQuoted;
    if (each === sign && !isQuoted) {
      parts.push(part);
      part = '';
      continue;
    }
    part += each;
    if (isQuoted && each === '\\') {
      at += 1;
      part += token.charAt(at);
    }
  }
  return [...parts, part];
}

/** A text in quotation marks, as JSON writes it. */
export const quoted = (text: string): string => JSON.stringify(text);

/** A quoted text; undefined where the quotation marks do not close. */
function unquoted(text: string): string | undefined {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'string' ? value : undefined;
  } catch {
    return undefined;
  }
}

/** One word, or in quotation marks where it would not stay one. */
export const word = (text: string): string => (/^[^\s"=:+#|%]+$/.test(text) ? text : quoted(text));

/** The rest of a line as text: as it is, or in quotation marks where it has several lines or would be read otherwise. */
export const lineText = (text: string): string =>
  /^[^"\s]/.test(text) && text.trimEnd() === text && !text.includes('\n') ? text : quoted(text);

export const fromWord = (text: string): string | undefined => (text.startsWith('"') ? unquoted(text) : text);

/** A whole number within bounds; undefined for anything else. */
export function wholeNumber(text: string | undefined, low: number, high: number): number | undefined {
  if (text === undefined || !/^-?\d{1,6}$/.test(text)) return undefined;
  const value = Number(text);
  return value >= low && value <= high ? value : undefined;
}
