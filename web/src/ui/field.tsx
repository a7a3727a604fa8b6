import {
  useId,
  type InputHTMLAttributes,
  type ReactNode,
  type SelectHTMLAttributes,
  type TextareaHTMLAttributes,
} from 'react';
import { QueryMark } from './query-mark.tsx';

interface Labelled {
  readonly label: string;
  readonly error?: string | undefined;
  readonly hint?: ReactNode;
  readonly className?: string;
}

/** What ties a control to its label and to the note below it. */
interface ControlProps {
  readonly id: string;
  readonly className: string;
  readonly 'aria-invalid': boolean;
  readonly 'aria-describedby': string | undefined;
}

/** A text field with its label, and its fault said beside it. */
export const TextField = ({
  label,
  error,
  hint,
  className,
  ...rest
}: Labelled & InputHTMLAttributes<HTMLInputElement>) => (
  <Field label={label} error={error} hint={hint} {...(className ? { className } : {})}>
    {(control) => <input {...control} {...rest} />}
  </Field>
);

/** A few lines of text with their label. */
export const TextArea = ({
  label,
  error,
  hint,
  className,
  ...rest
}: Labelled & TextareaHTMLAttributes<HTMLTextAreaElement>) => (
  <Field label={label} error={error} hint={hint} {...(className ? { className } : {})}>
    {(control) => <textarea {...control} {...rest} />}
  </Field>
);

/** A choice from a list with its label. */
export const SelectField = ({
  label,
  error,
  hint,
  className,
  ...rest
}: Labelled & SelectHTMLAttributes<HTMLSelectElement>) => (
  <Field label={label} error={error} hint={hint} {...(className ? { className } : {})}>
    {(control) => <select {...control} {...rest} />}
  </Field>
);

function Field({
  label,
  error,
  hint,
  className,
  children,
}: Labelled & { readonly children: (control: ControlProps) => ReactNode }) {
  const id = useId();
  const hasNote = error !== undefined || Boolean(hint);
  return (
    <div className={className}>
      <label htmlFor={id} className="text-note block pb-1">
        {label}
      </label>
      {children({
        id,
        className: 'field',
        'aria-invalid': error !== undefined,
        'aria-describedby': hasNote ? `${id}-note` : undefined,
      })}
      {hasNote && (
        <p
          id={`${id}-note`}
          className="text-note flex items-start gap-1.5 pt-1"
          role={error === undefined ? undefined : 'alert'}
        >
          {error !== undefined && <QueryMark />}
          <span className={error === undefined ? 'text-ink1-80' : 'font-semibold'}>{error ?? hint}</span>
        </p>
      )}
    </div>
  );
}
