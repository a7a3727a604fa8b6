import { readCall, writeCall, type CallFault } from '@jocund/core/directions';
import { useId, useRef, useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { useBench } from '../bench-context.tsx';

/** The bar under the cursor typed as it is called; what cannot be read is pointed at, and the bar stays as it is. */
export function TypedCall() {
  const { study, cursor, grid } = useBench();
  const written = writeCall(study, cursor.bar, grid);
  return <CallField key={`${cursor.bar} ${grid} ${written ?? ''}`} written={written} />;
}

function CallField({ written }: { written: string | undefined }) {
  const { study, edit, cursor, grid } = useBench();
  const id = useId();
  const field = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState(written ?? '');
  const [fault, setFault] = useState<CallFault | undefined>();
  const take = () => {
    const read = readCall(study, cursor.bar, typed, grid);
    if (!read.ok) {
      setFault(read.fault);
      field.current?.focus();
      field.current?.setSelectionRange(read.fault.from, read.fault.to);
      return;
    }
    setFault(undefined);
    edit((each) => ({ ...each, bars: each.bars.with(cursor.bar, read.bar) }));
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <label htmlFor={id} className="text-note">
        Strings in order: <b>6+1/2</b> a pinch, <b>.</b> waits a slot, <b>h p s</b> before a string
      </label>
      <input
        ref={field}
        id={id}
        className="field mt-1"
        value={typed}
        spellCheck={false}
        autoComplete="off"
        maxLength={600}
        aria-invalid={fault !== undefined}
        aria-describedby={`${id}-said`}
        onChange={({ target }) => {
          setTyped(target.value);
          setFault(undefined);
        }}
      />
      <p id={`${id}-said`} className="text-note pt-1" role={fault ? 'alert' : undefined}>
        {fault && (
          <b>
            {fault.reason}. {fault.remedy}.
          </b>
        )}
        {!fault &&
          written === undefined &&
          'A note of this bar lies between the slots: typing writes the bar anew.'}
      </p>
      <Button className="mt-1" type="submit" disabled={typed === (written ?? '')}>
        Write the bar
      </Button>
    </form>
  );
}
