import { isSpoken, readCall, readSpokenCall, writeCall } from '@jocund/core/directions';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { useGoingOn, type GoingOn } from '../../ui/going-on.ts';
import { useBench } from '../bench-context.tsx';
import { TypedLine, type LineFault } from './typed-line.tsx';

/** The bar under the cursor typed as it is called; what cannot be read is pointed at, and the bar stays as it is. */
export function TypedCall() {
  const { score, cursor, grid } = useBench();
  const written = writeCall(score, cursor.bar, grid);
  // A bar that is written is another field: it goes on being typed into when it was written from here.
  const goesOn = useGoingOn();
  return <CallField key={`${cursor.bar} ${grid} ${written ?? ''}`} written={written} goesOn={goesOn} />;
}

interface CallFieldProps {
  readonly written: string | undefined;
  readonly goesOn: GoingOn;
}

function CallField({ written, goesOn }: CallFieldProps) {
  const { score, edit, cursor, grid } = useBench();
  const [typed, setTyped] = useState(written ?? '');
  const [fault, setFault] = useState<LineFault | undefined>();
  const take = () => {
    const read = isSpoken(typed)
      ? readSpokenCall(score, cursor.bar, typed)
      : readCall(score, cursor.bar, typed, grid);
    if (!read.ok) {
      setFault(read.fault);
      return;
    }
    setFault(undefined);
    goesOn.ask();
    edit((each) => ({ ...each, bars: each.bars.with(cursor.bar, read.bar) }));
  };
  return (
    <TypedLine
      label={
        <>
          Strings in order: <b>6+1/2</b> a pinch, <b>.</b> waits a slot, <b>h p s</b> before a string
        </>
      }
      typed={typed}
      maxLength={600}
      fault={fault}
      said={written === undefined && 'A note of this bar lies between the slots: typing writes the bar anew.'}
      onType={(text) => {
        setTyped(text);
        setFault(undefined);
      }}
      onTake={take}
      goesOn={goesOn}
    >
      <Button className="mt-1" type="submit" disabled={typed === (written ?? '')}>
        Write the bar
      </Button>
    </TypedLine>
  );
}
