import { rhythmTable } from '@jocund/core/two-guitars';
import { useState } from 'react';
import { Choice } from '../../ui/choice.tsx';
import { SelectField } from '../../ui/field.tsx';
import { EmptyNote, ErrorNote } from '../../ui/notice.tsx';
import { useBench } from '../bench-context.tsx';
import { usePreview } from '../use-preview.ts';
import { SecondPartRow } from './second-part-row.tsx';
import { highestCapo, isStandard, nothingAsked, useSecondParts, type Asked } from './use-second-parts.ts';

const textures = [
  { value: 'chords', label: 'Chords' },
  { value: 'pairs', label: 'Two strings' },
  { value: 'line', label: 'One line' },
] as const;

/** A part for a second guitar: what it is asked to be, and the best ways to play it beside the piece. */
export function SecondGuitarPanel() {
  const [asked, setAsked] = useState<Asked>(nothingAsked);
  const { state, share, parts, isCurrent, again } = useSecondParts(asked);
  const preview = usePreview();
  return (
    <section aria-label="Second guitar" className="mx-4.5 pt-2 pb-6">
      <p className="max-w-[68ch] pb-2">
        It leaves the bass and the tune to this piece: thin strings, strokes where the tune rests, no half
        step against it, no third twice. Its chords are those of the grips.
      </p>
      <AskedFields asked={asked} onChange={setAsked} />
      <p role="status" className="text-note min-h-6 pt-2">
        {state === 'working' ? `trying it on the neck, ${Math.round(share * 100)} %` : ''}
      </p>
      {state === 'failed' && (
        <ErrorNote
          title="The part could not be worked out"
          text="The piece is as it was."
          actions={[{ label: 'Try again', act: again }]}
        />
      )}
      {parts?.length === 0 && isCurrent && (
        <EmptyNote
          title="No part for it yet"
          text="A second guitar plays the chords of the piece. Lay grips on Shapes, or write a form here; with a capo chosen, try another."
        />
      )}
      {parts && parts.length > 0 && (
        <ol aria-label="Ways to play it">
          {parts.map((part) => (
            <SecondPartRow key={part.score.capo} part={part} isCurrent={isCurrent} preview={preview} />
          ))}
        </ol>
      )}
    </section>
  );
}

function AskedFields({ asked, onChange }: { asked: Asked; onChange: (asked: Asked) => void }) {
  const { score } = useBench();
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
      <Choice
        label="What it plays"
        value={asked.texture}
        options={textures}
        onChange={(texture) => onChange({ ...asked, texture })}
      />
      <SelectField
        label="Struck"
        className="w-64"
        value={asked.rhythm}
        onChange={({ target }) => onChange({ ...asked, rhythm: target.value })}
      >
        <option value="">as suits the tune</option>
        {rhythmTable.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </SelectField>
      <SelectField
        label="Capo"
        className="w-32"
        value={asked.capo ?? ''}
        onChange={({ target }) =>
          onChange({ ...asked, capo: target.value === '' ? undefined : Number(target.value) })
        }
      >
        <option value="">the best</option>
        <option value="0">none</option>
        {Array.from({ length: highestCapo }, (_, index) => (
          <option key={index} value={index + 1}>
            fret {index + 1}
          </option>
        ))}
      </SelectField>
      {!isStandard(score) && (
        <SelectField
          label="Tuned"
          className="w-40"
          value={asked.tuning}
          onChange={({ target }) =>
            onChange({ ...asked, tuning: target.value === 'piece' ? 'piece' : 'standard' })
          }
        >
          <option value="standard">standard</option>
          <option value="piece">as this piece</option>
        </SelectField>
      )}
    </div>
  );
}
