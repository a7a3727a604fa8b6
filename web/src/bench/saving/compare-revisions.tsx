import { barsText, changesBetween, matchBars, numberOfBar, type Bar, type Score } from '@jocund/core/score';
import { useQueries } from '@tanstack/react-query';
import { readRevision } from '../../api/queries.ts';
import { Excerpt } from '../../score-view/excerpt.tsx';

interface CompareRevisionsProps {
  readonly arrangementId: string;
  /** Earlier and later. */
  readonly versions: readonly [number, number];
}

/** Bars that are drawn side by side; the words tell of all. */
const mostDrawn = 4;

/** Two states of a piece: what changed in words, and the bars that differ side by side. */
export function CompareRevisions({ arrangementId, versions }: CompareRevisionsProps) {
  const [earlier, later] = useQueries({
    queries: versions.map((version) => ({
      queryKey: ['revision', arrangementId, version],
      queryFn: () => readRevision(arrangementId, version),
      staleTime: Infinity,
    })),
  });
  if (earlier?.isError || later?.isError)
    return <p role="alert">One of the two cannot be read. Choose others, or try again.</p>;
  if (!earlier?.data || !later?.data) return <p role="status">Reading both versions.</p>;
  return <Compared versions={versions} before={earlier.data.score} after={later.data.score} />;
}

interface ComparedProps {
  readonly versions: readonly [number, number];
  readonly before: Score;
  readonly after: Score;
}

function Compared({ versions, before, after }: ComparedProps) {
  const changes = changesBetween(before, after);
  const differing = matchBars(before, after).pairs.filter(
    ({ was, now }) => JSON.stringify(was) !== JSON.stringify(now),
  );
  return (
    <section aria-label="Two versions compared" className="mb-4 border-y-[2.5px] border-ink1 bg-white p-3">
      <h3 className="text-base">
        Version {versions[0]} and version {versions[1]}
      </h3>
      {changes.length === 0 ? (
        <p>They are the same.</p>
      ) : (
        <ul className="text-note list-disc pl-5">
          {changes.map((change) => (
            <li key={change}>{change}</li>
          ))}
        </ul>
      )}
      {differing.slice(0, mostDrawn).map(({ was, now, index }) => (
        <div key={index} className="mt-3 grid gap-4 sm:grid-cols-2">
          <BarAlone score={before} bar={was} title={`bar ${numberOfBar(after, index)} before`} />
          <BarAlone score={after} bar={now} title={`bar ${numberOfBar(after, index)} after`} />
        </div>
      ))}
      {differing.length > mostDrawn && (
        <p className="text-note mt-2">
          Also different: {barsText(differing.slice(mostDrawn).map(({ index }) => numberOfBar(after, index)))}
          .
        </p>
      )}
    </section>
  );
}

const BarAlone = ({ score, bar, title }: { score: Score; bar: Bar; title: string }) => (
  <figure>
    <figcaption className="narrow text-note">{title}</figcaption>
    <Excerpt score={{ ...score, bars: [bar] }} barCount={1} width={320} lineWidth={330} />
  </figure>
);
