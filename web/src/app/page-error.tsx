import { isRouteErrorResponse, useRouteError } from 'react-router';
import { ErrorNote } from '../ui/notice.tsx';

/** A fault of our own: said plainly, with what is safe and two ways on. */
export function PageError() {
  const error = useRouteError();
  const missing = isRouteErrorResponse(error) && error.status === 404;
  return (
    <main className="m-8 max-w-xl">
      <ErrorNote
        title={missing ? 'There is no such page' : 'This page stopped working'}
        text={
          missing
            ? 'The address leads nowhere.'
            : 'Everything saved is safe, and unsaved changes are kept in this browser.'
        }
        actions={[
          { label: 'Reload', act: () => window.location.reload() },
          { label: 'To the repertoire', act: () => window.location.assign('/repertoire') },
        ]}
      />
    </main>
  );
}
