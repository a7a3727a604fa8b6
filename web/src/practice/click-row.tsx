import { practiceTempo } from '@jocund/contract';
import { ClickDelay } from './click-delay.tsx';
import type { ClickedTake } from './use-clicked-take.ts';

const stepBpm = 2;

const key =
  'narrow flex min-w-11 items-center justify-center border border-ink1-65 px-2 text-center font-semibold disabled:opacity-60';

interface ClickProps {
  readonly click: ClickedTake;
  readonly isBusy: boolean;
}

/** Whether a click sounds while the take is recorded. */
export const ClickToggle = ({ click: { isWanted, want }, isBusy }: ClickProps) => (
  <button
    type="button"
    className={`${key} min-w-16 ${isWanted ? 'bg-paper text-ink1' : 'hover:bg-ink1-80'}`}
    aria-pressed={isWanted}
    aria-label="With a click"
    disabled={isBusy}
    onClick={() => want(!isWanted)}
  >
    click
  </button>
);

/** How quick the click is, and how late this machine hears itself. */
export function ClickRow({ click: { bpm, setBpm, followsBars, state }, isBusy }: ClickProps) {
  const step = (by: number) =>
    setBpm(Math.min(practiceTempo.fastest, Math.max(practiceTempo.slowest, bpm + by)));
  const stepKey = (label: string, sign: string, by: number, end: number) => (
    <button
      type="button"
      className={`${key} min-h-11`}
      aria-label={label}
      disabled={isBusy || bpm === end}
      onClick={() => step(by)}
    >
      {sign}
    </button>
  );
  return (
    <div role="group" aria-label="The click" className="flex items-start gap-3">
      <div className="flex flex-none">
        {stepKey('Slower click', '−', -stepBpm, practiceTempo.slowest)}
        <output className="figure flex min-w-14 items-center justify-center border-y border-ink1-65 px-1 text-lg">
          ♩{bpm}
        </output>
        {stepKey('Quicker click', '+', stepBpm, practiceTempo.fastest)}
      </div>
      <div className="min-w-0">
        {followsBars && (
          <p className="text-note">
            {state.kind === 'recording'
              ? 'The click goes through the bars with you, over and over.'
              : 'Metre or tempo change: the click counts one bar, then goes through the bars with you. Begin with it.'}
          </p>
        )}
        {!isBusy && <ClickDelay />}
      </div>
    </div>
  );
}
