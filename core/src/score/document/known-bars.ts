/** So many characters of bars are remembered in each of two generations: some hundred pieces that are being worked at, as the database and as a page writes them. */
const mostCharacters = 24_000_000;

let young = new Set<string>();
let old: ReadonlySet<string> = new Set();
let characters = 0;

/** Whether a bar of just this text was read before and came out as it went in: saved again, it need not be read again. */
export function isKnownBar(text: string): boolean {
  if (young.has(text)) return true;
  if (!old.has(text)) return false;
  remember(text);
  return true;
}

/** Remembers a bar whose reading changes nothing of it. */
export function remember(text: string): void {
  if (young.has(text)) return;
  if (characters + text.length > mostCharacters) {
    old = young;
    young = new Set();
    characters = 0;
  }
  young.add(text);
  characters += text.length;
}
