interface TickProps {
  readonly label: string;
  readonly checked: boolean;
  readonly onChange: (on: boolean) => void;
}

/** A box to tick with its words. */
export const Tick = ({ label, checked, onChange }: TickProps) => (
  <label className="text-note flex min-h-7 items-center gap-2">
    <input
      type="checkbox"
      className="size-4 accent-ink1"
      checked={checked}
      onChange={({ target }) => onChange(target.checked)}
    />
    {label}
  </label>
);
