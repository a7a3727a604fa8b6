import { layPages, type Inks, type Page, type Paper, type SheetHolds } from '@jocund/core/engraving';
import { callLine } from '@jocund/core/directions';
import { orderWords } from '@jocund/core/form';
import type { Score } from '@jocund/core/score';
import { useMemo } from 'react';
import { Shapes } from '../../score-view/shapes.tsx';
import { useStaff } from '../../score-view/use-staff.ts';
import { useSettings } from '../../ui/settings.ts';
import { useNames } from '../../ui/use-names.ts';
import { useView } from '../../ui/view-as.tsx';
import { useCheck } from '../use-check.ts';
import type { Also } from './use-also.ts';

interface PrintSheetProps {
  readonly score: Score;
  readonly inks: Inks;
  readonly paper: Paper;
  readonly student: string;
  readonly holds: SheetHolds;
  readonly grade: number | undefined;
  readonly also: Also;
}

/** The pages a student gets, the very ones that are printed and taken as a file: in two inks or in black alone. */
export function PrintSheet({ score, inks, paper, student, holds, grade, also }: PrintSheetProps) {
  const shown = useNames();
  const { leftHanded, noteNames } = useView();
  const { fingers, isWorking } = useCheck(score);
  const staff = useStaff();
  const [{ call }] = useSettings();
  const pages = useMemo(
    () =>
      layPages(score, {
        shown,
        leftHanded,
        fingers,
        signs: { picking: true, fretting: true },
        paper,
        student,
        staff,
        call,
        holds,
        grade,
        also: also.drawn,
        language: noteNames,
      }),
    [score, shown, leftHanded, fingers, paper, student, staff, call, holds, grade, also.drawn, noteNames],
  );
  return (
    <article
      className="print-sheet m-4.5"
      data-inks={inks}
      aria-label="Handout"
      aria-busy={isWorking || also.isWorking}
    >
      <style>{`@page { size: ${paper === 'letter' ? 'letter' : 'A4'}; margin: 0; }`}</style>
      <SpokenSheet score={score} student={student} />
      {also.drawn.map(({ score: other }, index) => (
        <SpokenSheet key={index} score={other} student={student} />
      ))}
      {pages.map((page, index) => (
        <PageDrawn key={index} page={page} />
      ))}
    </article>
  );
}

const PageDrawn = ({ page: { widthMm, heightMm, unitMm, parts } }: { page: Page }) => (
  <svg
    viewBox={`0 0 ${widthMm / unitMm} ${heightMm / unitMm}`}
    className="print-page mb-4.5 block w-full border border-ink1-40 bg-white"
    aria-hidden
  >
    {parts.map(({ x, y, scale, shapes }, index) => (
      <g key={index} transform={`translate(${x} ${y}) scale(${scale})`}>
        <Shapes shapes={shapes} />
      </g>
    ))}
  </svg>
);

/** The same for those who hear it: who it is for, and the call bar by bar. */
function SpokenSheet({ score, student }: { score: Score; student: string }) {
  const order = orderWords(score);
  const calls = useMemo(() => {
    const byBar = new Map<number, string[]>();
    for (const { bar, text } of callLine(score)) byBar.set(bar, [...(byBar.get(bar) ?? []), text]);
    return [...byBar];
  }, [score]);
  return (
    <div className="sr-only">
      <h2>{score.title}</h2>
      <p>
        {score.player ? `after ${score.player}` : ''}
        {student ? ` for ${student}` : ''}
      </p>
      {order !== undefined && <p>Played: {order}.</p>}
      {calls.map(([bar, words]) => (
        <p key={bar}>
          bar {bar}: {words.join(', ')}
        </p>
      ))}
    </div>
  );
}
