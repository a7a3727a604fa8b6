import { Link, useLocation } from 'react-router';
import { QueryMark } from '../../ui/query-mark.tsx';
import { useSaveState } from '../use-bench-session.ts';
import type { Autosave } from './autosave.ts';
import { saveWords } from './save-state.ts';

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** Where the work stands, always in words. */
export function SaveStatus({ autosave }: { autosave: Autosave }) {
  const state = useSaveState(autosave);
  const { pathname } = useLocation();
  const isHeldUp = ['hindered', 'refused', 'signed-out'].includes(state.kind);
  return (
    <p
      role="status"
      aria-label="Saving"
      className="text-note flex items-center gap-1.5 text-ink1-80"
      data-save={state.kind}
      data-kept={'kept' in state && state.kept}
    >
      {isHeldUp && <QueryMark size={16} />}
      <span>{saveWords(state, (at) => clock.format(new Date(at)))}</span>
      {state.kind === 'hindered' && (
        <button type="button" className="font-semibold underline" onClick={autosave.saveNow}>
          Try now
        </button>
      )}
      {state.kind === 'signed-out' && (
        <Link
          className="font-semibold underline"
          to={`/sign-in?next=${encodeURIComponent(pathname)}`}
          reloadDocument
        >
          Sign in
        </Link>
      )}
    </p>
  );
}
