import type { PrintedSheet } from '@jocund/contract';
import { useMemo } from 'react';
import { useHandout } from './use-handout.ts';
import { usePracticeLink } from './use-practice-link.ts';

/** What the sheet holds, with the link for its reader where one is wanted. */
export function useSheetHolds(): PrintedSheet['holds'] {
  const { holds } = useHandout();
  const { address } = usePracticeLink();
  return useMemo(() => {
    const { link, ...others } = holds;
    return link ? { ...others, link: address } : others;
  }, [holds, address]);
}
