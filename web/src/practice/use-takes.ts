import { endpoints, RefusedRequest, request, type MyPractice, type TakeFigures } from '@jocund/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { changeKeptAnswer } from '../api/kept-answers.ts';
import { myPracticeKey } from '../api/practice.ts';
import { problemOf } from '../api/problem.ts';
import { useSay } from '../ui/toast.tsx';
import { unsentTakes } from './unsent-takes.ts';
import { useOutbox, type Outbox } from './use-outbox.ts';

/** What came of takes on its way to the server, one at a time; what it refuses is said. */
export function useTakes(userId: string): Outbox<TakeFigures> {
  const client = useQueryClient();
  const say = useSay();
  const deliver = useCallback(
    async ([take]: readonly TakeFigures[]) => {
      if (!take) return [];
      try {
        await request(endpoints.keepTake, { body: take });
        // Before it is dropped, so that it is in one place or the other whenever the page goes.
        client.setQueryData<MyPractice>(myPracticeKey, (before) => before && withTake(before, take));
        await changeKeptAnswer(endpoints.readMyPractice, (sent) =>
          withTake({ ...sent, takes: sent.takes ?? [] }, take),
        );
      } catch (error) {
        if (!(error instanceof RefusedRequest) || error.status >= 500 || error.status === 401) throw error;
        // Sent again it would be refused again.
        say(problemOf(error, 'The take was not kept.'));
      }
      return [take.id];
    },
    [client, say],
  );
  return useOutbox(userId, unsentTakes, deliver);
}

const withTake = <Practice extends { readonly takes: readonly TakeFigures[] }>(
  practice: Practice,
  take: TakeFigures,
): Practice =>
  practice.takes.some(({ id }) => id === take.id)
    ? practice
    : { ...practice, takes: [...practice.takes, take] };
