import { shownNames } from '@jocund/core/pitch';
import { useCallback } from 'react';
import { useView } from './view-as.tsx';

/**
 * How note, pitch, key and chord names are shown here: with ♯ and ♭, and in German where that is set (H and B). Several names
 * may be parted by blanks. The same function until the language changes.
 */
export function useNames(): (names: string) => string {
  const { noteNames } = useView();
  return useCallback((names: string) => shownNames(names, noteNames), [noteNames]);
}
