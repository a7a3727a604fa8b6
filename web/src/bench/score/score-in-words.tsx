import { BarsInWords } from '../../score-view/bars-in-words.tsx';
import { Fold } from '../../ui/fold.tsx';
import { useBench } from '../bench-context.tsx';

/** The whole score in words under the sheet, made when it is unfolded. */
export function ScoreInWords() {
  const { score, check } = useBench();
  return (
    <div className="mx-4.5 pb-4 print:hidden">
      <Fold title="The bars in words">
        {() => <BarsInWords score={score} fingers={check.fingers} first={0} last={score.bars.length - 1} />}
      </Fold>
    </div>
  );
}
