import { noteNameIn, parsePitch, symbolIn, withSigns } from '@jocund/core/pitch';
import { useSettings } from './settings.ts';

/**
 * How note, pitch, key and chord names are shown here: with ♯ and ♭, and in German where that is set (H and B). Several names
 * may be parted by blanks.
 */
export function useNames(): (names: string) => string {
  const [{ noteNames }] = useSettings();
  return (names) =>
    names
      .split(' ')
      .map((name) => {
        if (noteNames === 'english') return withSigns(name);
        const pitch = parsePitch(name);
        return pitch.ok
          ? withSigns(noteNameIn(pitch.value, noteNames) + String(pitch.value.octave))
          : withSigns(symbolIn(name, noteNames));
      })
      .join(' ');
}
