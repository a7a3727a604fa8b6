import type { TuneNote } from '../../melody/index.ts';

/**
 * Lays a w: line under the notes of the music line before it (ABC standard 2.1, 5.1): blanks part words, hyphens syllables, `_` holds
 * a syllable, `*` leaves a note out, `~` joins words.
 */
export function addLyrics(words: string, notes: readonly TuneNote[], into: Map<TuneNote, string>): void {
  const syllables = words.replace(/\|/g, ' ').match(/[^\s\-_*]+-?|[-_*]/g) ?? [];
  const sung = notes.filter(({ marks }) => !marks.grace && !marks.tied);
  let at = 0;
  for (const syllable of syllables) {
    const note = sung[at];
    if (!note) return;
    at += 1;
    if (/^[-_*]$/.test(syllable)) continue;
    into.set(note, syllable.replaceAll('~', ' ').slice(0, 60));
  }
}
