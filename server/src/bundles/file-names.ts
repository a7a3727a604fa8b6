/** Longest name of a file or folder without its ending. */
const longest = 60;

/** A name that every file system takes: without signs that some of them forbid, and not too long. */
export function safeName(name: string): string {
  const plain = name
    .replace(/[\p{Cc}<>:"/\\|?*]/gu, ' ')
    .replace(/\s+/g, ' ')
    .slice(0, longest)
    .replace(/[. ]+$/, '')
    .trim();
  return plain === '' ? 'study' : plain;
}
