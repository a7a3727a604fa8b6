import { endpoints, RefusedRequest, request, type MyPractice, type PracticeMark } from '@jocund/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { myPracticeKey } from '../api/practice.ts';
import { addUnsent, dropUnsent, unsentMarks } from './unsent-marks.ts';

/** As many at once as the server takes. */
const sentAtOnce = 200;
const tryAgainMs = 30_000;

export interface Passes {
  /** Passes of this student that wait for the connection. */
  readonly unsent: readonly PracticeMark[];
  readonly log: (mark: PracticeMark) => void;
}

/** Keeps passes in this browser until the server has them: without a connection nothing is lost, and sent twice each counts once. */
export function usePasses(userId: string): Passes {
  const client = useQueryClient();
  const [unsent, setUnsent] = useState(() => unsentMarks(userId));
  const isSending = useRef(false);

  const send = useCallback(async () => {
    if (isSending.current) return;
    isSending.current = true;
    try {
      let count = sentAtOnce;
      for (;;) {
        const marks = unsentMarks(userId).slice(0, count);
        if (marks.length === 0) break;
        const isTaken = await isJudged(marks);
        if (isTaken)
          client.setQueryData<MyPractice>(myPracticeKey, (before) => before && withMarks(before, marks));
        // One of them is refused as it is: one at a time, it alone is let go.
        else if (marks.length > 1) {
          count = 1;
          continue;
        }
        // What the server left out is none of this student's any more: sent again it would be left out again.
        dropUnsent(
          userId,
          marks.map(({ id }) => id),
        );
      }
    } catch {
      // Without a connection, or signed out, all of them wait.
    } finally {
      isSending.current = false;
      setUnsent(unsentMarks(userId));
    }
  }, [userId, client]);

  useEffect(() => {
    const now = () => void send();
    now();
    const timer = setInterval(now, tryAgainMs);
    window.addEventListener('online', now);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', now);
    };
  }, [send]);

  return {
    unsent,
    log: (mark) => {
      addUnsent(userId, mark);
      setUnsent(unsentMarks(userId));
      void send();
    },
  };
}

/** Whether the server took the marks; false where one of them is refused as it is. Throws where it was not asked, or could not answer. */
async function isJudged(marks: readonly PracticeMark[]): Promise<boolean> {
  try {
    await request(endpoints.logPractice, { body: [...marks] });
    return true;
  } catch (error) {
    if (error instanceof RefusedRequest && error.status === 400) return false;
    throw error;
  }
}

const withMarks = (practice: MyPractice, marks: readonly PracticeMark[]): MyPractice => {
  const known = new Set(practice.marks.map(({ id }) => id));
  return { ...practice, marks: [...practice.marks, ...marks.filter(({ id }) => !known.has(id))] };
};
