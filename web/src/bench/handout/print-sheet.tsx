import { gradeFigure, sheetLegend, type Inks } from '@jocund/core/engraving';
import { tuningLetters } from '@jocund/core/instrument';
import type { Score } from '@jocund/core/score';
import { Sheet } from '../../score-view/sheet.tsx';
import { useNames } from '../../ui/use-names.ts';
import { useCheck } from '../use-check.ts';
import { SheetFigures } from '../title-block.tsx';

interface PrintSheetProps {
  readonly score: Score;
  readonly inks: Inks;
  readonly student: string;
}

/** Units across a printed line: at 182 mm a string gap is 2.9 mm and a call digit 3 mm high, to be read on a stand. */
const lineUnits = 1180;

/** The page a student gets: figures, tab, grips, call line, in two inks or in black alone. */
export function PrintSheet({ score, inks, student }: PrintSheetProps) {
  const shown = useNames();
  const { fingers, isWorking } = useCheck(score);
  const grade = gradeFigure(score);
  const letters = shown(tuningLetters(score.tuning));
  return (
    <article
      className="print-sheet mx-4.5 my-4 border border-ink1-40 bg-white px-[4.5%] py-[4%] print:m-0 print:border-0 print:p-0"
      data-inks={inks}
      aria-label="Handout"
      aria-busy={isWorking}
    >
      <div className="print-body">
        <header className="oxford flex flex-wrap items-end justify-between gap-x-6 gap-y-2 pb-2">
          <div>
            <h2 className="text-piece leading-none">{score.title}</h2>
            <p className="pt-1.5 text-ink1-80">
              {score.player ? `after ${score.player}` : ''}
              {student ? ` · for ${student}` : ''}
            </p>
          </div>
          <div className="flex items-end">
            <SheetFigures score={score} />
            <p className="border-l border-ink1-40 px-3">
              <span className="narrow text-label block text-ink1-80">{grade.label}</span>
              <span className="figure text-[17px]">{grade.value}</span>
            </p>
          </div>
        </header>
        <div className="pt-4">
          <Sheet score={score} width={lineUnits} fluid fingers={fingers} />
        </div>
        <p className="print-legend narrow text-note pt-3">{sheetLegend(score)}</p>
      </div>
      <footer className="print-footer narrow text-label hidden">
        <p>
          {score.title} · {letters}
          {score.capo > 0 ? ` · capo ${score.capo}` : ''}
        </p>
      </footer>
    </article>
  );
}
