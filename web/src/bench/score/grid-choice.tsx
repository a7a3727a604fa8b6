import { Choice } from '../../ui/choice.tsx';
import { useBench } from '../bench-context.tsx';

/** The slots the cursor moves by and new notes last. */
export function GridChoice() {
  const { grid, setGrid } = useBench();
  return (
    <div className="flex items-center justify-between gap-2">
      <span className="text-note">Slots</span>
      <Choice
        label="Slots"
        value={String(grid)}
        options={[
          { value: '480', label: 'eighths' },
          { value: '320', label: 'triplets' },
          { value: '240', label: '16ths' },
        ]}
        onChange={(value) => setGrid(Number(value))}
      />
    </div>
  );
}
