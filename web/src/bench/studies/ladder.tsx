import type { Rung } from '@jocund/core/grading';
import type { KeyboardEvent } from 'react';
import { Excerpt } from '../../score-view/excerpt.tsx';
import { Choice } from '../../ui/choice.tsx';
import { EmptyNote } from '../../ui/notice.tsx';
import { GradeAxis, GradeBar } from './grade-bar.tsx';
import { useRungs } from './use-rungs.ts';

/** The rungs of the ladder, one above the other: what each adds, how it begins, how hard it is. */
export function Ladder() {
  const { rungs, order, setOrder, chosen, choose } = useRungs();
  if (rungs.length === 0) {
    return (
      <div className="m-4.5">
        <EmptyNote
          title="No studies yet"
          text="Lay grips on Shapes or write a melody: the ladder is cut from them."
        />
      </div>
    );
  }
  return (
    <section aria-label="Ladder" className="mt-3 pb-4">
      <div className="mx-4.5 flex flex-wrap items-center justify-between gap-3 pb-3">
        <p className="text-note text-ink1-80">
          Bars 1 and 2 of each rung. Choose one to hear, weigh and print it.
        </p>
        <Choice
          label="Order of the ladder"
          value={order}
          options={[
            { value: 'thumb-first', label: 'thumb first' },
            { value: 'melody-first', label: 'melody first' },
          ]}
          onChange={setOrder}
        />
      </div>
      <div className="mx-4.5 hidden grid-cols-[3rem_minmax(9rem,1fr)_minmax(12rem,20rem)_19rem] gap-x-4 border-b-[1.5px] border-ink1 pb-1 text-note lg:grid">
        <span className="col-span-2">rung</span>
        <Key />
        <GradeAxis />
      </div>
      <ol onKeyDown={rove}>
        {rungs.map((rung) => (
          <RungRow
            key={rung.id}
            rung={rung}
            isChosen={rung.id === chosen?.id}
            onChoose={() => choose(rung.id)}
          />
        ))}
      </ol>
    </section>
  );
}

const Key = () => (
  <span className="flex gap-3">
    <span className="flex items-center gap-1.5">
      <span aria-hidden className="inline-block size-2.5 bg-ink1" /> thumb
    </span>
    <span className="flex items-center gap-1.5">
      <span aria-hidden className="inline-block size-2.5 rounded-full border-[1.5px] border-ink2" /> melody
    </span>
    <span className="flex items-center gap-1.5">
      <span aria-hidden className="inline-block h-3 w-1 bg-over" /> both
    </span>
  </span>
);

function RungRow({ rung, isChosen, onChoose }: { rung: Rung; isChosen: boolean; onChoose: () => void }) {
  return (
    <li className={isChosen ? 'border-y-[2.5px] border-ink1 bg-white' : 'border-b border-ink1-40'}>
      <button
        type="button"
        data-rung
        tabIndex={isChosen ? 0 : -1}
        aria-pressed={isChosen}
        aria-label={`Rung ${rung.number}, ${rung.name}, grade ${rung.grade.points.toFixed(1)}: ${rung.adds}`}
        className="grid w-full items-center gap-x-4 gap-y-1 px-4.5 py-2.5 text-left hover:bg-white lg:grid-cols-[3rem_minmax(9rem,1fr)_minmax(12rem,20rem)_19rem]"
        onClick={onChoose}
      >
        <span className="figure text-5xl leading-none">{rung.number}</span>
        <span>
          <span className="figure block text-lg">{rung.name}</span>
          <span className="text-note">{rung.adds}</span>
        </span>
        <Excerpt score={rung.score} barCount={2} width={320} />
        <GradeBar grade={rung.grade} />
      </button>
    </li>
  );
}

/** Up and down move between the rungs; the list is one tab stop. */
function rove(event: KeyboardEvent<HTMLOListElement>): void {
  const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  if (step === undefined) return;
  const buttons = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-rung]')];
  const next = buttons[buttons.indexOf(document.activeElement as HTMLElement) + step];
  if (!next) return;
  event.preventDefault();
  next.focus();
  next.click();
}
