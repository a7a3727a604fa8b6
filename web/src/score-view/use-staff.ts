import type { StaffDrawer } from '@jocund/core/engraving';
import { useEffect, useState } from 'react';
import { useSettings } from '../ui/settings.ts';

let loaded: StaffDrawer | undefined;

/** What draws standard notation over the tab, where that is set; it is fetched when it is first wanted. */
export function useStaff(): StaffDrawer | undefined {
  const [{ staff }] = useSettings();
  const [drawer, setDrawer] = useState(() => loaded);
  useEffect(() => {
    if (!staff || drawer) return;
    let isGone = false;
    void import('@jocund/core/staff').then(({ drawStaff }) => {
      loaded = drawStaff;
      if (!isGone) setDrawer(() => drawStaff);
    });
    return () => {
      isGone = true;
    };
  }, [staff, drawer]);
  return staff ? drawer : undefined;
}
