import type { Overload } from '@jocund/core/listening';
import { MarginPart } from '../margin.tsx';
import { clock } from './time-words.ts';

/** Where the recording was too loud, and what that means. */
export const OverloadPart = ({ overload: { places, firstS } }: { overload: Overload }) => (
  <MarginPart title="Too loud" note={places === 1 ? 'in one place' : `in ${places} places`}>
    <p className="text-note">
      Its loudest waves are cut off, first at {clock(firstS)}. Notes there are less sure. If you can, record
      or copy it again at a lower level.
    </p>
  </MarginPart>
);
