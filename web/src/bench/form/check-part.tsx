import { chordsWanted } from '@jocund/core/form';
import { indexOfBar, letStand, type Finding } from '@jocund/core/score';
import { Check } from 'lucide-react';
import { queryLetter } from '../../score-view/letters.ts';
import { Button } from '../../ui/button.tsx';
import { QueryMark } from '../../ui/query-mark.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import type { FormView } from './use-form-view.ts';
import { useWriteForm } from './use-write-form.ts';

/** What the piece has otherwise than its form, and what is worth knowing about it. */
export function CheckPart({ view }: { view: FormView }) {
  const { findings, check } = useBench();
  const open = findings.flatMap((finding, index) =>
    finding.code.startsWith('form') ? [{ finding, letter: queryLetter(index) }] : [],
  );
  const standing = (check.checked?.standing ?? []).filter(({ code }) => code.startsWith('form'));
  const { form, remarks } = view.check;
  const stands = standing.length > 0 ? ` · ${standing.length} let stand` : '';
  return (
    <MarginPart title="Form check" note={form === undefined ? '' : `${open.length} open${stands}`}>
      {form === undefined && <p className="text-note">Choose a form above to hold the piece against.</p>}
      <ul>
        {open.map(({ finding, letter }) => (
          <OpenQuery key={`${finding.bar} ${finding.message}`} finding={finding} letter={letter} />
        ))}
        {standing.map((finding) => (
          <Standing key={`${finding.bar} ${finding.message}`} finding={finding} />
        ))}
        {remarks.map(({ words, where }) => (
          <li
            key={words + where}
            className="text-note flex items-baseline gap-2 border-b border-ink1-40 py-1"
          >
            <Check aria-hidden size={14} strokeWidth={3} className="flex-none self-center" />
            <span className="font-semibold">{words}</span>
            <span className="narrow ml-auto text-right">{where}</span>
          </li>
        ))}
      </ul>
      {form !== undefined && open.length + standing.length + remarks.length === 0 && (
        <p className="flex items-center gap-2">
          <Check aria-hidden size={18} strokeWidth={3} />
          <span className="figure">Every chord is where the form has it</span>
        </p>
      )}
    </MarginPart>
  );
}

function OpenQuery({ finding, letter }: { finding: Finding; letter: string }) {
  const { score, edit, undo, cursor, setCursor } = useBench();
  const say = useSay();
  const writer = useWriteForm();
  const index = indexOfBar(score, finding.bar);
  const wanted = chordsWanted(score, index);
  const numerals = wanted?.chords.map(({ numeral }) => numeral).join(', ') ?? '';
  return (
    <li className="border-b border-ink1-40 py-2">
      <button
        type="button"
        className="flex w-full gap-2 text-left hover:bg-ink1-12"
        onClick={() => setCursor({ ...cursor, bar: index, tick: 0 })}
      >
        <QueryMark mark={letter} size={22} />
        <span className="text-note">{finding.message}.</span>
      </button>
      <p className="flex flex-wrap gap-x-3 pt-1 pl-[30px]">
        {wanted && (
          <Button
            look="plain"
            className="text-note"
            disabled={writer.isWorking}
            onClick={() =>
              writer.write(
                [wanted],
                { index, colour: '', writes: 'chords' },
                `Bar ${finding.bar} is ${numerals}.`,
              )
            }
          >
            Write {numerals} in bar {finding.bar}
          </Button>
        )}
        <Button
          look="plain"
          className="text-note"
          onClick={() => {
            edit((each) => letStand(each, finding, true));
            say('Let stand with this piece.', undo);
          }}
        >
          Let it stand
        </Button>
      </p>
    </li>
  );
}

function Standing({ finding }: { finding: Finding }) {
  const { edit } = useBench();
  return (
    <li className="text-note flex items-baseline gap-2 border-b border-ink1-40 py-1">
      <Check aria-hidden size={14} strokeWidth={3} className="flex-none self-center" />
      <span>{finding.message}, let stand.</span>
      <Button
        look="plain"
        className="text-note ml-auto"
        onClick={() => edit((each) => letStand(each, finding, false))}
      >
        Ask again
      </Button>
    </li>
  );
}
