import { EmptyNote, LoadingNote } from '../../ui/notice.tsx';
import { ViewAs } from '../../ui/view-as.tsx';
import { useRungs } from '../studies/rungs-context.tsx';
import { useReader } from '../use-reader.ts';
import { PrintSheet } from './print-sheet.tsx';
import { useAlso } from './use-also.ts';
import { useHandoutScore } from './use-handout-score.ts';
import { useHandout } from './use-handout.ts';
import { useSheetHolds } from './use-sheet-holds.ts';

/** The sheet as it will be printed. */
export function Handout() {
  const { score } = useHandoutScore();
  const { state, chosen } = useRungs();
  const { inks, paper, also: alsoIds } = useHandout();
  const holds = useSheetHolds();
  const also = useAlso(alsoIds);
  const { reader } = useReader();
  if (!score && state === 'working')
    return <LoadingNote title="Cutting the ladder" text="The sheet is of one of its rungs. One moment." />;
  if (!score) {
    return (
      <div className="m-4.5">
        <EmptyNote title="Nothing to hand out yet" text="Lay grips on Shapes or write a melody first." />
      </div>
    );
  }
  return (
    <ViewAs value={reader}>
      <PrintSheet
        score={score}
        inks={inks}
        paper={paper}
        student={reader.name}
        holds={holds}
        grade={chosen?.grade.grade}
        also={also}
      />
    </ViewAs>
  );
}
