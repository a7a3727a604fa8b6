import { numberOfBar } from '@jocund/core/score';
import { lazy, Suspense, useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { TypedCall } from './typed-call.tsx';
import { TypedNotes } from './typed-notes.tsx';

const BarsAsText = lazy(async () => ({ default: (await import('./bars-as-text.tsx')).BarsAsText }));

/** A bar typed as it is called, a melody typed as notes, or some bars with all they have as text. */
export function TypingPart() {
  const { score, cursor } = useBench();
  const [isText, setText] = useState(false);
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
      <p className="pt-3">
        <Button look="plain" onClick={() => setText(true)}>
          Type bars as text
        </Button>
      </p>
      {isText && (
        <Suspense>
          <BarsAsText onClose={() => setText(false)} />
        </Suspense>
      )}
    </MarginPart>
  );
}
