import { numberOfBar, beatAt, type Score } from '@jocund/core/score';
import { Pause, Play } from 'lucide-react';
import { useState } from 'react';
import { isTyping } from '../../ui/text-fields.ts';
import { usePlainKey } from '../../ui/use-plain-key.ts';
import { useBench } from '../bench-context.tsx';
import { BarStrip } from './bar-strip.tsx';
import { nextBass } from '../../sound/heard-bass.ts';
import { useTakenKeys } from './use-taken-keys.ts';
import { SpokenCall } from './spoken-call.tsx';
import { useTransport, type Transport } from './use-transport.ts';
import { VersionSwitch, type Versions } from './version-switch.tsx';

/** The foot of the bench: play, place, tempo, the bars with their loop, and what is heard. */
export function TransportBar({ score: piece, versions }: { score: Score; versions?: Versions | undefined }) {
  const { cursor } = useBench();
  const transport = useTransport(piece, cursor.bar, versions && [versions.a.score, versions.b.score]);
  const [isCalled, setCalled] = useState(false);
  useTransportKeys(transport, cursor.bar, () => setCalled((before) => !before));
  const { state, score } = transport;
  const still = score === piece ? cursor.bar : (transport.loop?.fromBar ?? 0);
  const bar = state.moment?.bar ?? Math.min(still, score.bars.length - 1);
  const metre = score.bars[bar]?.metre ?? { beats: 4, unit: 4 };
  const beat = Math.floor(beatAt(metre, state.moment?.tick ?? 0));
  return (
    <>
      {isCalled && <SpokenCall score={score} tempoBpm={transport.tempoBpm} moment={state.moment} />}
      <footer
        aria-label="Playing"
        className="on-ink flex min-h-13.5 flex-none flex-wrap items-center gap-x-5 gap-y-2 bg-ink1 px-4.5 py-2 text-paper print:hidden"
      >
        <button
          type="button"
          aria-label={state.status === 'idle' ? 'Play' : 'Stop'}
          className={`flex size-9.5 items-center justify-center ${state.status === 'playing' ? 'bg-brass text-ink1' : 'bg-paper text-ink1 hover:bg-ink1-12'}`}
          onClick={transport.toggle}
        >
          {state.status === 'idle' ? (
            <Play aria-hidden size={22} fill="currentColor" />
          ) : (
            <Pause aria-hidden size={22} fill="currentColor" />
          )}
        </button>
        <p className="narrow flex items-baseline gap-2 whitespace-nowrap" data-testid="play-place">
          {state.status === 'rendering' ? (
            <span role="status">making the sound, {Math.round(state.share * 100)} %</span>
          ) : (
            <>
              {state.isCountingIn && <span role="status">counting in,</span>}
              bar <span className="figure min-w-6 text-2xl leading-none">
                {numberOfBar(score, bar)}
              </span> beat{' '}
              <span className="figure text-2xl leading-none">{beat}</span>
            </>
          )}
        </p>
        <TempoControl transport={transport} full={score.tempoBpm} />
        <BarStrip score={score} transport={transport} bar={bar} />
        {versions && <VersionSwitch versions={versions} transport={transport} bar={bar} />}
        <VoiceSwitches transport={transport} isCalled={isCalled} onCall={setCalled} />
        {state.fault && (
          <p role="alert" className="w-full font-semibold">
            {state.fault}
          </p>
        )}
      </footer>
    </>
  );
}

function useTransportKeys(transport: Transport, bar: number, toggleCall: () => void): void {
  const isTakenBy = useTakenKeys();
  usePlainKey((event) => {
    if (event.key === ' ' ? isTakenBy(event.target) : isTyping(event.target)) return;
    if (event.key === ' ') transport.toggle();
    else if (event.key.toLowerCase() === 'l')
      transport.setLoop(transport.loop ? undefined : { fromBar: bar, toBar: bar });
    else if (event.key === 'D') transport.setBass(nextBass[transport.bass]);
    else if (event.key === 'K') toggleCall();
    else return;
    event.preventDefault();
  });
}

function TempoControl({ transport, full }: { transport: Transport; full: number }) {
  const { tempoBpm, setTempo } = transport;
  const button = 'flex size-8 items-center justify-center border border-ink1-65 text-lg hover:bg-ink1-80';
  return (
    <div role="group" aria-label="Tempo" className="flex items-center gap-1.5">
      <button type="button" className={button} aria-label="Slower" onClick={() => setTempo(tempoBpm - 4)}>
        −
      </button>
      <p className="narrow whitespace-nowrap" aria-live="polite">
        <span className="figure text-xl">♩ {tempoBpm}</span> {tempoBpm === full ? '' : `of ${full}`}
      </p>
      <button type="button" className={button} aria-label="Faster" onClick={() => setTempo(tempoBpm + 4)}>
        +
      </button>
    </div>
  );
}

const voiceNames = [
  ['thumb', 'Thumb'],
  ['melody', 'Melody'],
  ['click', 'Click'],
] as const;

interface SwitchesProps {
  readonly transport: Transport;
  readonly isCalled: boolean;
  readonly onCall: (called: boolean) => void;
}

function VoiceSwitches({ transport, isCalled, onCall }: SwitchesProps) {
  return (
    <div role="group" aria-label="Heard" className="ml-auto flex flex-wrap gap-1.5">
      {voiceNames.map(([name, label]) => (
        <div key={name} className="flex">
          <button
            type="button"
            aria-pressed={transport.voices[name]}
            className={`flex h-9 items-center gap-2 border border-paper px-3 font-semibold ${transport.voices[name] ? 'bg-paper text-ink1' : 'text-paper hover:bg-ink1-80'}`}
            onClick={() => transport.setVoice(name, !transport.voices[name])}
          >
            {name === 'thumb' && (
              <span aria-hidden className="inline-block size-2.5 border border-current bg-current" />
            )}
            {name === 'melody' && (
              <span
                aria-hidden
                className={`inline-block size-3 rounded-full border-2 ${transport.voices.melody ? 'border-ink2' : 'border-paper'}`}
              />
            )}
            {label}
          </button>
          {name === 'thumb' && <BassSwitch transport={transport} />}
        </div>
      ))}
      <button
        type="button"
        aria-pressed={transport.countsIn}
        className={`narrow flex h-9 items-center border border-paper px-2 font-semibold ${transport.countsIn ? 'bg-paper text-ink1' : 'text-paper hover:bg-ink1-80'}`}
        onClick={() => transport.setCountsIn(!transport.countsIn)}
      >
        Count in
      </button>
      <button
        type="button"
        aria-pressed={isCalled}
        aria-keyshortcuts="Shift+K"
        title="The call in time, large and spoken: Shift K"
        className={`narrow flex h-9 items-center border border-paper px-2 font-semibold ${isCalled ? 'bg-paper text-ink1' : 'text-paper hover:bg-ink1-80'}`}
        onClick={() => onCall(!isCalled)}
      >
        Call
      </button>
    </div>
  );
}

/** How the bass is heard, beside the thumb it belongs to: one press or key goes on to the next way. */
const BassSwitch = ({ transport: { bass, setBass } }: { transport: Transport }) => (
  <button
    type="button"
    aria-label={`Bass heard ${bass}`}
    aria-keyshortcuts="Shift+D"
    title="Bass as written, damped, ringing: Shift D"
    className={`narrow flex h-9 w-18 items-center justify-center border border-l-0 border-paper font-semibold ${bass === 'as written' ? 'text-paper hover:bg-ink1-80' : 'bg-brass text-ink1'}`}
    onClick={() => setBass(nextBass[bass])}
  >
    {bass}
  </button>
);
