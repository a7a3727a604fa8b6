import { useId, useState, type KeyboardEvent } from 'react';

interface StepperProps {
  readonly label: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly step?: number;
  readonly onChange: (value: number) => void;
  readonly describe?: (value: number) => string;
}

/** A number between − and +; arrow keys step it, Page keys step ten, digits are typed and taken on Enter or on leaving. */
export function Stepper({ label, value, low, high, step = 1, onChange, describe }: StepperProps) {
  const id = useId();
  const [typed, setTyped] = useState<string | undefined>();
  const set = (next: number) => {
    setTyped(undefined);
    const kept = Math.min(high, Math.max(low, next));
    if (Number.isFinite(kept) && kept !== value) onChange(kept);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const moves: Record<string, number> = {
      ArrowUp: step,
      ArrowDown: -step,
      PageUp: 10 * step,
      PageDown: -10 * step,
    };
    const move = moves[event.key];
    if (move !== undefined) {
      event.preventDefault();
      set(value + move);
    }
    if (event.key === 'Enter' && typed !== undefined) set(Number(typed));
  };
  const end =
    'flex w-8 items-center justify-center text-lg font-semibold hover:bg-ink1-12 disabled:text-ink1-40';
  return (
    <div className="flex min-h-8 items-center justify-between gap-3">
      <label htmlFor={id} className="text-note">
        {label}
      </label>
      <div className="flex h-8 items-stretch border-[1.2px] border-ink1 bg-white">
        <button
          type="button"
          tabIndex={-1}
          aria-label={`${label}: less`}
          className={end}
          disabled={value <= low}
          onClick={() => set(value - step)}
        >
          −
        </button>
        <input
          id={id}
          role="spinbutton"
          aria-valuenow={value}
          aria-valuemin={low}
          aria-valuemax={high}
          aria-valuetext={describe?.(value)}
          inputMode="numeric"
          className="figure w-13 border-x-[1.2px] border-ink1 text-center text-base"
          value={typed ?? String(value)}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={() => typed !== undefined && set(Number(typed))}
          onKeyDown={onKeyDown}
        />
        <button
          type="button"
          tabIndex={-1}
          aria-label={`${label}: more`}
          className={end}
          disabled={value >= high}
          onClick={() => set(value + step)}
        >
          +
        </button>
      </div>
    </div>
  );
}
