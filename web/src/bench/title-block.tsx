import { sheetFigures } from '@jocund/core/engraving';
import { writtenBars } from '@jocund/core/form';
import { playOrder, type Score } from '@jocund/core/score';
import { useDeferredValue, useMemo } from 'react';
import { useBench } from './bench-context.tsx';
import { Button } from '../ui/button.tsx';
import { useNames } from '../ui/use-names.ts';
import { counted } from '../ui/words.ts';
import { SaveStatus } from './saving/save-status.tsx';
import type { Autosave } from './saving/autosave.ts';

interface TitleBlockProps {
  readonly autosave: Autosave;
  readonly onHistory: () => void;
  readonly onHelp: () => void;
}

const Figure = ({ label, children }: { label: string; children: string }) => (
  <div className="border-l border-ink1-40 px-3">
    <dt className="narrow text-label text-ink1-80">{label}</dt>
    <dd className="figure text-[17px] whitespace-nowrap">{children}</dd>
  </div>
);

/** The figures that head every sheet. */
function SheetFigures({ score }: { score: Score }) {
  const shown = useNames();
  return (
    <dl className="flex flex-wrap gap-y-1">
      {sheetFigures(score, shown).map(({ label, value }) => (
        <Figure key={label} label={label}>
          {value}
        </Figure>
      ))}
    </dl>
  );
}

/** How many bars there are; of a piece with links or an order of its own, how many are written and how many are played. */
function BarCount({ score }: { score: Score }) {
  const settled = useDeferredValue(score);
  const { written, played } = useMemo(
    () => ({ written: writtenBars(settled), played: playOrder(settled).length }),
    [settled],
  );
  if (written === played) return counted(written, 'bar');
  return `${counted(written, 'bar')} written, ${played} played`;
}

/** Title, player and figures over the sheet, with what can be taken back and where the work stands. */
export function TitleBlock({ autosave, onHistory, onHelp }: TitleBlockProps) {
  const { score, undo, redo, steps } = useBench();
  return (
    <header className="mx-4.5 print:hidden">
      <div className="oxford flex flex-wrap items-end justify-between gap-x-6 gap-y-2 pt-3 pb-2">
        <div className="flex min-w-0 items-end gap-4">
          <h1 className="text-piece leading-none">{score.title}</h1>
          <p className="leading-tight text-ink1-80">
            {score.player ? `after ${score.player}` : 'no player named'}
            <br />
            <BarCount score={score} />
          </p>
        </div>
        <SheetFigures score={score} />
      </div>
      <div className="flex flex-wrap items-center justify-between gap-x-5 gap-y-1 pt-3">
        <SaveStatus autosave={autosave} />
        <div className="flex gap-4">
          <Button look="plain" disabled={steps.undo === 0} onClick={undo}>
            Undo
          </Button>
          <Button look="plain" disabled={steps.redo === 0} onClick={redo}>
            Redo
          </Button>
          <Button look="plain" onClick={onHistory}>
            History
          </Button>
          <Button look="plain" onClick={onHelp}>
            Keys ?
          </Button>
        </div>
      </div>
    </header>
  );
}
