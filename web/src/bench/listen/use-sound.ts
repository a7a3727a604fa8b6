import type { RecordingSummary } from '@jocund/contract';
import { describeFault } from '@jocund/core/fault';
import { longestRecordingS } from '@jocund/core/listening';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { fetchSound } from '../../api/recordings.ts';
import { unpacked, type RecordedSound } from '../../sound/recorder.ts';

export type SoundState =
  | { readonly kind: 'none' }
  | { readonly kind: 'loading'; readonly share: number }
  | { readonly kind: 'failed'; readonly reason: string; readonly again: () => void }
  | { readonly kind: 'ready'; readonly sound: RecordedSound; readonly durationS: number };

/** So long a sound is kept after the stage was left. */
const keptMs = 5 * 60_000;

class Unheard extends Error {}

/** The sound of a recording, fetched and unpacked; kept while the bench is open. */
export function useSound(recording: RecordingSummary | undefined): SoundState {
  const [share, setShare] = useState(0);
  const query = useQuery({
    queryKey: ['recorded-sound', recording?.id],
    enabled: recording?.missing.length === 0,
    staleTime: Infinity,
    gcTime: keptMs,
    retry: false,
    queryFn: async ({ signal }) => {
      if (!recording) throw new Unheard();
      const sound = await unpacked(await fetchSound(recording, { signal, onShare: setShare }));
      if (!sound.ok) throw new Unheard(describeFault(sound.fault));
      if (durationOf(sound.value) > longestRecordingS)
        throw new Unheard(
          'The recording is longer than 30 minutes. Cut it and bring in the part to listen to.',
        );
      return sound.value;
    },
  });
  if (!recording) return { kind: 'none' };
  if (query.isError)
    return {
      kind: 'failed',
      reason:
        query.error instanceof Unheard
          ? query.error.message
          : 'The sound does not come from the server. It is kept there; try again in a moment.',
      again: () => void query.refetch(),
    };
  if (!query.data) return { kind: 'loading', share };
  return { kind: 'ready', sound: query.data, durationS: durationOf(query.data) };
}

const durationOf = ({ channels, sampleRate }: RecordedSound): number =>
  (channels[0]?.length ?? 0) / sampleRate;
