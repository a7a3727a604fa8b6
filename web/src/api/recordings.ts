import {
  endpoints,
  recordingPartBytes,
  recordingPartPath,
  recordingSchema,
  recordingSoundPath,
  request,
  sendBytes,
  type RecordingSummary,
} from '@jocund/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { ListeningQueue, type ListeningChange } from './listening-queue.ts';

const keyOf = (arrangementId: string) => ['recordings', arrangementId];
const none: readonly RecordingSummary[] = [];

/** Sends a file as a recording, part by part; one that broke off goes on where it was. Throws what the server refuses. */
export async function sendRecording(
  arrangementId: string,
  { id, name, file }: { readonly id: string; readonly name: string; readonly file: Blob },
  { signal, onShare }: { readonly signal: AbortSignal; readonly onShare: (share: number) => void },
): Promise<RecordingSummary> {
  const announced = await request(endpoints.announceRecording, {
    params: { id: arrangementId },
    body: { id, name, bytes: file.size },
    signal,
  });
  let latest = announced;
  for (const number of announced.missing) {
    const part = file.slice(number * recordingPartBytes, (number + 1) * recordingPartBytes);
    latest = await sendBytes(recordingPartPath(id, number), part, recordingSchema, signal);
    onShare((number + 1) / Math.ceil(file.size / recordingPartBytes));
  }
  return latest;
}

/** The bytes of a recording; `onShare` is told how much came, 0 to 1. */
export async function fetchSound(
  { id, bytes }: Pick<RecordingSummary, 'id' | 'bytes'>,
  { signal, onShare }: { readonly signal: AbortSignal; readonly onShare: (share: number) => void },
): Promise<ArrayBuffer> {
  const whole = new Uint8Array(bytes);
  const step = 8 * recordingPartBytes;
  for (let from = 0; from < bytes; from += step) {
    const to = Math.min(bytes, from + step);
    const answer = await fetch(recordingSoundPath(id), {
      headers: { range: `bytes=${from}-${to - 1}` },
      credentials: 'same-origin',
      signal,
    });
    if (answer.status !== 206) throw new Error(`The sound did not come: ${answer.status}.`);
    whole.set(new Uint8Array(await answer.arrayBuffer()), from);
    onShare(to / bytes);
  }
  return whole.buffer;
}

/** The recordings of a piece. */
export function useRecordings(arrangementId: string) {
  const client = useQueryClient();
  const list = useQuery({
    queryKey: keyOf(arrangementId),
    queryFn: ({ signal }) => request(endpoints.listRecordings, { params: { id: arrangementId }, signal }),
    staleTime: Infinity,
  });
  const renew = () => client.invalidateQueries({ queryKey: keyOf(arrangementId) });
  const drop = useMutation({
    mutationFn: (id: string) => request(endpoints.dropRecording, { params: { id } }),
    onSettled: renew,
  });
  return {
    recordings: list.data ?? none,
    state: list.isPending ? ('loading' as const) : list.isError ? ('failed' as const) : ('ready' as const),
    retry: () => void list.refetch(),
    renew,
    drop,
  };
}

/** Writes to a recording; `failed` is told what the server refuses, and once that it cannot be reached. Everything is sent before the page goes away. */
export function useListening(
  arrangementId: string,
  failed: (error: unknown) => void,
): (id: string, change: ListeningChange) => void {
  const client = useQueryClient();
  const [queue] = useState(
    () =>
      new ListeningQueue(
        (id) => client.getQueryData<RecordingSummary[]>(keyOf(arrangementId))?.find((each) => each.id === id),
        (recording) =>
          client.setQueryData<RecordingSummary[]>(keyOf(arrangementId), (all) =>
            all?.map((each) => (each.id === recording.id ? recording : each)),
          ),
        failed,
      ),
  );
  useEffect(() => {
    addEventListener('pagehide', queue.sendAll);
    return () => {
      removeEventListener('pagehide', queue.sendAll);
      queue.sendAll();
    };
  }, [queue]);
  return queue.write;
}
