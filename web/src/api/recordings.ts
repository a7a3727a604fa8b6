import {
  endpoints,
  recordingPartBytes,
  recordingPartPath,
  recordingSchema,
  recordingSoundPath,
  RefusedRequest,
  request,
  sendBytes,
  type Listening,
  type RecordingSummary,
} from '@jocund/contract';
import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback, useRef } from 'react';

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

/** The recordings of a piece; asked for once they are wanted. */
export function useRecordings(arrangementId: string, isWanted: boolean) {
  const client = useQueryClient();
  const list = useQuery({
    queryKey: keyOf(arrangementId),
    queryFn: ({ signal }) => request(endpoints.listRecordings, { params: { id: arrangementId }, signal }),
    staleTime: Infinity,
    enabled: isWanted,
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

/** How often a writing that somebody came before is put to the newest state. */
const mostTries = 3;
/** What is written within so many milliseconds is sent together. */
const togetherMs = 400;

type Change = (before: Listening) => Listening;

/**
 * Writes to a recording: a change is shown at once and sent a moment later. Where somebody else wrote in between, it is put to what stands now. `failed` is told where it could not be sent; then what was shown stays on the page only.
 */
export function useListening(
  arrangementId: string,
  failed: (error: unknown) => void,
): (id: string, change: Change) => void {
  const client = useQueryClient();
  const queue = useRef(Promise.resolve());
  const waiting = useRef(new Map<string, readonly Change[]>());
  const send = useCallback(
    async (id: string): Promise<void> => {
      const key = keyOf(arrangementId);
      const known = () => client.getQueryData<RecordingSummary[]>(key)?.find((each) => each.id === id);
      const changes = waiting.current.get(id) ?? [];
      waiting.current.delete(id);
      const sent = known();
      if (!sent || changes.length === 0) return;
      try {
        const kept = await write(sent, (before) => changes.reduce((now, change) => change(now), before));
        const latest = known();
        // What was done meanwhile is shown already, and comes next.
        const next =
          latest?.listening === sent.listening ? kept : latest && { ...latest, version: kept.version };
        if (next) putRecording(client, key, next);
      } catch (error) {
        failed(error);
      }
    },
    [arrangementId, client, failed],
  );
  return useCallback(
    (id, change) => {
      const key = keyOf(arrangementId);
      const shown = client.getQueryData<RecordingSummary[]>(key)?.find((each) => each.id === id);
      if (!shown) return;
      putRecording(client, key, { ...shown, listening: change(shown.listening) });
      const before = waiting.current.get(id);
      waiting.current.set(id, [...(before ?? []), change]);
      if (!before)
        window.setTimeout(() => {
          queue.current = queue.current.then(() => send(id));
        }, togetherMs);
    },
    [arrangementId, client, send],
  );
}

const putRecording = (client: QueryClient, key: readonly string[], recording: RecordingSummary) =>
  client.setQueryData<RecordingSummary[]>(key, (all) =>
    all?.map((each) => (each.id === recording.id ? recording : each)),
  );

async function write(recording: RecordingSummary, change: Change): Promise<RecordingSummary> {
  let { version, listening } = recording;
  for (let tries = 0; ; tries += 1)
    try {
      return await request(endpoints.keepListening, {
        params: { id: recording.id },
        body: { version, listening },
      });
    } catch (error) {
      const current = currentOf(error);
      if (!current || tries >= mostTries) throw error;
      ({ version } = current);
      listening = change(current.listening);
    }
}

function currentOf(error: unknown): RecordingSummary | undefined {
  if (!(error instanceof RefusedRequest) || error.error.code !== 'stale') return undefined;
  const { current } = error.body as { readonly current?: unknown };
  const parsed = recordingSchema.safeParse(current);
  return parsed.success ? parsed.data : undefined;
}
