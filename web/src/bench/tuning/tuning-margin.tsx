import { openStringsName } from '@jocund/core/shapes';
import { Choice } from '../../ui/choice.tsx';
import { useAddress } from '../../ui/use-address.ts';
import { useNames } from '../../ui/use-names.ts';
import { useBench } from '../bench-context.tsx';
import { Margin, MarginPart } from '../margin.tsx';
import { CapoPart } from './capo-part.tsx';
import { FinderPart } from './finder-part.tsx';
import { PiecePart } from './piece-part.tsx';
import { StringsPart } from './strings-part.tsx';

const parts = [
  { value: 'strings', label: 'Strings' },
  { value: 'key', label: 'Capo, key' },
  { value: 'find', label: 'Find' },
  { value: 'piece', label: 'Piece' },
] as const;
type Part = (typeof parts)[number]['value'];

/** What the tuning stage asks: the strings, capo and key, which tuning would lie best, and what the piece is called. */
export function TuningMargin() {
  const { score } = useBench();
  const shown = useNames();
  const { read, write } = useAddress();
  const part = parts.find(({ value }) => value === read('part'))?.value ?? 'strings';
  const open = openStringsName(score.tuning);
  return (
    <Margin title="Tuning" note={`Open strings spell ${open ? shown(open) : 'no plain chord'}.`}>
      <div className="mt-3">
        <Choice<Part>
          label="What to set"
          value={part}
          options={parts}
          onChange={(next) => write('part', next === 'strings' ? '' : next)}
        />
      </div>
      {part === 'strings' && <StringsPart />}
      {part === 'key' && <CapoPart />}
      {part === 'find' && <FinderPart />}
      {part === 'piece' && (
        <MarginPart>
          <PiecePart />
        </MarginPart>
      )}
    </Margin>
  );
}
