import { endpoints, RefusedRequest, request, type MyPractice } from '@jocund/contract';
import { withNoteChanges, type OwnNoteChange, type OwnNotes } from '@jocund/core/practice';
import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { changeKeptAnswer } from '../api/kept-answers.ts';
import { myPracticeKey } from '../api/practice.ts';
import { problemOf } from '../api/problem.ts';
import { useSay } from '../ui/toast.tsx';
import { addUnsentNote, dropUnsentNotes, unsentNotes, type UnsentNote } from './unsent-notes.ts';

const tryAgainMs = 30_000;
/** As many at once as the server takes. */
const sentAtOnce = 200;

export interface OwnNotesKept {
  /** Notes with what waits for the connection. */
  readonly notesOf: (given: { readonly id: string; readonly ownNotes: OwnNotes }) => OwnNotes;
  readonly write: (assignmentId: string, change: OwnNoteChange) => void;
}

/** A student's own notes: shown at once, kept in this browser until the server has them. */
export function useOwnNotes(userId: string): OwnNotesKept {
  const client = useQueryClient();
  const say = useSay();
  const [waiting, setWaiting] = useState(() => unsentNotes(userId));
  const isSending = useRef(false);
  /** Asked for meanwhile: a try that is failing may be of before the connection came back. */
  const isAsked = useRef(false);

  const send = useCallback(async () => {
    isAsked.current = true;
    if (isSending.current) return;
    isSending.current = true;
    while (isAsked.current) {
      isAsked.current = false;
      try {
        for (let [first] = unsentNotes(userId); first; [first] = unsentNotes(userId)) {
          await sendNotes(client, say, userId, first.assignmentId);
          setWaiting(unsentNotes(userId));
        }
      } catch {
        // Without a connection, or signed out, all of it waits.
      }
    }
    isSending.current = false;
  }, [client, say, userId]);

  useEffect(() => {
    const onTime = () => void send();
    onTime();
    const timer = setInterval(onTime, tryAgainMs);
    window.addEventListener('online', onTime);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', onTime);
    };
  }, [send]);

  return {
    notesOf: (given) => withWaiting(given, waiting),
    write: (assignmentId, change) => {
      const note = { assignmentId, change };
      if (!addUnsentNote(userId, note))
        say(
          'This browser has no room to keep what you wrote. Leave the page open until there is a connection.',
        );
      setWaiting((before) => [...before, note]);
      void send();
    },
  };
}

/** Sends what waits for one sheet; what the server refuses is said and let go. Throws where it was not asked, or could not answer. */
async function sendNotes(
  client: QueryClient,
  say: (words: string) => void,
  userId: string,
  assignmentId: string,
): Promise<void> {
  const changes = unsentNotes(userId)
    .filter((note) => note.assignmentId === assignmentId)
    .slice(0, sentAtOnce)
    .map(({ change }) => change);
  try {
    const ownNotes = await request(endpoints.changeOwnNotes, {
      params: { id: assignmentId },
      body: changes,
    });
    client.setQueryData<MyPractice>(
      myPracticeKey,
      (before) => before && withNotes(before, assignmentId, ownNotes),
    );
    await changeKeptAnswer(endpoints.readMyPractice, (sent) => withNotes(sent, assignmentId, ownNotes));
  } catch (error) {
    if (!(error instanceof RefusedRequest) || error.status >= 500 || error.status === 401) throw error;
    // Sent again it would be refused again.
    say(problemOf(error, 'What you wrote was not kept.'));
  }
  dropUnsentNotes(userId, assignmentId, changes.length);
}

/** Notes with changes that are not with the server yet. */
export const withWaiting = (
  { id, ownNotes }: { readonly id: string; readonly ownNotes: OwnNotes },
  waiting: readonly UnsentNote[],
): OwnNotes =>
  withNoteChanges(
    ownNotes,
    waiting.filter(({ assignmentId }) => assignmentId === id).map(({ change }) => change),
  );

const withNotes = <Practice extends { readonly assignments: readonly { readonly id: string }[] }>(
  practice: Practice,
  assignmentId: string,
  ownNotes: OwnNotes,
): Practice => ({
  ...practice,
  assignments: practice.assignments.map((each) => (each.id === assignmentId ? { ...each, ownNotes } : each)),
});
