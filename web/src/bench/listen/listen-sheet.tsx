import { useState } from 'react';
import { counted } from '../../ui/words.ts';
import { Button } from '../../ui/button.tsx';
import { EmptyNote, ErrorNote, LoadingNote } from '../../ui/notice.tsx';
import { Question } from '../../ui/dialog.tsx';
import { BringIn } from './bring-in.tsx';
import { CaptionsLine } from './captions-line.tsx';
import { Detail } from './detail.tsx';
import { useListen } from './listen-context.tsx';
import { Overview } from './overview.tsx';
import { clock } from './time-words.ts';

/** The stage Listen: a recording whole, two bars of it large, and what was found in them. */
export function ListenSheet() {
  const { sound, listState, retryList, recording } = useListen();
  if (listState === 'loading')
    return <LoadingNote title="Listen" text="Looking for the recordings of this piece." />;
  if (listState === 'failed')
    return (
      <div className="m-4.5 max-w-xl">
        <ErrorNote
          title="The recordings cannot be listed"
          text="The server does not answer. Recordings are kept there."
          actions={[{ label: 'Try again', act: retryList }]}
        />
      </div>
    );
  if (!recording)
    return (
      <div className="m-4.5 max-w-2xl">
        <EmptyNote
          title="No recording yet"
          text="Bring in what you want to hear out: it is looped, slowed at the same pitch, measured against A 440, and its notes are proposed on the strings. It stays in your studio; up to 30 minutes or 200 MB."
        />
        <div className="mt-3">
          <BringIn />
        </div>
      </div>
    );
  return (
    <>
      <Recordings />
      {sound.kind === 'loading' && (
        <LoadingNote title="Fetching the sound" text={recording.name} share={sound.share} />
      )}
      {sound.kind === 'failed' && (
        <div className="m-4.5 max-w-xl">
          <ErrorNote
            title="The recording cannot be heard"
            text={sound.reason}
            actions={[{ label: 'Try again', act: sound.again }]}
          />
        </div>
      )}
      {sound.kind === 'ready' && (
        <>
          <Overview durationS={sound.durationS} />
          <CaptionsLine />
          <Detail durationS={sound.durationS} />
        </>
      )}
    </>
  );
}

/** Which recording lies open, others of the piece, and ways to bring one in and to remove one. */
function Recordings() {
  const { recordings, recording, choose, dropRecording } = useListen();
  const [asks, setAsks] = useState(false);
  const whole = recordings.filter(({ missing }) => missing.length === 0);
  return (
    <div className="mx-4.5 mt-2 flex flex-wrap items-start gap-x-4 gap-y-2">
      <label className="flex items-center gap-2">
        <span className="text-note">Recording</span>
        <select
          className="min-h-8 max-w-64 border-[1.2px] border-ink1 bg-white px-2"
          value={recording?.id ?? ''}
          onChange={({ target }) => choose(target.value)}
        >
          {whole.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <Button look="plain" onClick={() => setAsks(true)}>
          Remove
        </Button>
      </label>
      <HeardSoFar />
      <div className="ml-auto">
        <BringIn />
      </div>
      <Question
        title={`Remove “${recording?.name ?? ''}”?`}
        open={asks}
        answers={[
          { label: 'Keep it', act: () => setAsks(false) },
          {
            label: 'Remove it for good',
            act: () => {
              if (recording) dropRecording(recording.id);
              setAsks(false);
            },
          },
        ]}
      >
        Its sound, loops, marks and beats are deleted for good. Notes you took stay in the score.
      </Question>
    </div>
  );
}

/** How far the listening is, with a way to cancel it: first pitch and beats, then the notes. */
function HeardSoFar() {
  const { heard, notes, sound } = useListen();
  if (sound.kind !== 'ready') return null;
  const now = heard.kind === 'done' ? notes : heard;
  return (
    <div className="text-note flex min-h-8 items-center gap-3" role="status">
      {now.kind === 'working' && (
        <>
          <strong className="font-serif">
            {heard.kind === 'done' ? 'Hearing the notes' : 'Hearing pitch and beats'}:{' '}
            {Math.round(now.share * 100)} %
          </strong>
          <Button look="plain" onClick={now.cancel}>
            Cancel
          </Button>
        </>
      )}
      {now.kind === 'stopped' && (
        <>
          {heard.kind === 'done' ? 'The notes have not been heard yet.' : 'Not listened to yet.'}
          <Button look="plain" onClick={now.again}>
            {heard.kind === 'done' ? 'Hear the notes' : 'Listen to it'}
          </Button>
        </>
      )}
      {notes.kind === 'done' && (
        <span>
          {notes.notes.length === 0
            ? 'No notes were found: the recording is silent, or no string is plucked in it.'
            : `${counted(notes.notes.length, 'likely note')} found in ${clock(sound.durationS)}`}
          {!notes.isTrained &&
            '. This browser cannot run the trained ear, so they are far less sure than usual: use a current browser.'}
        </span>
      )}
    </div>
  );
}
