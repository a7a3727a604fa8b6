import type { Fault } from '@jocund/core/fault';
import { useEffect, useId, useRef, type ReactNode } from 'react';
import type { GoingOn } from '../../ui/going-on.ts';

/** What is wrong with a typed line, and the characters it is about. */
export interface LineFault extends Fault {
  readonly from: number;
  readonly to: number;
}

interface TypedLineProps {
  readonly label: ReactNode;
  readonly typed: string;
  readonly maxLength: number;
  readonly fault: LineFault | undefined;
  /** Said below the line while nothing is wrong with it. */
  readonly said: ReactNode;
  readonly onType: (text: string) => void;
  readonly onTake: () => void;
  /** Set when the line was taken and goes on being typed into, although it is drawn anew. */
  readonly goesOn?: GoingOn;
  /** What takes the line. */
  readonly children: ReactNode;
}

/** A line of text that is read as a whole: what cannot be read is selected, and told below. */
export function TypedLine(props: TypedLineProps) {
  const { label, typed, maxLength, fault, said, onType, onTake, goesOn, children } = props;
  const id = useId();
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (goesOn?.takeUp()) field.current?.focus();
  }, [goesOn]);
  useEffect(() => {
    if (!fault) return;
    field.current?.focus();
    field.current?.setSelectionRange(fault.from, fault.to);
  }, [fault]);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onTake();
      }}
    >
      <label htmlFor={id} className="text-note">
        {label}
      </label>
      <input
        ref={field}
        id={id}
        className="field mt-1"
        value={typed}
        spellCheck={false}
        autoComplete="off"
        maxLength={maxLength}
        aria-invalid={fault !== undefined}
        aria-describedby={`${id}-said`}
        onChange={({ target }) => onType(target.value)}
      />
      <p id={`${id}-said`} className="text-note pt-1" role={fault ? 'alert' : undefined}>
        {fault ? (
          <b>
            {fault.reason}. {fault.remedy}.
          </b>
        ) : (
          said
        )}
      </p>
      {children}
    </form>
  );
}
