import { practiceTempo } from '@jocund/contract';
import { ClickDelay } from './click-delay.tsx';
import type { ClickedTake } from './use-clicked-take.ts';

const stepBpm = 2;

const key =
  'narrow flex min-h-11 min-w-11 items-center justify-center border border-ink1-65 px-2 text-center font-semibold disabled:opacity-60';

/** Whether a click sounds while the take is recorded, how quick it is, and how late this machine hears itself. */
export function ClickRow({ click, isBusy }: { click: ClickedTake; isBusy: boolean }) {
  const { isWanted, want, bpm, setBpm } = click;
  const step = (by: number) =>
    setBpm(Math.min(practiceTempo.fastest, Math.max(practiceTempo.slowest, bpm + by)));
  return (
    <>
      <div role="group" aria-label="The click" className="flex items-stretch gap-2">
        <button
          type="button"
          className={`${key} flex-1 ${isWanted ? 'bg-paper text-ink1' : 'hover:bg-ink1-80'}`}
          aria-pressed={isWanted}
          disabled={isBusy}
          onClick={() => want(!isWanted)}
        >
          {isWanted ? `With a click, ♩${bpm}` : 'With a click'}
        </button>
        {isWanted && (
          <>
            <button
              type="button"
              className={key}
              aria-label="Slower click"
              disabled={isBusy || bpm <= practiceTempo.slowest}
              onClick={() => step(-stepBpm)}
            >
              −
            </button>
            <button
              type="button"
              className={key}
              aria-label="Quicker click"
              disabled={isBusy || bpm >= practiceTempo.fastest}
              onClick={() => step(stepBpm)}
            >
              +
            </button>
          </>
        )}
      </div>
      {isWanted && !isBusy && <ClickDelay />}
    </>
  );
}
