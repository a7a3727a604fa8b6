import type { Score } from '@jocund/core/score';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { FileInput } from '../ui/file-input.tsx';
import { hearsMidi, MidiRecorder } from '../sound/midi-recorder.ts';
import { Recorder } from '../sound/recorder.ts';
import { usePlainKey } from '../ui/use-plain-key.ts';
import { isTyping } from '../ui/text-fields.ts';
import { openEar } from '../work/open-ear.ts';
import { ClickRow, ClickToggle } from './click-row.tsx';
import { useClickedTake } from './use-clicked-take.ts';
import type { Bars } from './use-playing.ts';
import type { Take } from './use-take.ts';

/** What the simulated student does wrong: a little of what students do. */
const simulated = {
  pace: 1.15,
  unsteadyMs: 9,
  rushMs: 28,
  missedShare: 0.05,
  wrongStringShare: 0.02,
  droppedSlursShare: 0.3,
};

const button =
  'figure flex min-h-14 flex-1 items-center justify-center px-3 text-center text-lg disabled:opacity-60';

/** Where a take comes from: the microphone, an instrument that sends MIDI, a file, or the simulated student. */
export function TakeSource({
  take: { state, judge, judgeFile, cancel },
  ...study
}: {
  take: Take;
  score: Score;
  bars: Bars;
  startBpm: number;
}) {
  const [recorder] = useState(() => new Recorder());
  const recording = useSyncExternalStore(recorder.subscribe, recorder.getState);
  const [instrument] = useState(() => new MidiRecorder());
  const plugged = useSyncExternalStore(instrument.subscribe, instrument.getState);
  const click = useClickedTake(study, judge);
  const [seed, setSeed] = useState(1);
  const file = useRef<HTMLInputElement>(null);
  useEffect(
    () => () => {
      recorder.drop();
      instrument.drop();
    },
    [recorder, instrument],
  );
  const isPlugged = plugged.kind === 'recording';
  const recorders = [recording, click.state];
  const since = recorders.find(({ kind }) => kind === 'recording');
  const isRecording = since !== undefined || isPlugged;
  const isAskingMicrophone = recorders.some(({ kind }) => kind === 'asking');
  const isAsking = isAskingMicrophone || plugged.kind === 'asking';
  const isBusy = isRecording || isAsking || state.kind === 'working';
  const fault = [...recorders, plugged].find(({ kind }) => kind === 'failed');
  const toggle = () => {
    if (isPlugged) {
      const taken = instrument.stop();
      if (taken) judge({ kind: 'instrument', ...taken });
    } else if (click.state.kind === 'recording') click.stop();
    else if (isRecording) recorder.stop();
    else {
      recorder.drop();
      instrument.drop();
      cancel();
      openEar();
      if (click.isWanted) click.start();
      else void recorder.start((packed) => void judgeFile(packed));
    }
  };
  usePlainKey((event) => {
    const onControl = event.target instanceof HTMLElement && event.target.closest('button, a') !== null;
    if (event.key !== ' ' || onControl || isTyping(event.target)) return;
    event.preventDefault();
    toggle();
  });
  return (
    <section aria-label="A take" className="on-ink flex-none bg-ink1 text-paper">
      <div className="mx-auto flex w-full max-w-3xl flex-col gap-2 px-4 py-3">
        {fault?.kind === 'failed' && <p role="alert">{fault.reason}</p>}
        <div className="flex gap-2">
          <button
            type="button"
            className={`${button} ${isRecording ? 'bg-brass text-ink1' : 'bg-paper text-ink1'}`}
            aria-pressed={isRecording}
            disabled={isAsking || state.kind === 'working'}
            onClick={toggle}
          >
            {since?.kind === 'recording' ? (
              <>
                Stop, <Seconds sinceMs={since.sinceMs} />
              </>
            ) : isPlugged ? (
              `Stop, ${plugged.notes} ${plugged.notes === 1 ? 'note' : 'notes'}`
            ) : isAskingMicrophone ? (
              'Asking for the microphone …'
            ) : plugged.kind === 'asking' ? (
              'Asking for the instrument …'
            ) : (
              'Record a take'
            )}
          </button>
          {state.kind === 'working' ? (
            <button type="button" className={`${button} border border-ink1-40`} onClick={cancel}>
              Cancel
            </button>
          ) : (
            <button
              type="button"
              className={`${button} border border-ink1-40`}
              disabled={isRecording}
              onClick={() => {
                openEar();
                file.current?.click();
              }}
            >
              Hand in a file
            </button>
          )}
          <ClickToggle click={click} isBusy={isBusy} />
        </div>
        {click.isWanted && <ClickRow click={click} isBusy={isBusy} />}
        <FileInput
          input={file}
          label="A take as a MIDI or sound file"
          accept=".mid,.midi,.wav,audio/*"
          onFile={(chosen) => void judgeFile(chosen)}
        />
        <p className="text-note flex flex-wrap items-center justify-between gap-x-3">
          <span>Stop if anything hurts, tingles or goes numb.</span>
          {isPlugged && <span>{pluggedWords(plugged.from)}</span>}
          {hearsMidi() && !isRecording && !click.isWanted && (
            <button
              type="button"
              className="py-1 underline"
              disabled={isAsking || state.kind === 'working'}
              onClick={() => {
                recorder.drop();
                cancel();
                void instrument.start();
              }}
            >
              Play on a MIDI instrument
            </button>
          )}
          {!isRecording && (
            <button
              type="button"
              className="py-1 underline"
              disabled={isAsking || state.kind === 'working'}
              onClick={() => {
                judge({ kind: 'student', faults: simulated, seed });
                setSeed(seed + 1);
              }}
            >
              Try it with a simulated student
            </button>
          )}
        </p>
      </div>
    </section>
  );
}

const pluggedWords = (names: readonly string[]): string =>
  names.length === 0
    ? 'The instrument was unplugged. Plug it in and go on, or stop.'
    : `Listening to ${names.join(' and ')}.`;

/** How long it has been recording, by whole seconds. */
function Seconds({ sinceMs }: { sinceMs: number }) {
  const [now, setNow] = useState(sinceMs);
  useEffect(() => {
    const timer = window.setInterval(() => setNow(performance.now()), 250);
    return () => window.clearInterval(timer);
  }, []);
  return <span aria-hidden>&nbsp;{Math.floor((now - sinceMs) / 1000)} s</span>;
}
