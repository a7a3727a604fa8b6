interface WaitingProps {
  readonly count: number;
  readonly isKept: boolean;
  readonly what?: 'pass' | 'note' | 'take';
}

const many = { pass: 'passes', note: 'notes', take: 'takes' } as const;

/** What the server does not have yet, and where it is meanwhile. */
export function Waiting({ count, isKept, what = 'pass' }: WaitingProps) {
  if (count === 0) return null;
  return (
    <p role="status" className="text-note pt-1">
      {count === 1 ? `One ${what} waits` : `${count} ${many[what]} wait`} for the connection.{' '}
      {isKept
        ? `${count === 1 ? 'It is' : 'They are'} kept in this browser.`
        : `The browser has no room to keep ${count === 1 ? 'it' : 'them'}: leave this page open until it is back.`}
    </p>
  );
}
