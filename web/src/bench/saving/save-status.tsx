import { Link, useLocation } from 'react-router';
import { QueryMark } from '../../ui/query-mark.tsx';
import type { SaveState } from './autosave.ts';

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** Where the work stands, always in words. */
export function SaveStatus({ state, onSaveNow }: { state: SaveState; onSaveNow: () => void }) {
  const { pathname } = useLocation();
  return (
    <p
      role="status"
      aria-label="Saving"
      className="text-note flex items-center gap-1.5 text-ink1-80"
      data-save={state.kind}
    >
      {(state.kind === 'offline' || state.kind === 'refused') && <QueryMark size={16} />}
      <span>{wordsFor(state)}</span>
      {state.kind === 'offline' && (
        <button type="button" className="font-semibold underline" onClick={onSaveNow}>
          Try now
        </button>
      )}
      {state.kind === 'refused' && state.signedOut && (
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

function wordsFor(state: SaveState): string {
  switch (state.kind) {
    case 'saved':
      return `Saved at ${clock.format(new Date(state.at))}`;
    case 'unsaved':
      return 'Not saved yet';
    case 'saving':
      return 'Saving';
    case 'offline':
      return state.kept
        ? 'No connection. Kept in this browser; nothing is lost.'
        : 'No connection, and the browser has no room: keep this page open.';
    case 'refused':
      return `Not saved: ${state.message} It is kept in this browser.`;
    case 'stale':
      return 'Saved elsewhere too: choose a version';
  }
}
