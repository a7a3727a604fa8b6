import { noteNameIn, withSigns, type NameLanguage } from './naming.ts';
import { parsePitch } from './pitch.ts';
import { symbolIn } from './symbol.ts';

/** Notes, pitches and chord symbols, by spaces, as a person wants to read them: "F#m7 Bb3" gives "F♯m7 B♭3", or "Fism7 B3". */
export const shownNames = (names: string, language: NameLanguage): string =>
  names
    .split(' ')
    .map((name) => {
      if (language === 'english') return withSigns(name);
      const pitch = parsePitch(name);
      return withSigns(
        pitch.ok ? noteNameIn(pitch.value, language) + String(pitch.value.octave) : symbolIn(name, language),
      );
    })
    .join(' ');
