import type { DoorNote } from '@jocund/contract';
import { useState } from 'react';
import { useDoorNotes } from '../api/accounts.ts';
import { refusalWords } from './parts.tsx';

const moment = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

const eventWords: Record<DoorNote['event'], string> = {
  'signed-in': 'signed in',
  'wrong-password': 'a wrong password was tried',
  'by-link': 'came in by a link',
  'password-changed': 'changed the password',
};

/** What happened at the studio's door of late, for its teachers. */
export function DoorPart() {
  const [isOpen, setOpen] = useState(false);
  const notes = useDoorNotes(isOpen);
  return (
    <details
      className="mt-8 max-w-xl"
      onToggle={({ currentTarget }) => {
        setOpen(currentTarget.open);
      }}
    >
      <summary className="font-semibold">Sign-ins to this studio of late</summary>
      {notes.isError && (
        <p role="alert" className="pt-2 font-semibold">
          They cannot be read: {refusalWords(notes.error)}
        </p>
      )}
      {notes.data?.length === 0 && <p className="pt-2">None in the last ninety days.</p>}
      <ul className="mt-3">
        {notes.data?.map(({ at, name, event, from, browser }) => (
          <li
            key={`${at} ${name} ${event}`}
            className="flex flex-wrap items-baseline gap-x-4 border-b border-ink1-40 py-1.5"
          >
            <span className="text-note w-36">{moment.format(new Date(at))}</span>
            <span className="flex-1">
              <span className="font-semibold">{name}</span>: {eventWords[event]}
            </span>
            <span className="text-note">
              {browser}, from {from}
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}
