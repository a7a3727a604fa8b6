import { goodEnoughCents } from '@jocund/core/instrument';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { Microphone, type MicrophoneState } from '../sound/microphone.ts';
import { centsText } from '../tuning-view/reference-words.ts';
import { Button } from '../ui/button.tsx';
import { ErrorNote } from '../ui/notice.tsx';
import { useSay } from '../ui/toast.tsx';
import { useNames } from '../ui/use-names.ts';
import type { PanelProps } from './by-ear.tsx';
import { StringHead } from './string-head.tsx';
import { goalHz } from './use-room.ts';

/** One string of the guitar on the knee by microphone: its cents against the note it is to have. */
export function ByTuner({ room, chosen, done, onHome }: PanelProps) {
  const { plan, to, write } = room;
  const shown = useNames();
  const say = useSay();
  const [microphone] = useState(() => new Microphone());
  const state = useSyncExternalStore(microphone.subscribe, microphone.getState);
  const targetHz = goalHz(to, chosen);
  useEffect(() => () => microphone.stop(), [microphone]);
  useEffect(() => microphone.aim(targetHz), [microphone, targetHz]);
  const step = plan.strings.find(({ string }) => string === chosen);
  const cents = state.kind === 'listening' ? state.cents : undefined;

  const callHome = () => {
    if (cents !== undefined)
      say(
        Math.abs(cents) <= goodEnoughCents
          ? `String ${chosen} is home.`
          : `String ${chosen} is marked home, ${Math.abs(Math.round(cents))} cents ${cents < 0 ? 'flat' : 'sharp'}.`,
      );
    onHome(chosen);
  };
  return (
    <>
      <StringHead
        title={`String ${chosen} to ${step ? shown(step.to) : ''}`}
        plan={plan}
        string={chosen}
        done={done}
      />
      <div className="mt-3 border-t-[1.5px] border-ink1 pt-3">
        <p className="figure text-hero leading-none" data-testid="tuner-cents">
          {cents === undefined ? '–' : centsText(Math.round(cents))}
          <span className="text-2xl"> ¢</span>
        </p>
        <Needle cents={cents} />
        <p className="figure mt-2 text-lg" aria-live="polite">
          {adviceFor(state, cents)}
        </p>
        <p className="text-note">
          {targetHz.toFixed(2)} Hz is the note. Sound one string at a time, not too hard.
        </p>
        <div className="mt-3 flex flex-wrap gap-2">
          {state.kind === 'listening' || state.kind === 'asking' ? (
            <Button onClick={() => microphone.stop()}>Stop listening</Button>
          ) : (
            <Button look="solid" onClick={() => void microphone.listen(targetHz)}>
              Listen
            </Button>
          )}
          <Button
            look={cents === undefined ? 'outline' : 'solid'}
            disabled={cents === undefined}
            onClick={callHome}
          >
            Call it home
          </Button>
        </div>
      </div>
      {state.kind === 'failed' && (
        <div className="mt-4">
          <ErrorNote
            title={state.fault.title}
            text={state.fault.text}
            actions={[
              { label: 'Listen again', act: () => void microphone.listen(targetHz) },
              { label: 'Tune by ear', act: () => write('way', '') },
            ]}
          />
        </div>
      )}
      {state.kind === 'listening' && state.isQuiet && (
        <p role="status" className="mt-3 border border-dashed border-ink1 p-3">
          Nothing is heard. Is the right microphone chosen, and near the guitar? You can also{' '}
          <button
            type="button"
            className="border-b-[1.5px] border-ink1 font-semibold"
            onClick={() => write('way', '')}
          >
            tune by ear
          </button>
          .
        </p>
      )}
      <p className="narrow text-note mt-4 text-ink1-80">
        The sound stays in this browser. Steel strings can break: turn slowly and keep your face away.
      </p>
    </>
  );
}

function adviceFor(state: MicrophoneState, cents: number | undefined): string {
  if (state.kind === 'asking') return 'The browser asks for the microphone.';
  if (state.kind !== 'listening') return 'Press Listen, then sound the string.';
  if (cents === undefined)
    return state.reading.kind === 'unclear' ? 'No steady note. Sound the string alone.' : 'Sound the string.';
  if (Math.abs(cents) <= goodEnoughCents) return 'That is home.';
  if (Math.abs(cents) > 70)
    return `${cents > 0 ? 'Down' : 'Up'} by about ${Math.round(Math.abs(cents) / 100)} semitone${Math.abs(cents) > 150 ? 's' : ''}.`;
  return cents > 0 ? 'Down a hair, then up to it.' : 'Up to it, slowly.';
}

const shownCents = 50;

/** A ruler of a semitone with the string on it; home is the span in the middle. */
function Needle({ cents }: { cents: number | undefined }) {
  const width = 288;
  const x = (value: number) =>
    width / 2 + (Math.max(-shownCents, Math.min(shownCents, value)) / shownCents) * (width / 2 - 14);
  return (
    <svg viewBox={`0 0 ${width} 54`} className="mt-3 block w-full max-w-[320px]" aria-hidden>
      <rect
        x={x(-goodEnoughCents)}
        y={8}
        width={x(goodEnoughCents) - x(-goodEnoughCents)}
        height={26}
        fill="var(--color-white)"
        stroke="var(--color-ink1)"
        strokeWidth="1.2"
      />
      <line x1={4} x2={width - 4} y1={21} y2={21} stroke="var(--color-ink1)" strokeWidth="1.4" />
      {[-50, -25, 0, 25, 50].map((mark) => (
        <g key={mark}>
          <line
            x1={x(mark)}
            x2={x(mark)}
            y1={15}
            y2={27}
            stroke="var(--color-ink1)"
            strokeWidth={mark === 0 ? 2 : 1}
          />
          <text x={x(mark)} y={49} fontSize="13" textAnchor="middle" fill="var(--color-ink1)">
            {centsText(mark)}
          </text>
        </g>
      ))}
      {cents !== undefined && (
        <rect
          x={x(cents) - 4}
          y={4}
          width={8}
          height={34}
          fill="var(--color-brass)"
          stroke="var(--color-ink1)"
          strokeWidth="1.2"
        />
      )}
    </svg>
  );
}
