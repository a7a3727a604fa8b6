import { endpoints, RefusedRequest, request, type MyPractice, type PracticeMark } from '@jocund/contract';
import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { changeKeptAnswer } from '../api/kept-answers.ts';
import { myPracticeKey } from '../api/practice.ts';
import { unsentMarks } from './unsent-marks.ts';
import { useOutbox, type Outbox } from './use-outbox.ts';

/** As many at once as the server takes. */
const sentAtOnce = 200;

/** Passes on their way to the server; sent twice, each counts once. */
export function usePasses(userId: string): Outbox<PracticeMark> {
  const client = useQueryClient();
  const deliver = useCallback(
    async (waiting: readonly PracticeMark[]) => {
      const marks = waiting.slice(0, sentAtOnce);
      if (await isTaken(marks)) await show(client, marks);
      // One of them is refused as it is: one at a time, it alone is let go.
      else if (marks.length > 1)
        for (const mark of marks) if (await isTaken([mark])) await show(client, [mark]);
      // What the server left out is none of this student's any more: sent again it would be left out again.
      return marks.map(({ id }) => id);
    },
    [client],
  );
  return useOutbox(userId, unsentMarks, deliver);
}

/** Whether the server took the marks; false where one of them is refused as it is. Throws where it was not asked, or could not answer. */
async function isTaken(marks: readonly PracticeMark[]): Promise<boolean> {
  try {
    await request(endpoints.logPractice, { body: [...marks] });
    return true;
  } catch (error) {
    if (error instanceof RefusedRequest && error.status === 400) return false;
    throw error;
  }
}

/** Before they are dropped, so that they are in one place or the other whenever the page goes. */
async function show(client: QueryClient, marks: readonly PracticeMark[]): Promise<void> {
  client.setQueryData<MyPractice>(myPracticeKey, (before) => before && withMarks(before, marks));
  await changeKeptAnswer(endpoints.readMyPractice, (sent) => withMarks(sent, marks));
}

function withMarks<Practice extends { readonly marks: readonly { readonly id: string }[] }>(
  practice: Practice,
  marks: readonly PracticeMark[],
): Practice {
  const known = new Set(practice.marks.map(({ id }) => id));
  return { ...practice, marks: [...practice.marks, ...marks.filter(({ id }) => !known.has(id))] };
}
