import { mostRecordingBytes, type RecordingSummary } from '@jocund/contract';
import { driftOf, leastDrift } from '@jocund/core/listening';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { problemOf } from '../../api/problem.ts';
import { sendRecording } from '../../api/recordings.ts';
import { Recorder } from '../../sound/recorder.ts';
import { FileInput } from '../../ui/file-input.tsx';
import { Button } from '../../ui/button.tsx';
import { newUuid } from '../../work/new-id.ts';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { useListen } from './listen-context.tsx';

type Sending =
  | { readonly kind: 'idle' }
  | { readonly kind: 'sending'; readonly name: string; readonly share: number }
  | {
      readonly kind: 'failed';
      readonly reason: string;
      /** Absent: it would not help. */ readonly again: (() => void) | undefined;
    };

const empty = 'The file is empty. Choose another, or record it again.';
const tooLarge = `A recording is at most ${mostRecordingBytes / 2 ** 20} MB. Cut it, or save it as MP3, Ogg or FLAC.`;

/** Where a recording comes from: a file, the microphone, or a simulated old machine. What broke off is gone on with when the same file is chosen again. */
export function BringIn() {
  const { arrangementId, score } = useBench();
  const { recordings, renewList, choose, recording: chosen, sound, heard } = useListen();
  const [sending, setSending] = useState<Sending>({ kind: 'idle' });
  const running = useRef<AbortController | undefined>(undefined);
  const file = useRef<HTMLInputElement>(null);
  const [recorder] = useState(() => new Recorder());
  const recording = useSyncExternalStore(recorder.subscribe, recorder.getState);
  const { state: making, start: simulate } = useWork('simulateRecording');
  const { state: evening, start: evenOut, cancel: leaveUneven } = useWork('evenOut');
  useEffect(
    () => () => {
      recorder.drop();
      running.current?.abort();
    },
    [recorder],
  );
  const bringIn = async (name: string, sound: Blob, known?: RecordingSummary) => {
    if (sound.size === 0 || sound.size > mostRecordingBytes) {
      setSending({ kind: 'failed', reason: sound.size === 0 ? empty : tooLarge, again: undefined });
      return;
    }
    const controller = new AbortController();
    running.current = controller;
    const id = known?.id ?? newUuid();
    setSending({ kind: 'sending', name, share: 0 });
    try {
      await sendRecording(
        arrangementId,
        { id, name: name.slice(0, 160), file: sound },
        { signal: controller.signal, onShare: (share) => setSending({ kind: 'sending', name, share }) },
      );
      setSending({ kind: 'idle' });
      await renewList();
      choose(id);
    } catch (error) {
      if (controller.signal.aborted) return;
      await renewList();
      setSending({
        kind: 'failed',
        reason: problemOf(error, 'The connection broke off. What was sent is kept: send the rest.'),
        again: () => void bringIn(name, sound, { id } as RecordingSummary),
      });
    }
  };
  const halves = recordings.filter(({ missing }) => missing.length > 0);
  const hasNotes = score.bars.some(({ notes }) => notes.length > 0);
  const isRecording = recording.kind === 'recording';
  const isFirst = recordings.length === 0;
  const look = isFirst ? 'outline' : 'plain';
  const reference = heard.kind === 'done' ? heard.heard.reference : null;
  const isDrifting = reference !== null && driftOf(reference) >= leastDrift;
  return (
    <div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <Button
          look={isFirst ? 'solid' : 'plain'}
          disabled={sending.kind === 'sending' || isRecording}
          onClick={() => file.current?.click()}
        >
          {isFirst ? 'Bring in a recording' : 'Bring in another'}
        </Button>
        <Button
          look={look}
          aria-pressed={isRecording}
          disabled={sending.kind === 'sending' || recording.kind === 'asking'}
          onClick={() =>
            isRecording
              ? recorder.stop()
              : void recorder.start((packed) => void bringIn('recorded here', packed))
          }
        >
          {isRecording ? 'Stop recording' : 'Record here'}
        </Button>
        {hasNotes && (
          <Button
            look={look}
            disabled={sending.kind === 'sending' || making.kind === 'working' || isRecording}
            onClick={() =>
              simulate(
                { score },
                (wav) => void bringIn('simulated recording', new Blob([wav], { type: 'audio/wav' })),
              )
            }
          >
            {making.kind === 'working' ? 'Making it …' : 'Simulate one'}
          </Button>
        )}
        {isDrifting && chosen && sound.kind === 'ready' && (
          <Button
            look="plain"
            disabled={sending.kind === 'sending' || isRecording}
            onClick={() =>
              evening.kind === 'working'
                ? leaveUneven()
                : evenOut(
                    { recording: sound.sound, reference },
                    (wav) =>
                      void bringIn(`${chosen.name}, evened out`, new Blob([wav], { type: 'audio/wav' })),
                  )
            }
          >
            {evening.kind === 'working'
              ? `Stop evening it out, at ${Math.round(evening.share * 100)} %`
              : 'Even it out'}
          </Button>
        )}
      </div>
      <FileInput
        input={file}
        label="A recording as a sound file"
        accept="audio/*,.wav,.mp3,.ogg,.flac,.m4a,.aif,.aiff,.webm"
        onFile={(chosen) =>
          void bringIn(
            chosen.name,
            chosen,
            halves.find(({ name, bytes }) => name === chosen.name.slice(0, 160) && bytes === chosen.size),
          )
        }
      />
      {sending.kind === 'sending' && (
        <div role="status" className="mt-2 flex items-center gap-3">
          <progress
            className="h-2 w-48 accent-ink1"
            max={1}
            value={sending.share}
            aria-label={`Sending ${sending.name}`}
          />
          <span className="text-note">{Math.round(sending.share * 100)} % sent</span>
          <Button
            look="plain"
            onClick={() => {
              running.current?.abort();
              setSending({ kind: 'idle' });
              void renewList();
            }}
          >
            Stop sending
          </Button>
        </div>
      )}
      {sending.kind === 'failed' && (
        <p role="alert" className="mt-2">
          {sending.reason}{' '}
          {sending.again && (
            <Button look="plain" onClick={sending.again}>
              Try again
            </Button>
          )}
        </p>
      )}
      {(making.kind === 'failed' || evening.kind === 'failed') && (
        <p role="alert" className="mt-2">
          The recording could not be made: it may be too long for this machine’s memory. Close other pages and
          try again.
        </p>
      )}
      {recording.kind === 'failed' && (
        <p role="alert" className="mt-2">
          {recording.reason}
        </p>
      )}
      {halves.length > 0 && sending.kind !== 'sending' && (
        <p className="text-note mt-2">
          Not come whole: {halves.map(({ name }) => name).join(', ')}. Choose the same file again and the rest
          is sent.
        </p>
      )}
    </div>
  );
}
