import { endpoints, request, type KeptGradeSaying, type NewGradeSaying } from '@jocund/contract';
import { fittedWeights, type GradeWeights } from '@jocund/core/grading';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { startWork } from '../work/work-client.ts';
import { useMovedGrades } from './queries.ts';

const sayingsKey = ['grade-sayings'];
const noSayings: readonly KeptGradeSaying[] = [];

const useList = () =>
  useQuery({
    queryKey: sayingsKey,
    queryFn: ({ signal }) => request(endpoints.listGradeSayings, { signal }),
  });

/** What the studio's teachers said of grades, the oldest first, and ways to say more and to take it back. Both answer with the pieces whose grade moved. */
export function useGradeSayings() {
  const client = useQueryClient();
  const moved = useMovedGrades();
  const renew = () => client.invalidateQueries({ queryKey: sayingsKey });
  const say = useMutation({
    mutationFn: (body: NewGradeSaying) => moved(() => request(endpoints.sayGrade, { body })),
    onSettled: renew,
  });
  const takeBack = useMutation({
    mutationFn: (id: string) => moved(() => request(endpoints.takeBackGrade, { params: { id } })),
    onSettled: renew,
  });
  return { sayings: useList().data ?? noSayings, say, takeBack };
}

/** The weights this studio grades with, fitted beside the page; those that ship until they are known. */
export function useStudioWeights(): GradeWeights {
  const sayings = useList().data ?? noSayings;
  const weights = useQuery({
    queryKey: ['studio-weights', sayings.map(({ id }) => id)],
    queryFn: ({ signal }) =>
      startWork('studioWeights', { sayings: sayings.map(({ said }) => said) }, { signal }),
    enabled: sayings.length > 0,
    staleTime: Infinity,
    placeholderData: keepPreviousData,
  });
  return sayings.length === 0 ? fittedWeights : (weights.data ?? fittedWeights);
}
