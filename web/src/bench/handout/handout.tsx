import { EmptyNote } from '../../ui/notice.tsx';
import { ViewAs } from '../../ui/view-as.tsx';
import { useReader } from '../use-reader.ts';
import { useRungs } from '../studies/use-rungs.ts';
import { PrintSheet } from './print-sheet.tsx';
import { useHandout } from './use-handout.ts';

/** The sheet as it will be printed. */
export function Handout() {
  const { chosen } = useRungs();
  const { inks, paper, comments } = useHandout();
  const { reader } = useReader();
  if (!chosen) {
    return (
      <div className="m-4.5">
        <EmptyNote title="Nothing to hand out yet" text="Lay grips on Shapes or write a melody first." />
      </div>
    );
  }
  return (
    <ViewAs value={reader}>
      <PrintSheet score={chosen.score} inks={inks} paper={paper} student={reader.name} comments={comments} />
    </ViewAs>
  );
}
