import { phrasesOf, sectionsOf } from '@jocund/core/form';
import { readJotBars, writeJotBars, type JotFault } from '@jocund/core/formats/jot';
import { numberOfBar, type Score } from '@jocund/core/score';
import { useEffect, useId, useRef, useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { Panel } from '../../ui/dialog.tsx';
import { useSay } from '../../ui/toast.tsx';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';

const reaches = [
  { value: 'bar', label: 'This bar' },
  { value: 'phrase', label: 'Its phrase' },
  { value: 'section', label: 'Its section' },
  { value: 'piece', label: 'The whole piece' },
] as const;
type Reach = (typeof reaches)[number]['value'];

interface Bars {
  readonly first: number;
  readonly last: number;
}

function barsOf(score: Score, bar: number, reach: Reach): Bars {
  const holds = ({ first, last }: Bars) => first <= bar && bar <= last;
  const whole = { first: 0, last: score.bars.length - 1 };
  if (reach === 'bar') return { first: bar, last: bar };
  if (reach === 'phrase') return phrasesOf(score).find(holds) ?? whole;
  return reach === 'section' ? (sectionsOf(score).find(holds) ?? whole) : whole;
}

/** Some bars of the piece as plain text, both voices, grips and sections, typed on and written back. What cannot be read is pointed at, and the bars stay as they are. */
export function BarsAsText({ onClose }: { onClose: () => void }) {
  const { score, cursor } = useBench();
  const [reach, setReach] = useState<Reach>('phrase');
  const { first, last } = barsOf(score, cursor.bar, reach);
  const [from, to] = [numberOfBar(score, first), numberOfBar(score, last)];
  return (
    <Panel
      title={from === to ? `Bar ${from} as text` : `Bars ${from} to ${to} as text`}
      open
      onClose={onClose}
      width={860}
    >
      <Choice label="Which bars" value={reach} options={reaches} onChange={setReach} />
      <TextOfBars key={`${first} ${last}`} bars={{ first, last }} onWritten={onClose} />
    </Panel>
  );
}

function TextOfBars({ bars: { first, last }, onWritten }: { bars: Bars; onWritten: () => void }) {
  const { score, edit } = useBench();
  const say = useSay();
  const id = useId();
  const field = useRef<HTMLTextAreaElement>(null);
  const written = writeJotBars(score, first, last);
  const [typed, setTyped] = useState(written);
  const [fault, setFault] = useState<JotFault | undefined>();
  useEffect(() => {
    if (fault) selectLine(field.current, fault.line);
  }, [fault]);
  const take = () => {
    const read = readJotBars(score, typed);
    if (!read.ok) {
      setFault(read.fault);
      return;
    }
    edit((each) => ({ ...each, bars: each.bars.toSpliced(first, last + 1 - first, ...read.value) }));
    say(`${counted(read.value.length, 'bar')} written. Ctrl Z takes it back.`);
    onWritten();
  };
  return (
    <form
      className="pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <label htmlFor={id} className="text-note">
        String/fret and a length that goes on until the next: <b>1/3 q</b>. <b>+</b> joins, <b>r</b> rests,{' '}
        <b>(3 … )</b> is a triplet, <b>bar %</b> the same bar again, <b>==</b> a section. Grips by frets or by
        chord.
      </label>
      <textarea
        ref={field}
        id={id}
        className="field mt-1 leading-relaxed [word-spacing:0.3em]"
        rows={16}
        wrap="off"
        spellCheck={false}
        value={typed}
        aria-invalid={fault !== undefined}
        aria-describedby={`${id}-said`}
        onChange={({ target }) => {
          setTyped(target.value);
          setFault(undefined);
        }}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
          event.preventDefault();
          take();
        }}
      />
      <p id={`${id}-said`} className="text-note min-h-6 pt-1" role={fault ? 'alert' : undefined}>
        {fault ? (
          <b>
            Line {fault.line}: {fault.reason}. {fault.remedy}.
          </b>
        ) : (
          'Ctrl Enter writes the bars. The same text is the file Jot, on the handout.'
        )}
      </p>
      <p className="flex gap-2 pt-2">
        <Button type="submit" look="solid" disabled={typed === written}>
          Write the bars
        </Button>
        <Button disabled={typed === written} onClick={() => setTyped(written)}>
          As it was
        </Button>
      </p>
    </form>
  );
}

function selectLine(field: HTMLTextAreaElement | null, line: number): void {
  if (!field) return;
  const lines = field.value.split('\n');
  const from = lines.slice(0, line - 1).reduce((sum, each) => sum + each.length + 1, 0);
  field.focus();
  field.setSelectionRange(from, from + (lines[line - 1]?.length ?? 0));
}
