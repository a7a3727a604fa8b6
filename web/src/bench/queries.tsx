import { describePlace } from '@jocund/core/fault';
import { applyRemedy, letStand, placeOfFinding, type Finding } from '@jocund/core/score';
import { Check } from 'lucide-react';
import { useState, type KeyboardEvent } from 'react';
import { queryLetter } from '../score-view/letters.ts';
import { Button } from '../ui/button.tsx';
import { QueryMark } from '../ui/query-mark.tsx';
import { useSay } from '../ui/toast.tsx';
import { useBench } from './bench-context.tsx';
import { MarginPart } from './margin.tsx';
import { placeUnderFinding } from './place-of-finding.ts';

const mostShown = 12;

/** A key for each query that stays while others come and go; two that say the same of one place are numbered. */
function queryKeys(findings: readonly Finding[]): string[] {
  const counts = new Map<string, number>();
  return findings.map(({ code, bar, beat, string }) => {
    const key = `${code} ${bar} ${beat} ${string ?? ''}`;
    const count = counts.get(key) ?? 0;
    counts.set(key, count + 1);
    return `${key} ${count}`;
  });
}

/** What to mend, keyed to the letters on the sheet; each leads to its place, is mended at one key, or stands. */
export function Queries() {
  const { findings, check } = useBench();
  const [showsAll, setShowsAll] = useState(false);
  const standing = check.checked?.standing ?? [];
  const keys = queryKeys(findings);
  const stands = standing.length > 0 ? ` · ${standing.length} let stand` : '';
  return (
    <>
      {findings.length === 0 ? (
        <MarginPart>
          <p className="flex items-center gap-2">
            <Check aria-hidden size={18} strokeWidth={3} />
            <span className="figure">Nothing to mend</span>
          </p>
        </MarginPart>
      ) : (
        <MarginPart title="Queries" note={`${findings.length} open${stands}`}>
          <ul data-testid="queries">
            {findings.slice(0, showsAll ? undefined : mostShown).map((finding, index) => (
              <Query key={keys[index]} finding={finding} letter={queryLetter(index)} />
            ))}
          </ul>
          {findings.length > mostShown && (
            <Button look="plain" className="text-note mt-2" onClick={() => setShowsAll(!showsAll)}>
              {showsAll
                ? `Only the first ${mostShown}`
                : `Show ${findings.length - mostShown} more, in later bars`}
            </Button>
          )}
        </MarginPart>
      )}
      {standing.length > 0 && <Standing standing={standing} />}
    </>
  );
}

/** More ways out would not be read. */
const mostRemedies = 4;

function Query({ finding, letter }: { finding: Finding; letter: string }) {
  const { setCursor, score, edit, undo } = useBench();
  const say = useSay();
  const remedies = (finding.remedies ?? []).slice(0, mostRemedies);
  const mend = (index: number) => {
    const remedy = remedies[index];
    if (!remedy) return;
    edit((each) => applyRemedy(each, remedy));
    say(`${remedy.words}: done.`, undo);
  };
  const stand = () => {
    edit((each) => letStand(each, finding, true));
    say('Let stand with this piece.', undo);
  };
  const goThere = () => {
    setCursor(placeUnderFinding(score, finding));
    document.querySelector<HTMLElement>('.score')?.focus();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (remedies[Number(event.key) - 1]) mend(Number(event.key) - 1);
    else if (event.key === '0') stand();
    else return;
    event.preventDefault();
  };
  return (
    <li className="border-b border-ink1-40 py-2 last:border-b-0" onKeyDown={onKeyDown}>
      <button
        type="button"
        className="flex w-full gap-2 text-left hover:bg-ink1-12"
        aria-label={`Query ${letter}: ${finding.message}. Go there`}
        aria-keyshortcuts={[...remedies.map((_, index) => index + 1), 0].join(' ')}
        data-query={letter}
        onClick={goThere}
      >
        <QueryMark mark={letter} size={22} />
        <span>
          <span className="narrow text-note block text-ink1-80">
            {describePlace(placeOfFinding(finding))}
          </span>
          <span className="text-note block">{finding.message}.</span>
          {remedies.length === 0 && <span className="text-note block">{finding.remedy}.</span>}
        </span>
      </button>
      <p className="flex flex-wrap gap-x-3 gap-y-1 pt-1 pl-[30px]">
        {remedies.map((remedy, index) => (
          <Button
            key={remedy.words}
            look="plain"
            className="text-note justify-start text-left"
            onClick={() => mend(index)}
          >
            <kbd className="figure pr-1">{index + 1}</kbd>
            {remedy.words}
          </Button>
        ))}
        {finding.severity === 'warning' && (
          <Button look="plain" className="text-note" onClick={stand}>
            <kbd className="figure pr-1">0</kbd>Let it stand
          </Button>
        )}
      </p>
    </li>
  );
}

function Standing({ standing }: { standing: readonly Finding[] }) {
  const { edit } = useBench();
  const keys = queryKeys(standing);
  return (
    <details className="mt-2 border-t border-ink1-40 pt-2">
      <summary className="text-note">{standing.length} let stand with this piece</summary>
      <ul>
        {standing.map((finding, index) => (
          <li key={keys[index]} className="border-b border-ink1-40 py-1.5 last:border-b-0">
            <p className="narrow text-note text-ink1-80">{describePlace(placeOfFinding(finding))}</p>
            <p className="text-note">{finding.message}.</p>
            <Button
              look="plain"
              className="text-note"
              onClick={() => edit((each) => letStand(each, finding, false))}
            >
              Ask again
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
