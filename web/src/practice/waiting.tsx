/** Passes that the server does not have yet, and where they are meanwhile. */
export function Waiting({ count, isKept }: { count: number; isKept: boolean }) {
  if (count === 0) return null;
  return (
    <p role="status" className="text-note pt-1">
      {count === 1 ? 'One pass waits' : `${count} passes wait`} for the connection.{' '}
      {isKept
        ? 'They are kept in this browser.'
        : 'The browser has no room to keep them: leave this page open until it is back.'}
    </p>
  );
}
