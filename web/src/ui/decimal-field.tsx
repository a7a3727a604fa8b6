import { useId, useState } from 'react';

interface DecimalFieldProps {
  readonly label: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly onChange: (value: number) => void;
}

/** A number with a decimal point, taken on Enter or on leaving; out of bounds it is brought back to the nearest bound. */
export function DecimalField({ label, value, low, high, onChange }: DecimalFieldProps) {
  const id = useId();
  const [typed, setTyped] = useState<string | undefined>();
  const take = () => {
    if (typed === undefined) return;
    const next = Number(typed.replace(',', '.'));
    setTyped(undefined);
    if (Number.isFinite(next) && typed.trim() !== '') onChange(Math.min(high, Math.max(low, next)));
  };
  return (
    <div className="flex min-h-8 items-center justify-between gap-3">
      <label htmlFor={id} className="text-note">
        {label}
      </label>
      <input
        id={id}
        inputMode="decimal"
        className="figure h-8 w-29 border-[1.2px] border-ink1 bg-white text-center text-base"
        value={typed ?? String(value)}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={take}
        onKeyDown={({ key }) => key === 'Enter' && take()}
      />
    </div>
  );
}
