import type { PrintedSheet } from '@jocund/contract';
import { fingersByBar, type AlsoOnSheet } from '@jocund/core/engraving';
import { gradeScore } from '@jocund/core/grading';
import { useQueries } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { useStudioWeights } from '../../api/grade-sayings.ts';
import { readArrangement, sent } from '../../api/queries.ts';
import { startWork } from '../../work/work-client.ts';
import type { CheckedScore } from '../../work/messages.ts';
import { useReader } from '../use-reader.ts';

type Fingers = CheckedScore['fingers'];

/** The other pieces of a handout, with their fingers for its reader, as they are drawn and as they are sent. */
export interface Also {
  readonly drawn: readonly AlsoOnSheet[];
  readonly printed: NonNullable<PrintedSheetInput['also']>;
  readonly isWorking: boolean;
  /** Arrangements that could not be read. */
  readonly missing: readonly string[];
}

/** As a sheet is sent: scores in their envelopes. */
type PrintedSheetInput = Omit<PrintedSheet, 'also'> & {
  readonly also?: {
    readonly score: ReturnType<typeof sent>;
    readonly grade: PrintedSheet['grade'];
    readonly fingers: PrintedSheet['fingers'];
  }[];
};

/** Reads the pieces that stand on the handout beside its own, by their arrangements, and works out their hands one after the other. */
export function useAlso(arrangementIds: readonly string[]): Also {
  const { hand, school } = useReader().reader;
  const weights = useStudioWeights();
  const read = useQueries({
    queries: arrangementIds.map((id) => ({
      queryKey: ['beside', 'p', '', id],
      queryFn: () => readArrangement(id),
      staleTime: Infinity,
      gcTime: 0,
      retry: false,
    })),
    combine: (answers) => ({
      scores: answers.flatMap(({ data }) => data?.score ?? []),
      isReading: answers.some(({ isPending }) => isPending),
      missing: arrangementIds.filter((_, index) => answers[index]?.isError),
    }),
  });
  const { scores, isReading, missing } = read;
  const schooled = useMemo(
    () => scores.map((score) => (school ? { ...score, pickingSchool: school } : score)),
    [scores, school],
  );
  const [answer, setAnswer] = useState<{
    of: typeof schooled;
    hand: typeof hand;
    fingers: readonly Fingers[];
  }>();
  useEffect(() => {
    if (schooled.length === 0) return;
    const controller = new AbortController();
    const work = async () => {
      const fingers: Fingers[] = [];
      for (const score of schooled)
        fingers.push((await startWork('checkScore', { score, hand }, { signal: controller.signal })).fingers);
      setAnswer({ of: schooled, hand, fingers });
    };
    work().catch(() => undefined);
    return () => controller.abort();
  }, [schooled, hand]);
  const isFingered = schooled.length === 0 || (answer?.of === schooled && answer.hand === hand);
  return useMemo(() => {
    const fingersAt = (index: number): Fingers => (isFingered ? (answer?.fingers[index] ?? []) : []);
    const graded = schooled.map((score) => ({ score, grade: gradeScore(score, weights).grade }));
    return {
      drawn: graded.map((each, index) => ({ ...each, fingers: fingersByBar(fingersAt(index)) })),
      printed: graded.map(({ score, grade }, index) => ({
        score: sent(score),
        grade,
        fingers: fingersAt(index).map(({ place, finger, picking }) => ({ place, finger, picking })),
      })),
      isWorking: isReading || !isFingered,
      missing,
    };
  }, [schooled, weights, answer, isFingered, isReading, missing]);
}
