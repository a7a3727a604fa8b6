import { RefusedRequest } from '@jocund/contract';
import type { ReactNode } from 'react';
import { Button } from '../ui/button.tsx';

export interface PeoplePartProps<Person> {
  readonly people: readonly Person[];
}

export const faultWords = (error: Error): string =>
  error instanceof RefusedRequest
    ? `${error.error.message}. ${error.error.remedy}.`
    : `${error.message} Try again when the server is back.`;

interface ArchivedProps<Person> {
  readonly people: readonly Person[];
  readonly onBringBack: (person: Person) => void;
  /** What else can be done with somebody put away. */
  readonly more?: (person: Person) => ReactNode;
}

/** People put away, each of whom can be brought back. */
export function Archived<Person extends { readonly id: string; readonly name: string }>({
  people,
  onBringBack,
  more,
}: ArchivedProps<Person>) {
  if (people.length === 0) return null;
  return (
    <details className="mt-3">
      <summary className="text-note">{people.length} archived</summary>
      <ul>
        {people.map((person) => (
          <li key={person.id} className="flex items-baseline gap-4 border-b border-ink1-40 py-1.5">
            {person.name}
            <Button
              look="plain"
              className="text-note"
              aria-label={`Bring back ${person.name}`}
              onClick={() => onBringBack(person)}
            >
              Bring back
            </Button>
            {more?.(person)}
          </li>
        ))}
      </ul>
    </details>
  );
}

interface PersonButtonsProps {
  readonly name: string;
  readonly onChange: () => void;
  readonly onArchive: () => void;
}

/** What can be done with a person on a list. */
export const PersonButtons = ({ name, onChange, onArchive }: PersonButtonsProps) => (
  <p className="flex items-start gap-3">
    <Button look="plain" aria-label={`Change ${name}`} onClick={onChange}>
      Change
    </Button>
    <Button look="plain" aria-label={`Archive ${name}`} onClick={onArchive}>
      Archive
    </Button>
  </p>
);

interface KeepPersonProps {
  readonly isNew: boolean;
  readonly keep: { readonly isPending: boolean; readonly isError: boolean; readonly error: Error | null };
}

/** Sends the form of a person, and says why it was not stored. */
export const KeepPerson = ({ isNew, keep }: KeepPersonProps) => (
  <div>
    <Button type="submit" look="solid" disabled={keep.isPending}>
      {isNew ? 'Add to the list' : 'Keep the change'}
    </Button>
    {keep.error && (
      <p role="alert" className="pt-2 font-semibold">
        Not stored: {faultWords(keep.error)}
      </p>
    )}
  </div>
);
