import { numberOfBar, type Score } from '@jocund/core/score';
import { useState } from 'react';
import { Link } from 'react-router';
import { RecordView } from '../record-view/record-view.tsx';
import { PracticeGate, type Opened } from './practice-gate.tsx';
import { useRoomPath } from './room-path.ts';

/** What came of a student's own practising. */
export const RecordPage = () => <PracticeGate>{(opened) => <MyRecord opened={opened} />}</PracticeGate>;

function MyRecord({ opened: { practice, marks, takes } }: { opened: Opened }) {
  const room = useRoomPath();
  const [now] = useState(() => new Date());
  const scores = new Map(practice.assignments.map(({ id, score }) => [id, score]));
  return (
    <main className="h-full overflow-auto px-4 pt-4 pb-8">
      <div className="mx-auto max-w-3xl">
        <header className="oxford mb-4 flex items-end justify-between gap-3 pb-2">
          <h1 className="text-4xl">How it has gone</h1>
          <Link className="text-note flex-none py-2 underline" to={room}>
            Today
          </Link>
        </header>
        <RecordView
          assignments={practice.assignments}
          marks={marks}
          takes={takes}
          now={now}
          scoreOf={({ id }) => scores.get(id) ?? null}
          barsOf={({ id, firstBar, lastBar }) => barNumbers(scores.get(id) ?? null, firstBar, lastBar)}
        />
      </div>
    </main>
  );
}

/** The numbers of the bars that were given; of the whole piece where it is to be all of it. */
const barNumbers = (score: Score | null, firstBar: number | null, lastBar: number | null) => ({
  first: firstBar ?? (score ? numberOfBar(score, 0) : 1),
  last: lastBar ?? (score ? numberOfBar(score, score.bars.length - 1) : 1),
});
