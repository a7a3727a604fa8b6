import { drawGrip, type GripRoom } from '@jocund/core/engraving';
import type { PlacedGrip } from '@jocund/core/score';
import { useView } from '../ui/view-as.tsx';
import { Shapes } from './shapes.tsx';

interface GripDrawingProps extends Partial<Omit<GripRoom, 'leftHanded'>> {
  readonly grip: Pick<PlacedGrip, 'frets' | 'fingers' | 'silent'>;
  readonly x: number;
  readonly y: number;
}

/** A chord box in a drawing of its own; for a left-handed player the nut is at the right. */
export function GripDrawing({ grip, x, y, width = 68, height = 52 }: GripDrawingProps) {
  const { leftHanded } = useView();
  return <Shapes shapes={drawGrip(grip, { x, y, width, height, leftHanded })} />;
}
