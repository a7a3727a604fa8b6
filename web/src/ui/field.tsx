import { useId, type InputHTMLAttributes, type ReactNode, type SelectHTMLAttributes } from 'react';
import { QueryMark } from './query-mark.tsx';

interface Labelled {
  readonly label: string;
  readonly error?: string | undefined;
  readonly hint?: ReactNode;
}

/** A text field with its label, and its fault said beside it. */
export function TextField({
  label,
  error,
  hint,
  className = '',
  ...rest
}: Labelled & InputHTMLAttributes<HTMLInputElement>) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="text-note block pb-1">
        {label}
      </label>
      <input
        id={id}
        className="field"
        aria-invalid={error !== undefined}
        aria-describedby={(error ?? hint) ? `${id}-note` : undefined}
        {...rest}
      />
      <FieldNote id={`${id}-note`} error={error} hint={hint} />
    </div>
  );
}

export function SelectField({
  label,
  error,
  hint,
  className = '',
  children,
  ...rest
}: Labelled & SelectHTMLAttributes<HTMLSelectElement>) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="text-note block pb-1">
        {label}
      </label>
      <select
        id={id}
        className="field"
        aria-invalid={error !== undefined}
        aria-describedby={(error ?? hint) ? `${id}-note` : undefined}
        {...rest}
      >
        {children}
      </select>
      <FieldNote id={`${id}-note`} error={error} hint={hint} />
    </div>
  );
}

function FieldNote({ id, error, hint }: { id: string; error: string | undefined; hint: ReactNode }) {
  if (error === undefined && !hint) return null;
  return (
    <p
      id={id}
      className="text-note flex items-start gap-1.5 pt-1"
      role={error === undefined ? undefined : 'alert'}
    >
      {error !== undefined && <QueryMark />}
      <span className={error === undefined ? 'text-ink1-80' : 'font-semibold'}>{error ?? hint}</span>
    </p>
  );
}
