import { Check } from 'lucide-react';
import { useDeferredValue, useEffect, useMemo, useRef } from 'react';
import { NavLink, useLocation } from 'react-router';
import { QueryMark } from '../ui/query-mark.tsx';
import { useBench } from './bench-context.tsx';
import { useStagePath } from './use-reader.ts';
import { stages } from '../ui/stages-of-work.ts';
import { stageStatuses, type StageStatus } from './stages.ts';

/** The stages of the work, in its order, each with how far it has come. The open one opens onto the sheet. */
export function StageRail() {
  const { arrangementId, score, findings } = useBench();
  const pathTo = useStagePath(arrangementId);
  const { pathname } = useLocation();
  const rail = useRef<HTMLElement>(null);
  // On a phone the rail is wider than the page: the open stage is drawn into it.
  useEffect(() => {
    rail.current
      ?.querySelector('[aria-current="page"]')
      ?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [pathname]);
  const settled = useDeferredValue(score);
  const statuses = useMemo(() => stageStatuses(settled, findings), [settled, findings]);
  return (
    <nav
      ref={rail}
      aria-label="Stages"
      className="flex h-13 flex-none items-stretch overflow-x-auto border-b border-ink1 bg-margin pt-1 print:hidden"
    >
      {stages.map(({ id, name }, index) => (
        <NavLink
          key={id}
          to={pathTo(id)}
          className={({ isActive }) =>
            `-mb-px min-w-31 flex-1 px-3 pt-2 md:px-4 ${isActive ? 'border-x border-t border-ink1 bg-paper' : 'border-r border-ink1-22 hover:bg-ink1-12'}`
          }
        >
          <span className="flex items-baseline gap-2">
            <span className="text-note">{index + 1}</span>
            <span
              className={`figure text-[17px] leading-none ${statuses[id].state === 'waiting' ? 'font-normal' : ''}`}
            >
              {name}
            </span>
          </span>
          <StatusLine status={statuses[id]} />
        </NavLink>
      ))}
    </nav>
  );
}

const StatusLine = ({ status }: { status: StageStatus }) => (
  <span className="narrow text-label flex items-center gap-1 pt-1 whitespace-nowrap">
    {status.state === 'done' && <Check aria-hidden size={13} strokeWidth={3} />}
    {status.state === 'query' && <QueryMark size={14} />}
    {status.words}
  </span>
);
