import { useRef, type RefObject } from 'react';
import { useWidth } from './use-width.ts';

/** Units across a line: as on the sheet, fewer on a phone, so that digits stay large enough. */
const [widest, narrowest] = [869, 380];

/** How wide two parts beside each other are drawn, in units of the sheet, in the room they have. */
export function useSideWidth(): { readonly room: RefObject<HTMLDivElement | null>; readonly width: number } {
  const room = useRef<HTMLDivElement>(null);
  const width = Math.min(widest, Math.max(narrowest, useWidth(room) || widest));
  return { room, width };
}
