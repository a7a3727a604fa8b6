import { beatAt, beatStarts, gripAt } from '@jocund/core/score';
import { fretsText } from '@jocund/core/shapes';
import { useState } from 'react';
import { Choice } from '../../ui/choice.tsx';
import { useGoingOn, type GoingOn } from '../../ui/going-on.ts';
import { useAddress } from '../../ui/use-address.ts';
import { useBench } from '../bench-context.tsx';
import { Margin } from '../margin.tsx';
import { Queries } from '../queries.tsx';
import { draftOf, emptyDraft, type Draft } from './draft.ts';
import { FindPart } from './find-part.tsx';
import { GripPart } from './grip-part.tsx';
import { ListsPart } from './lists-part.tsx';
import { NearPart } from './near-part.tsx';

const parts = [
  { value: 'grip', label: 'Grip' },
  { value: 'find', label: 'Find' },
  { value: 'near', label: 'Near it' },
  { value: 'lists', label: 'Lists' },
] as const;
type Part = (typeof parts)[number]['value'];

/** Grips written, named, found and compared, and laid on the beat under the cursor. */
export function ShapesMargin() {
  const { score, cursor } = useBench();
  const bar = score.bars[cursor.bar];
  const tick = bar ? (beatStarts(bar.metre).findLast((each) => each <= cursor.tick) ?? 0) : 0;
  const beat = bar ? beatAt(bar.metre, tick) : 1;
  const goesOn = useGoingOn();
  return (
    <Margin title="Shapes" note="A grip holds until the next one is laid.">
      <Bench key={`${cursor.bar} ${tick}`} bar={cursor.bar} tick={tick} beat={beat} goesOn={goesOn} />
      <Queries />
    </Margin>
  );
}

/** The grip under the hand: typed, found or moved here, laid by pressing Lay grip. */
interface BenchProps {
  readonly bar: number;
  readonly tick: number;
  readonly beat: number;
  /** Set when a grip was laid from the field, which goes on in the next bar. */
  readonly goesOn: GoingOn;
}

function Bench({ bar, tick, beat, goesOn }: BenchProps) {
  const { score } = useBench();
  const { read, write } = useAddress();
  const laid = score.bars[bar]?.grips.find((grip) => grip.tick === tick);
  const held = laid ?? gripAt(score, bar, tick);
  const [draft, setDraft] = useState<Draft>(() => (laid ? draftOf(laid) : emptyDraft));
  const part = parts.find(({ value }) => value === read('part'))?.value ?? 'grip';
  const show = (next: Part) => write('part', next === 'grip' ? '' : next);
  /** Takes frets from a list into the draft, where they can be looked at before they are laid. */
  const take = (frets: readonly (number | null)[]) => {
    setDraft({ ...emptyDraft, frets: fretsText([...frets]), functionName: draft.functionName });
    show('grip');
  };
  const start = draft.frets.trim() === '' && held ? draftOf(held) : draft;
  return (
    <>
      <div className="mt-3">
        <Choice<Part> label="What to do with grips" value={part} options={parts} onChange={show} />
      </div>
      {part === 'grip' && (
        <GripPart
          bar={bar}
          tick={tick}
          beat={beat}
          draft={draft}
          setDraft={setDraft}
          laid={laid}
          held={held}
          goesOn={goesOn}
        />
      )}
      {part === 'find' && <FindPart start={start} onTake={take} />}
      {part === 'near' && <NearPart start={start} onTake={take} />}
      {part === 'lists' && <ListsPart />}
    </>
  );
}
