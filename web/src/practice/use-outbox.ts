import { useCallback, useEffect, useRef, useState } from 'react';
import type { Unsent, UnsentStore } from './unsent-store.ts';

const tryAgainMs = 30_000;

export interface Outbox<Item> {
  /** What waits for the connection, the oldest first. */
  readonly waiting: readonly Item[];
  /** Whether the browser keeps it; else it is lost with the page. */
  readonly isKept: boolean;
  readonly put: (item: Item) => void;
}

/**
 * Keeps what is made here in this browser until the server has it: without a connection nothing is lost.
 * `deliver` is given all that waits, sends some of it, and answers the ids that are done with, taken or refused for good; it throws where all of it has to wait.
 */
export function useOutbox<Item extends Unsent>(
  userId: string,
  store: UnsentStore<Item>,
  deliver: (items: readonly Item[]) => Promise<readonly string[]>,
): Outbox<Item> {
  const [shown, setShown] = useState<readonly Item[]>([]);
  const [isKept, setKept] = useState(true);
  /** What waits, at once: the state follows with the next drawing. */
  const waiting = useRef<readonly Item[]>([]);
  const isSending = useRef(false);
  /** Asked for meanwhile: a try that is failing may be of before the connection came back. */
  const isAsked = useRef(false);
  const setWaiting = useCallback((items: readonly Item[]) => {
    waiting.current = items;
    setShown(items);
  }, []);

  const send = useCallback(async () => {
    isAsked.current = true;
    if (isSending.current) return;
    isSending.current = true;
    while (isAsked.current) {
      isAsked.current = false;
      try {
        while (waiting.current.length > 0) {
          const done = new Set(await deliver(waiting.current));
          setWaiting(waiting.current.filter(({ id }) => !done.has(id)));
          await store.drop([...done]).catch(() => undefined);
        }
      } catch {
        // Without a connection, or signed out, all of it waits.
      }
    }
    isSending.current = false;
  }, [deliver, setWaiting, store]);

  useEffect(() => {
    let isOver = false;
    /** What another tab, or an earlier opening, left is sent, too. */
    const now = async () => {
      const kept = await store.all(userId).catch(() => []);
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
  }, [userId, store, send, setWaiting]);

  return {
    waiting: shown,
    isKept,
    put: (item) => {
      setWaiting([...waiting.current, item]);
      void store
        .add(userId, item)
        .then(
          () => setKept(true),
          () => setKept(false),
        )
        .then(send);
    },
  };
}
