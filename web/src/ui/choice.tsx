import { ToggleGroup } from 'radix-ui';

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly onChange: (value: T) => void;
}

/** A few ways, one of them chosen: solid ink for the chosen one. */
export const Choice = <T extends string>({ label, value, options, onChange }: ChoiceProps<T>) => (
  <ToggleGroup.Root
    type="single"
    aria-label={label}
    value={value}
    onValueChange={(next) => {
      const chosen = options.find((option) => option.value === next);
      if (chosen) onChange(chosen.value);
    }}
    className="inline-flex border-[1.2px] border-ink1"
  >
    {options.map((option) => (
      <ToggleGroup.Item
        key={option.value}
        value={option.value}
        className="narrow text-note min-h-8 border-l-[1.2px] border-ink1 bg-white px-2.5 font-semibold first:border-l-0 hover:bg-ink1-12 data-[state=on]:bg-ink1 data-[state=on]:text-paper"
      >
        {option.label}
      </ToggleGroup.Item>
    ))}
  </ToggleGroup.Root>
);
