import { endpoints, RefusedRequest, request, type MyPractice, type PracticeMark } from '@jocund/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { changeKeptAnswer } from '../api/kept-answers.ts';
import { myPracticeKey } from '../api/practice.ts';
import { addUnsent, dropUnsent, unsentMarks } from './unsent-marks.ts';

/** As many at once as the server takes. */
const sentAtOnce = 200;
const tryAgainMs = 30_000;

export interface Passes {
  /** Passes of this student that wait for the connection, the oldest first. */
  readonly unsent: readonly PracticeMark[];
  /** Whether the browser keeps them; else they are lost with the page. */
  readonly isKept: boolean;
  readonly log: (mark: PracticeMark) => void;
}

/** Keeps passes in this browser until the server has them: without a connection nothing is lost, and sent twice each counts once. */
export function usePasses(userId: string): Passes {
  const client = useQueryClient();
  const [unsent, setUnsent] = useState<readonly PracticeMark[]>([]);
  const [isKept, setKept] = useState(true);
  /** What waits, at once: the state follows with the next drawing. */
  const waiting = useRef<readonly PracticeMark[]>([]);
  const isSending = useRef(false);
  const setWaiting = useCallback((marks: readonly PracticeMark[]) => {
    waiting.current = marks;
    setUnsent(marks);
  }, []);

  const send = useCallback(async () => {
    if (isSending.current) return;
    isSending.current = true;
    try {
      let count = sentAtOnce;
      for (;;) {
        const marks = waiting.current.slice(0, count);
        if (marks.length === 0) break;
        const isTaken = await isJudged(marks);
        if (isTaken) {
          client.setQueryData<MyPractice>(myPracticeKey, (before) => before && withMarks(before, marks));
          // Before they are dropped, so that they are in one place or the other whenever the page goes.
          await changeKeptAnswer(endpoints.readMyPractice, (sent) => withMarks(sent, marks));
        }
        // One of them is refused as it is: one at a time, it alone is let go.
        else if (marks.length > 1) {
          count = 1;
          continue;
        }
        // What the server left out is none of this student's any more: sent again it would be left out again.
        const ids = new Set(marks.map(({ id }) => id));
        setWaiting(waiting.current.filter(({ id }) => !ids.has(id)));
        await dropUnsent([...ids]).catch(() => undefined);
      }
    } catch {
      // Without a connection, or signed out, all of them wait.
    } finally {
      isSending.current = false;
    }
  }, [client, setWaiting]);

  useEffect(() => {
    let isOver = false;
    /** What another tab, or an earlier opening, left is sent, too. */
    const now = async () => {
      const kept = await unsentMarks(userId).catch(() => []);
      if (isOver) return;
      const known = new Set(waiting.current.map(({ id }) => id));
      setWaiting([...kept.filter(({ id }) => !known.has(id)), ...waiting.current]);
      await send();
    };
    const onTime = () => void now();
    onTime();
    const timer = setInterval(onTime, tryAgainMs);
    window.addEventListener('online', onTime);
    return () => {
      isOver = true;
      clearInterval(timer);
      window.removeEventListener('online', onTime);
    };
  }, [userId, send, setWaiting]);

  return {
    unsent,
    isKept,
    log: (mark) => {
      setWaiting([...waiting.current, mark]);
      void addUnsent(userId, mark)
        .then(
          () => setKept(true),
          () => setKept(false),
        )
        .then(send);
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

function withMarks<Practice extends { readonly marks: readonly { readonly id: string }[] }>(
  practice: Practice,
  marks: readonly PracticeMark[],
): Practice {
  const known = new Set(practice.marks.map(({ id }) => id));
  return { ...practice, marks: [...practice.marks, ...marks.filter(({ id }) => !known.has(id))] };
}
