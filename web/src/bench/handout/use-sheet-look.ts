import type { SheetLook } from '@jocund/contract';
import { useMemo } from 'react';
import { useSettings } from '../../ui/settings.ts';
import { useReader } from '../use-reader.ts';
import { useHandout } from './use-handout.ts';
import { useSheetHolds } from './use-sheet-holds.ts';

/** How the handout is set and for whom: what is printed, taken as a file, and packed. */
export function useSheetLook(): SheetLook {
  const { inks, paper } = useHandout();
  const holds = useSheetHolds();
  const { name, leftHanded, noteNames } = useReader().reader;
  const [{ staff, call }] = useSettings();
  return useMemo(
    () => ({ paper, inks, student: name, leftHanded, staff, call, holds, names: noteNames }),
    [paper, inks, name, leftHanded, staff, call, holds, noteNames],
  );
}
