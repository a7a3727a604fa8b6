import { numberOfBar } from '@jocund/core/score';
import { useState } from 'react';
import { Choice } from '../../ui/choice.tsx';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { TypedCall } from './typed-call.tsx';
import { TypedNotes } from './typed-notes.tsx';

/** A bar typed as it is called, or a melody typed as notes. */
export function TypingPart() {
  const { score, cursor } = useBench();
  const [way, setWay] = useState<'call' | 'notes'>('call');
  return (
    <MarginPart title="Type it" note={`bar ${numberOfBar(score, cursor.bar)}`}>
      <div className="mb-2">
        <Choice
          label="Typed as"
          value={way}
          options={[
            { value: 'call', label: 'strings, as called' },
            { value: 'notes', label: 'notes' },
          ]}
          onChange={setWay}
        />
      </div>
      {way === 'call' ? <TypedCall /> : <TypedNotes />}
    </MarginPart>
  );
}
