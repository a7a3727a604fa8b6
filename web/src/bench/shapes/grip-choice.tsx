import type { GripFingers } from '@jocund/core/hands';
import type { GripFrets } from '@jocund/core/score';
import { fretsText } from '@jocund/core/shapes';
import { GripDrawing } from '../../score-view/grip-drawing.tsx';
import { Button } from '../../ui/button.tsx';

interface GripChoiceProps {
  readonly frets: GripFrets;
  readonly fingers?: GripFingers | undefined;
  readonly name: string;
  readonly note: string;
  readonly onTake: () => void;
}

/** A grip in a list: drawn, named, with why it is there, and a way to take it. */
export const GripChoice = ({ frets, fingers, name, note, onTake }: GripChoiceProps) => (
  <li className="flex items-center gap-3 border-b border-ink1-40 py-2 last:border-b-0">
    <svg viewBox="-16 -10 122 108" width="96" height="85" aria-hidden className="flex-none">
      <GripDrawing
        grip={{ frets, ...(fingers ? { fingers: [...fingers] } : {}) }}
        x={0}
        y={0}
        width={104}
        height={80}
      />
    </svg>
    <div className="min-w-0 flex-1">
      <p className="figure text-base">{name}</p>
      <p className="narrow text-note">{fretsText(frets)}</p>
      <p className="narrow text-note text-ink1-80">{note}</p>
      <Button look="plain" className="text-note" aria-label={`Take ${fretsText(frets)}`} onClick={onTake}>
        Take it
      </Button>
    </div>
  </li>
);
