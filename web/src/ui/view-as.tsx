import { createContext, useContext } from 'react';
import { useSettings, type Settings } from './settings.ts';

/** How names are written and which hand frets: for somebody else than the person at this browser. */
type View = Pick<Settings, 'noteNames' | 'leftHanded'>;

const ViewContext = createContext<View | undefined>(undefined);

/** What is inside is shown as somebody else reads it. */
export const ViewAs = ViewContext.Provider;

/** As the reader of this part of the page has it; else as this browser is set. */
export function useView(): View {
  const [settings] = useSettings();
  return useContext(ViewContext) ?? settings;
}
