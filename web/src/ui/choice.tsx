import { useId } from 'react';

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly onChange: (value: T) => void;
}

/** A few ways, one of them chosen: solid ink for the chosen one. */
export function Choice<T extends string>({ label, value, options, onChange }: ChoiceProps<T>) {
  const name = useId();
  return (
    <div role="radiogroup" aria-label={label} className="inline-flex border-[1.2px] border-ink1">
      {options.map((option) => (
        <label
          key={option.value}
          className="relative inline-flex min-h-8 border-l-[1.2px] border-ink1 first:border-l-0 focus-within:z-10"
        >
          <input
            type="radio"
            name={name}
            value={option.value}
            checked={option.value === value}
            onChange={() => onChange(option.value)}
            className="peer absolute inset-0 cursor-pointer appearance-none bg-white checked:bg-ink1 not-checked:hover:bg-ink1-12"
          />
          <span className="narrow text-note pointer-events-none relative flex items-center px-2.5 font-semibold peer-checked:text-paper">
            {option.label}
          </span>
        </label>
      ))}
    </div>
  );
}
