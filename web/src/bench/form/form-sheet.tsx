import {
  DndContext,
  DragOverlay,
  MouseSensor,
  pointerWithin,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import type { Figure } from '@jocund/core/figures';
import { unplayedSections } from '@jocund/core/form';
import { useState } from 'react';
import { Choice } from '../../ui/choice.tsx';
import { isTextField } from '../../ui/text-fields.ts';
import { useAddress } from '../../ui/use-address.ts';
import { usePlainKey } from '../../ui/use-plain-key.ts';
import { FiguresPanel } from '../figures/figures-panel.tsx';
import { useDropFigure } from '../figures/use-drop-figure.ts';
import { SecondGuitarPanel } from '../second-guitar/second-guitar-panel.tsx';
import { Beside } from './beside.tsx';
import { FormPlan } from './form-plan.tsx';
import { useFormView } from './use-form-view.ts';
import { WordsPanel } from './words-panel.tsx';

const below = [
  { value: 'beside', label: 'Beside each other' },
  { value: 'figures', label: 'Figures' },
  { value: 'second', label: 'Second guitar' },
  { value: 'words', label: 'Words' },
] as const;
type Below = (typeof below)[number]['value'];

/**
 * The Form stage: the plan of the piece above; below it two sections beside each other, the drawer of figures, a part for a
 * second guitar, or the words.
 */
export function FormSheet() {
  const view = useFormView();
  const { read, write } = useAddress();
  const [figure, setFigure] = useState<Figure | undefined>();
  const [dragged, setDragged] = useState<Figure | undefined>();
  const drop = useDropFigure();
  const sensors = useSensors(useSensor(MouseSensor, { activationConstraint: { distance: 8 } }));
  useNextDifferenceKey();
  const unplayed = unplayedSections(view.score);
  const shown = below.find(({ value }) => value === read('below'))?.value ?? 'beside';
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    setDragged(undefined);
    const dropped = active.data.current?.figure as Figure | undefined;
    const bar = over?.data.current?.bar as number | undefined;
    if (dropped && bar !== undefined) drop(dropped, bar);
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragStart={({ active }) => setDragged(active.data.current?.figure as Figure | undefined)}
      onDragEnd={onDragEnd}
      onDragCancel={() => setDragged(undefined)}
      accessibility={{ screenReaderInstructions: { draggable: '' } }}
    >
      <FormPlan view={view} />
      {unplayed.length > 0 && (
        <p className="text-note mx-4.5 pt-1">
          Written but not played: {unplayed.map(({ name }) => name).join(', ')}.
        </p>
      )}
      <div className="mx-4.5 mt-3 border-t-[1.5px] border-ink1 pt-2.5">
        <Choice<Below>
          label="Below the plan"
          value={shown}
          options={below}
          onChange={(next) => write('below', next === 'beside' ? '' : next)}
        />
      </div>
      {shown === 'figures' ? (
        <FiguresPanel chosen={figure} onChoose={setFigure} />
      ) : shown === 'second' ? (
        <SecondGuitarPanel />
      ) : shown === 'words' ? (
        <WordsPanel view={view} />
      ) : (
        <Beside />
      )}
      <DragOverlay dropAnimation={null}>
        {dragged && (
          <p className="figure w-max border-[1.5px] border-ink1 bg-white px-2.5 py-1">
            {dragged.score.title}
          </p>
        )}
      </DragOverlay>
    </DndContext>
  );
}

/** N goes to the next difference, from anywhere on the stage. */
function useNextDifferenceKey(): void {
  usePlainKey((event) => {
    if (event.key.toLowerCase() !== 'n' || isTextField(event.target)) return;
    document.querySelector<HTMLElement>('[data-next-difference]')?.click();
  });
}
