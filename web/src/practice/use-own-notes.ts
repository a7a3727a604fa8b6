import { endpoints, RefusedRequest, request, type MyPractice } from '@jocund/contract';
import { withNoteChanges, type OwnNotes } from '@jocund/core/practice';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { changeKeptAnswer } from '../api/kept-answers.ts';
import { myPracticeKey } from '../api/practice.ts';
import { problemOf } from '../api/problem.ts';
import { useSay } from '../ui/toast.tsx';
import { unsentNotes, type UnsentNote } from './unsent-notes.ts';
import { useOutbox, type Outbox } from './use-outbox.ts';

/** As many at once as the server takes. */
const sentAtOnce = 200;

/** A student's own notes on their way to the server; what it refuses is said. */
export function useOwnNotes(userId: string): Outbox<UnsentNote> {
  const client = useQueryClient();
  const say = useSay();
  const deliver = useCallback(
    async (waiting: readonly UnsentNote[]) => {
      const [first] = waiting;
      if (!first) return [];
      const { assignmentId } = first;
      const notes = waiting.filter((note) => note.assignmentId === assignmentId).slice(0, sentAtOnce);
      try {
        const ownNotes = await request(endpoints.changeOwnNotes, {
          params: { id: assignmentId },
          body: notes.map(({ change }) => change),
        });
        const taken = <Practice extends WithAssignments>(practice: Practice): Practice =>
          withOwnNotes(practice, (given) => (given.id === assignmentId ? ownNotes : given.ownNotes));
        client.setQueryData<MyPractice>(myPracticeKey, (before) => before && taken(before));
        await changeKeptAnswer(endpoints.readMyPractice, taken);
      } catch (error) {
        if (!(error instanceof RefusedRequest) || error.status >= 500 || error.status === 401) throw error;
        // Sent again it would be refused again.
        say(problemOf(error, 'What you wrote was not kept.'));
      }
      return notes.map(({ id }) => id);
    },
    [client, say],
  );
  return useOutbox(userId, unsentNotes, deliver);
}

interface WithAssignments {
  readonly assignments: readonly { readonly id: string; readonly ownNotes?: OwnNotes | undefined }[];
}

/** What is given, with other notes over it. What stays is the same object. */
const withOwnNotes = <Practice extends WithAssignments>(
  practice: Practice,
  notesOf: (given: WithAssignments['assignments'][number]) => OwnNotes | undefined,
): Practice => ({
  ...practice,
  assignments: practice.assignments.map((given) => {
    const ownNotes = notesOf(given);
    return ownNotes === given.ownNotes ? given : { ...given, ownNotes };
  }),
});

/** What is given, with the notes that are not with the server yet. */
export const withUnsentNotes = (practice: MyPractice, unsent: readonly UnsentNote[]): MyPractice =>
  withOwnNotes(practice, ({ id, ownNotes }) => {
    const changes = unsent.filter(({ assignmentId }) => assignmentId === id).map(({ change }) => change);
    return ownNotes && changes.length > 0 ? withNoteChanges(ownNotes, changes) : ownNotes;
  });
