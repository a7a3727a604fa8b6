import { fail, ok, type Result } from '../fault/index.ts';
import { noteNameText, parseNoteName, type NoteName } from './pitch.ts';

/** English or German note names (B and Bb, or H and B). */
export type NameLanguage = 'english' | 'german';

/**
 * Note name in the chosen language, ASCII. German usage (common practice): B natural is H, B flat is B, sharps add
 * -is and flats -es, with As and Es contracted.
 */
export function noteNameIn(name: NoteName, language: NameLanguage): string {
  if (language === 'english') return noteNameText(name);
  const { letter, alter } = name;
  if (letter === 'B') return ['Heses', 'B', 'H', 'His', 'Hisis'][alter + 2] ?? noteNameText(name);
  if (alter >= 0) return letter + 'is'.repeat(alter);
  const flat = letter === 'E' || letter === 'A' ? 's' : 'es';
  return letter + flat + 'es'.repeat(-alter - 1);
}

/** Reads a German note name: "H", "B", "Fis", "Es", "As". */
export function parseGermanNoteName(text: string): Result<NoteName> {
  const wanted = text.trim().toLowerCase();
  for (const letter of ['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const) {
    for (const alter of [0, 1, -1, 2, -2]) {
      const name: NoteName = { letter, alter };
      if (noteNameIn(name, 'german').toLowerCase() === wanted) return ok(name);
    }
  }
  return fail(`“${text}” is not a German note name`, 'Write C D E F G A H, with -is or -es, or B for B flat');
}

/** Puts ♯ and ♭ for # and b after note letters, for the screen and for print: "F#m7/Bb" gives "F♯m7/B♭". */
export function withSigns(text: string): string {
  return text
    .replace(/([A-H])(##|#)/g, (_, letter: string, sharps: string) => letter + '♯'.repeat(sharps.length))
    .replace(/([A-G])(bb|b)/g, (_, letter: string, flats: string) => letter + '♭'.repeat(flats.length))
    .replace(/([#b])(?=\d)/g, (sign) => (sign === '#' ? '♯' : '♭'));
}

/** Reads a name in either language. */
export const parseNoteNameIn = (text: string, language: NameLanguage): Result<NoteName> =>
  language === 'german' ? parseGermanNoteName(text) : parseNoteName(text);
