import type { SystemPicture } from '@jocund/core/engraving';
import type { Score } from '@jocund/core/score';
import { System } from './system.tsx';

interface SheetLineProps {
  readonly score: Score;
  readonly picture: SystemPicture;
  readonly playing?: { readonly bar: number; readonly tick: number } | undefined;
}

/** One line of the sheet to read from: nothing of it can be edited. */
export const SheetLine = ({ score, picture, playing }: SheetLineProps) => (
  <System
    score={score}
    picture={picture}
    cursor={undefined}
    cursorVoice={undefined}
    selected={undefined}
    playing={playing && picture.layout.bars.some((each) => each.bar === playing.bar) ? playing : undefined}
    marks={[]}
    fluid
  />
);
