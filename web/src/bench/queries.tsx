import { describePlace } from '@jocund/core/fault';
import { placeOfFinding, type Finding } from '@jocund/core/score';
import { Check } from 'lucide-react';
import { queryLetter } from '../score-view/letters.ts';
import { QueryMark } from '../ui/query-mark.tsx';
import { Button } from '../ui/button.tsx';
import { useBench } from './bench-context.tsx';
import { MarginPart } from './margin.tsx';

const mostShown = 12;

/** What to mend, keyed to the letters on the sheet; each leads to its place. */
export function Queries() {
  const { findings } = useBench();
  if (findings.length === 0) {
    return (
      <MarginPart>
        <p className="flex items-center gap-2">
          <Check aria-hidden size={18} strokeWidth={3} />
          <span className="figure">Nothing to mend</span>
        </p>
      </MarginPart>
    );
  }
  return (
    <MarginPart title="Queries" note={`${findings.length} open`}>
      <ul>
        {findings.slice(0, mostShown).map((finding, index) => (
          <Query
            key={`${finding.code} ${finding.bar} ${finding.beat} ${finding.string ?? ''}`}
            finding={finding}
            letter={queryLetter(index)}
          />
        ))}
      </ul>
      {findings.length > mostShown && (
        <p className="text-note pt-2">and {findings.length - mostShown} more, in later bars</p>
      )}
    </MarginPart>
  );
}

function Query({ finding, letter }: { finding: Finding; letter: string }) {
  const { setCursor, study } = useBench();
  const goThere = () => {
    const metre = study.bars[finding.bar - 1]?.metre;
    const tick = metre ? (finding.beat - 1) * (metre.unit === 8 ? 1440 : 3840 / metre.unit) : 0;
    setCursor({ bar: finding.bar - 1, tick, string: (finding.string ?? 1) as 1 });
    document.querySelector<HTMLElement>('.score')?.focus();
  };
  return (
    <li className="flex gap-2 border-b border-ink1-40 py-2 last:border-b-0">
      <QueryMark mark={letter} size={22} />
      <div>
        <p className="narrow text-note text-ink1-80">{describePlace(placeOfFinding(finding))}</p>
        <p className="text-note">
          {finding.message}. {finding.remedy}.
        </p>
        <Button look="plain" className="text-note mt-1" onClick={goThere}>
          Go there
        </Button>
      </div>
    </li>
  );
}
