import type { Assignment, PracticeMark, TakeFigures } from '@jocund/contract';
import { useState } from 'react';
import { usePracticeSeen } from '../api/practice.ts';
import { usePieces } from '../api/queries.ts';
import { RecordView } from '../record-view/record-view.tsx';

interface RecordSeenProps {
  readonly studentId: string;
  readonly assignments: readonly Assignment[];
  readonly marks: readonly PracticeMark[];
  readonly takes: readonly TakeFigures[];
}

/** A student's record as a teacher reads it, hard bars on the sheet where it is in hand. */
export function RecordSeen({ studentId, assignments, marks, takes }: RecordSeenProps) {
  const [now] = useState(() => new Date());
  const seen = usePracticeSeen(studentId);
  const pieces = usePieces();
  const scores = new Map(seen.data?.assignments.map(({ id, score }) => [id, score]));
  return (
    <RecordView
      assignments={assignments}
      marks={marks}
      takes={takes}
      now={now}
      scoreOf={({ id }) => scores.get(id) ?? null}
      barsOf={({ arrangementId, firstBar, lastBar }) => ({
        first: firstBar ?? 1,
        last: lastBar ?? pieces.data?.find((piece) => piece.arrangementId === arrangementId)?.barCount ?? 1,
      })}
    />
  );
}
